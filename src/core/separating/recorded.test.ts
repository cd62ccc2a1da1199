import { answersAsRecorded, answersTo } from '../testing/recorded';
import { creamRiseCalculation } from './creamRise.calc';
import { separationBalanceCalculation } from './separationBalance.calc';
import { separatorExpectCalculation } from './separatorExpect.calc';
import { standardiseCalculation } from './standardise';

answersAsRecorded(
  creamRiseCalculation,
  separationBalanceCalculation,
  separatorExpectCalculation,
  standardiseCalculation,
);

const pan = {
  milkMass: 2340,
  milkFat: 0.042,
  temperature: 4,
  vessel: { bottomDiameter: 120, height: 250 },
  hours: 12,
};
answersTo(
  creamRiseCalculation,
  { ...pan, hours: 0 },
  { ...pan, hours: 36, ladleDepths: [0, 5, 20, 40, 80, 240] },
  { ...pan, species: 'goat', hours: 24 },
  { ...pan, species: 'buffalo', milkFat: 0.075, temperature: 12, heated: true },
  { ...pan, species: 'sheep', temperature: 25 },
  { ...pan, vessel: { bottomDiameter: 300, topDiameter: 360, height: 90 }, ladleDepths: [6, 10] },
  { ...pan, milkMass: 3000 },
  {
    ...pan,
    stops: [
      { foreseen: 34, stopped: 30 },
      { foreseen: 30, stopped: 31 },
      { foreseen: 20, stopped: 40 },
    ],
    ladleDepths: [30],
  },
  {
    ...pan,
    happenings: [
      { kind: 'topUp', atHours: 3, mass: 300, fat: 0.04 },
      { kind: 'draw', atHours: 5, mass: 2600 },
    ],
  },
);
const bowl = { milkMass: 12_000, milkFat: 0.041, temperature: 36 };
answersTo(
  separatorExpectCalculation,
  { ...bowl },
  { ...bowl, temperature: 12 },
  { ...bowl, temperature: 58, drive: 'hand', flow: 2.4 },
  { ...bowl, screw: 6 },
  { ...bowl, screw: -8, flow: 0.3 },
  { ...bowl, milkFat: 0.11, ratedPerHour: 100, creamCan: 100, skimBucket: 100 },
  {
    ...bowl,
    runs: [
      { temperature: 36, creamFat: 0.4 },
      { temperature: 30, screw: 2, skimFat: 0.003 },
      { temperature: 20, flow: 1.5, creamFat: 0.6, skimFat: 0.01 },
    ],
  },
);
answersTo(
  standardiseCalculation,
  {
    lots: [
      { mass: 1000, fat: 0.48 },
      { mass: 500, fat: 0.3 },
    ],
    targetFat: 0.36,
    diluentFat: 0.002,
  },
  { lots: [{ mass: 1000, fat: 0.2 }], targetFat: 0.36, diluentFat: 0.002 },
  { lots: [{ mass: 1000, fat: 0.36 }], targetFat: 0.36, diluentFat: 0.002 },
  { lots: [{ mass: 1000, fat: 0.4 }], targetFat: 0.1, diluentFat: 0.1 },
  { lots: [{ mass: 1000, fat: 0.4 }], targetFat: 0, diluentFat: 0 },
);
const split = { milkMass: 12_000, milkFat: 0.041, skimFat: 0.001, creamMass: 1400, creamFat: 0.35 };
answersTo(
  separationBalanceCalculation,
  { milkMass: 12_000, milkFat: 0.041, skimFat: 0.001, creamMass: 1400 },
  { milkMass: 12_000, milkFat: 0.041, skimFat: 0.001, creamFat: 0.4 },
  { ...split },
  { ...split, skimFat: 0.05 },
  { ...split, creamMass: 12_000 },
  { ...split, creamFat: 0.02 },
);
