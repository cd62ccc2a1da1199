import { randomUUID } from 'node:crypto';
import seedrandom from 'seedrandom';
import { judgeBatch } from '@/core/balancing/judgeBatch';
import { tellBatch } from '@/core/churning/tellBatch';
import { inFarm } from '@/data/farmScope';
import { butterOnHand, lotBalance } from '@/data/ledger/ledger';
import { batchView } from '../churning/views';
import { pailView } from '../pail/views';
import { kept, movesOf } from './redateButter';
import { lotView, shelfView } from '../shelf/views';
import { ledgerView } from './views';
import { event, facts, morning, portion } from '../testing/aBatch';
import { aDairy, balanced, sentAt, sums } from '../testing/aDairy';
import { roundTrip } from '../testing/roundTrip';

const house = aDairy();
const sequences = Number(process.env.SEQUENCES ?? 14);
const actsEach = 30;

/** One farm lived through at random: what was made, so that later acts can be about it. */
interface Lived {
  farm: string;
  milk: string[];
  cream: string[];
  butter: string[];
  batches: { batchId: string; creamLotId: string; packed?: string; minutes: number }[];
  commands: string[];
}

type Random = () => number;
const one = <T>(random: Random, of: readonly T[]): T | undefined => of[Math.floor(random() * of.length)];

/** One act at random: name and input, in the shape a device would send it; undefined when there is nothing to do it to. */
function act(lived: Lived, random: Random, nth: number): { name: string; input: Record<string, unknown> } | undefined {
  const some = (least: number, most: number) => Math.round(least + random() * (most - least));
  // A farm has something to begin with.
  switch (nth < 4 ? 4 * (nth % 2) : some(0, 14)) {
    case 0:
    case 1: {
      const lotId = randomUUID();
      lived.milk.push(lotId);
      return { name: 'milk.in', input: { lotId, from: 'herd', mass: some(1500, 12_000), massSd: 60, celsius: some(4, 36), treatment: random() < 0.3 ? 'pasteurised' : 'raw' } };
    }
    case 2:
    case 3: {
      const from = one(random, lived.milk);
      const onto = random() < 0.4 ? one(random, lived.cream) : undefined;
      const lotId = randomUUID();
      if (!onto) lived.cream.push(lotId);
      return from === undefined ? undefined : { name: 'milk.separate', input: { way: random() < 0.2 ? 'boiled' : 'ladle', from: [{ lotId: from, ...(random() < 0.3 ? { mass: some(300, 4000) } : {}) }], cuts: [{ lotId, ...(onto ? { intoLotId: onto } : {}), mass: some(200, 900), fat: 0.15 + random() * 0.15 }], skim: { to: 'use', use: 'pigs' }, spilledMass: some(0, 30) } };
    }
    case 4: {
      const lotId = randomUUID();
      lived.cream.push(lotId);
      return { name: 'cream.in', input: { lotId, mass: some(300, 3000), fat: 0.2 + random() * 0.25, fatSd: 0.02, fatMethod: 'label', treatment: random() < 0.5 ? 'raw' : 'pasteurised' } };
    }
    case 5: {
      const [from, into] = [one(random, lived.cream), one(random, lived.cream)];
      return from && into && from !== into ? { name: 'lot.pour', input: { from: [{ lotId: from, mass: some(10, 1500) }], intoLotId: into, lotId: randomUUID(), kind: 'cream', celsius: 5, waterMass: random() < 0.2 ? some(1, 200) : 0 } } : undefined;
    }
    case 6: {
      const lotId = one(random, [...lived.milk, ...lived.cream, ...lived.batches.map(({ creamLotId }) => `${creamLotId}-bm`)]);
      return lotId ? { name: 'lot.use', input: { lotId, ...(random() < 0.6 ? { mass: some(1, 2500) } : {}), to: one(random, ['pigs', 'baked', 'spoiled', 'drunk']), knowing: true } } : undefined;
    }
    case 7: {
      const lotId = one(random, lived.cream);
      return lotId ? { name: 'lot.record', input: { lotId, events: [{ id: randomUUID(), atSeconds: morning + some(0, 600), kind: 'heated', how: 'pasteurised', celsius: 75, minutes: 1 }] } } : undefined;
    }
    case 8: {
      const from = one(random, lived.cream);
      if (!from) return undefined;
      const batch = { batchId: randomUUID(), creamLotId: randomUUID(), minutes: 10 };
      lived.batches.push(batch);
      return { name: 'batch.begin', input: { batchId: batch.batchId, creamLotId: batch.creamLotId, startedEventId: randomUUID(), startedAtSeconds: morning, facts: { ...facts, creamMass: some(400, 2500), creamFat: 0.2 + random() * 0.2, despite: 'so it was' }, fromLots: [{ lotId: from }] } };
    }
    case 9:
    case 10: {
      const batch = one(random, lived.batches);
      if (!batch) return undefined;
      batch.minutes += 3;
      const lotId = randomUUID();
      lived.butter.push(lotId);
      const packed = event(batch.minutes + 1, { kind: 'packed' });
      batch.packed = packed.id;
      return { name: 'batch.record', input: { batchId: batch.batchId, events: [
        event(8, { kind: 'mark', stage: 'break' }),
        ...(random() < 0.5 ? [event(9, { kind: 'drained', measured: 'mass', mass: some(50, 2500), massSd: 10 })] : []),
        event(batch.minutes, portion(lotId, some(100, 1500), some(0, 20))),
        packed,
      ] } };
    }
    case 11: {
      const batch = one(random, lived.batches.filter(({ packed }) => packed));
      return batch ? { name: 'batch.record', input: { batchId: batch.batchId, events: [event(batch.minutes + 2, { kind: 'undone', eventId: batch.packed! })] } } : undefined;
    }
    case 12: {
      const lotId = one(random, lived.butter);
      if (!lotId) return undefined;
      const kind = random();
      if (kind < 0.25) return { name: 'butter.restore', input: { lotId } };
      return { name: 'butter.finish', input: { lotId, how: one(random, ['eaten', 'given', 'baked', 'spoiled']), ...(kind < 0.6 ? { mass: some(1, 600) } : {}) } };
    }
    case 13: {
      const lotId = one(random, lived.butter);
      if (!lotId) return undefined;
      const partId = randomUUID();
      const inPart = random() < 0.5;
      if (inPart) lived.butter.push(partId);
      return { name: 'butter.move', input: { lotId, to: one(random, ['fridge', 'freezer', 'counter', 'crock']), atSeconds: morning + some(0, 3000), knowing: true, ...(inPart ? { mass: some(1, 600), partId } : {}) } };
    }
    default: {
      const commandId = one(random, lived.commands);
      return commandId ? { name: 'entry.undo', input: { commandId } } : undefined;
    }
  }
} // prettier-ignore

describe('thirty acts at random, undone anywhere, in any order of arrival, from two devices', () => {
  it.each(Array.from({ length: sequences }, (_, n) => n))(
    'leave the books sound (%d)',
    async (n) => {
      const random = seedrandom(`thirty acts ${n}`);
      const lived: Lived = {
        farm: await house.farm(),
        milk: [],
        cream: [],
        butter: [],
        batches: [],
        commands: [],
      };
      // What is sent is sent late or early, and one entry in three overtakes the one before it.
      const waiting: (() => Promise<unknown>)[] = [];
      const statuses: Record<string, number> = {};
      for (let i = 0; i < actsEach; i += 1) {
        const next = act(lived, random, i);
        if (!next) continue;
        const device = random() < 0.5 ? 'phone' : 'tablet';
        const at = new Date((morning - Math.floor(random() * 4000)) * 1000);
        waiting.push(async () => {
          const answer = await sentAt(lived.farm, next.name, next.input, device, at);
          statuses[answer.status] = (statuses[answer.status] ?? 0) + 1;
        });
        if (random() < 0.33 && waiting.length > 1) waiting.push(waiting.splice(waiting.length - 2, 1)[0]!);
        if (waiting.length > 3) await waiting.shift()!();
        const { commands } = lived;
        if (i % 3 === 0) commands.push(...(await newestCommands(lived.farm, commands)));
      }
      for (const last of waiting) await last();
      expect(statuses.done).toBeGreaterThan(5);

      const books = await sums(lived.farm);
      expect(books).toMatchObject(balanced);
      expect(books.least).toBeGreaterThanOrEqual(0);
      await everyScreenAgrees(lived);
      // And it is the same farm wherever it is taken.
      const { from, to } = await roundTrip(lived.farm, await house.farm());
      expect(to).toBe(from);
    },
    60_000,
  );
});

async function newestCommands(farm: string, known: readonly string[]): Promise<string[]> {
  const { database } = await import('@/data/connection');
  return inFarm(farm, async ({ transaction }) => {
    const [rows] = await database().query('SELECT id FROM command WHERE farm_id = :farm', { replacements: { farm }, transaction });
    return (rows as { id: string }[]).map(({ id }) => id).filter((id) => !known.includes(id));
  });
} // prettier-ignore

/** What Pail, Shelf, a lot's own page, Today's butter and the ledger say of the same stuff. */
async function everyScreenAgrees({ farm, batches }: Lived): Promise<void> {
  const [pail, shelf] = [await pailView(farm), await shelfView(farm)];
  for (const shown of pail.lots) {
    expect(shown.fat).toBeLessThanOrEqual(shown.mass + 1e-9);
    const balance = await inFarm(farm, (scope) => lotBalance(scope, shown.id));
    const page = (await lotView(farm, shown.id))!.lot;
    expect({ mass: shown.mass, fat: shown.fat }).toEqual(balance);
    expect(page).toMatchObject({ mass: shown.mass, fat: shown.fat, treatment: shown.treatment, blockedReason: shown.blockedReason, oldestSeconds: shown.oldestSeconds });
    const onShelf = shelf.lots.find(({ id }) => id === shown.id);
    if (onShelf) expect(onShelf).toMatchObject({ mass: shown.mass, fat: shown.fat, treatment: shown.treatment });
  }
  for (const pat of await inFarm(farm, butterOnHand)) {
    const page = (await lotView(farm, pat.lotId))!.lot;
    expect(page).toMatchObject({ mass: pat.mass, fat: pat.fat });
    expect(pat.raw).toBe(page.treatment === 'raw');
    expect(pat.fat).toBeLessThanOrEqual(pat.mass);
    // Its day is that of all its stays, whatever was taken back or put right since.
    const { facts: of, events } = (await batchView(farm, pat.batchId!))!;
    const story = tellBatch(of, events);
    const portionOf = story.portions.find(({ id }) => id === ((page.details.partOf as string | undefined) ?? pat.lotId));
    const packedAt = story.events.findLast(({ kind }) => kind === 'packed')!.atSeconds;
    const moves = (await inFarm(farm, (scope) => movesOf(scope, [pat.lotId]))).get(pat.lotId)!;
    const stands = kept(of, story, portionOf!, new Date(packedAt * 1000).toISOString().slice(0, 10), moves);
    expect({ storage: pat.storage, keepUntil: pat.keepUntil }).toEqual({ storage: stands.storage, keepUntil: stands.keepUntil });
  }
  const { rows } = await ledgerView(farm);
  for (const { batchId } of batches) {
    const view = await batchView(farm, batchId);
    const row = rows.find(({ id }) => id === batchId);
    if (!view || !row?.judged) continue;
    // The batch's page tells its story itself: it comes to what its row in the ledger says.
    const told = judgeBatch(view.facts, tellBatch(view.facts, view.events))!;
    expect(row.judged.butterMass).toBeCloseTo(told.butterMass, 6);
    expect(row.judged.verdict).toBe(told.verdict);
    for (const [part, share] of Object.entries(row.judged.composition))
      expect(share).toBeCloseTo(told.composition[part as keyof typeof told.composition], 6);
    const { fat, water, salt, rest } = row.judged.composition;
    expect(fat + water + salt + rest).toBeCloseTo(1, 6);
    expect(row.judged.fatToButter).toBeLessThanOrEqual(row.judged.fatIn);
  }
} // prettier-ignore
