import { CalculationError } from '../calculationError';
import { readWhen, takeWhen } from './readWhen';

const at = (hour: number, minute = 0, either = false) => ({ hour, minute, either });

describe('when it was, as people say it', () => {
  it.each([
    ['14 h ago', 14 * 60],
    ['90 min ago', 90],
    ['an hour ago', 60],
    ['half an hour ago', 30],
    ['an hour and a half ago', 90],
    ['two hours ago', 120],
    ['1 h 20 min ago', 80],
    ['two days ago', 2880],
    ['a day and a half ago', 2160],
    ['a week ago', 7 * 1440],
    ['about 3 hours ago', 180],
    ['a couple of hours ago', 120],
    ['1½ h ago', 90],
    ['14 h', 14 * 60],
    ['14', 14 * 60],
    ['90 min', 90],
    ['just now', 0],
  ])('%s', (said, minutes) => expect(readWhen(said)).toEqual({ kind: 'ago', minutes }));

  it.each([
    ['last night', { ago: 1 }, at(20)],
    ['yesterday evening', { ago: 1 }, at(18)],
    ['this morning', { ago: 0 }, at(7)],
    ['yesterday', { ago: 1 }, undefined],
    ['Monday 6:30', { weekday: 1 }, at(6, 30, true)],
    ['on Monday at 18:30', { weekday: 1 }, at(18, 30)],
    ['Monday morning', { weekday: 1 }, at(7)],
    ['yesterday 6 pm', { ago: 1 }, at(18)],
    ['6 pm yesterday', { ago: 1 }, at(18)],
    ['the day before yesterday, 07:15', { ago: 2 }, at(7, 15)],
    ['last night at 9', { ago: 1 }, at(21)],
    ['at 6', undefined, at(6, 0, true)],
    ['half past six', undefined, at(6, 30, true)],
    ['quarter to seven this morning', { ago: 0 }, at(6, 45)],
    ['6:30 in the evening', undefined, at(18, 30)],
    ['12:15 am', undefined, at(0, 15)],
    ['12 pm', undefined, at(12)],
    ['23 Nov 17:00', { date: '--11-23' }, at(17)],
    ['Nov 23', { date: '--11-23' }, undefined],
    ['2026-11-23 06:30', { date: '2026-11-23' }, at(6, 30)],
  ])('%s', (said, day, time) => expect(readWhen(said)).toEqual({ kind: 'on', day, time }));

  it.each(['soon', 'tomorrow', 'when it rained', '25:10', '13 pm', '6:75', '40 Nov'])(
    'asks about “%s”, quoting it',
    (said) => expect(() => readWhen(said)).toThrow(CalculationError),
  );
});

describe('in a line', () => {
  it.each([
    ['11.2 tansy last night', '11.2 tansy'],
    ['yesterday evening 11.2 herd', '11.2 herd'],
    ['skim blue jar 0.8 l to the pigs at 6:30', 'skim blue jar 0.8 l to the pigs'],
    ['cream 2 L 36 % two days ago', 'cream 2 l 36 %'],
    ['broke 5 min ago', 'broke'],
    ['broke at 8', 'broke'],
    ['12 L of herd milk, Monday 6:30', '12 l of herd milk'],
  ])('%s', (line, rest) => expect(takeWhen(line)?.rest).toBe(rest));

  it.each(['11.20 tansy', '11.2 herd at 35 C', 'blue jar at 6 c', 'cream 2 L 36 %', 'butter 612 g salted', 'moisture 80.2 90.4 88.8', 'pause overnight fridge', 'marigold 11', '11 marigold', 'may 11'])(
    '“%s” says nothing of a time',
    (line) => expect(takeWhen(line)).toBeUndefined(),
  ); // prettier-ignore
});
