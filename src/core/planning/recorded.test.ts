import { answersAsRecorded, answersTo } from '../testing/recorded';
import { bankPlanCalculation } from './bankPlan';
import { costPerKilogramCalculation } from './costPerKilogram';
import { herdForecastCalculation } from './herdForecast';
import { milkNeededCalculation } from './milkNeeded.calc';
import { scheduleBackCalculation } from './scheduleBack';
import { todayRankCalculation } from './todayRank';

answersAsRecorded(
  bankPlanCalculation,
  costPerKilogramCalculation,
  herdForecastCalculation,
  milkNeededCalculation,
  scheduleBackCalculation,
  todayRankCalculation,
);

const milk = { kind: 'milk', mass: 2400, fat: 0.041, celsius: 4, standing: { diameter: 120, height: 260 } };
const cream = { kind: 'cream', mass: 2000, fat: 0.3, celsius: 4 };
const butter = { kind: 'butter', mass: 600, fat: 0.82, ageHours: 200, celsius: 4, keepsHours: 300 };
const farm = { demand: 900, nextVisitHours: 12 };
answersTo(
  todayRankCalculation,
  {
    ...farm,
    lots: [
      { ...milk, id: 'a', ageHours: 1, celsius: 33 },
      { ...milk, id: 'b', ageHours: 6, celsius: 12 },
      { ...milk, id: 'c', ageHours: 4, celsius: 8 },
    ],
  },
  {
    ...farm,
    lots: [
      { ...milk, id: 'a', ageHours: 14 },
      { ...milk, id: 'b', ageHours: 43 },
      { ...milk, id: 'c', ageHours: 100 },
      { ...milk, id: 'd', ageHours: 30, species: 'goat' },
      { ...milk, id: 'e', ageHours: 150 },
    ],
  },
  {
    ...farm,
    lots: [
      { ...cream, id: 'a', ageHours: 20, celsius: 12, warmHours: 1.5 },
      { ...cream, id: 'b', ageHours: 20, celsius: 15, warmHours: 3 },
      { ...cream, id: 'c', raw: false, ageHours: 20, celsius: 15, warmHours: 5 },
      { ...cream, id: 'd', ageHours: 60, celsius: 25, warmHours: 70 },
    ],
  },
  {
    ...farm,
    lots: [
      { ...cream, id: 'a', ageHours: 100 },
      { ...cream, id: 'b', ageHours: 190 },
      { ...cream, id: 'c', raw: false, ageHours: 150, mass: 400 },
      { ...cream, id: 'd', frozen: true, ageHours: 900, celsius: -18 },
    ],
  },
  { ...farm, lots: [{ ...cream, id: 'pool', ageHours: 30, mass: 1900 }], churningDayIn: 0 },
  {
    ...farm,
    lots: [{ ...cream, id: 'pool', ageHours: 30, mass: 700 }],
    churningDayIn: 1,
    churnCapacity: 9000,
  },
  {
    ...farm,
    lots: ['mesophilic', 'yoghurt', 'both', 'natural'].flatMap((route) =>
      [2, 14, 30, 80].map((elapsedHours) => ({
        ...cream,
        id: `${route}${elapsedHours}`,
        ageHours: elapsedHours,
        celsius: 21,
        ripening: { route, dose: 0.02, elapsedHours, thickAndTart: elapsedHours === 30 },
      })),
    ),
  },
  {
    ...farm,
    bankWanted: 1500,
    lots: [
      { ...butter, id: 'a', mass: 3000 },
      { ...butter, id: 'b', keepsHours: 40 },
      { ...butter, id: 'c', keepsHours: -5 },
    ],
  },
  {
    ...farm,
    lots: [
      { ...butter, id: 'a', mass: 80 },
      { ...butter, id: 'f', mass: 900, frozen: true, celsius: -18, keepsHours: 4000 },
    ],
  },
  { ...farm, demand: 0, lots: [{ ...butter, id: 'a', mass: 80 }] },
  {
    ...farm,
    lots: [{ ...butter, id: 'a', mass: 200 }],
    crockWaterDays: 5,
    unclean: 3,
    questions: 2,
    cultures: [
      { id: 'k', ageHours: 250 },
      { id: 'l', ageHours: 400 },
    ],
    inHand: ['churn'],
  },
  {
    ...farm,
    lots: [
      { kind: 'skim', id: 's', mass: 900, fat: 0.005, ageHours: 75, celsius: 4 },
      { kind: 'buttermilk', id: 'm', mass: 900, fat: 0.005, ageHours: 150, celsius: 4 },
      { kind: 'skim', id: 't', mass: 900, fat: 0.005, ageHours: 8, celsius: 14, warmHours: 8 },
    ],
  },
  {
    ...farm,
    nextVisitHours: 30,
    crockWaterDays: 3,
    unclean: 1,
    lots: [{ ...milk, id: 'a', ageHours: 14 }],
    answered: [
      { act: 'skim', answer: 'later', daysAgo: 1, hourApart: 0 },
      { act: 'skim', answer: 'later', daysAgo: 2, hourApart: 1 },
      { act: 'clean', answer: 'instead', instead: 'skim', daysAgo: 1, hourApart: 2 },
    ],
  },
);
const steps = [
  { name: 'Ripen', minutes: 960, sd: 120 },
  { name: 'Chill', minutes: 300, sd: 30, fridge: 3000 },
  { name: 'Temper', minutes: 40, sd: 10, attended: true, maxWait: 30 },
  { name: 'Churn', minutes: 30, sd: 10, attended: true, vessel: 'churn' },
];
const back = {
  steps,
  readyBy: 600,
  free: [{ from: 480, to: 720 }],
  taken: [{ vessel: 'churn', from: 560, to: 600 }],
  fridgeSpace: 20_000,
};
answersTo(
  scheduleBackCalculation,
  { ...back, now: -900 },
  { ...back, now: 500 },
  {
    ...back,
    free: [
      { from: 400, to: 440 },
      { from: 100, to: 200 },
    ],
  },
  { ...back, free: [] },
  { ...back, fridgeSpace: 2000 },
  { ...back, taken: [{ vessel: 'churn', from: -5000, to: 5000 }] },
  { ...back, taken: [{ vessel: 'churn', from: 600, to: 560 }], free: [{ from: 700, to: 100 }] },
  { steps: [{ name: 'Wait', minutes: 0 }], readyBy: 0 },
);
const cow = { name: 'Tansy', peak: 18_000, meanFat: 0.04 };
answersTo(
  herdForecastCalculation,
  { animals: [{ ...cow, calved: -60 }], weeks: 60, runs: 20 },
  { animals: [{ ...cow, nextCalving: 40, withheld: [{ from: 45, to: 80 }] }], weeks: 12, runs: 20 },
  {
    animals: [
      { ...cow, calved: -280, nextCalving: 300, dryDays: 90 },
      { ...cow, name: 'Quill' },
    ],
    weeks: 20,
    runs: 20,
  },
  { animals: [{ ...cow, calved: -30, milkingDays: 60, calfShare: 1 }], weeks: 10, runs: 20 },
);
const weeks = (of: number, mid: (week: number) => number) =>
  Array.from({ length: of }, (_, i) => ({ low: 0.7 * mid(i), mid: mid(i), high: 1.3 * mid(i) }));
answersTo(
  bankPlanCalculation,
  { weeks: weeks(20, () => 0), demand: 900, runs: 20 },
  { weeks: weeks(20, () => 3000), demand: 900, runs: 20, frozen: 4000, fresh: 700 },
  { weeks: weeks(50, (i) => (i < 20 ? 2000 : 100)), demand: 900, runs: 20, capacity: 5000, salted: false },
  { weeks: weeks(50, (i) => (i % 20 < 10 ? 2200 : 0)), demand: 900, runs: 20, acceptable: 0.5 },
);
