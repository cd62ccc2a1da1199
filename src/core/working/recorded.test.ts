import { answersAsRecorded, answersTo } from '../testing/recorded';
import { butterMoistureCalculation } from './butterMoisture.calc';
import { butterWorkabilityCalculation } from './butterWorkability';

answersAsRecorded(butterMoistureCalculation, butterWorkabilityCalculation);

const pat = { butterMass: 500, temperature: 5 };
answersTo(
  butterWorkabilityCalculation,
  { ...pat },
  { ...pat, temperature: 13 },
  { ...pat, temperature: 18, place: 'fridge', minutes: 60, thickness: 20 },
  { ...pat, temperature: 24, place: 'bath', placeTemperature: 8, minutes: 10 },
  { ...pat, temperature: -4, place: 'room', minutes: 400, butterFat: 0.7 },
  { ...pat, temperature: 12, washWaterMass: 1000, hardness: 4 },
  { ...pat, temperature: 20, washWaterMass: 300, hardness: -4 },
);
answersTo(
  butterMoistureCalculation,
  { butterMass: 620 },
  { butterMass: 620, worked: 'drained', washes: 0, gathered: 'mass' },
  { butterMass: 620, worked: 'pressed', washes: 5, gathered: 'lumps', saltMass: 30 },
  { butterMass: 620, test: { tare: 102, before: 112, after: 111.9 } },
  { butterMass: 620, test: { tare: 102, before: 112, after: 112.5 } },
  { butterMass: 620, test: { tare: 102, before: 101, after: 100 } },
  {
    butterMass: 620,
    saltMass: 10,
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
  {
    butterMass: 900,
    saltMass: 10,
    balance: {
      creamMass: 1400,
      creamMassSd: 7,
      creamFat: 0.2,
      creamFatSd: 0.01,
      buttermilkMass: 480,
      buttermilkFat: 0.006,
      lossFat: 5,
    },
  },
);
