import { randomUUID } from 'node:crypto';
import { TZDate } from '@date-fns/tz';
import * as v from 'valibot';
import { readInput } from '@/core/calculation';
import { counted } from '@/core/quantities/counted';
import { notebookBatch } from '@/core/notebook/notebookBatch';
import { notebookFields, readNotebook } from '@/core/notebook/readNotebook';
import type { Dirty, NotebookField, NotebookRow } from '@/core/notebook/readNotebook';
import { batchById } from '@/data/churning/batches';
import { claimCommand, storeResult } from '@/data/commands/commands';
import type { FarmScope } from '@/data/farmScope';
import { inFarm, savepoint } from '@/data/farmScope';
import { vesselsOf } from '@/data/house/house';
import { lotBalance, postEntry } from '@/data/ledger/ledger';
import { beginBatch } from '../churning/beginBatch';
import { recordEvents } from '../churning/recordEvents';
import { now } from '../clock';
import type { Sender, Speaker } from '../commands/command';
import { theOwner } from '../commands/command';
import { houseViewOf } from '../house/views';
import { finishButter } from '../larder/finishButter';
import { Refusal } from '../refusal';
import type { NotebookReport } from './views';

const cell = v.pipe(v.string(), v.maxLength(500, 'at most 500 letters in a cell.'));
const fields = Object.keys(notebookFields) as [NotebookField, ...NotebookField[]];
/** What is sent of a notebook: its lines as they stand, and what its maker says of them. */
const notebook = v.strictObject({
  lines: v.pipe(
    v.array(v.pipe(v.array(cell), v.maxLength(60, 'at most 60 columns.'))),
    v.minLength(1, 'at least one line.'),
    v.maxLength(1000, 'at most 1000 lines at once.'),
  ),
  columns: v.pipe(
    v.array(v.strictObject({ field: v.picklist([...fields, 'none']), unit: v.pipe(v.string(), v.maxLength(8, 'a unit.')) })),
    v.maxLength(60, 'at most 60 columns.'),
  ),
  order: v.picklist(['dmy', 'mdy', 'ymd']),
  /** Whose quarts and cups it was written in. */
  measures: v.picklist(['metric', 'us', 'imperial']),
  usual: v.strictObject({
    fat: v.pipe(v.number(), v.minValue(0.12, 'fat from 12 to 60 % is allowed.'), v.maxValue(0.6, 'fat from 12 to 60 % is allowed.')),
    treatment: v.picklist(['raw', 'pasteurised']),
    churn: v.pipe(v.string(), v.maxLength(80, 'a churn.')),
  }),
}); // prettier-ignore

/** The hour a day is taken for that says none. */
const usualHour = 10;
const daySeconds = 86_400;
/** Butter of a notebook is taken for eaten once it is so many days old, so many days after it was made (engineering estimates). */
const eaten = { from: 28, after: 14 } as const;
/** Buttermilk is long gone by then. */
const buttermilkGone = 3;

class RolledBack extends Error {}

/**
 * Takes the lines of a notebook in as batches: those that can be read, all in one transaction; the others are named and
 * wait. A line that was taken in before changes nothing.
 * @param dry only looks: everything is tried, and nothing stays
 */
export async function bringNotebook(
  farmId: string,
  sent: unknown,
  dry: boolean,
  by: Speaker = theOwner,
): Promise<NotebookReport> {
  const told = readInput(notebook, sent);
  let report: NotebookReport | undefined;
  try {
    return await inFarm(farmId, async (scope) => {
      const { farm } = await houseViewOf(scope);
      const churns = (await vesselsOf(scope)).filter(({ kind }) => kind === 'churn');
      const read = readNotebook(told.lines, told.columns, told.order, told.measures);
      const sender = await senderOf(scope, told.lines.length, by);
      report = { commandId: sender.commandId, taken: [], same: 0, dirty: [] };
      const times = new Map<string, number>();
      // The oldest first, so that they are numbered as they were made.
      const inOrder = read.toSorted((a, b) => (a.row?.day ?? '').localeCompare(b.row?.day ?? ''));
      for (const [part, { line, row, dirty }] of inOrder.entries()) {
        if (dirty) {
          report.dirty.push({ line, wrong: dirty });
          continue;
        }
        const key = notebookBatch(row, told.usual, churns, farm.fatHardness, 0, 0).batchId;
        const at = startOf(row, farm.timeZone);
        const asTime = (time: number) => notebookBatch(row, told.usual, churns, farm.fatHardness, at, time);
        let time = times.get(key) ?? 0;
        let here = await batchById(scope, asTime(time).batchId);
        // What was taken back with its notebook stands in nobody's way: it comes in anew.
        while (here?.phase === 'abandoned') here = await batchById(scope, asTime((time += 1)).batchId);
        times.set(key, time + 1);
        const batch = asTime(time);
        if (here) {
          report.same += 1;
          continue;
        }
        try {
          const number = await savepoint(scope, (inner) => bringOne(inner, batch, at, { ...sender, part }));
          report.taken.push({ line, number, batchId: batch.batchId });
        } catch (error) {
          if (!(error instanceof Refusal)) throw error;
          report.dirty.push({ line, wrong: [blamed(told.columns, error)] });
        }
      }
      report.dirty.sort((a, b) => a.line - b.line);
      await storeResult(scope, sender.commandId, { status: 'done', result: { taken: report.taken.length } });
      if (dry) throw new RolledBack();
      return report;
    });
  } catch (error) {
    if (error instanceof RolledBack) return report!;
    throw error;
  }
}

async function senderOf(scope: FarmScope, lines: number, by: Speaker): Promise<Sender> {
  const at = now();
  const commandId = randomUUID();
  const stored = { id: commandId, device: 'the notebook', name: 'notebook.bring', input: { lines }, at, by };
  await claimCommand(scope, stored, at);
  return { commandId, device: stored.device, at, receivedAt: at, by };
}

/** When the day’s churning is taken to have begun where the farm is, s since 1970. */
function startOf({ day }: NotebookRow, timeZone: string): number {
  const [year, month, date] = day.split('-').map(Number);
  return new TZDate(year!, month! - 1, date!, usualHour, 0, 0, timeZone).getTime() / 1000;
}

/** One line as a batch: begun, told and packed; what is long gone of it is gone. Returns its number. */
async function bringOne(
  scope: FarmScope,
  { batchId, facts, events, portionId }: ReturnType<typeof notebookBatch>,
  at: number,
  sender: Sender,
): Promise<number> {
  if (at * 1000 > sender.receivedAt.getTime()) throw new Refusal('That day is still to come.', 'day');
  const creamLotId = `${batchId}-c`;
  const { number } = await beginBatch.carryOut(
    scope,
    { batchId, creamLotId, startedEventId: `${batchId}-s`, startedAtSeconds: at, facts },
    sender,
  );
  await recordEvents.carryOut(scope, { batchId, events }, sender);
  const age = (sender.receivedAt.getTime() / 1000 - at) / daySeconds;
  if (age > eaten.from)
    await finishButter.carryOut(
      scope,
      { lotId: portionId, how: 'eaten', guests: false, atSeconds: at + eaten.after * daySeconds },
      sender,
    );
  if (age > buttermilkGone)
    await letGoOf(scope, `${creamLotId}-bm`, at + buttermilkGone * daySeconds, sender);
  return number;
}

/** Nobody wrote where it went: it is not accounted for. */
async function letGoOf(scope: FarmScope, lotId: string, at: number, sender: Sender): Promise<void> {
  const { mass, fat } = await lotBalance(scope, lotId);
  if (mass <= 0) return;
  await postEntry(scope, {
    commandId: sender.commandId,
    kind: 'used',
    at: new Date(at * 1000),
    recordedAt: sender.receivedAt,
    lines: [
      { lot: lotId, mass: -mass, fat: -fat },
      { account: 'unaccounted', mass, fat },
    ],
  });
}

/** What the house refused, at the column it is about. */
function blamed(columns: readonly { field: NotebookField | 'none' }[], { message, field }: Refusal): Dirty {
  const of: NotebookField = field === 'creamFat' ? 'fat' : field === 'creamMass' ? 'cream' : field === 'day' || field === 'atSeconds' ? 'date' : field === 'saltMass' ? 'salt' : 'butter';
  return { column: columns.findIndex((column) => column.field === of), field: of, says: message };
} // prettier-ignore

/** What a report comes to, in a sentence. */
export const reportSays = ({ taken, same, dirty }: NotebookReport, dry: boolean): string =>
  [
    taken.length > 0 || same === 0
      ? `${counted(taken.length, 'batch', 'batches')} ${dry ? 'can be taken in' : taken.length === 1 ? 'was taken in' : 'were taken in'}.`
      : '',
    same > 0 ? `${counted(same, 'line')} ${same === 1 ? 'is' : 'are'} here already.` : '',
    dirty.length > 0 ? `${counted(dirty.length, 'line')} cannot be right as ${dirty.length === 1 ? 'it stands' : 'they stand'}.` : '',
  ]
    .filter(Boolean)
    .join(' '); // prettier-ignore
