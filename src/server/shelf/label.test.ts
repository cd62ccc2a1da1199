import { randomUUID } from 'node:crypto';
import type { BatchFacts } from '@/core/churning/batchEvents';
import type { TestDatabase } from '@/data/testing/database';
import { testDatabase } from '@/data/testing/database';
import { wordsOf } from '@/formats/testing/wordsOf';
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
  return wordsOf((await lotLabel(farm, lotId, false))!);
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
