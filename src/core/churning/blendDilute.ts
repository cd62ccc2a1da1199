import { percent } from '../quantities/formatQuantity';
import * as v from 'valibot';
import { calculation, fraction, positiveFraction, positiveMass, temperature } from '../calculation';
import { CalculationError } from '../calculationError';
import { ranked } from '../prediction';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import { estimate, together } from '../quantities/estimate';
import type { Estimate } from '../quantities/estimate';
import { standardise } from '../separating/standardise';
import { lotsMix } from '../tempering/lotsMix';
import { logBreakMinutes } from './churnEffects';
import { churnInput } from './churnInput.calc';
import { toolKeys } from './tools';

/** Fat at which cream churns freely, and the spread with which a splash is measured, as a share of it. */
/** Hotter than this it melts fat where it falls, and burns hands, °C. */
const hotWater = 40;
const freeFlowing = 0.38;
const splashSpread = 0.1;

const diluteInput = v.strictObject({
  creamMass: positiveMass,
  creamFat: positiveFraction,
  creamFatSd: v.optional(fraction, 0.01),
  temperature,
  targetFat: v.optional(positiveFraction, freeFlowing),
  /** Fat of what is added: 0 is water, skim 0.001, milk 0.04. */
  diluentFat: v.optional(fraction, 0),
  diluentTemperature: v.optional(temperature, 10),
  tool: v.optional(v.picklist(toolKeys), 'standMixer'),
});

export interface Dilution extends Predicted {
  /** Water, skim or milk to add, g. */
  diluent: Estimate;
  fat: Estimate;
  /** After mixing, °C. */
  temperature: number;
  /** How many times sooner it breaks for it. */
  timesSooner: number;
  /** To take off the buttermilk afterwards, g: all of it when it is water. */
  takeOffButtermilk: number;
}

/**
 * Cream too thick to move, thinned by measure: how much to add ({@link standardise}), what temperature that leaves
 * ({@link lotsMix}), how much sooner it breaks, and what to take off the buttermilk.
 * @throws {CalculationError} when the cream is already as thin as wanted
 */
export function blendDilute(input: v.InferOutput<typeof diluteInput>): Dilution {
  const { creamMass, creamFat, creamFatSd, targetFat, diluentFat, tool } = input;
  if (creamFat <= targetFat)
    throw new CalculationError(
      `creamFat: ${creamFat} was given; it is already as thin as ${targetFat}, and only richer cream is thinned.`,
      'creamFat',
    );
  const needed = (fat: number) =>
    standardise({ lots: [{ mass: creamMass, fat }], targetFat, diluentFat }).diluentMass;
  const diluentMass = needed(creamFat);
  const slope =
    (needed(Math.min(1, creamFat + 0.005)) - needed(Math.max(targetFat, creamFat - 0.005))) / 0.01;
  const mixed = lotsMix({
    lots: [
      { mass: creamMass, fat: creamFat, temperature: input.temperature },
      { mass: diluentMass, fat: diluentFat, temperature: input.diluentTemperature },
    ],
  });
  const minutes = (fat: number, celsius: number) =>
    logBreakMinutes({
      ...churnDefaults,
      tool,
      creamMass,
      creamFat: Math.min(0.6, Math.max(0.05, fat)),
      temperature: Math.min(40, Math.max(0, celsius)),
    });
  const timesSooner = Math.exp(minutes(creamFat, input.temperature) - minutes(targetFat, mixed.temperature));
  return {
    diluent: estimate(diluentMass, together(slope * creamFatSd, splashSpread * diluentMass)),
    fat: estimate(
      targetFat,
      together(creamFatSd, (splashSpread * diluentMass * targetFat) / (creamMass + diluentMass)),
    ),
    temperature: mixed.temperature,
    timesSooner,
    takeOffButtermilk: diluentFat === 0 ? diluentMass : 0,
    reasons: ranked([
      { says: `Cream of ${percent(creamFat, 0)} fat stiffens until nothing moves.`, weight: 2 },
      { says: `At ${percent(targetFat, 0)} it falls and folds again.`, weight: 1 },
    ]),
    cautions: [
      ...(input.diluentTemperature > hotWater
        ? [
            {
              key: 'hot',
              level: 'danger' as const,
              says: 'So hot it scalds you, and melts the fat it touches: cold water, or at most as warm as the cream.',
            },
          ]
        : []),
      {
        key: 'splash',
        level: 'caution',
        says: 'Add it a splash at a time, drinking quality, with the machine stopped and unplugged.',
      },
    ],
  };
}

/** A load like any other, for asking the model what fat alone does. */
const churnDefaults = v.parse(churnInput, {
  creamMass: 1000,
  creamFat: 0.38,
  temperature: 14,
  tool: 'standMixer',
});

export const blendDiluteCalculation = calculation({
  name: 'blend.dilute',
  says: 'Water, skim or milk that loosens cream too thick to churn.',
  input: diluteInput,
  output: v.object({
    diluent: estimateSchema,
    fat: estimateSchema,
    temperature: v.number(),
    timesSooner: v.number(),
    takeOffButtermilk: v.number(),
    ...predictedEntries,
  }),
  run: blendDilute,
});
