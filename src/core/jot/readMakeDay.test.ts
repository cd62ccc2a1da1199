import { readMakeDay } from './readMakeDay';

const read = (text: string, system: 'metric' | 'us' | 'imperial' = 'metric') => readMakeDay(text, system);

test.each(['butter 612 g some salt', 'butter 612 g salted by eye', 'butter 612 g, salt to taste', 'butter 612 g with some salt'])(
  '“%s” is salt that nobody measured',
  (said) => expect(readMakeDay(said, 'metric')).toMatchObject({ kind: 'butter', amount: { value: 612 }, salt: { byEye: true }, mixedIn: [] }),
); // prettier-ignore

test.each([
  ['slow', 'slow'],
  ['slower', 'slow'],
  ['on low', 'slow'],
  ['slow again', 'slow'],
  ['fast', 'fast'],
  ['full speed', 'fast'],
  ['turned up to high', 'fast'],
  ['medium speed', 'usual'],
] as const)('“%s” is a speed', (said, to) => expect(readMakeDay(said, 'us')).toEqual({ kind: 'speed', to }));

describe('a jot on make day', () => {
  it.each([
    ['broke', { kind: 'mark', stage: 'break' }],
    ['It has broken', { kind: 'mark', stage: 'break' }],
    ['whipped', { kind: 'mark', stage: 'whipped' }],
    ['pause', { kind: 'paused' }],
    ['paused for the night', { kind: 'paused', place: 'fridge' }],
    ['pause, in ice water', { kind: 'paused', place: 'iceWater' }],
    ['go on', { kind: 'resumed' }],
    ['next load', { kind: 'load' }],
    ['drained', { kind: 'drained' }],
    ['packed', { kind: 'packed' }],
    ['undo', { kind: 'undo' }],
    ['washed clear', { kind: 'washed', clarity: 'clear' }],
    ['gave up: the cat', { kind: 'abandoned', reason: 'the cat' }],
    ['keep it whipped', { kind: 'abandoned', reason: 'Stopped at whipped cream' }],
    ['churn again', { kind: 'resumed' }],
    ['took out a third', { kind: 'takenOut', share: 1 / 3 }],
    ['poured together', { kind: 'merged' }],
    ['greasy', { kind: 'felt', feel: 'greasy' }],
    ['the butter is hard', { kind: 'felt', feel: 'hard' }],
    ['stopped at one mass', { kind: 'gathered', size: 'mass' }],
    ['moved to the stand mixer', { kind: 'tool', tool: 'standMixer' }],
    ['butter 14 C', { kind: 'felt', celsius: 14 }],
    ['worked dry', { kind: 'worked', way: 'worked' }],
    ['moisture 80.2 90.4 88.8', { kind: 'moisture', tare: 80.2, before: 90.4, after: 88.8 }],
    ['tastes nutty and sweet', { kind: 'tasted', tastes: ['sweet', 'nutty'] }],
    ['colour 4 on grass', { kind: 'tasted', tastes: [], colour: 4, feed: 'grass' }],
    ['tasted like rain', { kind: 'tasted', tastes: [], note: 'like rain' }],
    ['washed hazy in the churn at 8 C', { kind: 'washed', clarity: 'hazy', celsius: 8, where: 'churn' }],
  ])('%s', (text, act) => {
    expect(read(text)).toEqual(act);
  });

  it('reads amounts in the farm’s units, bare or not', () => {
    expect(read('15 C')).toEqual({ kind: 'reading', celsius: 15 });
    expect(read('59 F', 'us')).toMatchObject({ kind: 'reading', celsius: 15 });
    expect(read('water 60')).toMatchObject({ amount: { kind: 'volume', value: 60 } });
    expect(read('drained 0,9 l')).toMatchObject({ amount: { kind: 'volume', value: 900 } });
    expect(read('buttermilk 3 1/2 cups', 'us')!).toMatchObject({ kind: 'drained' });
    expect(read('washed cloudy with 700 ml')).toMatchObject({ clarity: 'cloudy', amount: { value: 700 } });
    expect(read('butter 612 g salted')).toMatchObject({
      amount: { kind: 'mass', value: 612 },
      salt: 'usual',
    });
    expect(read('butter 612 unsalted')).toMatchObject({ amount: { value: 612 }, salt: 'none' });
    expect(read('butter 612 g 1.5 % salt')).toMatchObject({ amount: { value: 612 }, salt: { share: 0.015 } });
    expect(read('butter 612 g salted in 250 g blocks')).toMatchObject({
      amount: { value: 612 },
      salt: 'usual',
      pieces: { form: 'block', each: 250 },
    });
    expect(read('butter 200 g with garlic and herbs')).toMatchObject({
      amount: { value: 200 },
      mixedIn: [{ of: 'garlic' }, { of: 'herbs' }],
    });
    expect(read('butter 400 g to ghee 310 g')).toMatchObject({
      amount: { value: 400 },
      salt: 'none',
      ghee: { kind: 'mass', value: 310 },
    });
    expect(read('pressed 30 ml')).toMatchObject({ kind: 'worked', way: 'pressed', amount: { value: 30 } });
    expect(read('weighs 598 g now')).toMatchObject({ kind: 'reweighed', amount: { value: 598 } });
    expect(read('washed clear with 0.5 l at 46 F', 'metric')).toMatchObject({
      amount: { value: 500 },
      celsius: expect.closeTo(7.8, 1) as number,
    });
  });

  it('guesses nothing', () => {
    expect(() => read('washed')).toThrow(/milky, cloudy, hazy, clear/);
    expect(() => read('water a bit')).toThrow(/“a bit” was not understood/);
    expect(() => read('butter')).toThrow(/How much/);
    expect(() => read('moisture 80 90')).toThrow(/Three weights/);
    expect(() => read('colour blue')).toThrow(/1, white, to 6/);
    expect(read('11.2 tansy')).toBeUndefined();
    expect(read('skim blue jar 0.8 L')).toBeUndefined();
  });
});

test.each([
  ['hung in a cloth for 30 min', { way: 'hung', minutes: 30 }],
  ['draining in muslin 2 h', { way: 'hung', minutes: 120 }],
  ['drained in cheesecloth', { way: 'hung' }],
  ['squeezed in a tea towel', { way: 'squeezed' }],
  ['wrung out in a cloth', { way: 'squeezed' }],
  ['on a slant 20 min', { way: 'slant', minutes: 20 }],
  ['drained on a slant for half an hour', { way: 'slant', minutes: 30 }],
  ['left to drain in a sieve', { way: 'slant' }],
])('%s', (said, act) => expect(readMakeDay(said, 'metric')).toEqual({ kind: 'worked', ...act }));

test.each([
  ['pause freezer', 'freezer'],
  ['put by in the cold room', 'cold'],
  ['paused in the larder', 'cold'],
  ['pause on ice', 'ice'],
  ['pause in ice water', 'iceWater'],
  ['pause in a bath', 'bath'],
])('%s', (said, place) => expect(readMakeDay(said, 'us')).toEqual({ kind: 'paused', place }));

test.each([
  ['10 g of salt in the cream', 10],
  ['salt 10 g into the cream', 10],
  ['salted the cream 12 g', 12],
  // A metric teaspoon is 5 mL.
  ['salted the cream with 2 tsp of salt', 11.97],
])('%s', (said, grams) => {
  const act = readMakeDay(said, 'metric');
  expect(act).toEqual({ kind: 'salted', grams: expect.closeTo(grams, 1) as number });
});
