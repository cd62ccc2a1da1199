import { randomUUID } from 'node:crypto';
import { CalculationError } from '@/core/calculationError';
import { begin, event, morning, portion, send } from '../testing/aBatch';
import { aDairy } from '../testing/aDairy';
import { findBatches } from './searchBatches';

const house = aDairy();

/** Four batches: three packed, of different cream and churns, one of cream of the Shelf that is churned still. */
async function four(): Promise<string> {
  const farm = await house.farm();
  await send(farm, 'house.settle', { name: 'Larkfold', unitSystem: 'metric', timeZone: 'Pacific/Auckland' });
  const pack = async (batchId: string, mass: number) =>
    expect(
      await send(farm, 'batch.record', {
        batchId,
        events: [
          event(8, { kind: 'mark', stage: 'break' }),
          event(12, { kind: 'drained', measured: 'mass', mass: 1050, massSd: 10 }),
          event(20, portion(randomUUID(), mass)),
          event(30, { kind: 'packed' }),
        ],
      }),
    ).toMatchObject({ status: 'done' });
  await pack(await begin(farm), 900);
  await pack(await begin(farm, { tool: 'barrel', creamFat: 0.3, ripened: true, capacity: 14_000 }), 760);
  await pack(await begin(farm, { tool: 'jar', way: 'Sunday 100 %' } as Parameters<typeof begin>[1]), 1150);
  const cream = randomUUID();
  await send(farm, 'cream.in', {
    lotId: cream,
    mass: 1500,
    fat: 0.36,
    fatSd: 0.02,
    fatMethod: 'label',
    treatment: 'pasteurised',
    atSeconds: morning - 7200,
  });
  const answer = await send(farm, 'batch.begin', {
    batchId: randomUUID(),
    creamLotId: randomUUID(),
    startedEventId: randomUUID(),
    startedAtSeconds: morning,
    facts: {
      ...(await findBatches(farm, {})).rows[0]!.facts,
      way: undefined,
      creamMass: 1500,
      creamFat: 0.36,
      tool: 'jar',
    },
    fromLots: [{ lotId: cream }],
  });
  expect(answer).toMatchObject({ status: 'done' });
  return farm;
}

describe('batches that are looked for', () => {
  let farm: string;
  beforeAll(async () => {
    farm = await four();
  });
  const numbers = async (asked: object) => (await findBatches(farm, asked)).rows.map(({ number }) => number);

  it.each([
    [{}, [4, 3, 2, 1]],
    [{ down: false }, [1, 2, 3, 4]],
    [{ order: 'creamFat', down: false }, [2, 4, 3, 1]],
    // What has no figure yet stands last, whichever way.
    [{ order: 'butterMass', down: true }, [3, 1, 2, 4]],
    [{ order: 'butterMass', down: false }, [2, 1, 3, 4]],
    [{ size: 2, page: 1 }, [2, 1]],
    [{ tool: 'jar' }, [4, 3]],
    [{ cream: 'ripened' }, [2]],
    [{ source: 'shelf' }, [4]],
    [{ source: 'brought' }, [3, 2, 1]],
    [{ fatFrom: 0.31, fatTo: 0.37 }, [4]],
    [{ fatTo: 0.3 }, [2]],
    [{ find: 'barrel' }, [2]],
    [{ find: 'sunday' }, [3]],
    [{ find: '100 %' }, [3]],
    [{ find: '100_%' }, []],
    [{ find: 'jar sunday' }, [3]],
    [{ find: '\u0000' }, [4, 3, 2, 1]],
    // June on the other side of the world is June all the same.
    [{ season: 'summer' }, [4, 3, 2, 1]],
    [{ season: 'winter' }, []],
  ])('%j', async (asked, wanted) => {
    expect(await numbers(asked)).toEqual(wanted);
  });

  it('say how many there are, whatever page is shown', async () => {
    expect(await findBatches(farm, { size: 1, page: 9 })).toEqual({ rows: [], total: 4, makers: [] });
    const wet = await findBatches(farm, { verdict: 'wet' });
    expect(wet.total).toBe(wet.rows.length);
    expect(wet.rows.every(({ judged }) => judged?.verdict === 'wet')).toBe(true);
  });

  it('are nobody else’s, and a question that makes no sense is answered in words', async () => {
    expect((await findBatches(await house.farm(), {})).total).toBe(0);
    for (const asked of [
      { order: 'facts; DROP TABLE batch' },
      { size: 100_000 },
      { season: 'monsoon' },
      { fatFrom: Number.NaN },
    ])
      await expect(findBatches(farm, asked)).rejects.toThrow(CalculationError);
  });
}); // prettier-ignore
