import { percent } from '../quantities/formatQuantity';
import { CalculationError } from '../calculationError';
import { ranked } from '../prediction';
import type { Predicted } from '../prediction';
import { estimate } from '../quantities/estimate';
import type { Estimate } from '../quantities/estimate';
import type { FatTestInput } from './fatTest.calc';

export interface FatTest extends Predicted {
  /** Mass fraction. */
  fat: Estimate;
  /** Total solids and solids that are not fat, mass fractions, where a lactometer was read. */
  solids?: { total: number; notFat: number };
}

/** Standard deviations of a careful reading, mass fraction (engineering estimates; butterfat bottles and butyrometers by their graduation). */
const readingSd = {
  babcockMilk: 0.001,
  babcockCream: 0.005,
  gerberMilk: 0.0005,
  gerberCream: 0.004,
} as const;
/** A column of fat spun in a capillary: share of the tube to g/100 g (Lucas et al., Early Human Development 2, 1978), its spread wide for cow's milk. */
const capillary = { slope: 1 / 1.46, from: 0.59, sd: 0.004 };
/** Fat of the layer under a cream line, mass fraction, from a few hours on and packing towards two days (docs/models.md, Creaming); fat of what is below. */
const layer = { loose: 0.15, packed: 0.28, hours: 20 };
const below = 0.006;
const lineSd = 0.008;
/** Least hours cold until a line means anything, h. */
const lineFrom = 6;
/** Degrees of a lactometer gained for each K over 15.5 °C. */
const perKelvin = 0.2;
const lactometerAt = 15.5;
/** Whole milk of cows has at least so much that is not fat; less looks watered (engineering estimate). */
const leastNotFat = 0.082;

/**
 * Fat of milk or cream from what a farm can read: a Babcock or Gerber test, the column of a capillary, or the cream line in a
 * straight jar, each with its honest spread; with a lactometer also total solids by Richmond's rule, T = G/4 + 6F/5 + 0.14 per
 * cent (Richmond, Dairy Chemistry, 1899).
 * @throws {CalculationError} when the reading cannot be of what it is said to be of
 */
export function fatTest({ reading, of, lactometer, celsius }: FatTestInput): FatTest {
  const { value, sd, says } = read({ reading, of });
  const fat = estimate(value, sd);
  const solids = lactometer === undefined ? undefined : solidsOf(lactometer, celsius, value);
  return {
    fat,
    ...(solids ? { solids } : {}),
    reasons: ranked([
      { says, weight: 3 },
      { says: 'One reading: two that agree are worth more than one.', weight: 1 },
    ]),
    cautions: [
      ...(reading.kind === 'babcock' || reading.kind === 'gerber'
        ? [
            {
              key: 'acid',
              level: 'danger' as const,
              says: 'These tests use strong sulphuric acid: goggles and gloves, acid into milk slowly, never the other way round, and water at hand.',
            },
          ]
        : []),
      ...(solids && solids.notFat < leastNotFat
        ? [
            {
              key: 'thin',
              level: 'caution' as const,
              says: `Only ${percent(solids.notFat)} that is not fat: read it again, or water got in.`,
            },
          ]
        : []),
    ],
  };
}

function read({ reading, of }: Pick<FatTestInput, 'reading' | 'of'>): {
  value: number;
  sd: number;
  says: string;
} {
  switch (reading.kind) {
    case 'babcock':
      return {
        value: reading.percent / 100,
        sd: readingSd[of === 'cream' ? 'babcockCream' : 'babcockMilk'],
        says: 'A Babcock bottle reads the fat by weight.',
      };
    case 'gerber':
      return {
        value: reading.percent / 100,
        sd: readingSd[of === 'cream' ? 'gerberCream' : 'gerberMilk'],
        says: 'A Gerber butyrometer reads the fat by weight.',
      };
    case 'capillary': {
      const value = (capillary.slope * (reading.columnPercent - capillary.from)) / 100;
      if (value <= 0)
        throw new CalculationError(
          `reading.columnPercent: ${reading.columnPercent} was given; under ${capillary.from} % of the tube there is no fat to speak of.`,
          'reading.columnPercent',
        );
      return {
        value,
        sd: capillary.sd,
        says: 'The rule for capillaries was made for other milk: a few tenths either way.',
      };
    }
    case 'creamLine': {
      if (reading.hours < lineFrom)
        throw new CalculationError(
          `reading.hours: ${reading.hours} was given; a cream line means something after ${lineFrom} hours in the cold.`,
          'reading.hours',
        );
      if (of === 'cream')
        throw new CalculationError('of: cream was given; a cream line shows on milk.', 'of');
      const packed = layer.packed - (layer.packed - layer.loose) * Math.exp(-reading.hours / layer.hours);
      const share = reading.creamHeight / reading.height;
      if (share >= 1)
        throw new CalculationError(
          `reading.creamHeight: ${reading.creamHeight} was given; it has to be less than the whole, ${reading.height}.`,
          'reading.creamHeight',
        );
      return {
        value: share * packed + (1 - share) * below,
        sd: lineSd,
        says: 'A cream line packs with the hours, and differs from cow to cow: the least sure of tests.',
      };
    }
  }
}

function solidsOf(lactometer: number, celsius: number, fat: number): { total: number; notFat: number } {
  const corrected = lactometer + perKelvin * (celsius - lactometerAt);
  const total = (corrected / 4 + (6 * fat * 100) / 5 + 0.14) / 100;
  return { total, notFat: total - fat };
}
