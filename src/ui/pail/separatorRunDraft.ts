import type { Use } from '@/core/byProducts/uses';
import { mayGoTo } from '@/core/byProducts/uses';
import { creamDensity } from '@/core/dairy/creamDensity';
import type { UnitSystem } from '@/core/quantities/units';
import type { PailView, SeparationBefore } from '@/server/pail/views';
import type { Understood } from '../quantity/QuantityField';
import { understand } from '../quantity/QuantityField';
import type { LotNow } from '../standing/useStory';

/** Coldest milk that is let into the bowl, °C: below, it floods or leaves its fat behind (handbook §5, §6.3). */
export const coldest = 28;
export const screws = ['-2', '-1', '0', '1', '2'] as const;
export const flows = {
  slow: { name: 'Slower', flow: 0.75 },
  rated: { name: 'As rated', flow: 1 },
  fast: { name: 'Faster', flow: 1.25 },
};
/** What is taken for the fat of what was measured by volume, to weigh it by (handbook §6.2, middles). */
const usualFat = { cream: 0.36, skim: 0.001, water: 0, milk: 0.04 } as const;
/** What runs out of the bowl is about as warm as the milk, °C. */
const outCelsius = 36;
/** Skim’s fat when nothing is known of the machine (handbook §6.3). */
const usualSkimFat = 0.0015;
/** How well the balance knows the cream’s fat, one standard deviation (engineering estimate). */
const balanceSd = 0.02;
/** What does not add up by more than this share of the milk is said (handbook §6.9: jug ± 3 %). */
const plainlyOff = 0.05;

/** What the panel holds while the separator is got ready and runs. */
export interface RunDraft {
  milkTyped: string;
  screw: (typeof screws)[number];
  flow: keyof typeof flows;
  checked: string[];
  discsIn: string;
  discsOut: string;
  startedSeconds?: number | undefined;
  creamTyped: string;
  skimTyped: string;
  skimFatTyped: string;
  flushTyped: string;
  spilledTyped: string;
  chosen?: string[] | undefined;
}

export const freshRun: RunDraft = {
  milkTyped: '',
  screw: '0',
  flow: 'rated',
  checked: [],
  discsIn: '',
  discsOut: '',
  creamTyped: '',
  skimTyped: '',
  skimFatTyped: '',
  flushTyped: '',
  spilledTyped: '',
};

/** Milk that is run together, g and mass fraction. */
export function milkOf(chosen: readonly LotNow[]): { mass: number; fat: number } {
  const mass = chosen.reduce((sum, { lot }) => sum + lot.mass, 0);
  return { mass, fat: mass > 0 ? chosen.reduce((sum, { lot }) => sum + lot.fat, 0) / mass : usualFat.milk };
}

/** Milk that is run when nobody says which: what is warm enough; with none, the oldest, to be warmed. */
export function usualMilk(milk: readonly LotNow[]): LotNow[] {
  const warm = milk.filter(({ celsius }) => celsius >= coldest);
  return warm.length > 0 ? warm : milk.slice(0, 1);
}

/** Where skim may go: nothing that is kept from people’s food is offered to people. */
export const skimUses = (blocked: boolean): Use[] =>
  (['pigs', 'hens', 'calves', 'drunk', 'yoghurt', 'curd', 'soap'] as const).filter((use) =>
    mayGoTo(use, blocked),
  );

/** What each turn of the cream screw gave before: cream’s fat, skim’s where it was tested, and how often. */
export function byScrew(
  separations: readonly Pick<SeparationBefore, 'way' | 'screw' | 'creamFat' | 'skimFat'>[],
): ReadonlyMap<string, { creamFat: number; skimFat: number | undefined; times: number }> {
  const runs = new Map<string, typeof separations>();
  for (const run of separations.filter(({ way }) => way === 'separator')) {
    const screw = String(run.screw ?? 0);
    runs.set(screw, [...(runs.get(screw) ?? []), run]);
  }
  const mean = (numbers: number[]) =>
    numbers.length === 0 ? undefined : numbers.reduce((a, b) => a + b, 0) / numbers.length;
  return new Map(
    [...runs].map(([screw, all]) => [
      screw,
      {
        creamFat: mean(all.map(({ creamFat }) => creamFat))!,
        skimFat: mean(all.flatMap(({ skimFat }) => skimFat ?? [])),
        times: all.length,
      },
    ]),
  );
}

/**
 * What came out of the separator, as far as it was said. The balance gives the cream’s fat: all the fat, less what the
 * skim keeps. Masses in g.
 * @param milk what went in
 * @param skimFatForeseen what the skim keeps when nobody tested it
 */
export function readRun(
  draft: Pick<RunDraft, 'creamTyped' | 'skimTyped' | 'flushTyped' | 'spilledTyped' | 'skimFatTyped'>,
  milk: { mass: number; fat: number },
  skimFatForeseen: number | undefined,
  system: UnitSystem,
) {
  const amount = (typed: string, what: string): Understood =>
    understand(typed, {
      system,
      kinds: ['volume', 'mass'],
      bareUnit: { metric: 'L', us: 'qt', imperial: 'pt' }[system],
      check: ({ value }) => (value <= 0 ? `${what} above zero is needed.` : undefined),
    });
  const grams = (read: Understood, fat: number) =>
    read && 'quantity' in read
      ? read.quantity.kind === 'mass'
        ? read.quantity.value
        : read.quantity.value * creamDensity(fat, outCelsius)
      : undefined;
  const cream = amount(draft.creamTyped, 'Cream');
  const skim = amount(draft.skimTyped, 'Skim');
  const flush = amount(draft.flushTyped, 'Water');
  const spilled = amount(draft.spilledTyped, 'An amount');
  const skimFat = understand(draft.skimFatTyped, { system, kinds: ['fraction'], bareUnit: '%' });
  const creamMass = grams(cream, usualFat.cream);
  const skimMass = grams(skim, usualFat.skim);
  const flushMass = grams(flush, usualFat.water) ?? 0;
  const spilledMass = grams(spilled, usualFat.milk) ?? 0;
  const tested = skimFat && 'quantity' in skimFat ? skimFat.quantity.value : undefined;
  const leftIn = tested ?? skimFatForeseen ?? usualSkimFat;
  const missing =
    creamMass !== undefined && skimMass !== undefined
      ? milk.mass + flushMass - spilledMass - creamMass - skimMass
      : undefined;
  return {
    cream,
    skim,
    flush,
    spilled,
    skimFat,
    creamMass,
    flushMass,
    spilledMass,
    testedSkimFat: tested,
    creamFat:
      creamMass === undefined
        ? undefined
        : (milk.mass * milk.fat - (milk.mass + flushMass - creamMass) * leftIn) / creamMass,
    /** Cream as a share of the milk. */
    share: creamMass === undefined ? undefined : creamMass / milk.mass,
    /** What went in and did not come out, when that is plainly more than jugs err. */
    missing: missing !== undefined && Math.abs(missing) > plainlyOff * milk.mass ? missing : undefined,
  };
}
export type ReadRun = ReturnType<typeof readRun>;

/**
 * The run as it is written down.
 * @param newId makes the ids of the lots
 * @returns undefined while the cream is not measured
 */
export function runInput(
  draft: RunDraft,
  { creamMass, creamFat, flushMass, spilledMass, testedSkimFat }: ReadRun,
  {
    chosen,
    vesselId,
    skimTo,
    celsius,
    elapsedSeconds,
    machine,
  }: {
    chosen: readonly LotNow[];
    vesselId: string | null;
    skimTo: Use | 'keep';
    celsius: number;
    /** Undefined when nobody pressed start. */
    elapsedSeconds: number | undefined;
    machine: PailView['vessels'][number] | undefined;
  },
  newId: () => string,
) {
  if (creamMass === undefined || creamFat === undefined) return undefined;
  const [discsIn, discsOut] = [Number(draft.discsIn) || undefined, Number(draft.discsOut) || undefined];
  return {
    way: 'separator' as const,
    from: chosen.map(({ lot }) => ({ lotId: lot.id })),
    cuts: [
      {
        lotId: newId(),
        mass: creamMass,
        fat: creamFat,
        fatSd: balanceSd,
        fatMethod: 'separator' as const,
        vesselId,
      },
    ],
    skim: skimTo === 'keep' ? { to: 'lot' as const, lotId: newId() } : { to: 'use' as const, use: skimTo },
    celsius,
    flushMass,
    spilledMass,
    details: {
      screw: Number(draft.screw),
      flow: flows[draft.flow].flow,
      milkCelsius: celsius,
      ...(elapsedSeconds === undefined ? {} : { minutes: Math.round(elapsedSeconds / 6) / 10 }),
      ...(testedSkimFat === undefined ? {} : { skimFat: testedSkimFat }),
      ...(discsIn && discsOut ? { discsIn, discsOut } : {}),
      ...(machine ? { separatorId: machine.id } : {}),
    },
  };
}
