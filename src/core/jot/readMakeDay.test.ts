import { readMakeDay } from './readMakeDay';

const read = (text: string, system: 'metric' | 'us' | 'imperial' = 'metric') => readMakeDay(text, system);

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
  });

  it('guesses nothing', () => {
    expect(() => read('washed')).toThrow(/milky, cloudy, hazy, clear/);
    expect(() => read('water a bit')).toThrow(/“a bit” was not understood/);
    expect(() => read('butter')).toThrow(/How much/);
    expect(read('11.2 tansy')).toBeUndefined();
    expect(read('skim blue jar 0.8 L')).toBeUndefined();
  });
});
