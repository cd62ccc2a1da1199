import { timesSaid } from '../quantities/counted';
import type { Caution } from '../keeping/cautions';
import { ranked } from '../prediction';
import type { Predicted } from '../prediction';
import { renewAfter } from './cultureLine';
import { refuseSouring } from './refuseSouring';
import type { RipenForecast } from './ripenForecast';
import { doseOf, ripenForecast, seenInTime } from './ripenForecast';
import type { RipenInput } from './ripenPredict.calc';
import { cultureHarm } from './safetyClock';
import { wholeCelsius, wholeHours } from '../quantities/whole';
import { percent } from '../quantities/formatQuantity';

export interface Ripening extends RipenForecast, Predicted {}

/**
 * When something sours ({@link ripenForecast}), with what decides it and what to mind.
 * @throws {CalculationError} for souring that is refused: natural souring of what has no flora, sweet buttermilk as a culture
 */
export function ripenPredict(input: RipenInput): Ripening {
  refuseSouring(input);
  const forecast = ripenForecast(input);
  return { ...forecast, ...ripenWords(input, forecast.discardAfterHours) };
}

/** What decides how it sours, and what to mind. */
export const ripenWords = (input: RipenInput, discardAfterHours: number): Predicted => ({
  reasons: ranked(ripenReasons(input, doseOf(input))),
  cautions: ripenCautions(input, discardAfterHours, seenInTime(input, discardAfterHours)),
});

function ripenReasons({ route, temperatures, generation, readings }: RipenInput, start: number) {
  const degrees = temperatures.at(-1)!.celsius;
  const clock = {
    mesophilic: 'A mesophilic culture',
    yoghurt: 'A yoghurt culture',
    both: 'Both kinds of culture',
    natural: 'Wild flora',
  }[route];
  return [
    { says: `${clock} at ${wholeCelsius(degrees)}.`, weight: 3 },
    ...(degrees < 8 ? [{ says: 'Under 8 °C practically nothing happens.', weight: 4 }] : []),
    ...(route === 'natural'
      ? [{ says: 'Nobody knows how much of it is there at the start.', weight: 2 }]
      : [
          {
            says: `${percent(start)} of culture: twice as much saves about two hours, not half the time.`,
            weight: 1,
          },
        ]),
    ...(generation > 0 ? [{ says: `Carried on ${timesSaid(generation)}.`, weight: 0.1 * generation }] : []),
    ...(readings.length > 0
      ? [
          {
            says: `${readings.length === 1 ? 'One reading' : `${readings.length} readings`} so far.`,
            weight: 0.7 * readings.length,
          },
        ]
      : []),
  ];
}

function ripenCautions(input: RipenInput, discardAfter: number, reached: boolean): Caution[] {
  const cautions: Caution[] = [
    ...(reached ? [] : [discardCaution(input.elapsedHours, discardAfter)]),
    {
      key: 'looks',
      level: 'caution',
      says: 'Clean vessel, loose cover. Mould, pink or orange, gas or a foul smell: discard, do not taste.',
    },
  ];
  const harm = cultureHarm(input.route, input.temperatures.at(-1)!.celsius);
  if (harm)
    cautions.push({
      key: 'harm',
      level: 'danger',
      says:
        harm === 'killed'
          ? 'So hot the culture is killed: cool it, and begin again with fresh culture.'
          : 'So warm this culture fails: cool it; the time it may take goes on.',
    });
  if (input.treatment === 'raw')
    cautions.push({
      key: 'raw',
      level: 'caution',
      says: 'Raw milk and cream can carry dangerous bacteria, most of all for pregnant women, infants, the old and the ill.',
    });
  if (input.generation >= renewAfter)
    cautions.push({
      key: 'renew',
      level: 'caution',
      says: 'This line has been carried on nine times and more: begin it anew.',
    });
  return cautions;
}

/** What comes of souring that is not done in time, hours since it began. */
export function discardCaution(elapsedHours: number, discardAfter: number): Caution {
  const past = elapsedHours > discardAfter;
  return {
    key: 'discard',
    level: past ? 'danger' : 'caution',
    says: `${past ? `Its limit of ${wholeHours(discardAfter)} is past` : `Not thick and tart after ${wholeHours(discardAfter)}`}: discard it, do not wait on. A slow sour can hold a toxin that no heat destroys and nobody tastes.`,
  };
}
