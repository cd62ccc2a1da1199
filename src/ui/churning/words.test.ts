import type { BatchEvent } from '@/core/churning/batchEvents';
import { tellBatch } from '@/core/churning/tellBatch';
import { foresee } from '@/core/churning/foresee';
import { someCream } from '@/core/testing/someCream';
import { afterwardsWords } from './words';
import { eventWords, nextWords } from './eventWords';

const cream = someCream;
const say = { temperature: (celsius: number) => `${Math.round(celsius)} °C` } as Parameters<
  typeof nextWords
>[4];
const start = { id: 'event-start', atSeconds: 1_800_000_000, kind: 'started' } as const;
const story = (...events: BatchEvent[]) =>
  tellBatch({ tool: 'standMixer', capacity: 4500, loads: 1 }, [start, ...events]);
const mark = (stage: 'break' | 'stopped', at = 60): BatchEvent => ({
  id: `event-${stage}`,
  atSeconds: start.atSeconds + at,
  kind: 'mark',
  stage,
});

describe('what comes next', () => {
  const seen = foresee(cream);

  it('counts down to the break, and says when it may come any moment', () => {
    expect(nextWords(story(), seen, 0, undefined, say).next).toMatch(/^Break in \d/);
    expect(nextWords(story(), seen, seen.breakMinutes!.mid * 60, undefined, say).next).toMatch(
      /^Break any moment/,
    );
  });

  it('when it is late says so, and asks for the temperature', () => {
    const late = nextWords(story(), seen, seen.breakMinutes!.high * 61, undefined, say);
    expect(late.next).toBe('Later than nine in ten');
    expect(late.more).toMatch(/^Take its temperature/);
    // What holds it up is the advice’s to say.
    expect(nextWords(story(), seen, seen.breakMinutes!.high * 61, 9, say)).toEqual({ next: late.next });
  });

  it('says of cream that is as warm as it should be that it is, and blames nothing by rule of thumb', () => {
    const late = nextWords(story(), seen, seen.breakMinutes!.high * 61, 14.5, say);
    expect(late.more).toBe('At 15 °C it is as warm as it should be.');
  });

  it('lets drained butter rest, and does not send it back to be churned', () => {
    const resting = story(
      mark('break'),
      mark('stopped', 80),
      { id: 'event-drain', atSeconds: start.atSeconds + 90, kind: 'drained', measured: 'skipped' },
      { id: 'event-chill', atSeconds: start.atSeconds + 100, kind: 'paused', place: 'fridge', minutes: 16 },
    );
    expect(nextWords(resting, seen, 80, undefined, say).next).toBe('Let the butter rest');
  });

  it('warns of cream too warm to grain and too cold to break, with the temperature to aim for', () => {
    expect(nextWords(story(), foresee({ ...cream, temperature: 27 }), 30, undefined, say)).toMatchObject({
      next: 'Too warm to grain: chill it',
      more: expect.stringMatching(/Chill it to about 13 °C/),
    });
    const cold = foresee({ ...cream, tool: 'barrel', temperature: 1, roomTemperature: 1 });
    expect(nextWords(story(), cold, 30, undefined, say).next).toBe('Too cold to break soon');
  });

  it('leads on from the break to stopping, draining and washing', () => {
    expect(nextWords(story(mark('break')), seen, 70, undefined, say).next).toBe('Stop at wheat-grain size');
    expect(nextWords(story(mark('break'), mark('stopped', 80)), seen, 80, undefined, say).next).toBe(
      'Drain the buttermilk',
    );
    const paused = story({ id: 'event-pause', atSeconds: start.atSeconds + 90, kind: 'paused' });
    expect(nextWords(paused, seen, 90, undefined, say).next).toBe('Go on when you are ready');
  });
});

const sayAll = {
  temperature: (celsius: number) => `${celsius} °C`,
  volume: (millilitres: number) => `${millilitres} mL`,
  mass: (grams: number) => `${grams} g`,
} as Parameters<typeof eventWords>[1];
const words = (body: object) =>
  eventWords({ id: 'event-0001', atSeconds: 1, ...body } as BatchEvent, sayAll).long;

describe('what happened, in words', () => {
  it.each([
    [{ kind: 'mark', stage: 'break' }, 'Break'],
    [{ kind: 'reading', temperature: 14 }, 'Temperature 14 °C'],
    [{ kind: 'water', mass: 60 }, '60 mL of water added'],
    [{ kind: 'drained', measured: 'skipped' }, 'Buttermilk drained, not measured'],
    [{ kind: 'drained', measured: 'mass', mass: 900 }, 'Buttermilk drained: 900 g'],
    [{ kind: 'washed', clarity: 'hazy', waterMass: 500 }, 'Washed, water hazy (500 mL)'],
    [{ kind: 'tool', tool: 'jar', capacity: 2000 }, 'Moved to a shaken jar, 2000 mL'],
    [{ kind: 'portion', name: 'Garlic', mass: 300, saltMass: 5.2 }, 'Garlic: 300 g, 5.2 g of it salt'],
    [{ kind: 'portion', name: 'Plain', mass: 300, saltMass: 0 }, 'Plain: 300 g, no salt'],
    [{ kind: 'abandoned', reason: 'the dog' }, 'Given up: the dog'],
    [{ kind: 'abandoned', reason: '' }, 'Given up'],
    [{ kind: 'started' }, 'Churn started'],
    [{ kind: 'paused' }, 'Put by'],
    [{ kind: 'paused', place: 'bath', celsius: 24 }, 'Put by in a bath of 24 °C'],
    [{ kind: 'resumed' }, 'Churned on'],
    [{ kind: 'takenOut', share: 1 / 3 }, '33 % taken out, for a load of its own'],
    [{ kind: 'merged' }, 'The next load poured in with this one'],
    [{ kind: 'load' }, 'Next load in'],
    [{ kind: 'load', beside: true, tool: 'barrel' }, 'Next load begun beside it, in a barrel churn'],
    [
      { kind: 'drained', measured: 'mass', mass: 900, washIn: 120 },
      'Buttermilk drained: 900 g, 120 mL of it wash water',
    ],
    [
      { kind: 'washed', clarity: 'milky', where: 'tap', celsius: 9 },
      'Washed under the tap, water milky (9 °C)',
    ],
    [
      { kind: 'portion', name: 'Ghee', mass: 400, saltMass: 0, ghee: { mass: 318, weighed: true } },
      'Ghee: 400 g, no salt, made into 318 g of ghee',
    ],
    [{ kind: 'gathered', size: 'mass' }, 'Stopped at one mass'],
    [{ kind: 'felt', feel: 'greasy' }, 'The butter is greasy'],
    [{ kind: 'felt', celsius: 15 }, 'The butter is at 15 °C'],
    [{ kind: 'worked', way: 'worked', waterMass: 22 }, 'Worked till no more weeps, 22 mL of water out'],
    [
      { kind: 'reweighed', why: 'wept', mass: 480, saltMass: 6 },
      'Weighed again, after it wept: 480 g, 6 g of it salt',
    ],
    [{ kind: 'moisture', tare: 80, before: 90, after: 88.4 }, 'Moisture test: 16 % water'],
    [
      { kind: 'tasted', colour: 4, feed: 'grass', tastes: ['nutty'] },
      'Tasted: colour 4 of 6, on grass, nutty',
    ],
    [{ kind: 'joined' }, 'Two portions joined'],
    [{ kind: 'packed' }, 'Packed'],
    [{ kind: 'undone' }, 'Undone'],
    [{ kind: 'retimed' }, 'Time put right'],
  ])('%j', (body, wanted) => {
    expect(words(body)).toBe(wanted);
  });
});

test('what is done afterwards is said in brief, one wash as one wash', () => {
  const say = { mass: (grams: number) => `${grams} g` };
  const usual = { usualSalt: { way: 'none' }, usualStorage: 'fridge' } as const;
  expect(afterwardsWords(usual, say)).toEqual(['washed until clear', 'no salt', 'fridge']);
  expect(
    afterwardsWords(
      {
        usualSalt: { way: 'share', share: 0.016, kind: 'fine' },
        usualWashes: 1,
        usualPieces: { form: 'block', each: 250 },
        usualStorage: 'freezer',
      },
      say,
    ),
  ).toEqual(['1 wash', '1.6 % salt', 'blocks of 250 g', 'freezer']);
  expect(
    afterwardsWords(
      { ...usual, usualSalt: { way: 'spoon', teaspoons: 1.5, kind: 'fine' }, usualWashes: 0 },
      say,
    ),
  ).toEqual(['not washed', '1.5 tsp of salt', 'fridge']);
});
