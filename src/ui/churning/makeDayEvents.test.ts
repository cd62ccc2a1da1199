import type { BatchEvent, BatchFacts } from '@/core/churning/batchEvents';
import { batchEvent } from '@/core/churning/batchEvents';
import { tellBatch } from '@/core/churning/tellBatch';
import { readMakeDay } from '@/core/jot/readMakeDay';
import type { MakeDay } from '@/core/jot/readMakeDay';
import { someFacts } from '@/core/testing/someFacts';
import * as v from 'valibot';
import type { Body } from './makeDayEvents';
import { butterEvent, makeDayEvents, reweighedEvent, unweighedEvents } from './makeDayEvents';

const facts: BatchFacts = {
  ...someFacts,
  usualSalt: { way: 'share', share: 0.016, kind: 'fine' },
  usualStorage: 'freezer',
};
const story = (...bodies: Body[]) =>
  tellBatch(
    facts,
    bodies.map((body, i) => ({ id: `event-${i}-xxxx`, atSeconds: 1_800_000_000 + i, ...body }) as BatchEvent),
  );
const say = <K extends MakeDay['kind']>(text: string) =>
  readMakeDay(text, 'metric') as Extract<MakeDay, { kind: K }>;
const butter = (text: string, ...before: Body[]) => butterEvent(say<'butter'>(text), facts, story(...before));
/** Every event a jot makes has to be one the house takes. */
const sendable = (bodies: readonly Body[]) =>
  bodies.map((body) => v.parse(batchEvent, { id: 'event-1234', atSeconds: 1_800_000_000, ...body }));

describe('what a jot becomes', () => {
  it.each([
    ['took out a third', [{ kind: 'takenOut', share: 1 / 3 }]],
    ['poured together', [{ kind: 'merged' }]],
    ['15 C', [{ kind: 'reading', temperature: 15 }]],
    ['water 60 ml', [{ kind: 'water', mass: 60 }]],
    ['drained', [{ kind: 'drained', measured: 'skipped' }]],
    ['greasy', [{ kind: 'felt', feel: 'greasy' }]],
    ['pressed 30 ml', [{ kind: 'worked', way: 'pressed', waterMass: 30 }]],
    ['washed clear at 8 C', [{ kind: 'washed', clarity: 'clear', celsius: 8 }]],
    ['moisture 80 90 88.4', [{ kind: 'moisture', tare: 80, before: 90, after: 88.4 }]],
    ['tastes nutty', [{ kind: 'tasted', tastes: ['nutty'] }]],
    ['colour 4', [{ kind: 'tasted', colour: 4 }]],
    ['in the stand mixer', [{ kind: 'tool', tool: 'standMixer' }]],
  ] as const)('%s', (text, bodies) => {
    const made = makeDayEvents(say(text) as Parameters<typeof makeDayEvents>[0]);
    expect(made).toEqual(bodies);
    expect(sendable(made)).toHaveLength(bodies.length);
  });

  it('weighs buttermilk that was measured by jug, and is less sure of it', () => {
    const [jug] = makeDayEvents(say<'drained'>('drained 0.9 l')) as [Extract<Body, { kind: 'drained' }>];
    expect(jug).toMatchObject({ measured: 'volume' });
    expect(jug.mass!).toBeCloseTo(930, 0);
    expect(jug.massSd!).toBeCloseTo(0.03 * jug.mass!, 6);
    const [scale] = makeDayEvents(say<'drained'>('drained 930 g')) as [Extract<Body, { kind: 'drained' }>];
    expect(scale.massSd!).toBeLessThan(jug.massSd! / 4);
  });
});

describe('butter jotted down', () => {
  it('is salted and kept as usual unless it was said otherwise', () => {
    const [usual] = butter('butter 612 g salted') as [Extract<Body, { kind: 'portion' }>];
    expect(usual).toMatchObject({ mass: 612, measured: 'scale', storage: 'freezer', name: 'Salted' });
    expect(usual.saltMass).toBeCloseTo(0.016 * 612, 1);
    const [none] = butter('butter 612 g unsalted') as [Extract<Body, { kind: 'portion' }>];
    expect(none).toMatchObject({ saltMass: 0, name: 'Unsalted' });
    const [strong] = butter('butter 612 g 2.5 % salt') as [Extract<Body, { kind: 'portion' }>];
    expect(strong.saltMass).toBeCloseTo(0.025 * 612, 1);
    expect(sendable([usual, none, strong])).toHaveLength(3);
  });

  it('is cut into pieces, what is over by itself, and keeps what was mixed in', () => {
    const made = butter('butter 612 g with garlic in 250 g blocks') as Extract<Body, { kind: 'portion' }>[];
    expect(made.map(({ mass, additions }) => [Math.round(mass), additions])).toEqual([
      [500, ['garlic']],
      [112, ['garlic']],
    ]);
    expect(made[0]).toMatchObject({ name: 'Garlic', pieces: { form: 'block', each: 250 } });
    expect(sendable(made)).toHaveLength(2);
  });

  it('becomes ghee, weighed or foreseen, and never more of it than there was butter', () => {
    const [weighed] = butter('butter 400 g to ghee 310 g') as [Extract<Body, { kind: 'portion' }>];
    expect(weighed).toMatchObject({ name: 'Ghee', saltMass: 0, ghee: { mass: 310, weighed: true } });
    const [foreseen] = butter('butter 400 g to ghee') as [Extract<Body, { kind: 'portion' }>];
    expect(foreseen.ghee!.weighed).toBe(false);
    expect(foreseen.ghee!.mass).toBeGreaterThan(290);
    expect(foreseen.ghee!.mass).toBeLessThan(330);
    expect(butter('butter 400 g to ghee 410 g')).toMatch(/weighs less than its butter/);
  });

  it('is refused when it is more than there was cream, with what was put by already', () => {
    expect(butter('butter 1.5 kg')).toMatch(/more butter than there was cream/);
    const [first] = butter('butter 900 g') as Body[];
    expect(butter('butter 600 g', first!)).toMatch(/more butter than there was cream/);
  });

  it('is weighed again where there is one portion, and asks which where there are more', () => {
    const again = say<'reweighed'>('weighs 598 g now');
    expect(reweighedEvent(again, story())).toMatch(/no butter yet/);
    const [first] = butter('butter 612 g salted') as [Extract<Body, { kind: 'portion' }>];
    const [second] = butter('butter 200 g') as Body[];
    const made = reweighedEvent(again, story(first)) as Extract<Body, { kind: 'reweighed' }>;
    expect(made).toMatchObject({ portionId: first.portionId, mass: 598, saltMass: first.saltMass });
    expect(sendable([made])).toHaveLength(1);
    expect(reweighedEvent(again, story(first, second!))).toMatch(/several portions/);
    expect(reweighedEvent(say<'reweighed'>('weighs 5 g'), story(first))).toMatch(/more than the salt/);
  });
});

test('packed and not weighed is as much as its fat makes, once', () => {
  for (const said of ['packed, not weighed', 'not weighed', 'packed unweighed', 'butter not weighed'])
    expect(readMakeDay(said, 'us')).toEqual({ kind: 'notWeighed' });
  const told = unweighedEvents(facts, story(), undefined) as Body[];
  expect(sendable(told)).toHaveLength(2);
  const [portion, packed] = told as [Extract<Body, { kind: 'portion' }>, Body];
  expect(packed).toEqual({ kind: 'packed' });
  expect(portion).toMatchObject({ measured: 'foreseen', storage: 'freezer' });
  expect(portion.saltMass / portion.mass).toBeCloseTo(0.016, 6);
  expect(portion.mass).toBeGreaterThan(0.3 * facts.creamMass);
  expect(portion.mass).toBeLessThan(0.6 * facts.creamMass);
  expect(unweighedEvents(facts, story({ ...portion, mass: 900 }), undefined)).toMatch(/put by already/);
});
