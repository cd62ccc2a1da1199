import { inFarm } from '@/data/farmScope';
import { database } from '@/data/connection';
import type { TestDatabase } from '@/data/testing/database';
import { testDatabase } from '@/data/testing/database';
import { setClock } from '@/server/clock';
import { findBatches } from '@/server/ledger/searchBatches';
import { ledgerView } from '@/server/ledger/views';
import { todayView } from '@/server/today/views';
import { shelfView } from '@/server/shelf/views';
import { paceLessonsOf } from '@/data/churning/batches';
import { send } from '@/server/testing/aBatch';
import { balanced, sums } from '@/server/testing/aDairy';
import { bringNotebook, reportSays } from './bringNotebook';
import { backSays, broughtView, takeNotebookBack } from './takeNotebookBack';

let house: TestDatabase;
beforeAll(async () => {
  house = await testDatabase();
  setClock(new Date('2026-11-23T07:42:00Z'));
});
afterAll(async () => {
  setClock(undefined);
  await house.close();
}, 60_000);

const columns = [
  { field: 'date', unit: '' },
  { field: 'cream', unit: 'qt' },
  { field: 'temperature', unit: '°F' },
  { field: 'minutes', unit: 'min' },
  { field: 'butter', unit: 'oz' },
  { field: 'salt', unit: 'g' },
  { field: 'note', unit: '' },
];
const notebook = (lines: string[][]) => ({
  lines,
  columns,
  order: 'dmy',
  measures: 'us',
  usual: { fat: 0.36, treatment: 'raw', churn: 'tool:paddleHand' },
});
const lines = [
  ['17/5/2019', '2.5 L', '13 C', '40', '1 lb 12 oz', '2 tsp', ''],
  ['3/5/2019', '2', '57', '22', '25', '1.5 %', 'first of spring'],
  ['3/5/2019', '2', '57', '22', '25', '1.5 %', 'first of spring'],
  ['24/5/2019', 'lots', '57', '20', '20', '', ''],
  ['31/5/2019', '2', '157', '20', '24', '', ''],
  ['7/6/2019', '2', '57', '20', '90', '', ''],
  ['20/11/2026', '2', '57', '20', '25', '', 'of this week'],
];
const entries = (farm: string) =>
  inFarm(farm, async ({ transaction }) => {
    const [[lines], [sums]] = [
      await database().query('SELECT count(*)::int AS many FROM entry_line', { transaction }),
      await database().query('SELECT sum(mass)::float AS mass, sum(fat)::float AS fat FROM entry_line', {
        transaction,
      }),
    ];
    return { many: (lines as { many: number }[])[0]!.many, sums: (sums as object[])[0] };
  });

it('looks first and keeps nothing; then takes what can be right in, the oldest first, once', async () => {
  const farm = await house.farm();
  const looked = await bringNotebook(farm, notebook(lines), true);
  expect(looked.taken).toHaveLength(4);
  expect(looked.dirty.map(({ line, wrong }) => [line, wrong.map(({ field }) => field)])).toEqual([
    [4, ['cream']],
    [5, ['temperature']],
    [6, ['butter']],
  ]);
  expect((await ledgerView(farm)).rows).toEqual([]);
  expect((await entries(farm)).many).toBe(0);

  const taken = await bringNotebook(farm, notebook(lines), false);
  expect(taken.taken.map(({ line, number }) => [line, number])).toEqual(
    looked.taken.map(({ line, number }) => [line, number]),
  );
  expect(reportSays(taken, false)).toBe('4 batches were taken in. 3 lines cannot be right as they stand.');
  const { rows } = await ledgerView(farm);
  // Newest first; of two lines that say the same, both are there.
  expect(rows.map(({ day }) => day)).toEqual(['2026-11-20', '2019-05-17', '2019-05-03', '2019-05-03']);
  expect(rows[1]!.facts).toMatchObject({
    tool: 'paddleHand',
    temperature: 13,
    creamFatSd: 0.035,
    treatment: 'raw',
  });
  expect(rows[2]!.breakMinutes).toBeCloseTo(22);
  // What is years old is eaten; this week’s stands.
  const { butter } = await todayView(farm);
  expect(butter).toHaveLength(1);
  const before = await entries(farm);
  expect(before.sums).toEqual({ mass: 0, fat: 0 });

  const again = await bringNotebook(farm, notebook(lines), false);
  expect(again).toMatchObject({ taken: [], same: 4 });
  expect(await entries(farm)).toEqual(before);
});

it('a line that is put right comes in beside those that are there', async () => {
  const farm = await house.farm();
  await bringNotebook(farm, notebook(lines), false);
  const righted = lines.map((line, i) => (i === 3 ? line.with(1, '2') : line));
  expect(await bringNotebook(farm, notebook(righted), false)).toMatchObject({
    taken: [{ line: 4 }],
    same: 4,
  });
});

it('is taken back as a whole, teaches nothing then, and comes in anew when its columns are right', async () => {
  const farm = await house.farm();
  const { commandId } = await bringNotebook(farm, notebook(lines), false);
  const learned = () => inFarm(farm, (scope) => paceLessonsOf(scope, new Date('2027-01-01')));
  expect(await learned()).toHaveLength(4);
  expect(await broughtView(farm)).toEqual([expect.objectContaining({ commandId, batches: 4 })]);
  expect(await takeNotebookBack(farm, commandId)).toEqual({ batches: 4 });
  expect(await broughtView(farm)).toEqual([]);
  expect(await learned()).toEqual([]);
  expect((await todayView(farm)).butter).toEqual([]);
  // In the books it is as if they had never been, in every list of them.
  expect(await ledgerView(farm)).toMatchObject({ rows: [], totals: { batches: 0 } });
  expect(await findBatches(farm, {})).toMatchObject({ rows: [], total: 0 });
  expect((await shelfView(farm)).lots).toEqual([]);
  expect(await sums(farm)).toMatchObject({ ...balanced, least: 0 });
  // Pressed again, or on another device at the same time.
  expect(backSays(await takeNotebookBack(farm, commandId))).toBe('It was taken back already.');
  const anew = await bringNotebook(farm, notebook(lines), false);
  expect(anew.taken).toHaveLength(4);
  expect(await bringNotebook(farm, notebook(lines), false)).toMatchObject({ taken: [], same: 4 });
  expect(await takeNotebookBack(farm, anew.commandId)).toEqual({ batches: 4 });
  expect(await sums(farm)).toMatchObject({ ...balanced, least: 0 });
});

it('is not taken back over butter of it that somebody gave away since, and nothing changes', async () => {
  const farm = await house.farm();
  const { commandId } = await bringNotebook(farm, notebook(lines), false);
  const [butter] = (await todayView(farm)).butter;
  await send(farm, 'butter.finish', { lotId: butter!.lotId, how: 'given', mass: 100 });
  const before = await entries(farm);
  await expect(takeNotebookBack(farm, commandId)).rejects.toThrow(/^Batch \d+: Some of this butter/);
  expect(await entries(farm)).toEqual(before);
  await expect(takeNotebookBack(farm, 'nothing')).rejects.toThrow(/no such notebook/);
});

it('names the line that the house would not take, and lets the others in', async () => {
  const farm = await house.farm();
  const report = await bringNotebook(farm, notebook([lines[0]!, lines[1]!.with(0, '3/5/2030')]), false);
  expect(report.taken).toHaveLength(1);
  expect(report.dirty).toEqual([
    {
      line: 2,
      wrong: [expect.objectContaining({ column: 0, field: 'date', says: 'That day is still to come.' })],
    },
  ]);
});

it('what is no notebook is refused by its field', async () => {
  const farm = await house.farm();
  await expect(bringNotebook(farm, { ...notebook(lines), order: 'ydm' }, false)).rejects.toThrow(/order/);
  await expect(bringNotebook(farm, notebook([]), false)).rejects.toThrow(/at least one line/);
});
