import { percent } from '../quantities/formatQuantity';
import * as v from 'valibot';
import { calculation, positive } from '../calculation';
import { CalculationError } from '../calculationError';
import { ranked } from '../prediction';
import { predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import type { Network } from './network';
import { networkEntries } from './network';
import { product } from '../statistics/leastSquares';
import type { Fit, Residual } from './reconcile';
import { fitNetwork, suspectAt } from './reconcile';

/** Chance with which an error called noticeable is noticed, and its point of the standard normal. */
const noticed = 0.9;
const noticedAt = 1.2816;
/** How much better a measurement could be taken with care: half its spread (engineering estimate). */
const careful = 0.5;
/** A fat test on a stream nobody tested, standard deviation as a fraction (Babcock or Gerber on cream, handbook §6.1). */
const newFatTest = 0.005;
/** A scale under a stream nobody weighed: relative standard deviation (handbook §6.9). */
const newScale = 0.005;

export interface Power extends Predicted {
  /** For every measurement, the error that would be noticed nine times in ten; absent where nothing checks it. */
  measurements: { id: string; noticeable?: number; relative?: number }[];
  /** What one better measurement would do for noticing an error in `goal`, the most helpful first. */
  better: { id: string; sd: number; new: boolean; noticeable?: number; gain: number }[];
  goal: string;
  chance: number;
}

/**
 * How large an error in each measurement could be noticed at all with these measurements, and which one better or further
 * measurement would help most. An error δ shifts the standardised residual by δ·√(checked)/sd; it is noticed when that
 * passes 1.96 (Narasimhan & Jordache, Data Reconciliation and Gross Error Detection, 2000, ch. 7).
 * @param goal measurement whose error matters most; the weight of the butter if there is one
 * @throws {CalculationError} as reconciling does, and when `goal` is no measurement
 */
export function reconcilePower({ goal: wanted, ...network }: Network & { goal?: string }): Power {
  const fit = fitNetwork(network);
  const { residuals } = fit;
  const goal = wanted ?? residuals.find(({ id }) => id === 'butter.mass')?.id ?? residuals[0]!.id;
  const target = residuals.find(({ id }) => id === goal);
  if (!target)
    throw new CalculationError(
      `goal: “${goal}” is not one of the measurements: ${residuals.map(({ id }) => id).join(', ')}.`,
      'goal',
    );
  const now = noticeable(target);
  const values = new Map<string, number>(
    network.streams.flatMap(({ id, mass, fat }) => [
      ...(mass ? [[`${id}.mass`, mass.value] as const] : []),
      ...(fat ? [[`${id}.fat`, fat.value] as const] : []),
    ]),
  );
  const known = howKnown(network, fit, goal);
  const better = candidates(network, fit)
    .map(({ id, of, sd, fresh, worth }) => {
      const then = noticeable(
        id === goal
          ? { ...target, sd, checked: 1 - length(known) / (1 + worth * length(known)) / (sd * sd) }
          : // What is learned of it by one more measurement of something else (Sherman & Morrison, 1950).
            {
              ...target,
              checked:
                target.checked +
                (worth * product(known, of) ** 2) / (1 + worth * length(of)) / target.sd ** 2,
            },
      );
      const gain = then === undefined ? 0 : now === undefined ? 1 : Math.min(1, Math.max(0, 1 - then / now));
      return { id, sd, new: fresh, ...(then === undefined ? {} : { noticeable: then }), gain };
    })
    .filter(({ gain }) => gain > 0.01)
    .sort((one, other) => other.gain - one.gain);
  return {
    goal,
    chance: noticed,
    measurements: residuals.map((one) => {
      const size = noticeable(one);
      const value = values.get(one.id)!;
      return {
        id: one.id,
        ...(size === undefined ? {} : { noticeable: size, ...(value > 0 ? { relative: size / value } : {}) }),
      };
    }),
    better,
    reasons: ranked(
      better.length > 0
        ? better.slice(0, 4).map(({ id, gain, new: fresh }) => ({
            says: `${fresh ? 'Measuring' : 'Measuring more carefully'} ${id.replace('.', ' ')}: an error ${percent(gain, 0)} smaller shows.`,
            weight: gain,
          }))
        : [{ says: 'No single better measurement would help much.', weight: 1 }],
    ),
    cautions: [],
  };
}

/** The error noticed nine times in ten, in the measurement's own unit; undefined where nothing checks it. */
const noticeable = ({ sd, checked }: Residual): number | undefined =>
  checked > 1e-6 ? (sd * (suspectAt + noticedAt)) / Math.sqrt(checked) : undefined;

const length = (one: Float64Array): number => product(one, one);

function howKnown({ streams }: Network, fit: Fit, goal: string): Float64Array {
  const kind = goal.endsWith('.mass') ? 'mass' : 'fat';
  return fit.known(
    streams.findIndex(({ id }) => `${id}.${kind}` === goal),
    kind,
  );
}

/** Every single measurement that could be made better, or made at all, and what it would add: 1/sd² more than there is. */
function candidates({ streams }: Network, fit: Fit) {
  return streams.flatMap((stream, i) =>
    (['mass', 'fat'] as const).map((kind) => {
      const measured = stream[kind];
      const sd = measured
        ? measured.sd * careful
        : kind === 'fat'
          ? newFatTest
          : Math.max(1, newScale * Math.abs(fit.streams[i]!.mass));
      return {
        id: `${stream.id}.${kind}`,
        of: fit.known(i, kind),
        sd,
        fresh: !measured,
        worth: 1 / (sd * sd) - (measured ? 1 / (measured.sd * measured.sd) : 0),
      };
    }),
  );
}

export const reconcilePowerCalculation = calculation({
  name: 'reconcile.power',
  says: 'How large an error in each measurement could be noticed, and which better one would help most.',
  input: v.strictObject({ ...networkEntries, goal: v.optional(v.string()) }),
  output: v.object({
    measurements: v.array(
      v.object({ id: v.string(), noticeable: v.optional(positive), relative: v.optional(positive) }),
    ),
    better: v.array(
      v.object({
        id: v.string(),
        sd: v.number(),
        new: v.boolean(),
        noticeable: v.optional(positive),
        gain: v.number(),
      }),
    ),
    goal: v.string(),
    chance: v.number(),
    ...predictedEntries,
  }),
  run: reconcilePower,
});
