import * as v from 'valibot';
import { calculation, mass, positiveMass } from '../calculation';
import { ranked } from '../prediction';
import { estimateSchema, predictedEntries } from '../predictionSchema';
import type { Predicted } from '../prediction';
import type { Estimate } from '../quantities/estimate';
import { moneySaid } from '../quantities/whole';

const money = v.pipe(
  v.number(),
  v.minValue(0, 'an amount of zero or more.'),
  v.maxValue(1e9, 'an amount of at most 1e9.'),
);

const costInput = v.strictObject({
  butterMass: positiveMass,
  /** What the milk or cream cost, or would have fetched. */
  creamCost: money,
  saltCost: v.optional(money, 0),
  cultureCost: v.optional(money, 0),
  fuelCost: v.optional(money, 0),
  packingCost: v.optional(money, 0),
  hours: v.optional(
    v.pipe(v.number(), v.minValue(0, 'hours, zero or more.'), v.maxValue(1000, 'at most 1000 hours.')),
    0,
  ),
  hourlyRate: v.optional(money, 0),
  /** By-products: g, and what a kilogram of each is worth. */
  credits: v.optional(
    v.pipe(
      v.array(
        v.strictObject({
          name: v.pipe(v.string(), v.maxLength(60, 'at most 60 letters.')),
          mass,
          perKilogram: money,
        }),
      ),
      v.maxLength(50, 'at most 50.'),
    ),
    [],
  ),
  /** To hold it against: shop butter a kilogram, and what this cream would have fetched. */
  shopPrice: v.optional(money),
  creamWouldFetch: v.optional(money),
});

export interface CostPerKilogram extends Predicted {
  perKilogram: Estimate;
  /** Every part of it, a kilogram: they add up. */
  parts: { name: string; perKilogram: number }[];
  /** Without pay for the hours. */
  withoutHours: number;
  /** What a kilogram saves against the shop; below zero it costs more. */
  againstShop?: number;
  /** What making butter gained over selling the cream, in all, the hours paid. */
  againstSelling?: number;
  /** What an hour earned, against the shop. */
  earnedPerHour?: number;
}

/** How well costs are known, one standard deviation as a share (engineering estimates). */
const priceSpread = 0.05;
const hoursSpread = 0.15;

/** Cost of a kilogram of butter: cream, salt, culture, fuel, packing and hours, less what its by-products are worth (handbook §6.13). */
export function costPerKilogram(input: v.InferOutput<typeof costInput>): CostPerKilogram {
  const kilograms = input.butterMass / 1000;
  const credit = input.credits.reduce((sum, one) => sum + (one.mass / 1000) * one.perKilogram, 0);
  const work = input.hours * input.hourlyRate;
  const costs: [string, number][] = [
    ['Cream', input.creamCost],
    ['Salt', input.saltCost],
    ['Culture', input.cultureCost],
    ['Fuel', input.fuelCost],
    ['Packing', input.packingCost],
    ['Hours', work],
    ...input.credits.map(({ name, mass: grams, perKilogram }): [string, number] => [
      name,
      -(grams / 1000) * perKilogram,
    ]),
  ];
  const total = costs.reduce((sum, [, cost]) => sum + cost, 0);
  const perKilogram = total / kilograms;
  const sd =
    Math.hypot(priceSpread * (total - work + credit), hoursSpread * work, 2 * priceSpread * credit) /
    kilograms;
  const withoutHours = (total - work) / kilograms;
  const { shopPrice, creamWouldFetch } = input;
  return {
    perKilogram: { low: perKilogram - 1.645 * sd, mid: perKilogram, high: perKilogram + 1.645 * sd },
    parts: costs
      .filter(([, cost]) => cost !== 0)
      .map(([name, cost]) => ({ name, perKilogram: cost / kilograms })),
    withoutHours,
    ...(shopPrice === undefined ? {} : { againstShop: shopPrice - perKilogram }),
    ...(shopPrice === undefined || creamWouldFetch === undefined
      ? {}
      : { againstSelling: shopPrice * kilograms - (total - input.creamCost) - creamWouldFetch }),
    ...(shopPrice === undefined || input.hours === 0
      ? {}
      : { earnedPerHour: ((shopPrice - withoutHours) * kilograms) / input.hours }),
    reasons: ranked(
      costs.map(([name, cost]) => ({
        says: `${name}: ${moneySaid(cost / kilograms)} a kilogram.`,
        weight: cost,
      })),
    ),
    cautions:
      creamWouldFetch === undefined
        ? []
        : [
            {
              key: 'selling',
              level: 'caution',
              says: 'Selling raw milk, cream or butter is restricted in many places: ask your local authority.',
            },
          ],
  };
}

export const costPerKilogramCalculation = calculation({
  name: 'cost.perKilogram',
  says: 'What a kilogram of butter costs, against the shop and against selling the cream.',
  input: costInput,
  output: v.object({
    perKilogram: estimateSchema,
    parts: v.array(v.object({ name: v.string(), perKilogram: v.number() })),
    withoutHours: v.number(),
    againstShop: v.optional(v.number()),
    againstSelling: v.optional(v.number()),
    earnedPerHour: v.optional(v.number()),
    ...predictedEntries,
  }),
  run: costPerKilogram,
});
