import type { EventOf } from '@/core/churning/batchEvents';
import type { StoryPortion } from '@/core/churning/batchStory';
import { someFacts } from '@/core/testing/someFacts';
import type { PortionDraft } from './portionDraft';
import { freshPortion, portionEvents, readPortion } from './portionDraft';

const facts = {
  ...someFacts,
  creamMass: 2200,
  creamVolume: 2190,
  usualSalt: { way: 'share', share: 0.016, kind: 'fine' },
} as const;
const foreseen = { butter: { mass: 940, sd: 40 } } as Parameters<typeof readPortion>[1]['foreseen'];
const moulds = [{ id: 'wood-mould', capacity: 280 }];
let made = 0;
const newId = () => `portion-${(made += 1)}`;

function portion(
  change: Partial<PortionDraft>,
  portions: Partial<StoryPortion>[] = [],
  system = 'metric' as const,
  creamSalt = 0,
) {
  const draft = { ...freshPortion(facts, [], portions.length > 0, system), ...change };
  const read = readPortion(draft, {
    facts,
    story: { portions: portions as StoryPortion[], creamSalt },
    foreseen,
    moulds,
    system,
  });
  const events = portionEvents(draft, read, newId) as Omit<EventOf<'portion'>, 'id' | 'atSeconds'>[];
  return { read, events };
}
const sum = (numbers: number[]) => numbers.reduce((a, b) => a + b, 0);

test('nothing typed is nothing to pack, and the salt is told for the butter expected', () => {
  const { read, events } = portion({});
  expect(read.ready).toBe(false);
  expect(events).toEqual([]);
  expect(read.ways!.salt).toBeCloseTo(0.016 * (940 + read.ways!.salt), 6);
});

test('salt is a share of the finished butter, weighed before or after it went in', () => {
  const after = portion({ typed: '935 g' });
  expect(after.events[0]).toMatchObject({ mass: 935, measured: 'scale', name: 'Salted' });
  expect(after.events[0]!.saltMass).toBeCloseTo(0.016 * 935, 6);
  const before = portion({ typed: '920 g', saltIn: false });
  expect(before.events[0]!.mass).toBeCloseTo(920 / (1 - 0.016), 6);
});

test('pieces and what is over are lots of their own, and no gram of butter or salt is lost', () => {
  const { events, read } = portion({ typed: '935 g', piece: '250 g', form: 'roll' });
  expect(read.pieces).toMatchObject({ count: 3, each: 250 });
  expect(events).toHaveLength(2);
  expect(sum(events.map(({ mass }) => mass))).toBeCloseTo(935, 9);
  expect(sum(events.map(({ saltMass }) => saltMass))).toBeCloseTo(0.016 * 935, 9);
  expect(events[0]).toMatchObject({ mass: 750, pieces: { form: 'roll', each: 250 } });
  expect(new Set(events.map(({ portionId }) => portionId)).size).toBe(2);
});

test('what is still to come is said when too little is on the scale, and not for what clings to the churn', () => {
  expect(portion({ typed: '500 g' }).read.toCome!.low).toBeGreaterThan(300);
  expect(portion({ typed: '860 g' }).read.toCome).toBeUndefined();
  expect(portion({ typed: '440 g' }, [{ mass: 500 }]).read.toCome).toBeUndefined();
  expect(portion({}).read.toCome).toBeUndefined();
});

test('more butter than there was cream is refused', () => {
  const { read, events } = portion({ typed: '2.3 kg' });
  expect(read.tooMuch).toBe(true);
  expect(read.toCome).toBeUndefined();
  expect(events).toEqual([]);
  expect(portion({ typed: '1 kg' }, [{ mass: 1300 }]).read.tooMuch).toBe(true);
});

test('without a scale it is so many moulds, and by so much the less sure', () => {
  const draft = { ...freshPortion(facts, moulds, false, 'metric'), noScale: true, count: '3,5' };
  const read = readPortion(draft, { facts, story: { portions: [] }, foreseen, moulds, system: 'metric' });
  expect(read.weighed).toMatchObject({ mass: 3.5 * 280 * 0.95, measured: 'volume' });
  expect(read.weighed!.massSd / read.weighed!.mass).toBeCloseTo(0.08, 9);
  for (const count of ['', 'a few', '-1', '0', '1e9'])
    expect(
      readPortion({ ...draft, count }, { facts, story: { portions: [] }, foreseen, moulds, system: 'metric' })
        .ready,
    ).toBe(false);
});

test('a cup of butter typed is a volume, and is taken as one', () => {
  const { events } = portion({ typed: '1 L' });
  expect(events[0]).toMatchObject({ mass: 950, measured: 'volume' });
  expect(events[0]!.massSd).toBeGreaterThan(70);
});

test('ghee weighs less than its butter; not weighed, it is what is to be expected', () => {
  expect(portion({ typed: '400 g', ghee: true, gheeTyped: '410 g' }).read.ready).toBe(false);
  const weighed = portion({ typed: '400 g', ghee: true, gheeTyped: '318 g' }).events;
  expect(weighed).toHaveLength(1);
  expect(weighed[0]).toMatchObject({ name: 'Ghee', ghee: { mass: 318, weighed: true } });
  const guessed = portion({ typed: '400 g', ghee: true, piece: '100 g' }).events;
  expect(guessed[0]!.ghee!.weighed).toBe(false);
  expect(guessed[0]!.ghee!.mass).toBeGreaterThan(290);
  expect(guessed[0]!.ghee!.mass).toBeLessThan(340);
  expect(guessed[0]!.pieces).toBeUndefined();
});

test('a portion is called by what is in it unless the maker names it', () => {
  const named = (change: Partial<PortionDraft>) => portion({ typed: '300 g', ...change }).events[0]!.name;
  expect(named({ mixed: ['garlic'] })).toBe('Garlic');
  expect(named({ salt: { way: 'none', typed: '', kind: 'fine' } })).toBe('Unsalted');
  expect(named({ mixed: ['honey'], name: ' For Rowan ' })).toBe('For Rowan');
});

test('what is mixed in and weighed is no butter: neither salted, nor counted as it, nor lost among the pieces', () => {
  const honey = (typed: string) => ({ mixed: [{ of: 'honey' as const, typed }], typed: '1.1 kg' });
  const { read, events } = portion(honey('200 g'));
  expect(events[0]).toMatchObject({ mass: 1100, additionMass: 200, additions: ['honey'] });
  expect(events[0]!.mixedIn).toEqual([{ of: 'honey', mass: 200, typed: '200 g' }]);
  expect(events[0]!.saltMass).toBeCloseTo(0.016 * 900, 6);
  expect(read.heavier).toBeUndefined();
  expect(read.mixedWater).toBeCloseTo(34, 6);
  expect(portion({ typed: '1.1 kg' }).read.heavier).toBeGreaterThan(40);
  const pieces = portion({ ...honey('200 g'), piece: '250 g' }).events;
  expect(sum(pieces.map(({ additionMass }) => additionMass!))).toBeCloseTo(200, 9);
  expect(sum(pieces.map(({ mixedIn }) => mixedIn![0]!.mass!))).toBeCloseTo(200, 9);
  expect(portion(honey('2 kg')).read.ready).toBe(false);
  expect(portion({ ...honey('200 g'), mixed: [] }).events[0]!.additionMass).toBeUndefined();
});

test('it is told by the clove and the spoon, by the house’s own name, and two that are each less than the butter may not be more than it', () => {
  const { read, events } = portion({
    typed: '300 g',
    mixed: [
      { of: 'garlic', typed: '2 cloves' },
      { of: 'garlic', name: 'ramsons', typed: '1 tbsp' },
    ],
  });
  expect(events[0]).toMatchObject({ name: 'Garlic, ramsons', additions: ['garlic'] });
  expect(events[0]!.mixedIn![0]!.mass).toBeCloseTo(8, 6);
  expect(events[0]!.mixedIn![1]!.mass).toBeCloseTo(15 * 0.57, 0);
  expect(read.ready).toBe(true);
  const heavy = { of: 'honey' as const, typed: '160 g' };
  expect(portion({ typed: '300 g', mixed: [heavy, { ...heavy, name: 'heather honey' }] }).read.ready).toBe(
    false,
  );
});

test('more salt than butter is no butter', () => {
  expect(portion({ typed: '100 g', salt: { way: 'mass', typed: '120 g', kind: 'fine' } }).read.ready).toBe(
    false,
  );
});

test('butter that is not weighed is what its fat makes, with its salt on top, and as unsure as that', () => {
  const { read, events } = portion({ notWeighed: true });
  expect(read.ready).toBe(true);
  const [made] = events;
  expect(made).toMatchObject({ measured: 'foreseen', massSd: 40 });
  expect(made!.mass - made!.saltMass).toBeCloseTo(940, 6);
  // What was put by before is taken off; when all is put by there is nothing left to take for butter.
  expect(portion({ notWeighed: true }, [{ mass: 500 }]).events[0]!.mass).toBeLessThan(460);
  expect(portion({ notWeighed: true }, [{ mass: 990 }]).read.ready).toBe(false);
});

test('salt of the cream that is still in the butter is taken off what is to be added, and makes unsalted butter a trace', () => {
  const share = portion({ typed: '600 g' }, [], 'metric', 40);
  expect(share.read.inIt).toBeGreaterThan(2);
  // By share it is of all its salt; by weight it comes on top.
  expect(share.events[0]!.saltMass).toBeCloseTo(portion({ typed: '600 g' }).events[0]!.saltMass, 6);
  const ten = portion(
    { typed: '600 g', salt: { way: 'mass', typed: '10 g', kind: 'fine' } },
    [],
    'metric',
    40,
  );
  expect(ten.events[0]!.saltMass).toBeCloseTo(10 + ten.read.inIt, 6);
  const unsalted = { typed: '600 g', salt: { way: 'none', typed: '', kind: 'fine' } } as const;
  const none = portion(unsalted, [], 'metric', 10);
  expect(none.events[0]!.saltMass).toBeCloseTo(none.read.inIt, 6);
  expect(none.events[0]!.name).toBe('A trace of salt');
  expect(portion(unsalted).events[0]!.name).toBe('Unsalted');
});
