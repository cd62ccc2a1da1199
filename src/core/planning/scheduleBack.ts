import normalCdf from '@stdlib/stats-base-dists-normal-cdf';
import * as v from 'valibot';
import { calculation } from '../calculation';
import { CalculationError } from '../calculationError';
import { ranked } from '../prediction';
import { predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import { wholeMinutes } from '../quantities/whole';
import { decimal } from '../quantities/formatQuantity';

/** Minutes on any one count; two weeks either way. */
const minute = v.pipe(
  v.number(),
  v.minValue(-20_160, 'minutes within two weeks.'),
  v.maxValue(20_160, 'minutes within two weeks.'),
);
const span = v.pipe(
  v.number(),
  v.minValue(0, 'minutes, zero or more.'),
  v.maxValue(20_160, 'at most two weeks, in minutes.'),
);
const name = v.pipe(v.string(), v.minLength(1, 'a name is needed.'), v.maxLength(60, 'at most 60 letters.'));
const litres = v.pipe(
  v.number(),
  v.minValue(0, 'a volume of zero or more, in mL.'),
  v.maxValue(1e7, 'at most 10 000 L, in mL.'),
);
const windows = v.pipe(
  v.array(v.strictObject({ from: minute, to: minute })),
  v.maxLength(500, 'at most 500.'),
);

const scheduleInput = v.strictObject({
  /** In the order of the work. */
  steps: v.pipe(
    v.array(
      v.strictObject({
        name,
        minutes: span,
        /** Standard deviation. */
        sd: v.optional(span, 0),
        /** Someone has to be there. */
        attended: v.optional(v.boolean(), false),
        /** Of a step that goes on by itself: minutes at its start in which somebody has to be there. */
        hands: v.optional(span, 0),
        vessel: v.optional(name),
        /** mL that stand in the fridge meanwhile. */
        fridge: v.optional(litres, 0),
        /** Longest it may wait for the next step. */
        maxWait: v.optional(span),
      }),
    ),
    v.minLength(1, 'at least one step is needed.'),
    v.maxLength(60, 'at most 60 steps.'),
  ),
  readyBy: minute,
  now: v.optional(minute),
  /** When someone is free; always, if it is left out. */
  free: v.optional(windows),
  /** Vessels that are taken, and fridge space that is. */
  taken: v.optional(
    v.pipe(
      v.array(v.strictObject({ vessel: name, from: minute, to: minute })),
      v.maxLength(500, 'at most 500.'),
    ),
    [],
  ),
  fridgeSpace: v.optional(litres),
});
export type ScheduleInput = v.InferOutput<typeof scheduleInput>;

interface PlannedStep {
  name: string;
  start: number;
  end: number;
  /** Later than this and it will not be ready nine times in ten. */
  latestStart: number;
  /** Minutes it stands before the next one. */
  wait: number;
}

export interface Schedule extends Predicted {
  steps: PlannedStep[];
  /** Chance of being ready in time if everything starts as planned. */
  chance: number;
  conflicts: {
    step: string;
    why: 'noFreeTime' | 'vesselTaken' | 'fridgeFull' | 'waitsTooLong' | 'alreadyLate';
    says: string;
  }[];
}

/** Spare time kept for nine times in ten, standard deviations. */
const surely = 1.2816;

/**
 * Latest starts for a time at which it has to be ready: back from the end, step by step, each moved earlier until someone is free
 * and its vessel too, with spare time for what is uncertain. What cannot be is named.
 */
export function scheduleBack(input: ScheduleInput): Schedule {
  const { steps, readyBy, now, free, taken, fridgeSpace } = input;
  for (const [key, list] of [
    ['free', free ?? []],
    ['taken', taken],
  ] as const)
    list.forEach((one, i) => {
      if (one.to <= one.from)
        throw new CalculationError(
          `${key}.${i}.to: ${one.to} was given; it has to be after from, ${one.from}.`,
          `${key}.${i}.to`,
        );
    });
  if (now !== undefined && readyBy < now)
    throw new CalculationError(
      `readyBy: ${readyBy} was given, which is ${now - readyBy} min ago: a time to come is needed.`,
      'readyBy',
    );
  const conflicts: Schedule['conflicts'] = [];
  const planned: PlannedStep[] = [];
  let before = readyBy;
  let variance = 0;
  for (let i = steps.length - 1; i >= 0; i -= 1) {
    const step = steps[i]!;
    // Spare time grows with the root of what is uncertain from here on.
    const spareAfter = surely * Math.sqrt(variance);
    variance += step.sd ** 2;
    const spare = surely * Math.sqrt(variance) - spareAfter;
    const latest = before - step.minutes - spare;
    const { start, why } = placed(step, latest, input);
    if (why) conflicts.push({ step: step.name, why, says: conflictWords(step.name, why) });
    const end = start + step.minutes;
    const wait = before - end;
    if (step.maxWait !== undefined && wait > step.maxWait + spare + 1e-9)
      conflicts.push({
        step: step.name,
        why: 'waitsTooLong',
        says: `${step.name} would stand ${wholeMinutes(wait)} before the next step; ${step.maxWait} is the most.`,
      });
    if (fridgeSpace !== undefined && step.fridge > fridgeSpace)
      conflicts.push({
        step: step.name,
        why: 'fridgeFull',
        says: `${step.name} wants ${decimal(step.fridge / 1000, 1)} L of the fridge; ${decimal(fridgeSpace / 1000, 1)} L is free.`,
      });
    planned.unshift({ name: step.name, start, end, latestStart: latest, wait });
    before = start;
  }
  const first = planned[0]!;
  if (now !== undefined && first.start < now)
    conflicts.push({
      step: first.name,
      why: 'alreadyLate',
      says: `${first.name} should have begun ${wholeMinutes(now - first.start)} ago: want it later, or take a quicker way.`,
    });
  const slack = planned.reduce((sum, one) => sum + Math.max(0, one.wait), 0);
  const late = now === undefined ? 0 : Math.max(0, now - first.start);
  const sd = Math.sqrt(variance);
  const chance = sd > 0 ? normalCdf((slack - late) / sd, 0, 1) : slack >= late ? 1 : 0;
  return {
    steps: planned,
    chance,
    conflicts,
    reasons: ranked(
      steps.map((step) => ({
        says: `${step.name}: ${wholeMinutes(step.minutes)}, give or take ${decimal(step.sd, 0)}.`,
        weight: step.sd + 0.02 * step.minutes,
      })),
    ),
    cautions: [],
  };
}

/** The latest start at or before `latest` at which someone is free and the vessel is. */
function placed(
  step: ScheduleInput['steps'][number],
  latest: number,
  { free, taken }: ScheduleInput,
): { start: number; why?: 'noFreeTime' | 'vesselTaken' } {
  let start = latest;
  // What a taken vessel pushed to where nobody is there is the vessel’s doing.
  let pushed = false;
  for (let round = 0; round < 1000; round += 1) {
    const blocking = taken.find(
      (one) => one.vessel === step.vessel && one.from < start + step.minutes && one.to > start,
    );
    if (blocking) {
      start = blocking.from - step.minutes;
      pushed = true;
      continue;
    }
    const hands = step.attended ? step.minutes : step.hands;
    if ((step.attended || hands > 0) && free) {
      const inside = free.some(({ from, to }) => from <= start + 1e-9 && to >= start + hands - 1e-9);
      if (!inside) {
        const fits = free
          .map(({ from, to }) => ({ from, start: Math.min(start, to - hands) }))
          .filter((one) => one.start >= one.from - 1e-9 && one.start < start - 1e-9)
          .sort((a, b) => b.start - a.start)[0];
        if (!fits) return { start: latest, why: pushed ? 'vesselTaken' : 'noFreeTime' };
        start = fits.start;
        continue;
      }
    }
    return { start };
  }
  return { start: latest, why: 'vesselTaken' };
}

const conflictWords = (step: string, why: 'noFreeTime' | 'vesselTaken'): string =>
  why === 'noFreeTime'
    ? `Nobody is free for ${step} early enough.`
    : `Its vessel is never free for ${step} early enough.`;

export const scheduleBackCalculation = calculation({
  name: 'schedule.back',
  says: 'Latest starts of every step for a time at which it has to be ready, with what stands in the way.',
  input: scheduleInput,
  output: v.object({
    steps: v.array(
      v.object({
        name: v.string(),
        start: v.number(),
        end: v.number(),
        latestStart: v.number(),
        wait: v.number(),
      }),
    ),
    chance: v.number(),
    conflicts: v.array(
      v.object({
        step: v.string(),
        why: v.picklist(['noFreeTime', 'vesselTaken', 'fridgeFull', 'waitsTooLong', 'alreadyLate']),
        says: v.string(),
      }),
    ),
    ...predictedEntries,
  }),
  run: scheduleBack,
});
