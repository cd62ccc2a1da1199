import { randomUUID } from 'node:crypto';
import { QueryTypes } from 'sequelize';
import type { BatchEvent } from '@/core/churning/batchEvents';
import { tellBatch } from '@/core/churning/tellBatch';
import { whippedReason } from '@/core/jot/readMakeDay';
import { database } from '@/data/connection';
import { inFarm } from '@/data/farmScope';
import { lotBalance } from '@/data/ledger/ledger';
import type { TestDatabase } from '@/data/testing/database';
import { testDatabase } from '@/data/testing/database';
import { begin, event, portion, send } from '../testing/aBatch';
import { todayView } from '../today/views';
import { judgeBatch } from '@/core/balancing/judgeBatch';
import { batchView } from './views';

let house: TestDatabase;
beforeAll(async () => {
  house = await testDatabase();
});
afterAll(() => house.close());

const record = (farmId: string, batchId: string, events: BatchEvent[], device?: string) =>
  send(farmId, 'batch.record', { batchId, events }, randomUUID(), device);
const told = async (farmId: string, batchId: string) => {
  const { facts, events } = (await batchView(farmId, batchId))!;
  return tellBatch(facts, events);
};
const lots = (farmId: string) =>
  inFarm(farmId, ({ transaction }) =>
    database().query<{ code: string; kind: string; mass: string; until: string | null }>(
      `SELECT code, kind, mass_now AS mass, keep_until::text AS until FROM lot WHERE farm_id = :farmId AND mass_now > 0 ORDER BY code`,
      { replacements: { farmId }, type: QueryTypes.SELECT, transaction },
    ),
  );
/** What the books come to: nothing, unless a gram was lost or made. */
const books = (farmId: string) =>
  inFarm(farmId, async ({ transaction }) => {
    const [row] = await database().query<{ mass: string; fat: string; least: string }>(
      `SELECT (SELECT coalesce(sum(mass), 0) FROM entry_line) AS mass, (SELECT coalesce(sum(fat), 0) FROM entry_line) AS fat,
         (SELECT coalesce(min(mass_now), 0) FROM lot) AS least`,
      { type: QueryTypes.SELECT, transaction },
    );
    return { mass: Number(row!.mass), fat: Number(row!.fat), belowZero: Number(row!.least) < 0 };
  });
const inBalance = { mass: 0, fat: 0, belowZero: false };
const finished = (...portions: BatchEvent[]): BatchEvent[] => [
  event(8, { kind: 'mark', stage: 'break' }),
  event(9, { kind: 'mark', stage: 'stopped' }),
  event(11, { kind: 'drained', measured: 'mass', mass: 1050, massSd: 10 }),
  event(15, { kind: 'washed', clarity: 'clear' }),
  ...portions,
  event(30, { kind: 'packed' }),
];

describe('loads side by side', () => {
  it('are drained apart and make one butter, and their buttermilk is one lot', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm, { loads: 2, capacity: 2200 });
    const answer = await record(farm, batchId, [
      event(3, { kind: 'mark', stage: 'whipped', load: 1 }),
      event(4, { kind: 'load', beside: true, tool: 'jar', capacity: 2000 }),
      event(9, { kind: 'mark', stage: 'break', load: 1 }),
      event(10, { kind: 'mark', stage: 'stopped', load: 1 }),
      event(11, { kind: 'drained', measured: 'mass', mass: 520, massSd: 5, load: 1 }),
      event(19, { kind: 'mark', stage: 'break', load: 2 }),
      event(20, { kind: 'mark', stage: 'stopped', load: 2 }),
      event(21, { kind: 'drained', measured: 'mass', mass: 530, massSd: 5, load: 2 }),
      event(25, portion(randomUUID(), 900)),
      event(26, { kind: 'packed' }),
    ]);
    expect(answer).toMatchObject({ status: 'done' });
    const story = await told(farm, batchId);
    expect(story.broken).toBe(2);
    expect(story.loads.map(({ broke }) => broke)).toEqual([true, true]);
    const buttermilk = (await lots(farm)).filter(({ kind }) => kind === 'buttermilk');
    expect(buttermilk).toHaveLength(1);
    expect(Number(buttermilk[0]!.mass)).toBeCloseTo(1050, 6);
    expect(await books(farm)).toEqual(inBalance);
  });
});

describe('salt that was put into the cream', () => {
  it('leaves with the buttermilk in the books, is taken off it in the account, and balances', async () => {
    const farm = await house.farm();
    const verdict = async (salted: boolean) => {
      const batchId = await begin(farm);
      await record(farm, batchId, [
        ...(salted ? [event(2, { kind: 'salted', mass: 60 } as Parameters<typeof event>[1])] : []),
        event(15, { kind: 'mark', stage: 'break' }),
        event(16, { kind: 'drained', measured: 'mass', mass: salted ? 1151 : 1100, massSd: 5 }),
        event(25, portion(randomUUID(), 860, 0)),
        event(26, { kind: 'packed' }),
      ]);
      const view = (await batchView(farm, batchId))!;
      return { judged: judgeBatch(view.facts, await told(farm, batchId))!, batchId };
    };
    const plain = await verdict(false);
    const salted = await verdict(true);
    // Nine tenths of 60 g: the buttermilk that much heavier is the same buttermilk.
    expect(salted.judged.buttermilkSalt).toBeCloseTo(53, 0);
    expect(salted.judged.verdict).toBe(plain.judged.verdict);
    expect(salted.judged.impliedButterFat).toBeCloseTo(plain.judged.impliedButterFat, 2);
    expect(await books(farm)).toEqual(inBalance);
  });
});

describe('a churning that is given up', () => {
  it('leaves its cream where it was, whipped or not, and not a gram is lost', async () => {
    for (const reason of [whippedReason, 'the phone rang']) {
      const farm = await house.farm();
      const batchId = await begin(farm);
      await record(farm, batchId, [
        event(3, { kind: 'takenOut', share: 0.25 }),
        event(6, { kind: 'abandoned', reason }),
      ]);
      expect((await told(farm, batchId)).phase).toBe('abandoned');
      const [cream] = (await lots(farm)).filter(({ kind }) => kind === 'cream');
      expect(Number(cream!.mass)).toBe(2000);
      expect(await books(farm)).toEqual(inBalance);
    }
  });
});

describe('butter that is divided', () => {
  it('has a code and a date for each portion by what is in it and where it is kept', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const garlic = { ...portion(randomUUID(), 300, 0), name: 'Garlic', additions: ['garlic'] };
    const frozen = { ...portion(randomUUID(), 250), name: 'Frozen', storage: 'freezer' };
    await record(
      farm,
      batchId,
      finished(
        event(20, portion(randomUUID(), 350, 6)),
        event(21, garlic as Parameters<typeof event>[1]),
        event(22, frozen as Parameters<typeof event>[1]),
      ),
    );
    const butter = (await lots(farm)).filter(({ kind }) => kind === 'butter');
    expect(butter.map(({ code }) => code)).toEqual(['B1a', 'B1b', 'B1c']);
    const days = butter.map(({ until }) => (Date.parse(until!) - Date.parse('2027-06-04')) / 86_400_000);
    expect(days).toEqual([25, 4, 270]);
    expect(await books(farm)).toEqual(inBalance);
  });

  it('is lettered anew when a portion joins another after the packing was taken back', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const [first, second, third] = [randomUUID(), randomUUID(), randomUUID()];
    await record(
      farm,
      batchId,
      finished(
        event(20, portion(first, 400, 6)),
        event(21, portion(second, 300, 5)),
        event(22, portion(third, 200, 3)),
      ),
    );
    const packed = (await batchView(farm, batchId))!.events.find(({ kind }) => kind === 'packed')!;
    expect(
      await record(farm, batchId, [
        event(31, { kind: 'undone', eventId: packed.id }),
        event(32, { kind: 'joined', portionId: third, into: first }),
        event(33, { kind: 'packed' }),
      ]),
    ).toMatchObject({ status: 'done' });
    const butter = (await lots(farm)).filter(({ kind }) => kind === 'butter');
    expect(butter.map(({ code, mass }) => [code, Number(mass)])).toEqual([
      ['B1a', 600],
      ['B1b', 300],
    ]);
    expect((await inFarm(farm, (scope) => lotBalance(scope, third))).mass).toBe(0);
    expect(await books(farm)).toEqual(inBalance);
  });
});

describe('two people on one make day', () => {
  it('who pack the same butter at the same moment make it once', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    await record(farm, batchId, finished(event(20, portion(randomUUID(), 900))).slice(0, -1));
    const answers = await Promise.all(
      ['phone', 'tablet', 'laptop'].map((device) =>
        record(farm, batchId, [event(30, { kind: 'packed' })], device),
      ),
    );
    expect(answers.every(({ status }) => status === 'done')).toBe(true);
    expect((await todayView(farm)).butter).toMatchObject([{ mass: 900 }]);
    expect(await books(farm)).toEqual(inBalance);
  });

  it('may send a mark after it was packed: it is told in its place and the butter stays', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const lotId = randomUUID();
    await record(farm, batchId, finished(event(20, portion(lotId, 900))));
    const late = event(7, { kind: 'reading', temperature: 15 });
    expect(await record(farm, batchId, [late], 'shed phone')).toMatchObject({ status: 'done' });
    const story = await told(farm, batchId);
    expect(story.phase).toBe('packed');
    expect(story.readings).toMatchObject([{ temperature: 15, elapsedSeconds: 420 }]);
    expect((await todayView(farm)).butter).toMatchObject([{ lotId, mass: 900 }]);
    expect(await books(farm)).toEqual(inBalance);
  });
});

describe('a pause', () => {
  it('said anew takes the place of the pause it was, or nothing happens at all', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const pause = event(5, { kind: 'paused' });
    await record(farm, batchId, [pause]);
    const undone = event(6, { kind: 'undone', eventId: pause.id });
    const known = (await batchView(farm, batchId))!.events.find(({ id }) => id === pause.id)!;
    // As the house gives it back, with who wrote it down: that is no event, and neither half of the pair is taken.
    expect(
      await record(farm, batchId, [undone, { ...known, id: randomUUID(), place: 'fridge' } as BatchEvent]),
    ).toMatchObject({ status: 'refused' });
    expect((await told(farm, batchId)).pause).toMatchObject({ id: pause.id });
    const anew = event(5, { kind: 'paused', place: 'fridge', celsius: 4 });
    expect(await record(farm, batchId, [undone, anew])).toMatchObject({ status: 'done' });
    expect((await told(farm, batchId)).pause).toMatchObject({ id: anew.id, place: 'fridge' });
  });

  it('of a night is no minute of the churning, and the pace is learned without it', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm, { tool: 'paddleHand' });
    await record(farm, batchId, [
      event(9, { kind: 'paused', place: 'fridge', celsius: 4 }),
      event(9 + 600, { kind: 'resumed' }),
      event(9 + 609, { kind: 'mark', stage: 'break' }),
    ]);
    const [row] = await inFarm(farm, ({ transaction }) =>
      database().query<{ minutes: string }>(
        'SELECT break_minutes AS minutes FROM batch WHERE farm_id = :farm AND id = :batchId',
        { replacements: { farm, batchId }, type: QueryTypes.SELECT, transaction },
      ),
    );
    expect(Number(row!.minutes)).toBeCloseTo(18, 6);
  });
});
