import { busyTimes, usualHours } from './houseHours';
import type { ReadyChurn, ReadyInput, Wish } from './readyBy';
import { readyPlanner } from './readyBy';
import { learnFinish } from './ownTimes';

const day = 24 * 60;
/** It is Wednesday, eight in the morning. */
const days = Array.from({ length: 17 }, (_, i) => ({ starts: (i - 1) * day - 8 * 60, weekday: (2 + i) % 7 }));
const at = (dayAhead: number, hour: number) => dayAhead * day + (hour - 8) * 60;
const churn: ReadyChurn = { id: 'oak', name: 'Oak churn', tool: 'paddleHand', capacity: 6000, taken: [] };
const tub = {
  id: 'tub',
  name: 'White tub',
  mass: 2200,
  fat: 0.38,
  celsius: 4,
  ageHours: 30,
  soured: false,
  treatment: 'raw',
  homogenised: false,
  diameter: 160,
  vesselFactors: [],
} as const;
const farm: ReadyInput = {
  creams: [{ ...tub, vesselFactors: [] }],
  milk: [],
  busy: busyTimes(usualHours, [], days, []),
  churns: [churn],
  farm: {
    hardness: 0,
    usualCelsius: 14,
    places: { room: 20, cool: 12, fridge: 4 },
    culture: { route: 'mesophilic', culture: 'bought', dose: 0.02, generation: 0 },
    finish: learnFinish([]),
  },
};
const saturday: Wish = { mass: 600, soured: true, salt: 0.016, readyAt: at(3, 12) };
const planOf = (wish: Partial<Wish> = {}, input: Partial<ReadyInput> = {}, by = churn) =>
  readyPlanner({ ...farm, ...input }).plan({ ...saturday, ...wish }, by);
const clock = (minutes: number) =>
  `${Math.floor((minutes + 8 * 60) / day)} ${((minutes + 8 * 60) % day) / 60}`;

test('shows', () => {
  for (let i = 0; i < 3; i++) {
    planOf();
    planOf({ soured: false });
  }
  const t = performance.now();
  const plan = planOf();
  console.log(
    performance.now() - t,
    plan.by && clock(plan.by),
    plan.chance,
    plan.conflicts,
    plan.cream,
    plan.steps.map(
      (s) =>
        `${s.key} ${s.by ?? ''} ${clock(s.start)} – ${clock(s.end)} – ${clock(s.late)} latest ${clock(s.latest)}`,
    ),
  );
  const sweet = planOf({ soured: false });
  console.log(
    sweet.by && clock(sweet.by),
    sweet.chance,
    sweet.conflicts,
    sweet.steps.map((s) => `${s.key} ${s.by ?? ''} ${clock(s.start)} – ${clock(s.end)} – ${clock(s.late)}`),
  );
  const planner = readyPlanner(farm);
  const soon = planner.plan({ ...saturday, readyAt: at(1, 12) }, churn);
  const t2 = performance.now();
  console.log(
    soon.conflicts,
    planner.ways(soon, churn).map((w) => [w.kind, clock(w.wish.readyAt), w.wish.mass, w.wish.soured]),
    performance.now() - t2,
  );
});
