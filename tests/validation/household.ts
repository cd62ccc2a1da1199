import { bankPlan } from '@/core/planning/bankPlan';
import { drawYear, herdForecast } from '@/core/planning/herdForecast';
import type { Animal } from '@/core/planning/herdForecast';
import type { FarmLot } from '@/core/planning/farmNow';
import { todayRank } from '@/core/planning/todayRank';
import { cutAt, riseCream } from '@/core/separating/creamRise';
import { drawsFrom } from '@/core/statistics/draws';

/** Two cows, calving half a year apart, and a household that eats butter every day. */
const cow = (name: string, change: Partial<Animal>): Animal => ({
  name,
  peak: 12_000,
  meanFat: 0.041,
  milkingDays: 305,
  dryDays: 60,
  calfShare: 0,
  withheld: [],
  ...change,
});
export const twoCows = [
  cow('Tansy', { calved: -30, nextCalving: 335 }),
  cow('Plover', { calved: -200, nextCalving: 165, peak: 11_000 }),
];
/** g of butter a week, and a farm's jars: mm. */
const demand = 3200;
const jar = { diameter: 140, height: 260 };
const jarHolds = 3400;
/** Share of a churning's fat that reaches the butter, and butter's fat. */
const churned = 0.965;
const butterFat = 0.82;
const freshKeeps = 21 * 24;
const frozenKeeps = 270 * 24;
const weeks = 52;

/** What the handbook allows at 4 °C, hours: raw milk and cream 4–5 days, skim as raw milk. Kept apart from the ranking’s own limits. */
const oldest = { cream: 120, milk: 120, skim: 120 };

export interface LivedYear {
  /** g of butter made. */
  made: number;
  daysOut: number;
  /** Rules broken, each named. */
  broken: string[];
  discarded: number;
}

/** Milk by half days, g and its fat: the same for whoever keeps the cows. */
function milkings(seed: string) {
  const year = drawYear({ animals: twoCows, weeks }, drawsFrom(seed));
  return Array.from({ length: weeks * 14 }, (_, visit) => {
    const week = Math.floor(visit / 14);
    const milk = year.milk[week]! / 14;
    return { milk, fat: milk > 0 ? year.fat[week]! / year.milk[week]! : 0 };
  });
}

/** Bank targets for every week, from the forecast made at the start of the year. */
function bankTargets(): number[] {
  const { weeks: forecast } = herdForecast({ animals: twoCows, weeks, seed: 'forecast', runs: 150 });
  const plan = bankPlan({
    weeks: forecast.map(({ butter }) => butter),
    demand,
    frozen: 3000,
    fresh: 3000,
    capacity: 20_000,
    salted: true,
    acceptable: 0.05,
    seed: 'bank',
    runs: 60,
  });
  return plan.weeks.map(({ bank }) => bank.high);
}
let targets: number[] | undefined;

/** Lives through a year, twice a day, doing whatever today's ranking says is for now. */
export function liveByRank(seed: string, visits = weeks * 14): LivedYear {
  targets ??= bankTargets();
  const source = milkings(seed).slice(0, visits);
  const broken: string[] = [];
  let lots: FarmLot[] = [
    butterLot('b-start', 3000, false, freshKeeps),
    butterLot('b-bank', 3000, true, frozenKeeps),
  ];
  let [made, daysOut, discarded, count] = [0, 0, 0, 0];
  const name = (kind: string) => `${kind}-${(count += 1)}`;
  source.forEach(({ milk, fat }, visit) => {
    if (milk > 0)
      for (let left = milk; left > 1; left -= jarHolds)
        lots.push({
          ...base(name('m'), 'milk', Math.min(left, jarHolds), fat),
          celsius: 36,
          ageHours: 0.5,
          standing: jar,
        });
    const { acts } = todayRank({
      lots,
      demand,
      bankWanted: targets![Math.floor(visit / 14)]!,
      churnCapacity: 6000,
      nextVisitHours: 12,
    });
    for (const act of acts.filter(({ now }) => now)) {
      const chosen = lots.filter((one) => act.lots.includes(one.id));
      const rest = () => lots.filter((one) => !act.lots.includes(one.id));
      if (act.act === 'cool') for (const one of chosen) one.celsius = 4;
      else if (act.act === 'discard') {
        discarded += chosen.reduce((sum, one) => sum + one.mass * one.fat, 0);
        lots = rest();
      } else if (act.act === 'use') {
        for (const one of chosen)
          if (one.ageHours > oldest.skim) broken.push(`${one.kind} of ${one.ageHours} h used`);
        lots = rest();
      } else if (act.act === 'skim')
        for (const one of chosen) {
          const [column] = riseCream(standing(one), [one.ageHours], 40);
          const cut = cutAt(column!, act.ladleDepth ?? 0);
          lots = lots.filter(({ id }) => id !== one.id);
          if (cut.creamMass > 1)
            lots.push({ ...base(name('c'), 'cream', cut.creamMass, cut.creamFat), ageHours: one.ageHours });
          if (cut.skimMass > 1)
            lots.push({ ...base(name('s'), 'skim', cut.skimMass, cut.skimFat), ageHours: one.ageHours });
        }
      else if (act.act === 'churn') {
        for (const one of chosen)
          if (one.ageHours > oldest.cream) broken.push(`cream of ${one.ageHours} h churned`);
        const butter = (chosen.reduce((sum, one) => sum + one.mass * one.fat, 0) * churned) / butterFat;
        made += butter;
        lots = rest();
        lots.push(butterLot(name('b'), butter, false, freshKeeps));
      } else if (act.act === 'freeze' || act.act === 'takeOut') {
        const freezing = act.act === 'freeze';
        let left = act.mass ?? 0;
        for (const one of chosen) {
          if (left <= 0) break;
          const moved = Math.min(left, one.mass);
          one.mass -= moved;
          left -= moved;
          lots.push({
            ...butterLot(name('b'), moved, freezing, freezing ? frozenKeeps : freshKeeps / 2),
            ageHours: one.ageHours,
          });
        }
        lots = lots.filter((one) => one.mass > 1e-6);
      }
    }
    for (const one of lots)
      if (one.celsius > 10 && one.kind === 'milk' && one.ageHours > 4) broken.push('milk left warm');
    daysOut += eat(lots, demand / 14, broken);
    lots = lots.filter((one) => one.mass > 1e-6);
    for (const one of lots) {
      one.ageHours += 12;
      if (one.keepsHours !== undefined) one.keepsHours -= 12;
    }
  });
  return { made, daysOut: daysOut / 2, broken, discarded };
}

/** A fixed habit: when every jar is ladled, how deep, and whether cream past its age is thrown out on churning day. */
export interface Habit {
  hours: number;
  /** mm */
  ladle: number;
  minds: boolean;
}

/** Butter from the same milk by a fixed habit, churning once a week, on every fourteenth visit. */
export function liveByHabit(seed: string, { hours, ladle, minds }: Habit, visits = weeks * 14): number {
  return milkings(seed)
    .slice(0, visits)
    .reduce((made, { milk, fat }, visit) => {
      // From this milking to the end of its week.
      const ageAtChurning = 12 * (13 - (visit % 14)) + 12;
      if (milk <= 1 || (minds && ageAtChurning > oldest.cream)) return made;
      const jars = Math.ceil(milk / jarHolds);
      const [column] = riseCream(
        standing({ ...base('m', 'milk', milk / jars, fat), standing: jar }),
        [hours],
        40,
      );
      const { creamMass, creamFat } = cutAt(column!, ladle);
      return made + (jars * creamMass * creamFat * churned) / butterFat;
    }, 0);
}

const base = (id: string, kind: FarmLot['kind'], mass: number, fat: number): FarmLot => ({
  id,
  kind,
  mass,
  fat,
  ageHours: 0,
  celsius: 4,
  raw: true,
  frozen: false,
  species: 'cow',
});
const butterLot = (id: string, mass: number, frozen: boolean, keepsHours: number): FarmLot => ({
  ...base(id, 'butter', mass, butterFat),
  frozen,
  keepsHours,
});
const standing = (one: FarmLot) => ({
  vessel: { bottomDiameter: jar.diameter, topDiameter: jar.diameter, height: jar.height },
  mass: one.mass,
  fat: Math.max(0.001, one.fat),
  temperature: 4,
  species: 'cow' as const,
  heated: false,
});

/** Eats the oldest fresh butter first; returns 1 when there was none. */
function eat(lots: FarmLot[], grams: number, broken: string[]): number {
  let left = grams;
  const fresh = lots.filter((one) => one.kind === 'butter' && !one.frozen);
  for (const one of fresh.sort((a, b) => (a.keepsHours ?? 0) - (b.keepsHours ?? 0))) {
    if (left <= 0) break;
    const bite = Math.min(left, one.mass);
    if (bite > 0 && (one.keepsHours ?? 0) < 0) broken.push('butter eaten past its date');
    one.mass -= bite;
    left -= bite;
  }
  return left > 1e-6 ? 1 : 0;
}
