import type { BatchEvent, BatchFacts } from '../churning/batchEvents';
import { tellBatch } from '../churning/tellBatch';
import { someFacts } from '../testing/someFacts';
import { churnedLines } from './churnedLines';
import { judgeBatch } from './judgeBatch';

/**
 * Batches as they were judged and booked when somebody last looked at it: on a scale and by volume, salted, with herbs, made into
 * ghee, watered, tested, too light and too heavy. After a change that is meant: look at what moved, then `npx jest balancing/judged -u`.
 */
const piece = (i: number, mass: number, more: object = {}) => ({
  kind: 'portion',
  portionId: `portion-${i}`,
  name: `Piece ${i}`,
  mass,
  massSd: 2,
  measured: 'scale',
  saltMass: 0,
  salting: { way: 'none' },
  additions: [],
  storage: 'fridge',
  ...more,
});
const drained = (mass: number, more: object = {}) => ({
  kind: 'drained',
  measured: 'mass',
  mass,
  massSd: 8,
  ...more,
});
const byVolume = { measured: 'volume', massSd: 40 };

const batches: Record<string, [object[], Partial<BatchFacts>?]> = {
  'well worked': [[drained(760), { kind: 'washed', clarity: 'clear' }, piece(1, 620)]],
  'wet': [[drained(680), piece(1, 720)]],
  'short of fat': [[drained(830), { kind: 'washed', clarity: 'hazy' }, piece(1, 560)]],
  'more butter than there was fat': [[drained(300), piece(1, 1100)]],
  'not drained by measure': [[{ kind: 'drained', measured: 'skipped' }, piece(1, 620)]],
  'watered in the churn and salted': [
    [{ kind: 'water', mass: 120 }, drained(890), piece(1, 400, { saltMass: 6 }), piece(2, 240, { saltMass: 0 })],
  ],
  'with herbs, of which the weight is known': [
    [drained(760), piece(1, 650, { saltMass: 8, additions: ['herbs'], additionMass: 25 })],
  ],
  'one part made into ghee': [
    [drained(760), piece(1, 320), piece(2, 300, { ghee: { mass: 240, weighed: true }, storage: 'counter' })],
  ],
  'all of it ghee, foreseen': [[drained(760), piece(1, 620, { ghee: { mass: 500, weighed: false } })]],
  'by volume': [[drained(760), piece(1, 620, byVolume)]],
  'by volume, heavy': [[drained(700), piece(1, 700, byVolume)]],
  'by volume, light': [[drained(820), piece(1, 545, byVolume)]],
  'one by volume and one on the scale': [[drained(760), piece(1, 300, byVolume), piece(2, 320)]],
  'tested in a pan': [[drained(760), piece(1, 620), { kind: 'moisture', tare: 102, before: 112, after: 110.3 }]],
  'tested, and plainly wet': [[drained(680), piece(1, 720), { kind: 'moisture', tare: 102, before: 112, after: 109.1 }]],
  'worked, gathered to lumps': [
    [{ kind: 'gathered', size: 'lumps' }, drained(760), { kind: 'worked', way: 'worked', waterMass: 15 }, piece(1, 620)],
  ],
  'a cream nobody knows well': [[drained(760), piece(1, 620)], { creamFatSd: 0.05 }],
  'a cream measured by eye': [[drained(760), piece(1, 620)], { creamMassSd: 180 }],
  'lean cream, all of it in the butter': [[drained(1180), piece(1, 210)], { creamFat: 0.13 }],
}; // prettier-ignore

const plain = (value: number | undefined) => (value === undefined ? '' : Number(value.toPrecision(5)));
const figures = (value: unknown): unknown =>
  typeof value === 'number'
    ? Number(value.toPrecision(5))
    : Array.isArray(value)
      ? value.map(figures)
      : value && typeof value === 'object'
        ? Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, figures(inner)]))
        : value;

it.each(Object.entries(batches))('%s', (_, [bodies, change = {}]) => {
  const facts = { ...someFacts, ...change };
  const events = [{ kind: 'started' }, { kind: 'mark', stage: 'break' }, ...bodies, { kind: 'packed' }].map(
    (body, i) => ({ id: `event-${i}-xx`, atSeconds: 1_800_000_000 + i * 900, ...body }),
  ) as BatchEvent[];
  const story = tellBatch(facts, events);
  const judged = judgeBatch(facts, story)!;
  const lines = churnedLines(facts, story, judged, 'the-cream', 'the-buttermilk');
  // Nothing is made and nothing lost: what does not add up has a line of its own.
  for (const key of ['mass', 'fat'] as const) expect(lines.reduce((sum, line) => sum + line[key], 0)).toBeCloseTo(0, 6);
  for (const line of lines.filter((one) => !('account' in one && one.account === 'unaccounted')))
    expect(Math.abs(line.fat)).toBeLessThanOrEqual(Math.abs(line.mass) + 1e-9);
  const { fat, water, salt, rest } = judged.composition;
  expect(fat + water + salt + rest).toBeCloseTo(1, 6);
  for (const share of [fat, water, salt, rest]) expect(share).toBeGreaterThanOrEqual(0);
  expect(
    [
      JSON.stringify(figures({ ...judged, figures: undefined })),
      ...judged.figures.map(
        ({ key, value, sd, inputs }) =>
          `${key} ${plain(value)} ± ${plain(sd)}, of ${inputs.map((one) => `${one.name} ${plain(one.value)} ± ${plain(one.sd)} ${one.origin} ${one.from.slice(0, 30)}`).join('; ')}`,
      ),
      ...lines.map((line) => JSON.stringify(line)),
    ].join('\n'),
  ).toMatchSnapshot();
}); // prettier-ignore

it('nothing weighed is nothing judged', () => {
  const story = tellBatch(someFacts, [{ id: 'event-0-xx', kind: 'started', atSeconds: 1_800_000_000 }]);
  expect(judgeBatch(someFacts, story)).toBeUndefined();
});
