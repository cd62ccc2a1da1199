import { percent } from '@/core/quantities/formatQuantity';
import { butterMoisture } from '@/core/working/butterMoisture';
import { butterWorkability } from '@/core/working/butterWorkability';
import { breakTime } from '@/core/churning/breakTime';
import { conditionsOf } from '@/core/churning/churnInput';
import { learnPace, paceOf } from '@/core/churning/learnPace';
import { simulateChurn } from '@/core/churning/simulateChurn';
import { creamDensity } from '@/core/dairy/creamDensity';
import { solidFat } from '@/core/dairy/solidFat';
import { herdForecast } from '@/core/planning/herdForecast';
import { mesophilic, ripenCream, wild, yoghurt } from '@/core/ripening/ripenCream';
import { riseCream } from '@/core/separating/creamRise';
import { saltRinse } from '@/core/salting/saltRinse';
import { enthalpy } from '@/core/tempering/enthalpy';
import { temperTime } from '@/core/tempering/temperTime';
import { washPlan } from '@/core/washing/washPlan';
import { reconcile } from '@/core/balancing/reconcile';
import { table, tableBreaks } from '@tests/validation/checkTable';
import { goodKit, measuredChurning, usualKit } from '@tests/validation/books';
import { plainLoad } from '@tests/validation/examples';
import { Noise } from '@tests/validation/noise';
import type { Plot } from './plot';

const range = (from: number, to: number, step: number): number[] =>
  Array.from({ length: Math.round((to - from) / step) + 1 }, (_, i) => from + i * step);

const live = { day: 0, batches: [], marks: [], elapsedMinutes: 0 };

/** The small plots of docs/models.md, by file name. Everything in them is computed when they are drawn. */
export function modelPlots(): Record<string, Plot> {
  const byTemperature = range(6, 23, 0.5).map((celsius) => ({
    celsius,
    run: simulateChurn({ ...table, temperature: celsius }),
  }));
  const plain = simulateChurn(conditionsOf(plainLoad));
  const minutes = plain.breakSeconds! / 60;
  const marked = (fraction: number) =>
    breakTime({
      ...plainLoad,
      ...live,
      elapsedMinutes: fraction * minutes,
      marks: (['thickening', 'whipped', 'grainy'] as const)
        .filter((stage) => plain.reached[stage]! / 60 <= fraction * minutes)
        .map((stage) => ({ stage, atMinutes: plain.reached[stage]! / 60 })),
    }).breakMinutes!;
  const narrowing = range(0, 0.95, 0.05).map((fraction) => ({ fraction, window: marked(fraction) }));
  const noise = new Noise('a maker');
  const ratios = Array.from({ length: 20 }, () => Math.exp(noise.normal(-0.3, 0.18)));
  const learned = range(0, 20, 1).map((count) => {
    const lessons = ratios
      .slice(0, count)
      .map((ratio, i) => ({ day: 7 * i, tool: 'barrel' as const, ratio }));
    return { count, pace: paceOf(learnPace(lessons, 7 * count), { day: 7 * count, tool: 'barrel' }) };
  });
  const spread = (pace: { logMean: number; logSd: number; scatter: number }, side: number) =>
    Math.exp(pace.logMean + side * 1.645 * Math.hypot(pace.logSd, pace.scatter));
  const power = (kit: typeof goodKit) =>
    range(0, 0.15, 0.01).map((error): [number, number] => {
      const tries = 200;
      const source = new Noise(`${kit.name} ${error}`);
      let noticed = 0;
      for (let i = 0; i < tries; i += 1)
        if (reconcile(measuredChurning(source, kit, i % 2 ? error : -error)).pValue < 0.05) noticed += 1;
      return [error * 100, (100 * noticed) / tries];
    });
  const vessel = { volume: 1000, fat: 0.38, diameter: 100, filledHeight: 130, topExposed: true };
  const warming = (u: number, environment: number, from: number) =>
    range(from + 0.5, Math.min(environment - 0.5, 18), 0.5).map((to): [number, number] => {
      const answer = temperTime({ ...vessel, u, environment, from, to });
      return [answer.reachable ? answer.minutes : NaN, to];
    });
  const piece = (thickness: number) =>
    range(0, 180, 5).map((after): [number, number] => [
      after,
      butterWorkability({
        butterMass: 500,
        temperature: 20,
        thickness,
        place: 'fridge',
        minutes: after,
        butterFat: 0.82,
        hardness: 0,
      }).temperature.mid,
    ]);
  const column = (hours: number) => {
    const [at] = riseCream(
      {
        vessel: { bottomDiameter: 120, topDiameter: 120, height: 1000 },
        mass: (Math.PI / 4) * 14.4 * 200 * 1.034,
        fat: 0.042,
        temperature: 4,
        species: 'cow',
        heated: false,
      },
      [hours],
    );
    return at!.slices.map(({ from, to, fat }): [number, number] => [(from + to) / 2, fat * 100]);
  };
  const souring = (flora: typeof mesophilic, start: number, celsius: number) =>
    ripenCream([{ flora, start }], [{ hours: 1, celsius }], 30).map(({ hours, ph }): [number, number] => [
      hours,
      ph,
    ]);
  const { weeks } = herdForecast({
    animals: [
      {
        name: 'Tansy',
        peak: 18_000,
        meanFat: 0.04,
        calved: -20,
        nextCalving: 345,
        milkingDays: 305,
        dryDays: 60,
        calfShare: 0,
        withheld: [],
      },
    ],
    weeks: 60,
    seed: 'plot',
    runs: 300,
  });
  return {
    rising: {
      title: 'Fat through 200 mm of standing milk, 4 °C',
      x: 'mm above the bottom',
      y: '% fat',
      series: [2, 12, 48].map((hours) => ({
        name: `${hours} h`,
        as: 'line' as const,
        points: column(hours),
      })),
    },
    souring: {
      title: 'Cream souring',
      x: 'hours',
      y: 'pH',
      series: [
        { name: '2 % mesophilic, 21 °C', as: 'line', points: souring(mesophilic, 0.02, 21) },
        { name: 'natural, 21 °C', as: 'line', points: souring(wild, 1e-4, 21) },
        { name: '3 % yoghurt, 32 °C', as: 'line', points: souring(yoghurt, 0.03, 32) },
      ],
    },
    herd: {
      title: 'One cow through a year and into the next',
      x: 'weeks',
      y: 'kg of milk a week',
      series: [
        {
          name: '90 %',
          as: 'band',
          points: [
            ...weeks.map(({ week, milk }) => [week, milk.low / 1000] as const),
            ...weeks.toReversed().map(({ week, milk }) => [week, milk.high / 1000] as const),
          ],
        },
        { name: 'expected', as: 'line', points: weeks.map(({ week, milk }) => [week, milk.mid / 1000]) },
      ],
    },
    density: {
      title: 'Density of cream',
      x: '°C',
      y: 'g/mL',
      series: [0.05, 0.2, 0.4].map((fat) => ({
        name: `${percent(fat)} fat`,
        as: 'line' as const,
        points: range(0, 40, 1).map((celsius) => [celsius, creamDensity(fat, celsius)] as const),
      })),
    },
    heat: {
      title: 'Solid fat, and heat held by 38 % cream (J/g ÷ 200)',
      x: '°C',
      y: '',
      series: [
        {
          name: 'solid fat',
          as: 'line',
          points: range(0, 38, 0.5).map((celsius) => [celsius, solidFat(celsius)]),
        },
        {
          name: 'heat',
          as: 'line',
          points: range(0, 38, 0.5).map((celsius) => [
            celsius,
            (enthalpy(0.38, celsius) - enthalpy(0.38, 0)) / 200,
          ]),
        },
      ],
    },
    tempering: {
      title: 'One litre of 38 % cream warming from 4 °C',
      x: 'minutes',
      y: '°C',
      series: [
        { name: 'stirred bath of 25 °C', as: 'line', points: warming(90, 25, 4) },
        { name: 'bath of 25 °C, not stirred', as: 'line', points: warming(55, 25, 4) },
      ],
    },
    churning: {
      title: 'Break time over its prior, held at one temperature',
      x: '°C',
      y: 'times the prior',
      logY: true,
      series: [
        {
          name: 'model',
          as: 'line',
          points: byTemperature.map(({ celsius, run }) => [celsius, (run.breakSeconds ?? NaN) / 900]),
        },
        { name: 'check table', as: 'dots', points: [...tableBreaks] },
      ],
    },
    stages: {
      title: 'Load and sound from start to grains (hand paddle, 14 °C)',
      x: 'minutes',
      y: 'against the start',
      logY: true,
      series: [
        {
          name: 'torque',
          as: 'line',
          points: plain.moments.map(({ seconds, torque }) => [seconds / 60, torque]),
        },
        {
          name: 'sound',
          as: 'line',
          points: plain.moments.map(({ seconds, sound }) => [seconds / 60, Math.max(0.02, sound)]),
        },
      ],
    },
    buttermilk: {
      title: 'Fat left in the buttermilk at grains',
      x: '°C held',
      y: '%',
      series: [
        {
          name: 'sweet',
          as: 'line',
          points: byTemperature.map(({ celsius, run }) => [celsius, run.buttermilkFat * 100]),
        },
        {
          name: 'ripened',
          as: 'line',
          points: range(7, 22.5, 0.5).map((celsius) => [
            celsius,
            simulateChurn({ ...table, temperature: celsius, ripened: true }).buttermilkFat * 100,
          ]),
        },
      ],
    },
    window: {
      title: 'The break window narrows as stages are marked',
      x: 'share of the break time gone by',
      y: 'minutes',
      series: [
        {
          name: '90 % window',
          as: 'band',
          points: [
            ...narrowing.map(({ fraction, window }) => [fraction, window.low] as const),
            ...narrowing.toReversed().map(({ fraction, window }) => [fraction, window.high] as const),
          ],
        },
        {
          name: 'expected',
          as: 'line',
          points: narrowing.map(({ fraction, window }) => [fraction, window.mid]),
        },
        {
          name: 'broke',
          as: 'line',
          points: [
            [0, minutes],
            [0.95, minutes],
          ],
        },
      ],
    },
    learning: {
      title: 'Pace learned batch by batch (true pace 0.74)',
      x: 'batches',
      y: 'times the usual',
      series: [
        {
          name: '90 % of churnings',
          as: 'band',
          points: [
            ...learned.map(({ count, pace }) => [count, spread(pace, -1)] as const),
            ...learned.toReversed().map(({ count, pace }) => [count, spread(pace, 1)] as const),
          ],
        },
        {
          name: 'learned',
          as: 'line',
          points: learned.map(({ count, pace }) => [count, Math.exp(pace.logMean)]),
        },
        { name: 'each batch', as: 'dots', points: ratios.map((ratio, i) => [i + 1, ratio]) },
      ],
    },
    books: {
      title: 'Errors in the butter’s weight that the books notice',
      x: 'error, %',
      y: '% noticed',
      series: [
        { name: goodKit.name, as: 'line', points: power(goodKit) },
        { name: usualKit.name, as: 'line', points: power(usualKit) },
      ],
    },
    moisture: {
      title: 'A moisture test narrows what working alone says',
      x: 'water lost by the sample, %',
      y: 'water in the butter, %',
      series: [
        {
          name: '90 %',
          as: 'band',
          points: ['low', 'high'].flatMap((side) => {
            const points = range(0.1, 0.24, 0.01).map((share) => {
              const { moisture } = butterMoisture({
                butterMass: 600,
                saltMass: 0,
                worked: 'worked',
                washes: 2,
                gathered: 'grains',
                test: { tare: 100, before: 110, after: 110 - 10 * share, scaleSd: 0.1 },
              });
              return [share * 100, moisture[side as 'low' | 'high'] * 100] as const;
            });
            return side === 'low' ? points : points.toReversed();
          }),
        },
      ],
    },
    rinse: {
      title: 'Rinse water for 500 g of butter, down to 1.8 % salt',
      x: 'salt it has, %',
      y: 'g of water',
      series: [
        {
          name: 'water',
          as: 'line',
          points: range(0.019, 0.05, 0.001).map((salt) => [
            salt * 100,
            saltRinse({
              butterMass: 500,
              saltFraction: salt,
              targetFraction: 0.018,
              moisture: 0.16,
              efficiency: 0.6,
            }).waterMass,
          ]),
        },
      ],
    },
    washing: {
      title: 'What is left of the loose buttermilk, wash by wash',
      x: 'washes',
      y: '% of first strength',
      logY: true,
      series: [0.5, 1, 2].map((water) => ({
        name: `${water} g of water per g`,
        as: 'line' as const,
        points: [
          [0, 100] as const,
          ...washPlan({
            grainMass: 500,
            heldSerum: 0.35,
            washMass: 500 * water,
            efficiency: 0.7,
            clearAt: 0.005,
          }).residual.map((left, i) => [i + 1, left * 100] as const),
        ],
      })),
    },
    workability: {
      title: 'Butter of 20 °C in a fridge',
      x: 'minutes',
      y: '°C inside',
      series: [10, 30, 60].map((thickness) => ({
        name: `${thickness} mm thick`,
        as: 'line' as const,
        points: piece(thickness),
      })),
    },
  };
}
