import { examplesFor, jotExamples } from './jotExamples';
import type { JotWords } from './readJot';
import { readJot } from './readJot';

const words: JotWords = {
  animals: [
    { id: 'tansy', name: 'Tansy' },
    { id: 'plover', name: 'Plover' },
    { id: 'quill', name: 'Quill' },
  ],
  vessels: [
    { id: 'blue', name: 'Blue jar', holds: 'milk' },
    { id: 'green', name: 'Green jar', holds: 'milk' },
    { id: 'tall', name: 'Tall can', holds: null },
  ],
  pieces: [
    { lotId: 'b12', code: 'B12' },
    { lotId: 'b13', code: 'B13a' },
    { lotId: 't4', code: 'T4' },
  ],
};
const read = (text: string, system: 'metric' | 'us' | 'imperial' = 'metric') => readJot(text, words, system);

describe('a jot', () => {
  it('of an amount and an animal is milk of that animal', () => {
    expect(read('11.2 tansy')).toMatchObject({ kind: 'milk', from: 'animals', animalIds: ['tansy'], amount: { kind: 'volume', value: 11200 } });
    expect(read('9 L of herd milk, 35 C')).toMatchObject({ from: 'herd', celsius: 35, amount: { value: 9000 } });
    expect(read('Tansy, Plover, 14 L, tall can')).toMatchObject({ animalIds: ['tansy', 'plover'], vesselId: 'tall' });
    expect(read('Tansy and Plover 14 L into tall can at 34 C')).toMatchObject({ animalIds: ['tansy', 'plover'], vesselId: 'tall', celsius: 34, amount: { value: 14000 } });
    expect(read('3 1/2 gal herd', 'us')).toMatchObject({ from: 'herd', amount: { value: 13248.941244 } });
    expect(read('11,2 kg herd')).toMatchObject({ amount: { kind: 'mass', value: 11200 } });
    expect(read('about 5 quill')).toMatchObject({ amount: { value: 5000, sd: 400 } });
    expect(read('4 quarts bought', 'us')).toMatchObject({ from: 'bought' });
  }); // prettier-ignore

  it('of one word says it is as yesterday, or what the churn did', () => {
    expect(read('same as yesterday')).toMatchObject({ kind: 'milk', same: true });
    expect(read('broke')).toEqual({ kind: 'makeDay', act: { kind: 'mark', stage: 'break' } });
    expect(read('it whipped')).toEqual({ kind: 'makeDay', act: { kind: 'mark', stage: 'whipped' } });
  });

  it('of skimming names the vessel, the cream and where the skim goes', () => {
    expect(read('skim blue jar 0.8 L to the pigs')).toMatchObject({ kind: 'skim', vesselIds: ['blue'], amount: { value: 800 }, use: 'pigs' });
    expect(read('skim both blue jar and green jar 1.5, skim to pigs as usual')).toMatchObject({ vesselIds: ['blue', 'green'], use: 'pigs' });
    expect(read('blue jar 6.5 C')).toEqual({ kind: 'reading', celsius: 6.5, vesselId: 'blue' });
    expect(read('cream 2 L 36 %')).toMatchObject({ kind: 'cream', fat: 0.36, amount: { value: 2000 } });
  }); // prettier-ignore

  it.each([
    ['', /Nothing was typed/],
    ['tansy', /no amount/],
    ['11.2', /Whose milk: Tansy, Plover, Quill/],
    ['9 L milk, 35 C', /Whose milk: Tansy, Plover, Quill/],
    ['11.2 bessie', /“11.2 bessie” in/],
    ['skim 0.8 L', /Which one was skimmed: Blue jar, Green jar/],
    ['skim tall can 0.8 L', /Tall can holds no milk/],
    ['0 tansy', /above zero/],
    ['eleven parsecs tansy', /was not understood/],
  ])('that says “%s” is not guessed at', (text, says) => {
    expect(() => read(text)).toThrow(says);
  });
});

describe('a note', () => {
  it.each([
    ['note: splashes at 8', { kind: 'note', note: 'splashes at 8' }],
    ['Note: Tansy is Bulling, 14 h ago', { kind: 'note', note: 'Tansy is Bulling, 14 h ago' }],
    ['note blue jar: smells of hay', { kind: 'note', note: 'smells of hay', vesselId: 'blue' }],
    ['note on the tall can: dented', { kind: 'note', note: 'dented', vesselId: 'tall' }],
    ['note quick to break', { kind: 'note', note: 'quick to break' }],
  ])('“%s” keeps its words, times among them', (line, jot) => expect(read(line)).toEqual(jot));

  it('of nothing, and on nothing that is here, is asked about', () => {
    expect(() => read('note')).toThrow(/Note what/);
    expect(() => read('note:  ')).toThrow(/Note what/);
    expect(() => read('note green churn: loud')).toThrow(/“green churn” is no vessel here: /);
    expect(() => read(`note: ${'x'.repeat(501)}`)).toThrow(/501 letters/);
  });
});

describe('the examples on the sheet', () => {
  const kinds = [
    'milk',
    'milk',
    'milk',
    'skim',
    'reading',
    'ofLot',
    'used',
    'cream',
    'ofPiece',
    'ofPiece',
    'makeDay',
    'makeDay',
    'makeDay',
    'makeDay',
    'note',
    'wish',
  ];

  it.each(['metric', 'us', 'imperial'] as const)('are read as what they say, %s', (system) => {
    expect(jotExamples[system].map(([line]) => read(line, system).kind)).toEqual(kinds);
  });

  it('carry this farm’s own names, and are read there as well', () => {
    for (const system of ['metric', 'us', 'imperial'] as const) {
      const own = examplesFor(system, { animal: 'Tansy', vessel: 'Green jar' });
      expect(own.map(([line]) => read(line, system).kind)).toEqual(kinds);
      expect(own.flat().join(' ')).not.toMatch(/blue jar/);
    }
  });

  it('say amounts that a maker might have', () => {
    for (const system of ['metric', 'us', 'imperial'] as const) {
      const [milk, , , skim, cold, , , cream, , , , water] = jotExamples[system].map(([line]) =>
        read(line, system),
      );
      expect(milk).toMatchObject({ from: 'herd' });
      if (milk?.kind !== 'milk' || milk.same || skim?.kind !== 'skim' || cream?.kind !== 'cream')
        throw new Error(system);
      expect(milk.amount!.value).toBeGreaterThan(9000);
      expect(milk.amount!.value).toBeLessThan(12_500);
      expect(skim).toMatchObject({ vesselIds: ['blue'], use: 'pigs' });
      expect(cream.fat).toBeCloseTo(0.36, 9);
      expect(cream.amount.value).toBeGreaterThan(1000);
      expect(cold).toMatchObject({ kind: 'reading', vesselId: 'blue' });
      expect((cold as { celsius: number }).celsius).toBeCloseTo(6.1, 0);
      expect(water).toMatchObject({ kind: 'makeDay', act: { kind: 'water' } });
    }
  });

  it('are what a jot that was not understood is answered with, in no other units', () => {
    expect(() => read('nonsense', 'us')).toThrow(/“3 gal herd” or “skim blue jar 1 qt to the pigs”/);
    expect(() => read('', 'imperial')).toThrow(/“18 pt herd”/);
    expect(() => read('nonsense', 'us')).not.toThrow(/ L\b/);
  });
});

describe('a jot of what stands in a vessel', () => {
  it.each([
    ['strained blue jar', { kind: 'strained' }],
    ['blue jar is strained', { kind: 'strained' }],
    ['blue jar into the freezer', { kind: 'placed', place: 'freezer' }],
    ['put the blue jar in the cellar', { kind: 'placed', place: 'cool' }],
    ['blue jar stands in ice water', { kind: 'placed', place: 'iceWater' }],
    ['blue jar for soap', { kind: 'meant', for: 'soap' }],
    ['blue jar is kept for the table', { kind: 'meant', for: 'table' }],
    ['blue jar thick and tart', { kind: 'looked', seen: 'thickAndTart' }],
    ['blue jar not ripe yet', { kind: 'looked', seen: 'notYet' }],
    ['blue jar: not yet', { kind: 'looked', seen: 'notYet' }],
    ['pink, blue jar', { kind: 'looked', seen: 'pink' }],
  ] as const)('%s', (line, of) => {
    expect(read(line)).toEqual({ kind: 'ofLot', of, vesselId: 'blue' });
  });

  it('may be of some hours ago', () => {
    expect(read('blue jar in the fridge, 2 h ago')).toMatchObject({ kind: 'ofLot', when: expect.anything() });
  });

  it('is none where it is something else', () => {
    expect(read('skim blue jar 0.8 l to the pigs')).toMatchObject({ kind: 'skim' });
    expect(read('blue jar 6 C')).toMatchObject({ kind: 'reading' });
    expect(() => read('blue jar purple')).toThrow(/not understood/);
    // What objects bring of themselves is no place.
    expect(() => read('blue jar constructor')).toThrow(/not understood/);
  });
});

describe('a jot of butter', () => {
  it.each([
    ['B12 to the freezer', { kind: 'moved', lotId: 'b12', code: 'B12', to: 'freezer' }],
    ['200 g of b12 into the crock', { kind: 'moved', lotId: 'b12', code: 'B12', to: 'crock', mass: 200 }],
    ['b13a eaten', { kind: 'gone', lotId: 'b13', code: 'B13a', how: 'eaten' }],
    ['gave away 100 g of t4', { kind: 'gone', lotId: 't4', code: 'T4', how: 'given', mass: 100 }],
    ['t4 thrown out', { kind: 'gone', lotId: 't4', code: 'T4', how: 'spoiled' }],
    ['B12 and T4 into one', { kind: 'joined', lotIds: ['b12', 't4'], codes: ['B12', 'T4'] }],
    ['b12 into ghee', { kind: 'ghee', lotId: 'b12', code: 'B12' }],
    ['500 g of b12 into ghee, 400 g', { kind: 'ghee', lotId: 'b12', code: 'B12', mass: 500, gave: 400 }],
    ['bought butter 500 g salted', { kind: 'entered', mass: 500, salted: true, bought: true, storage: 'fridge' }],
    ['500 g of unsalted butter from before, in the freezer', { kind: 'entered', mass: 500, salted: false, bought: false, storage: 'freezer' }],
  ] as const)('%s', (line, of) => {
    expect(read(line)).toEqual({ kind: 'ofPiece', of });
  }); // prettier-ignore

  it('names what is there when it names what is not, and asks what of it', () => {
    expect(() => read('b99 eaten')).toThrow(/There is no B99 in the larder: B12, B13a and T4\./);
    expect(() => read('b12')).toThrow(/What of B12\?/);
    expect(() => read('b12 and t4 eaten')).toThrow(/worked “into one”/);
    expect(() => read('b12 half a litre eaten')).toThrow(/by weight/);
    expect(() => read('bought butter')).toThrow(/How much butter/);
  });

  it('churned here stays a make day’s', () => {
    expect(read('butter 612 g salted')).toMatchObject({ kind: 'makeDay' });
  });
});
