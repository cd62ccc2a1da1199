import { randomUUID } from 'node:crypto';
import type { BatchEvent, Correctable } from '@/core/churning/batchEvents';
import { correctionOf } from '@/core/churning/correctedFacts';
import { findNotes, ledgerView } from '../ledger/views';
import { shelfView } from '../shelf/views';
import { begin, event, facts, morning, portion, send } from '../testing/aBatch';
import { todayView } from '../today/views';
import { aDairy, balanced, cream, lotOf, sums } from '../testing/aDairy';
import { batchView } from './views';

const house = aDairy();
const done = { status: 'done' };
const record = (farm: string, batchId: string, ...events: BatchEvent[]) =>
  send(farm, 'batch.record', { batchId, events });
const right = async (farm: string, batchId: string, minutes: number, truth: Correctable) =>
  event(minutes, {
    kind: 'corrected',
    ...correctionOf((await batchView(farm, batchId))!.facts, truth)!,
  });
const packing = (lotId: string): BatchEvent[] => [
  event(8, { kind: 'mark', stage: 'break' }),
  event(9, { kind: 'mark', stage: 'stopped' }),
  event(11, { kind: 'drained', measured: 'mass', mass: 1050, massSd: 10 }),
  event(20, portion(lotId)),
  event(21, { kind: 'packed' }),
];
const more: Correctable = { creamMass: 2400, creamVolume: 2400, amountTyped: '2.4 kg', creamFat: 0.36 };

describe('what was said of the cream at the start', () => {
  it('is put right while it is churned: butter, books and pages follow, and what was said stays beside it', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    expect(await record(farm, batchId, await right(farm, batchId, 5, more))).toMatchObject(done);
    const view = (await batchView(farm, batchId))!;
    expect(view.facts).toMatchObject({ creamMass: 2400, creamFat: 0.36, amountTyped: '2.4 kg' });
    expect(view.events.at(-1)).toMatchObject({ was: { creamMass: 2000, creamFat: 0.38 } });
    expect(await lotOf(farm, view.creamLotId)).toMatchObject({ mass: 2400, fat: 864 });
    expect(await record(farm, batchId, ...packing(randomUUID()))).toMatchObject(done);
    expect((await batchView(farm, batchId))!.judged!.fatIn).toBeCloseTo(864, 3);
    expect(await lotOf(farm, view.creamLotId)).toMatchObject({ mass: 0 });
    expect(await sums(farm)).toMatchObject({ ...balanced, least: 0 });
  });

  it.each([
    ['more', more],
    ['less', { creamMass: 1960, creamVolume: 1960, creamFat: 0.42 }],
  ])('is put right after the butter is packed, to %s, taken back, and brought again', async (_, truth) => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const lotId = randomUUID();
    await record(farm, batchId, ...packing(lotId));
    const before = (await batchView(farm, batchId))!;
    const correction = await right(farm, batchId, 30, truth);
    expect(await record(farm, batchId, correction)).toMatchObject(done);
    const after = (await batchView(farm, batchId))!;
    expect(after.judged!.fatIn).toBeCloseTo(truth.creamMass! * truth.creamFat!, 3);
    expect((await ledgerView(farm)).rows[0]!.judged!.fatIn).toBeCloseTo(after.judged!.fatIn, 3);
    expect(await lotOf(farm, lotId)).toMatchObject({ mass: 900 });
    expect(await sums(farm)).toMatchObject({ ...balanced, least: 0 });
    const back = event(31, { kind: 'undone', eventId: correction.id });
    expect(await record(farm, batchId, back)).toMatchObject(done);
    expect((await batchView(farm, batchId))!.judged).toEqual(before.judged);
    expect((await batchView(farm, batchId))!.facts).toEqual(facts);
    expect(await sums(farm)).toMatchObject({ ...balanced, least: 0 });
    expect(await record(farm, batchId, event(32, { kind: 'undone', eventId: back.id }))).toMatchObject(done);
    expect((await batchView(farm, batchId))!.judged).toEqual(after.judged);
  });

  it('is put right when half of the butter is eaten, which stays eaten', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const lotId = randomUUID();
    await record(farm, batchId, ...packing(lotId));
    expect(await send(farm, 'butter.finish', { lotId, mass: 450 })).toMatchObject(done);
    const truth = { creamMass: 2060, creamVolume: 2060 };
    expect(await record(farm, batchId, await right(farm, batchId, 60, truth))).toMatchObject(done);
    expect(await lotOf(farm, lotId)).toMatchObject({ mass: 450 });
    expect(await sums(farm)).toMatchObject({ ...balanced, least: 0 });
  });

  it('that was raw makes raw butter, which keeps as raw butter does', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const lotId = randomUUID();
    await record(farm, batchId, ...packing(lotId));
    const [before] = (await todayView(farm)).butter;
    await record(farm, batchId, await right(farm, batchId, 30, { treatment: 'raw' }));
    expect(await lotOf(farm, lotId)).toMatchObject({ treatment: 'raw' });
    const [after] = (await todayView(farm)).butter;
    expect(after!.keepUntil < before!.keepUntil).toBe(true);
  });

  it('of the Shelf is less than was drawn: the rest is not accounted for; raw or heated is said on the Shelf', async () => {
    const farm = await house.farm();
    const shelf = await cream(farm, { atSeconds: morning - 7200 });
    const batchId = randomUUID();
    const creamLotId = randomUUID();
    expect(
      await send(farm, 'batch.begin', { batchId, creamLotId, startedEventId: randomUUID(), startedAtSeconds: morning, facts, fromLots: [{ lotId: shelf }] }),
    ).toMatchObject(done); // prettier-ignore
    expect(await record(farm, batchId, await right(farm, batchId, 3, { creamMass: 1800, creamVolume: 1800 }))).toMatchObject(done);
    expect(await lotOf(farm, creamLotId)).toMatchObject({ mass: 1800 });
    expect(await lotOf(farm, shelf)).toMatchObject({ mass: 0 });
    expect(await sums(farm)).toMatchObject(balanced);
    const refused = await record(farm, batchId, await right(farm, batchId, 4, { treatment: 'raw' }));
    expect(refused).toMatchObject({ status: 'refused', field: 'treatment', message: expect.stringMatching(/put right there/) });
    expect((await batchView(farm, batchId))!.facts.treatment).toBe('pasteurised');
  }); // prettier-ignore

  it('that cannot be is refused, and nothing changes', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    for (const truth of [{ creamFat: 0.08 }, { vesselId: randomUUID() }])
      expect(await record(farm, batchId, await right(farm, batchId, 5, truth))).toMatchObject({
        status: 'refused',
      });
    expect((await batchView(farm, batchId))!.facts).toEqual(facts);
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('two devices put right at once: both hold, the later of the same thing counts', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const [one, other] = [await right(farm, batchId, 5, { creamMass: 2200, creamVolume: 2200 }), await right(farm, batchId, 6, { creamMass: 2100, creamVolume: 2100, temperature: 15 })];
    expect(await Promise.all([record(farm, batchId, other), record(farm, batchId, one)])).toMatchObject([done, done]);
    const view = (await batchView(farm, batchId))!;
    expect(view.facts).toMatchObject({ creamMass: 2100, temperature: 15 });
    expect(await lotOf(farm, view.creamLotId)).toMatchObject({ mass: 2100 });
    expect(await sums(farm)).toMatchObject(balanced);
  }); // prettier-ignore

  it('when it began is put right: its minutes and its day in the Books with it', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const started = (await batchView(farm, batchId))!.events[0]!;
    await record(farm, batchId, event(8, { kind: 'mark', stage: 'break' }));
    expect(await record(farm, batchId, event(9, { kind: 'retimed', eventId: started.id, toSeconds: morning - 600 }))).toMatchObject(done);
    expect((await ledgerView(farm)).rows[0]).toMatchObject({ breakMinutes: 18 });
  }); // prettier-ignore
});

describe('notes', () => {
  it('on a batch, on milk and cream, and on a piece are found by their words; one taken back is not', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const lotId = randomUUID();
    const wrong = event(3, { kind: 'noted', note: 'splashes at once' });
    await record(farm, batchId, event(2, { kind: 'noted', note: 'Splashes at 8, 100% sure' }), wrong, event(4, { kind: 'undone', eventId: wrong.id }));
    await record(farm, batchId, ...packing(lotId), event(30, { kind: 'tasted', note: 'nutty' }), event(31, { kind: 'tasted', note: 'nutty and sweet' }));
    const shelf = await cream(farm);
    for (const [id, note] of [[shelf, 'smells of hay'], [lotId, 'For the christening']] as const)
      expect(await send(farm, 'lot.record', { lotId: id, events: [{ id: randomUUID(), atSeconds: morning + 3600, kind: 'noted', note }] })).toMatchObject(done);
    const found = async (words: string) => (await findNotes(farm, words)).map(({ note }) => note);
    expect(await found('splashes')).toEqual(['Splashes at 8, 100% sure']);
    expect(await found('8 SPLASHES')).toEqual(['Splashes at 8, 100% sure']);
    expect(await found('100%')).toHaveLength(1);
    expect(await found('0_%')).toEqual([]);
    expect(await found('hay')).toEqual(['smells of hay']);
    expect(await found('nutty')).toEqual(['nutty and sweet']);
    expect(await findNotes(farm, 'christening')).toMatchObject([{ lotId, batchId, batchNumber: 1 }]);
    expect(await found('')).toHaveLength(4);
    expect(await found("'; DROP TABLE batch; --")).toEqual([]);
    const other = await house.farm();
    expect(await findNotes(other, '')).toEqual([]);
    // A note changes nothing of what stands.
    expect((await shelfView(farm)).lots.find(({ id }) => id === shelf)).toMatchObject({ mass: 2000 });
  }); // prettier-ignore

  it('of no words, or of a page of them, is refused', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    for (const note of ['', '   ', 'x'.repeat(501)])
      expect(await record(farm, batchId, event(2, { kind: 'noted', note }))).toMatchObject({
        status: 'refused',
      });
  });
});

it('butter that nobody weighed is packed, dated, and blamed for nothing', async () => {
  const farm = await house.farm();
  const batchId = await begin(farm);
  const lotId = randomUUID();
  const [broke, stopped, drained, , packed] = packing(lotId);
  const unweighed = { ...portion(lotId, 905), massSd: 45, measured: 'foreseen' } as Parameters<
    typeof event
  >[1];
  expect(
    await record(farm, batchId, broke!, stopped!, drained!, event(20, unweighed), packed!),
  ).toMatchObject(done);
  const { judged } = (await batchView(farm, batchId))!;
  expect(judged).toMatchObject({ verdict: 'unweighed', meaning: expect.stringMatching(/not weighed/) });
  expect((await ledgerView(farm)).totals).toMatchObject({ judged: 1, good: 0 });
  expect((await todayView(farm)).butter).toMatchObject([{ lotId, mass: 905 }]);
  expect(await sums(farm)).toMatchObject(balanced);
});
