import { decimal, percent } from '../quantities/formatQuantity';
import * as v from 'valibot';
import { between, calculation, positive, positiveMass } from '../calculation';
import { CalculationError } from '../calculationError';
import { creamDensity } from '../dairy/creamDensity';
import type { Caution } from '../keeping/cautions';
import { heatedShare } from './heatedShare';
import { ranked } from '../prediction';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import { ninety } from '../quantities/estimate';
import type { Estimate } from '../quantities/estimate';
import type { Column, StandingMilk } from './creamRise';
import { cutAt, heightOf, riseCream } from './creamRise';
import { wholeCelsius, wholeMillimetres } from '../quantities/whole';

const diameter = v.pipe(positive, v.maxValue(3000, 'at most 3 m, in mm.'));
const atHours = v.pipe(
  v.number(),
  v.minValue(0, 'hours, zero or more.'),
  v.maxValue(168, 'at most a week, in hours.'),
);
const milkFat = v.pipe(
  v.number(),
  v.gtValue(0, 'milk fat above 0 and up to 12 % is allowed (0.12).'),
  v.maxValue(0.12, 'milk fat above 0 and up to 12 % is allowed (0.12).'),
);

const riseInput = v.strictObject({
  milkMass: positiveMass,
  milkFat,
  temperature: between(0, 40, 'milk from 0 to 40 °C stands.'),
  species: v.optional(v.picklist(['cow', 'buffalo', 'sheep', 'goat']), 'cow'),
  /** Not at all; so that nothing gathers it any more (boiled, homogenised); or how hot and how long. */
  heated: v.optional(
    v.union([
      v.boolean(),
      v.strictObject({
        celsius: between(50, 130, 'from 50 to 130 °C.'),
        minutes: v.pipe(
          v.number(),
          v.gtValue(0, 'some time, in minutes.'),
          v.maxValue(600, 'at most ten hours.'),
        ),
      }),
    ]),
    false,
  ),
  /** mm, inside; one diameter is a cylinder. */
  vessel: v.strictObject({
    bottomDiameter: diameter,
    topDiameter: v.optional(diameter),
    height: v.pipe(positive, v.maxValue(3000, 'at most 3 m, in mm.')),
  }),
  hours: atHours,
  /** mm below the surface. */
  ladleDepths: v.optional(
    v.pipe(
      v.array(
        v.pipe(
          v.number(),
          v.minValue(0, 'mm below the surface, zero or more.'),
          v.maxValue(3000, 'at most 3 m, in mm.'),
        ),
      ),
      v.maxLength(100, 'at most 100 depths.'),
    ),
    [],
  ),
  happenings: v.optional(
    v.pipe(
      v.array(
        v.variant('kind', [
          v.strictObject({ kind: v.literal('topUp'), atHours, mass: positiveMass, fat: milkFat }),
          v.strictObject({ kind: v.literal('draw'), atHours, mass: positiveMass }),
        ]),
      ),
      v.maxLength(100, 'at most 100 happenings.'),
    ),
    [],
  ),
  /** Where the maker's ladle really stopped at the blue, against the line foreseen, mm each. */
  stops: v.optional(
    v.pipe(
      v.array(v.strictObject({ foreseen: positive, stopped: positive })),
      v.maxLength(1000, 'at most 1000.'),
    ),
    [],
  ),
});
export type RiseInput = v.InferOutput<typeof riseInput>;

interface Cut {
  ladleDepth: number;
  creamMass: number;
  creamFat: number;
  skimFat: number;
  recovery: Estimate;
}

export interface CreamRise extends Predicted {
  /** mm of milk standing. */
  depth: number;
  /** Below the surface; absent until a line shows. */
  lineDepth?: Estimate;
  /** Fat of the column from the bottom up: mm above the bottom, mass fraction. */
  profile: { height: number; fat: number }[];
  cuts: Cut[];
  /** The ladle set at the line. */
  atLine?: Cut;
  /** g of fat more above the line for standing six hours longer. */
  waitingGains: number;
}

/** How fast cream rises against the model, and how well makers see the line: standard deviations of the logarithm (engineering estimates). */
const speedSpread = 0.25;
const treatedSpread = 0.5;
const lineSpread = 0.25;
const stopScatter = 0.2;
const longer = 6;
/** Milk shallower than this is a film, mm. */
const shallowest = 5;

/** How much deeper this maker's line is than the model's: logarithm, learned from where the ladle really stopped. */
export function learnLine(stops: RiseInput['stops']): { mean: number; sd: number } {
  // Conjugate normal on the logarithm (Gelman et al., Bayesian Data Analysis, 2013, §2.5), each stop cut at a factor of 2.5.
  const most = Math.log(2.5);
  const logs = stops.map(({ foreseen, stopped }) =>
    Math.max(-most, Math.min(most, Math.log(stopped / foreseen))),
  );
  const precision = 1 / lineSpread ** 2 + logs.length / stopScatter ** 2;
  return {
    mean: logs.reduce((sum, one) => sum + one, 0) / stopScatter ** 2 / precision,
    sd: Math.sqrt(1 / precision),
  };
}

/**
 * Cream on standing milk: its line, the fat of every layer, what a ladle at any depth takes and leaves, and what waiting
 * gains, by {@link riseCream} at the time given and at the times that a slower and a faster rise make of it.
 * @param progress called now and then with the share done; may throw to stop
 * @throws {CalculationError} when the milk does not fit the vessel
 */
export function creamRise(input: RiseInput, progress?: (share: number) => void): CreamRise {
  const { bottomDiameter, height } = input.vessel;
  const milk: StandingMilk = {
    vessel: { bottomDiameter, topDiameter: input.vessel.topDiameter ?? bottomDiameter, height },
    mass: input.milkMass,
    fat: input.milkFat,
    temperature: input.temperature,
    species: input.species,
    heated: input.heated,
    happenings: input.happenings,
  };
  const stands = heightOf(milk.vessel, milk.mass / creamDensity(milk.fat, milk.temperature));
  if (stands > height * 1.001)
    throw new CalculationError(
      `vessel.height: ${height} mm was given; this milk would stand ${wholeMillimetres(stands)} high.`,
      'vessel.height',
    );
  if (stands < shallowest)
    throw new CalculationError(
      `milkMass: ${input.milkMass} g would stand ${decimal(stands, 1)} mm deep in this vessel; at least ${shallowest} mm is needed.`,
      'milkMass',
    );
  const lost = heatedShare(input.heated);
  // Nobody knows to a quarter what heating left.
  const unsure = Math.hypot(speedSpread, lost > 0.02 && lost < 0.98 ? treatedSpread : 0);
  const slower = input.hours * Math.exp(-ninety * unsure);
  const faster = input.hours * Math.exp(ninety * unsure);
  const times = [
    slower,
    input.hours,
    ...(input.hours + longer < faster ? [input.hours + longer, faster] : [faster, input.hours + longer]),
  ];
  const columns = riseCream(milk, times, undefined, progress);
  const at = (hours: number): Column => columns[times.indexOf(hours)]!;
  const [late, now, early, later] = [at(slower), at(input.hours), at(faster), at(input.hours + longer)];
  const cut = (ladleDepth: number): Cut => {
    const { creamMass, creamFat, skimFat, recovery } = cutAt(now, ladleDepth);
    const others = [cutAt(late, ladleDepth).recovery, recovery, cutAt(early, ladleDepth).recovery];
    return {
      ladleDepth,
      creamMass,
      creamFat,
      skimFat,
      recovery: { low: Math.min(...others), mid: recovery, high: Math.max(...others) },
    };
  };
  const learned = learnLine(input.stops);
  const line = now.lineDepth === undefined ? undefined : now.lineDepth * Math.exp(learned.mean);
  const fatAbove = (column: Column) =>
    column.lineDepth === undefined
      ? 0
      : cutAt(column, column.lineDepth).recovery * input.milkMass * input.milkFat;
  return {
    depth: now.depth,
    ...(line === undefined
      ? {}
      : {
          lineDepth: {
            low: line * Math.exp(-ninety * Math.hypot(learned.sd, 0.1)),
            mid: line,
            high: Math.min(now.depth, line * Math.exp(ninety * Math.hypot(learned.sd, 0.1))),
          },
          atLine: cut(line),
        }),
    profile: now.slices.map(({ from, to, fat }) => ({ height: (from + to) / 2, fat })),
    cuts: input.ladleDepths.map(cut),
    waitingGains: Math.max(0, fatAbove(later) - fatAbove(now)),
    reasons: ranked(riseReasons(input, now)),
    cautions: standingCautions(input),
  };
}

function riseReasons({ species, heated, temperature, hours, stops }: RiseInput, { depth }: Column) {
  return [
    { says: `${decimal(hours, 1)} h at ${wholeCelsius(temperature)}.`, weight: 2 },
    ...(heatedShare(heated) > 0.9
      ? [{ says: 'Heated or homogenised milk has lost what gathers its fat: it hardly creams.', weight: 4 }]
      : heatedShare(heated) > 0.1
        ? [
            {
              says: `Heated so, milk has lost about ${percent(Math.round(heatedShare(heated) * 20) / 20)} of what gathers its fat; how much, nobody knows well.`,
              weight: 4,
            },
          ]
        : species !== 'cow'
          ? [
              {
                says: `Milk of this ${species} lacks most of what gathers fat in the cold: use a separator.`,
                weight: 3,
              },
            ]
          : []),
    ...(temperature > 12
      ? [{ says: 'Warm milk gathers its fat badly: cold milk creams better.', weight: 2 }]
      : []),
    ...(depth > 250 ? [{ says: `${wholeMillimetres(depth)} is a long way to rise.`, weight: 1.5 }] : []),
    ...(stops.length > 0 ? [{ says: `Your own ladle’s last ${stops.length} stops.`, weight: 1 }] : []),
  ];
}

function standingCautions({ temperature, hours }: RiseInput): Caution[] {
  return temperature > 7
    ? [
        {
          key: 'cold-chain',
          level: hours > 2 ? 'danger' : 'caution',
          says: 'Milk stands at 4 °C, 7 °C at most: warmer, it sours and worse. Cool it to 10 °C within 4 h of the start of milking.',
        },
      ]
    : [];
}

const cutSchema = v.object({
  ladleDepth: v.number(),
  creamMass: v.number(),
  creamFat: v.number(),
  skimFat: v.number(),
  recovery: estimateSchema,
});

export const creamRiseCalculation = calculation({
  name: 'cream.rise',
  says: 'Cream on standing milk: its line, its fat, and what a ladle at any depth takes and leaves.',
  input: riseInput,
  output: v.object({
    depth: v.number(),
    lineDepth: v.optional(estimateSchema),
    profile: v.array(v.object({ height: v.number(), fat: v.number() })),
    cuts: v.array(cutSchema),
    atLine: v.optional(cutSchema),
    waitingGains: v.number(),
    ...predictedEntries,
  }),
  run: (input) => creamRise(input),
});
