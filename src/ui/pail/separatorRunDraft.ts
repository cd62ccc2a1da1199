import type { Use } from '@/core/byProducts/uses';
import { creamDensity } from '@/core/dairy/creamDensity';
import {
  balanceOfRun,
  balanceSd,
  coldestMilk,
  outCelsius,
  usualFat,
  usualSkimFat,
} from '@/core/separating/separatorRun';
import type { UnitSystem } from '@/core/quantities/units';
import type { PailView } from '@/server/pail/views';
import type { Understood } from '../quantity/understand';
import { understand } from '../quantity/understand';
import type { LotNow } from '../standing/lotNow';

export const screws = ['-2', '-1', '0', '1', '2'] as const;
export const flows = {
  slow: { name: 'Slower', flow: 0.75 },
  rated: { name: 'As rated', flow: 1 },
  fast: { name: 'Faster', flow: 1.25 },
};
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
  // What should not be poured together with anything is never chosen unasked.
  const good = milk.filter(({ judged }) => judged.mayNot.pour === undefined);
  const warm = good.filter(({ celsius }) => celsius >= coldestMilk);
  return warm.length > 0 ? warm : good.slice(0, 1);
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
  const balance = balanceOfRun({ milk, flushMass, spilledMass, creamMass, skimMass, skimFat: leftIn });
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
    ...balance,
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
    // Started cold with the caution in sight.
    ...(celsius < coldestMilk ? { cold: true } : {}),
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
