import { randomUUID } from 'node:crypto';
import type { BatchFacts } from '@/core/churning/batchEvents';
import type { TestDatabase } from '@/data/testing/database';
import { testDatabase } from '@/data/testing/database';
import { wordsOf } from '@/formats/testing/wordsOf';
import { batchView } from '../churning/views';
import { begin, event, portion, send } from '../testing/aBatch';
import { lotLabel } from './label';

let house: TestDatabase;
beforeAll(async () => {
  house = await testDatabase();
});
afterAll(() => house.close());

/** One packed piece, and its label read back. */
async function labelOf(
  change: object,
  facts: Partial<BatchFacts> = {},
  unitSystem = 'metric',
): Promise<string> {
  const farm = await house.farm();
  await send(farm, 'house.settle', { name: 'Larkfold', timeZone: 'Europe/Dublin', unitSystem });
  const { lotId } = await packedButter(farm, change, facts);
  return wordsOf((await lotLabel(farm, lotId, false))!);
}

async function packedButter(
  farm: string,
  change: object,
  facts: Partial<BatchFacts> = {},
): Promise<{ batchId: string; lotId: string }> {
  const batchId = await begin(farm, facts);
  const lotId = randomUUID();
  await send(farm, 'batch.record', {
    batchId,
    events: [
      event(9, { kind: 'mark', stage: 'break' }),
      event(15, { kind: 'washed', clarity: 'clear' }),
      event(20, { ...portion(lotId, 750, 12), ...change } as Parameters<typeof event>[1]),
      event(21, { kind: 'packed' }),
    ],
  });
  return { batchId, lotId };
}

describe('the label of a piece of butter', () => {
  it('has its code, when it was made, what each piece weighs, where it is kept and until when', async () => {
    const words = await labelOf({ name: 'Salted', storage: 'freezer', pieces: { form: 'block', each: 250 } });
    expect(words).toContain('Butter B1');
    expect(words).toMatch(/Larkfold, made \w+ \d+ Jun/);
    expect(words).toContain('Salted, 250 g each');
    expect(words).toMatch(/Freezer: eat by /);
    expect(words).toContain('Contains milk.');
    expect(words).not.toContain('raw milk');
  });

  it('says what was mixed in matters to whom, and that it is of raw milk', async () => {
    const words = await labelOf({ name: 'Honey', additions: ['honey'] }, { treatment: 'raw' });
    expect(words).toContain('From raw milk');
    expect(words).toContain('not for infants under one year');
  });

  it('names what the house mixed in by its own name, which its next churning offers', async () => {
    const farm = await house.farm();
    const { batchId, lotId } = await packedButter(farm, {
      name: 'Ramsons',
      additions: ['garlic', 'seeds'],
      mixedIn: [
        { of: 'garlic', name: 'ramsons', mass: 8, typed: '2 cloves' },
        { of: 'seeds', name: 'hazelnuts' },
      ],
      additionMass: 8,
    });
    expect(await wordsOf((await lotLabel(farm, lotId, false))!)).toContain(
      'With ramsons and hazelnuts. Contains nuts.',
    );
    expect((await batchView(farm, batchId))!.mixedBefore).toEqual(
      expect.arrayContaining([
        { of: 'garlic', name: 'ramsons' },
        { of: 'seeds', name: 'hazelnuts' },
      ]),
    );
    // Another farm's are its own.
    const other = await house.farm();
    const theirs = await packedButter(other, {});
    expect((await batchView(other, theirs.batchId))!.mixedBefore).toEqual([]);
    // Its rule is what its dates go by: it cannot be left out.
    const unruled = { ...portion(randomUUID(), 750, 12), mixedIn: [{ of: 'garlic', name: 'ramsons' }] };
    expect(
      await send(other, 'batch.record', {
        batchId: await begin(other),
        events: [event(20, unruled as Parameters<typeof event>[1])],
      }),
    ).toMatchObject({
      status: 'refused',
      message: expect.stringMatching(
        /“ramsons” is mixed in, and its rule is not among the additions/,
      ) as string,
    });
  });

  it('of ghee is a ghee label, in the farm’s units', async () => {
    const words = await labelOf(
      { name: 'Ghee', saltMass: 0, salting: { way: 'none' }, ghee: { mass: 560, weighed: true } },
      {},
      'us',
    );
    expect(words).toContain('Ghee B1');
    expect(words).toMatch(/1\.2\d? lb/);
    expect(words).toContain('ghee keeps traces');
  });

  it('is not printed for what is not there', async () => {
    expect(await lotLabel(await house.farm(), randomUUID(), false)).toBeUndefined();
  });
});
