import type { Network } from '@/core/balancing/network';
import type { ChurnInput } from '@/core/churning/churnInput.calc';

/** A load like any other: 1.4 kg of 38 % cream at 14 °C in a hand paddle churn. */
export const plainLoad: ChurnInput = {
  creamMass: 1400,
  creamFat: 0.38,
  creamFatSd: 0.01,
  temperature: 14,
  temperatureSd: 0.5,
  roomTemperature: 18,
  ripened: false,
  homogenised: false,
  treatment: 'pasteurised',
  hardness: 0,
  crystallised: 1,
  tool: 'paddleHand',
  capacity: 4000,
  happenings: [],
};

/** The books of that load: cream in, butter, buttermilk and loss out. */
export const plainBooks: Network = {
  streams: [
    { id: 'cream', mass: { value: 1400, sd: 7 }, fat: { value: 0.38, sd: 0.01 } },
    { id: 'butter', mass: { value: 620, sd: 3 }, fat: { value: 0.82, sd: 0.012 } },
    { id: 'buttermilk', mass: { value: 760, sd: 23 }, fat: { value: 0.006, sd: 0.002 } },
    { id: 'loss', mass: { value: 14, sd: 6 }, fat: { value: 0.3, sd: 0.2 } },
  ],
  nodes: [{ in: ['cream'], out: ['butter', 'buttermilk', 'loss'] }],
};

const load = { creamMass: 1400, creamFat: 0.38, temperature: 14, tool: 'paddleHand', capacity: 4000 };
const batch = {
  creamMass: 1400,
  creamFat: 0.38,
  buttermilkMass: 760,
  buttermilkFat: 0.006,
  lossFat: 5,
  butterMass: 640,
  saltMass: 10,
};

/** One sound input for every predicting calculation: tests and the benchmark go through all of them. */
export const examples: Record<string, unknown> = {
  'churn.simulate': load,
  'churn.breakTime': { ...load, marks: [{ stage: 'whipped', atMinutes: 8 }], elapsedMinutes: 10 },
  'churn.advise': { ...load, temperature: 6, elapsedMinutes: 15 },
  'butter.moisture': {
    butterMass: 620,
    saltMass: 10,
    test: { tare: 102.1, before: 112.3, after: 110.6 },
    balance: {
      creamMass: 1400,
      creamMassSd: 7,
      creamFat: 0.37,
      creamFatSd: 0.01,
      buttermilkMass: 780,
      buttermilkFat: 0.006,
      lossFat: 5,
    },
  },
  'salt.correct': { butterMass: 600, saltFraction: 0.035, targetFraction: 0.018, unsaltedAtHand: 700 },
  'blend.dilute': { creamMass: 1000, creamFat: 0.48, temperature: 12 },
  'load.split': { volume: 3000, tool: 'jar', capacity: 1900 },
  'butter.workability': {
    butterMass: 500,
    temperature: 5,
    place: 'room',
    minutes: 30,
    washWaterMass: 1000,
  },
  'batch.compare': {
    first: batch,
    second: { ...batch, creamMass: 1500, buttermilkMass: 850, butterMass: 655, saltMass: 0 },
  },
  'batch.effects': {
    batches: Array.from({ length: 24 }, (_, i) => ({
      day: i * 15,
      temperature: 12 + (i % 5),
      fat: 0.36 + (i % 3) / 100,
      ripened: i % 4 === 0,
      breakMinutes: 22 - (i % 5) * 1.5 + (i % 2),
      loss: 0.02 + (i % 5) * 0.002,
    })),
  },
  'control.limits': { values: [1, 1.1, 0.9, 1, 1.05, 0.98, 1.02, 1.9] },
  'reconcile.power': plainBooks,
  'cream.rise': {
    milkMass: 2340,
    milkFat: 0.042,
    temperature: 4,
    vessel: { bottomDiameter: 120, height: 250 },
    hours: 12,
    ladleDepths: [25, 35],
    happenings: [{ kind: 'draw', atHours: 2, mass: 200 }],
    stops: [{ foreseen: 34, stopped: 30 }],
  },
  'ripen.predict': {
    route: 'mesophilic',
    dose: 0.02,
    treatment: 'pasteurised',
    temperatures: [{ hours: 20, celsius: 21 }],
    elapsedHours: 8,
    readings: [{ kind: 'ph', atHours: 8, ph: 6.2 }],
  },
  'temper.plan': {
    volume: 1000,
    fat: 0.38,
    from: 4,
    to: 15,
    readyInMinutes: 60,
    diameter: 100,
    filledHeight: 130,
    vesselFactors: [1.1],
    reading: { method: 'bath', minutes: 5, probe: 8 },
  },
  'separator.expect': {
    milkMass: 12000,
    milkFat: 0.041,
    temperature: 36,
    runs: [{ temperature: 37, screw: 1, creamFat: 0.41, skimFat: 0.001 }],
    ratedPerHour: 80000,
    creamCan: 2000,
    skimBucket: 10000,
  },
  'churn.bestTemperature': {
    creamMass: 1500,
    creamFat: 0.38,
    tool: 'barrel',
    capacity: 4000,
    hardness: 0.5,
    texture: 'usual',
  },
  'heat.treatment': {
    readings: [
      { minutes: 0, celsius: 64 },
      { minutes: 5, celsius: 67 },
      { minutes: 38, celsius: 67 },
    ],
    fat: 0.35,
    cooled: { celsius: 6, minutes: 90 },
  },
  'cream.physicalRipening': { hardness: 2, churnAt: 14, soured: true },
  'acidity.convert': { given: { in: 'sh', value: 19 }, fat: 0.36 },
  'milk.fatTest': {
    reading: { kind: 'creamLine', height: 180, creamHeight: 30, hours: 24 },
    lactometer: 31,
    celsius: 17,
  },
  'salt.waterPhase': { salt: 0.016, moisture: 0.15 },
  'butter.grade': { butterMass: 620, saltMass: 9, worked: 'worked', washes: 2, gathered: 'grains' },
  'chill.ice': { mass: 4000, fat: 0.04, from: 36, bottleMass: 500, iceCelsius: -18 },
  'measurement.worth': { butterMass: 600, batches: 50 },
  'thaw.time': { mass: 900, fat: 0.35 },
  'ghee.yield': { butterMass: 1000 },
  'yoghurt.plan': { milkMass: 2000, dose: 0.03, warm: 42 },
  'curd.plan': { milkMass: 4000 },
  'cost.perKilogram': {
    butterMass: 900,
    creamCost: 6,
    saltCost: 0.1,
    hours: 1.5,
    hourlyRate: 10,
    credits: [{ name: 'Buttermilk', mass: 1200, perKilogram: 0.8 }],
    shopPrice: 12,
    creamWouldFetch: 8,
  },
  'herd.forecast': {
    animals: [
      { name: 'Tansy', peak: 18000, meanFat: 0.04, calved: -60, nextCalving: 305 },
      { name: 'Plover', peak: 20000, meanFat: 0.038, calved: -200, nextCalving: 165, calfShare: 0.2 },
    ],
    weeks: 20,
    runs: 60,
  },
  'bank.plan': {
    weeks: Array.from({ length: 52 }, (_, week) => {
      const mid = week > 20 && week < 32 ? 0 : 1400 + 600 * Math.cos(week / 8);
      return { low: 0.8 * mid, mid, high: 1.2 * mid };
    }),
    demand: 900,
    runs: 60,
  },
  'schedule.back': {
    steps: [
      { name: 'Ripen', minutes: 960, sd: 120 },
      { name: 'Chill', minutes: 300, sd: 30, fridge: 3000 },
      { name: 'Temper', minutes: 40, sd: 10, attended: true },
      { name: 'Churn', minutes: 30, sd: 10, attended: true, vessel: 'churn' },
    ],
    readyBy: 600,
    free: [{ from: 480, to: 720 }],
    taken: [{ vessel: 'churn', from: 560, to: 600 }],
    fridgeSpace: 20000,
  },
  'today.rank': {
    lots: [
      {
        id: 'back jar',
        kind: 'milk',
        mass: 2400,
        fat: 0.041,
        ageHours: 26,
        celsius: 4,
        standing: { diameter: 120, height: 260 },
      },
      { id: 'pail', kind: 'milk', mass: 5200, fat: 0.041, ageHours: 0.5, celsius: 34 },
      { id: 'pool', kind: 'cream', mass: 2600, fat: 0.24, ageHours: 60, celsius: 4 },
      {
        id: 'crock',
        kind: 'cream',
        mass: 900,
        fat: 0.3,
        ageHours: 20,
        celsius: 20,
        ripening: { route: 'mesophilic', dose: 0.02, elapsedHours: 9 },
      },
      { id: 'B11', kind: 'butter', mass: 400, fat: 0.82, ageHours: 400, celsius: 4, keepsHours: 30 },
      {
        id: 'B7',
        kind: 'butter',
        mass: 1500,
        fat: 0.82,
        ageHours: 2000,
        celsius: -18,
        frozen: true,
        keepsHours: 4000,
      },
    ],
    demand: 900,
  },
};
