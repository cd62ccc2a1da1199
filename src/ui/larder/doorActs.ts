import type { BatchFacts } from '@/core/churning/batchEvents';
import { splitLoads } from '@/core/churning/splitLoads';
import { tools } from '@/core/churning/tools';
import { creamDensity } from '@/core/dairy/creamDensity';
import { richestCream } from '@/core/dairy/creamFat';
import { pooledMilkFat } from '@/core/dairy/milkIn';
import type { DoorPlan, DoorStep } from '@/core/jot/planDoor';
import { jugError } from '@/core/quantities/measuring';
import { fatOfCut } from '@/core/separating/cutBetween';
import type { DoorView } from '@/server/larder/views';
import { newId } from '../outbox/newId';
import { usualSkimUse } from '../pail/usual';

/** One act of a page: the command and what it is told. */
export interface DoorAct {
  name: string;
  input: Record<string, unknown>;
  date: string;
}

/** Cream that came in without its milk, and what a separator catches, mass fractions (engineering estimates). */
const unknownCream = { fat: 0.3, sd: 0.05 };
const caught = 0.97;
/** How far cream of a page is known: its amount as a share, and its fat (engineering estimates). */
const spread = { amount: 0.03, fat: 0.035 };
/** Churning for as long as nobody wrote down, and what comes after it, min (engineering estimates). */
const after = { unknown: 30, drained: 5, weighed: 20, packed: 25 };
/** Salt where only “salted” was written, of the finished butter (handbook §6.11, the middle). */
const usualSalt = 0.016;
const usualCelsius = 14;

/**
 * The acts of a page, ready to be written down: what nobody wrote is as it usually is here.
 * @param secondsAt the moment of an hour of a day where the farm is, s since 1970
 * @param now nothing is later than this, s
 */
export function doorActs(
  { steps }: DoorPlan,
  view: DoorView,
  { secondsAt, now }: { secondsAt: (date: string, hour: number) => number; now: number },
): DoorAct[] {
  const made: { lotId: string; fat: number; mass: number }[] = [];
  const milked = view.animals.filter((animal) => animal.milked);
  const separates = view.separations[0]?.way === 'separator';
  const acts: DoorAct[] = [];
  steps.forEach((step, i) => {
    const { date } = step;
    // Of today, what is to come has just been: in its order, a minute apart.
    const atSeconds = Math.min(secondsAt(date, step.hour), now - 60 * (steps.length - i));
    const lotId = newId();
    const add = (name: string, input: Record<string, unknown>) => acts.push({ name, input, date });
    switch (step.kind) {
      case 'milk':
        made.push({ lotId, mass: step.mass, fat: pooledMilkFat(milked, date).fat });
        add('milk.in', { lotId, from: 'herd', mass: step.mass, massSd: jugError * step.mass, amountTyped: step.typed.slice(0, 80), atSeconds, place: 'fridge' });
        break;
      case 'cream':
        made.push({ lotId, mass: step.mass, fat: unknownCream.fat });
        add('cream.in', { lotId, mass: step.mass, fat: unknownCream.fat, fatSd: unknownCream.sd, fatMethod: 'gravity', treatment: 'raw', bought: false, atSeconds });
        break;
      case 'skim': {
        const milk = step.of.map((at) => made[at]!);
        const milkFat = milk.reduce((sum, { mass, fat }) => sum + mass * fat, 0) / step.milkMass;
        const fat = separates
          ? Math.min(richestCream, (caught * milkFat * step.milkMass) / step.mass)
          : fatOfCut(step.milkMass, milkFat, step.mass);
        made.push({ lotId, mass: step.mass, fat });
        add('milk.separate', {
          way: separates ? 'separator' : 'ladle',
          from: milk.map(({ lotId: of }) => ({ lotId: of })),
          cuts: [{ lotId, mass: step.mass, fat, fatSd: spread.fat }],
          skim: { to: 'use', use: usualSkimUse(view.separations) },
          atSeconds,
          ...(separates ? { celsius: 36 } : {}),
        });
        break;
      }
      case 'churn':
        made.push({ lotId, mass: 0, fat: 0 });
        churn(step, atSeconds, add);
        break;
    }
  });
  return acts;

  function churn(
    { of, creamMass, celsius, minutes, butter }: Extract<DoorStep, { kind: 'churn' }>,
    atSeconds: number,
    add: (name: string, input: Record<string, unknown>) => unknown,
  ): void {
    const cream = of.map((at) => made[at]!);
    const creamFat = cream.reduce((sum, { mass, fat }) => sum + mass * fat, 0) / creamMass;
    const own = view.vessels.find(({ kind }) => kind === 'churn');
    const { last } = view;
    const tool = last?.tool ?? own?.tool ?? 'jar';
    const capacity = last?.capacity ?? own?.capacity ?? tools[tool].usualVolume;
    const temperature = celsius ?? last?.temperature ?? usualCelsius;
    const creamVolume = creamMass / creamDensity(Math.min(0.6, creamFat), temperature);
    const facts: BatchFacts = {
      creamMass,
      creamMassSd: spread.amount * creamMass,
      creamVolume,
      amountTyped: 'from the page on the door',
      creamFat: Math.min(richestCream, creamFat),
      creamFatSd: spread.fat,
      fatMethod: 'gravity',
      temperature,
      temperatureAssumed: celsius === undefined,
      ripened: false,
      treatment: 'raw',
      homogenised: false,
      hardness: view.farm.fatHardness,
      tool,
      vesselId: last?.vesselId ?? own?.id ?? null,
      capacity,
      loads: splitLoads(creamVolume, capacity).loads,
      usualSalt: last?.usualSalt ?? { way: 'none' },
      usualStorage: last?.usualStorage ?? 'fridge',
    };
    const batchId = newId();
    add('batch.begin', {
      batchId,
      creamLotId: newId(),
      startedEventId: newId(),
      startedAtSeconds: atSeconds,
      facts,
      fromLots: cream.map(({ lotId: from }) => ({ lotId: from })),
    });
    const took = minutes ?? after.unknown;
    // The churning and what came after it end before now, however late it was begun.
    const scale = Math.min(1, (now - atSeconds) / (60 * (took + after.packed + 1)));
    const at = (minute: number) => atSeconds + 60 * minute * scale;
    const salting = butter.salted ? { way: 'share', share: usualSalt, kind: view.farm.usualSalt ?? 'fine' } : { way: 'none' };
    const events = [
      ...(minutes === undefined ? [] : [{ kind: 'mark', stage: 'break', atSeconds: at(took) }]),
      { kind: 'drained', measured: 'skipped', atSeconds: at(took + after.drained) },
      {
        kind: 'portion',
        portionId: newId(),
        name: 'Butter',
        mass: butter.mass,
        massSd: 2,
        measured: 'scale',
        saltMass: butter.salted ? usualSalt * butter.mass : 0,
        salting,
        additions: [],
        storage: 'fridge',
        atSeconds: at(took + after.weighed),
      },
      { kind: 'packed', atSeconds: at(took + after.packed) },
    ].map((event) => ({ id: newId(), ...event }));
    add('batch.record', { batchId, events });
  }
} // prettier-ignore
