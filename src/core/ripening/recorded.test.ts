import { answersAsRecorded, answersTo } from '../testing/recorded';
import { ripenPredictCalculation } from './ripenPredict.calc';

answersAsRecorded(ripenPredictCalculation);

const pot = { dose: 0.02, treatment: 'pasteurised', temperatures: [{ hours: 20, celsius: 21 }] };
answersTo(
  ripenPredictCalculation,
  ...['mesophilic', 'yoghurt', 'both', 'natural'].flatMap((route) => [
    { ...pot, route, elapsedHours: 0 },
    {
      ...pot,
      route,
      treatment: 'raw',
      temperatures: [
        { hours: 6, celsius: 12 },
        { hours: 40, celsius: 24 },
      ],
      elapsedHours: 30,
      readings: [{ kind: 'thickAndTart', atHours: 28, seen: true }],
    },
    {
      ...pot,
      route,
      of: 'milk',
      temperatures: [{ hours: 30, celsius: 42 }],
      elapsedHours: 4,
      generation: 12,
      culture: 'liveYoghurt',
    },
    {
      ...pot,
      route,
      dose: 0.0001,
      temperatures: [{ hours: 100, celsius: 16 }],
      elapsedHours: 60,
      readyPh: 4.5,
    },
  ]),
  {
    ...pot,
    route: 'mesophilic',
    temperatures: [
      { hours: 2, celsius: 60 },
      { hours: 20, celsius: 21 },
    ],
    elapsedHours: 10,
  },
  {
    ...pot,
    route: 'mesophilic',
    elapsedHours: 20,
    readings: [
      { kind: 'ph', atHours: 10, ph: 5.9 },
      { kind: 'ph', atHours: 18, ph: 4.9 },
    ],
  },
  {
    ...pot,
    route: 'mesophilic',
    elapsedHours: 40,
    readings: [{ kind: 'thickAndTart', atHours: 30, seen: false }],
  },
  {
    ...pot,
    route: 'yoghurt',
    culture: 'sweetButtermilk',
    of: 'skim',
    elapsedHours: 6,
    temperatures: [{ hours: 9, celsius: 36 }],
  },
);
