import { percent } from '../quantities/formatQuantity';
import { CalculationError } from '../calculationError';
import { creamDensity } from '../dairy/creamDensity';
import { thinCream } from '../dairy/creamFat';
import type { Contents } from './contents';
import { changed } from './contents';
import type { ChurnConditions, Happening } from './simulateChurn';
import { churnOf, tools } from './tools';
import type { ChurnHappening, ChurnInput, Load } from './churnInput.calc';
import { wholeGrams } from '../quantities/whole';

/** A cold kitchen or dairy, °C (engineering estimate). */
export const usualRoom = 18;
/** Homogenised, UHT or stabilised cream: 1.3 times slower, its spread doubled (handbook §6.1). */
export const homogenisedFactor = 1.3;

/**
 * How readily heat passes to cream that stands, against the same vessel in still air: U of 10 W/m²K in air, 8 in a
 * fridge, 55 in water (docs/models.md, Heat). Set cream only conducts: water is then no more than 1.8 times air.
 */
const paused = { air: 1, fridge: 0.8, water: 5.5 } as const;
const pausedSet = { air: 0.75, fridge: 0.65, water: 1.8 } as const;

/** How readily heat passes to this load while it stands, W/K per kg. */
export const exchangePaused = (
  { tool, ripened }: Pick<ChurnInput, 'tool' | 'ripened'>,
  place: keyof typeof paused,
): number => tools[tool].exchange * (ripened ? pausedSet : paused)[place];

/** What is in the churn at the start. */
function atTheStart({ creamMass, creamFat, temperature: celsius, tool, capacity: given }: Load): Contents {
  const capacity = given ?? tools[tool].usualVolume;
  const fill = creamMass / creamDensity(creamFat, celsius) / capacity;
  return { mass: creamMass, fat: creamFat, capacity, fill };
}

/** Share of the vessel that the cream fills at the start. */
export const fillOf = (load: Load): number => atTheStart(load).fill;

/** What is in the churn, and which it is, after everything that was done to the load until a minute on its clock. */
export function inChurn(
  load: Load & Pick<ChurnInput, 'happenings'>,
  atMinutes = Infinity,
): Contents & { tool: ChurnInput['tool'] } {
  let contents = atTheStart(load);
  let { tool } = load;
  for (const one of load.happenings.toSorted((a, b) => a.atMinutes - b.atMinutes)) {
    if (one.atMinutes > atMinutes || one.kind === 'pause' || one.kind === 'reading' || one.kind === 'speed')
      continue;
    contents = changed(contents, one);
    if (one.kind === 'move') ({ tool } = one);
  }
  return { ...contents, tool };
}

/**
 * The conditions of the model for a load churned at a pace.
 * @param logPace logarithm of this churning's break time over the tool's usual
 */
export function conditionsOf(input: ChurnInput, logPace = 0): ChurnConditions {
  const pace = Math.exp(logPace) * (input.homogenised ? homogenisedFactor : 1);
  const { capacity, fill } = atTheStart(input);
  const churnAt = (tool: ChurnInput['tool']) => churnOf(tool, tools[tool].medianBreakMinutes * pace);
  return {
    churn: churnAt(input.tool),
    mass: input.creamMass,
    fat: input.creamFat,
    temperature: input.temperature,
    roomTemperature: input.roomTemperature,
    fill,
    capacity,
    ripened: input.ripened,
    hardness: input.hardness,
    crystallised: input.crystallised,
    happenings: input.happenings.map((one): Happening => {
      const atSeconds = one.atMinutes * 60;
      if (one.kind === 'pause')
        return {
          kind: 'stand',
          atSeconds,
          seconds: one.minutes * 60,
          temperature: one.temperature,
          exchange: exchangePaused(input, one.in),
        };
      if (one.kind === 'move')
        return {
          kind: 'move',
          atSeconds,
          churn: churnAt(one.tool),
          capacity: one.capacity,
        };
      return { ...one, atSeconds };
    }),
  };
}

/** Minutes spent paused before a minute on the clock. */
export function pausedBefore(all: readonly ChurnHappening[], clockMinutes: number): number {
  return all.reduce(
    (sum, one) =>
      one.kind === 'pause' ? sum + Math.max(0, Math.min(one.minutes, clockMinutes - one.atMinutes)) : sum,
    0,
  );
}

/** The minute on the clock at which so many minutes have been churned: what stood in between stood as long as it stood. */
export function clockAfter(all: readonly ChurnHappening[], churnedMinutes: number): number {
  return all
    .filter((one) => one.kind === 'pause')
    .toSorted((a, b) => a.atMinutes - b.atMinutes)
    .reduce((clock, { atMinutes, minutes }) => (clock > atMinutes ? clock + minutes : clock), churnedMinutes);
}

/** A vessel cannot be fuller than its brim; an open one throws cream out from here on (handbook §6.4). */
const mostOpen = 0.8;

/** @throws {CalculationError} when the vessel cannot hold the cream while it is churned */
export function refuseOverfull(load: Load): void {
  const fill = fillOf(load);
  const tool = tools[load.tool];
  const most = tool.closed ? 1 : mostOpen;
  if (fill <= most) return;
  const capacity = Math.round(load.capacity ?? tool.usualVolume);
  throw new CalculationError(
    `creamMass: ${wholeGrams(load.creamMass)} fill ${capacity} mL to ${percent(fill, 0)}${tool.closed ? '; half is the advice, and a full vessel the most.' : ': it would overflow; half is the advice, and 80 % the most.'}`,
    'creamMass',
  );
}

/** Minutes after which a churning that has not broken is called stuck, as a multiple of its usual time. */
export const patience = 8;
/** Thin cream takes several times as long as rich cream, and is churned all the same: it is given longer (handbook §3). */
const patienceWithThin = 16;

/**
 * Longest the model is run for a load, s on the clock: a maker's patience from the start, and once more from the last thing that
 * was done to it, which may have been what it wanted.
 */
export function longestSeconds(input: ChurnInput, logPace = 0): number {
  const median = tools[input.tool].medianBreakMinutes * Math.exp(logPace);
  const times = input.creamFat < thinCream ? patienceWithThin : patience;
  const patient = times * Math.max(median, 2);
  const paused = pausedBefore(input.happenings, Infinity);
  const done = input.happenings.filter(({ kind }) => kind !== 'reading');
  const last = Math.max(0, ...done.map((one) => one.atMinutes + (one.kind === 'pause' ? one.minutes : 0)));
  return 60 * (patient + Math.max(paused, last));
}
