import { herdForecast } from '@/core/planning/herdForecast';
import type { Animal } from '@/core/planning/herdForecast';
import { drawYear } from '@/core/planning/herdForecast';
import { curveWithPeak, woodYield } from '@/core/planning/lactation';
import { hoursToPh, mesophilic, ripenCream, yoghurt } from '@/core/ripening/ripenCream';
import { cutAt, riseCream } from '@/core/separating/creamRise';
import type { Species } from '@/core/separating/creamRise';
import { drawsFrom } from '@/core/statistics/draws';

/** Hours, mm of cow's or goat's milk at 4 °C of 4.2 %, and the share of its fat above the line. */
export const creamingTable: readonly (readonly [
  hours: number,
  depth: number,
  species: Species,
  recovery: number,
])[] = [
  [12, 200, 'cow', 0.86],
  [12, 100, 'cow', 0.92],
  [12, 400, 'cow', 0.66],
  [24, 200, 'goat', 0.23],
];

/** Largest difference from the creaming table, as a share of the fat. */
export function creamingMiss(): number {
  return Math.max(
    ...creamingTable.map(([hours, depth, species, recovery]) => {
      const [column] = riseCream(
        {
          vessel: { bottomDiameter: 120, topDiameter: 120, height: 1000 },
          mass: (Math.PI / 4) * 14.4 * depth * 1.034,
          fat: 0.042,
          temperature: 4,
          species,
          heated: false,
        },
        [hours],
      );
      return Math.abs(cutAt(column!, column!.lineDepth ?? 0).recovery - recovery);
    }),
  );
}

/** °C and hours to pH 5 with 2 % mesophilic culture, and with 3 % yoghurt. */
const mesophilicHours: readonly (readonly [number, number])[] = [
  [8, 225],
  [12, 60],
  [17, 25],
  [21, 16],
  [24, 12.8],
  [28, 10.7],
];
const yoghurtHours: readonly (readonly [number, number])[] = [
  [21, 34],
  [28, 8],
  [32, 5],
];

/** Largest difference from the souring tables, as a share of the time. */
export function souringMiss(): number {
  const miss = (flora: typeof mesophilic, start: number, table: typeof mesophilicHours) =>
    table.map(([celsius, wanted]) =>
      Math.abs(
        (hoursToPh(ripenCream([{ flora, start }], [{ hours: 1, celsius }], 400), 5) ?? Infinity) / wanted - 1,
      ),
    );
  return Math.max(...miss(mesophilic, 0.02, mesophilicHours), ...miss(yoghurt, 0.03, yoghurtHours));
}

/** Difference of a whole lactation from a·Γ(b + 1)/c^(b + 1), as a share; Γ(1.2) by Abramowitz & Stegun, 1964, table 6.1. */
export function woodMiss(): number {
  const curve = curveWithPeak(20);
  let total = 0;
  for (let day = 0.05; day < 6000; day += 0.1) total += woodYield(curve, day) * 0.1;
  return Math.abs(total / ((curve.a * 0.9181687424) / curve.c ** (curve.b + 1)) - 1);
}

/** Share of the weeks of synthetic herds, drawn with other seeds, that lie in the forecast's bands. */
export function herdCoverage(herds: number): number {
  const cow = (change: Partial<Animal>): Animal => ({
    name: 'a cow',
    peak: 18_000,
    meanFat: 0.04,
    milkingDays: 305,
    dryDays: 60,
    calfShare: 0,
    withheld: [],
    ...change,
  });
  const animals = [cow({ calved: 0 }), cow({ calved: -150, nextCalving: 215, peak: 21_000, calfShare: 0.2 })];
  const { weeks } = herdForecast({ animals, weeks: 52, seed: 'bands', runs: 400 });
  const truth = drawsFrom('another farm');
  let [inside, all] = [0, 0];
  for (let herd = 0; herd < herds; herd += 1) {
    const { milk } = drawYear({ animals, weeks: 52 }, truth);
    weeks.forEach(({ milk: band }, week) => {
      all += 1;
      if (milk[week]! >= band.low - 1e-9 && milk[week]! <= band.high + 1e-9) inside += 1;
    });
  }
  return inside / all;
}
