import type { Network, Stream } from '@/core/balancing/network';
import { reconcile } from '@/core/balancing/reconcile';
import type { Noise } from './noise';

/** What a maker measures with; standard deviations, relative where they say so. */
export interface Kit {
  name: string;
  /** Of cream and butter on the scale, relative. */
  scale: number;
  scaleLeast: number;
  creamFat: number;
  /** Of the butter's fat: by moisture test, or only what butter usually is. */
  butterFat: number;
  tested: boolean;
  /** Of the buttermilk, relative. */
  buttermilk: number;
  /** Size of the error planted in the butter's weight. */
  planted: number;
}

/** Scales 0.2 %, tested cream, a moisture test, buttermilk weighed. */
export const goodKit: Kit = {
  name: 'good kit',
  scale: 0.002,
  scaleLeast: 0.5,
  creamFat: 0.005,
  butterFat: 0.0085,
  tested: true,
  buttermilk: 0.002,
  planted: 0.06,
};
/** A kitchen scale, cream fat by its label, buttermilk in a jug, no moisture test. */
export const usualKit: Kit = {
  name: 'usual kit',
  scale: 0.005,
  scaleLeast: 2,
  creamFat: 0.01,
  butterFat: 0.012,
  tested: false,
  buttermilk: 0.03,
  planted: 0.1,
};

/** What washing and smearing take, g per g of cream, and how well that is known (engineering estimates). */
const lossShare = 0.01;
const lossSpread = 0.004;

/** A churning as this kit would measure it, its butter misweighed by a share. */
export function measuredChurning(noise: Noise, kit: Kit, misweighed: number): Network {
  const cream = noise.between(900, 3000);
  const creamFat = noise.normal(0.38, 0.02);
  const buttermilkFat = Math.max(0.002, noise.normal(0.006, 0.002));
  const butterFat = noise.normal(0.82, 0.012);
  const loss = cream * Math.max(0.001, noise.normal(lossShare, lossSpread));
  const lossFat = Math.min(0.8, Math.max(0.05, noise.normal(0.3, 0.1)));
  // Mass and fat of the true churning balance exactly: two equations for butter and buttermilk.
  const butter =
    (cream * creamFat - loss * lossFat - (cream - loss) * buttermilkFat) / (butterFat - buttermilkFat);
  const buttermilk = cream - loss - butter;
  const weigh = (mass: number, relative: number, least: number) => {
    const sd = Math.max(least, relative * mass);
    return { value: Math.max(0, noise.normal(mass, sd)), sd };
  };
  const fat = (value: number, sd: number) => ({
    value: Math.min(1, Math.max(0, noise.normal(value, sd))),
    sd,
  });
  const butterWeighed = weigh(butter, kit.scale, kit.scaleLeast);
  const streams: Stream[] = [
    { id: 'cream', mass: weigh(cream, kit.scale, kit.scaleLeast), fat: fat(creamFat, kit.creamFat) },
    {
      id: 'butter',
      mass: { value: butterWeighed.value * (1 + misweighed), sd: butterWeighed.sd },
      // Without a test the butter is taken as usual butter.
      fat: kit.tested ? fat(butterFat, kit.butterFat) : { value: 0.82, sd: kit.butterFat },
    },
    {
      id: 'buttermilk',
      mass: weigh(buttermilk, kit.buttermilk, kit.scaleLeast),
      fat: { value: 0.006, sd: 0.002 },
    },
    {
      id: 'loss',
      mass: { value: lossShare * cream, sd: lossSpread * cream },
      fat: { value: 0.3, sd: 0.1 },
    },
  ];
  return { streams, nodes: [{ in: ['cream'], out: ['butter', 'buttermilk', 'loss'] }] };
}

/** Noticed: such books would come about in fewer than one of twenty honest batches. */
const noticedUnder = 0.05;

export interface BooksScore {
  noticed: number;
  /** Of all planted errors: the butter's weight was among the first two suspects. */
  amongFirstTwo: number;
  falseAlarms: number;
}

/** Plants an error of either sign in the butter's weight, and counts how often it is noticed and blamed. */
export function scoreBooks(noise: Noise, kit: Kit, batches: number): BooksScore {
  let [noticed, blamed, falseAlarms] = [0, 0, 0];
  for (let i = 0; i < batches; i += 1) {
    if (reconcile(measuredChurning(noise, kit, 0)).pValue < noticedUnder) falseAlarms += 1;
    const { pValue, suspects } = reconcile(measuredChurning(noise, kit, i % 2 ? kit.planted : -kit.planted));
    if (pValue < noticedUnder) noticed += 1;
    if (suspects.slice(0, 2).includes('butter.mass')) blamed += 1;
  }
  return {
    noticed: noticed / batches,
    amongFirstTwo: blamed / batches,
    falseAlarms: falseAlarms / batches,
  };
}

/** Errors as they are made with the usual kit, each in one figure. */
export const slips = [
  { name: 'butter’s weight, 6 % either way', id: 'butter.mass', by: (value: number, i: number) => value * (i % 2 ? 1.06 : 0.94) },
  { name: 'buttermilk, a tenth not caught', id: 'buttermilk.mass', by: (value: number) => value * 0.9 },
  { name: 'cream’s weight, 8 % too much', id: 'cream.mass', by: (value: number) => value * 1.08 },
  { name: 'cream’s fat, 3 points too much', id: 'cream.fat', by: (value: number) => value + 0.03 },
] as const; // prettier-ignore

/** Of books with a slip that were noticed: how often the figure is among those named, and how many are named. */
export function scoreSlip(noise: Noise, kit: Kit, { id, by }: (typeof slips)[number], batches: number) {
  let [noticed, found, many] = [0, 0, 0];
  const [stream, kind] = id.split('.') as [string, 'mass' | 'fat'];
  for (let i = 0; i < batches; i += 1) {
    const network = measuredChurning(noise, kit, 0);
    const streams = network.streams.map((one) =>
      one.id === stream && one[kind]
        ? { ...one, [kind]: { ...one[kind], value: by(one[kind].value, i) } }
        : one,
    );
    const { pValue, named } = reconcile({ ...network, streams });
    if (pValue >= noticedUnder) continue;
    noticed += 1;
    many += named.length;
    if (named.includes(id)) found += 1;
  }
  return {
    noticed: noticed / batches,
    found: found / Math.max(1, noticed),
    named: many / Math.max(1, noticed),
  };
}
