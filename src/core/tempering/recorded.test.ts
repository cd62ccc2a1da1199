import { answersAsRecorded, answersTo } from '../testing/recorded';
import { lotsMixCalculation } from './lotsMix.calc';
import { temperPlanCalculation } from './temperPlan.calc';
import { temperTimeCalculation } from './temperTime';

answersAsRecorded(lotsMixCalculation, temperPlanCalculation, temperTimeCalculation);

const jar = { volume: 1000, fat: 0.38, diameter: 100, filledHeight: 130 };
answersTo(
  temperPlanCalculation,
  { ...jar, from: 18, to: 12, readyInMinutes: 30, reading: { method: 'iceWater', minutes: 5, probe: 9 } },
  { ...jar, from: 18, to: 12, reading: { method: 'iceWater', minutes: 2, probe: 17.5 } },
  { ...jar, from: 4, to: 14, readyInMinutes: 5, reading: { method: 'bath', minutes: 10, probe: 17 } },
  { ...jar, from: 4, to: 14, reading: { method: 'stirredBath', celsius: 40, minutes: 3, probe: 9.04 } },
  { ...jar, from: 20, to: 4.5, reading: { method: 'roomAir', minutes: 20, probe: 19.5 } },
  {
    ...jar,
    from: 30,
    to: 4.2,
    soured: true,
    set: true,
    methods: [{ method: 'fanFridge' }, { method: 'stirredBath', celsius: 2 }],
  },
  {
    ...jar,
    volume: 20_000,
    diameter: 400,
    filledHeight: 160,
    from: 37,
    to: 4.01,
    readyInMinutes: 600,
    methods: [{ method: 'fridge' }, { method: 'iceWater' }],
  },
  { ...jar, from: 3, to: 5, warmHours: 4.5 },
  { ...jar, from: 8, to: 12, warmHours: 4.5, vesselFactors: [1.4, 0.7] },
  { ...jar, from: 12, to: 4, warmHours: 1.9, topExposed: false },
  { ...jar, from: 12, to: 12.01 },
  {
    ...jar,
    from: 5,
    to: 16,
    warmHours: 2,
    methods: [
      { method: 'roomAir', celsius: 17 },
      { method: 'bath', celsius: 60 },
    ],
  },
);
const time = { volume: 1000, fat: 0.38, diameter: 100, filledHeight: 130, u: 55, topExposed: true };
answersTo(
  temperTimeCalculation,
  { ...time, from: 4, to: 15, environment: 25 },
  { ...time, from: 15, to: 4, environment: 4 },
  { ...time, from: 15, to: 15, environment: 4 },
  { ...time, from: 30, to: 6, environment: 2 },
  { ...time, from: 2, to: 36, environment: 40, topExposed: false },
  { ...time, from: 5, to: 20, environment: 25 },
);
