import { randomUUID } from 'node:crypto';
import { inFarm } from '@/data/farmScope';
import { usesSince } from '@/data/ledger/movements';
import { lotsById } from '@/data/ledger/standing';
import { recallView } from '../recall/views';
import { setClock } from '../clock';
import { larderView } from '../larder/views';
import { morning, send } from '../testing/aBatch';
import { aDairy, animal, balanced, milk, skim, sums } from '../testing/aDairy';
import { judgedLots } from './judgedLots';
import { madeId } from './intoMade';

const house = aDairy();
const done = { status: 'done' };
const day = 86_400;
const at = (days: number) => new Date((morning + days * day) * 1000);
const lot = async (farm: string, id: string) =>
  (await inFarm(farm, (scope) => lotsById(scope, [id]))).get(id)!;
const judged = (farm: string, id: string, when: Date) =>
  inFarm(
    farm,
    async (scope) => (await judgedLots(scope, [(await lotsById(scope, [id])).get(id)!], when))[0]!.judged,
  );
/** Milk or what came of it made into something; the id of what it was made into. */
const make = async (farm: string, lotId: string, to: string, more: object = {}) => {
  const command = randomUUID();
  expect(await send(farm, 'lot.use', { lotId, to, ...more }, command)).toMatchObject(done);
  return { id: madeId(command), command };
};

describe('yoghurt, curd and whipped cream', () => {
  it('stand in the larder with the day to eat them by, counted from their making', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { mass: 4000 });
    const { id } = await make(farm, lotId, 'yoghurt', { mass: 2000, made: { mass: 1800 } });
    const yoghurt = (await larderView(farm)).kept.find((one) => one.id === id)!;
    expect(yoghurt).toMatchObject({ kind: 'yoghurt', code: expect.stringMatching(/^Y\d+$/), mass: 1800, treatment: 'boiled' });
    // All of the fat stays in it; the whey takes none.
    expect(yoghurt.fat).toBeCloseTo((await lot(farm, lotId)).fat, 2);
    const fresh = await judged(farm, id, at(0.01));
    expect(fresh).toMatchObject({ waiting: { word: 'to eat' }, mayNot: {} });
    expect(fresh.untilSeconds! - morning).toBeCloseTo(10 * day, -3);
    expect((await judged(farm, id, at(9.5))).waiting.word).toBe('eat today');
    expect(await judged(farm, id, at(11))).toMatchObject({
      waiting: { word: 'past its day' },
      mayNot: { drink: 'it is past the days that it keeps' },
    });
    expect((await judged(farm, id, at(22))).discard).toMatchObject({ why: 'it is older than is safe' });
    expect(await sums(farm)).toMatchObject(balanced);
    expect(await inFarm(farm, (scope) => usesSince(scope, at(-1)))).toEqual(
      expect.arrayContaining([expect.objectContaining({ kind: 'milk', account: 'yoghurt', mass: 1800 })]),
    );
  });

  it('are eaten by the piece or all at once, and nobody drinks or sours them', async () => {
    const farm = await house.farm();
    const { id } = await make(farm, await milk(farm, { mass: 4000 }), 'curd');
    const { mass } = await lot(farm, id);
    expect(mass).toBeGreaterThan(300);
    expect(mass).toBeLessThan(1300);
    expect(await send(farm, 'lot.use', { lotId: id, mass: 100, to: 'eaten' })).toMatchObject(done);
    expect((await lot(farm, id)).mass).toBeCloseTo(mass - 100, 2);
    for (const to of ['drunk', 'yoghurt', 'whipped', 'soap'])
      expect(await send(farm, 'lot.use', { lotId: id, to })).toMatchObject({ status: 'refused', field: 'to' });
    const sour = { kind: 'soured', route: 'mesophilic', dose: 0.02, culture: 'bought', generation: 0 };
    expect(await send(farm, 'lot.record', { lotId: id, events: [{ id: randomUUID(), atSeconds: morning, ...sour }] })).toMatchObject({ status: 'refused' });
    expect(await send(farm, 'lot.use', { lotId: id, to: 'given' })).toMatchObject(done);
    expect((await larderView(farm)).kept).toEqual([]);
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('are taken back with their whey, but not once some was eaten', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { mass: 4000 });
    const { id, command } = await make(farm, lotId, 'curd', { made: { mass: 600 } });
    const eaten = randomUUID();
    expect(await send(farm, 'lot.use', { lotId: id, mass: 50, to: 'eaten' }, eaten)).toMatchObject(done);
    expect(await send(farm, 'entry.undo', { commandId: command })).toMatchObject({ status: 'refused' });
    expect(await send(farm, 'entry.undo', { commandId: eaten })).toMatchObject(done);
    expect(await send(farm, 'entry.undo', { commandId: command })).toMatchObject(done);
    expect((await lot(farm, lotId)).mass).toBe(4000);
    expect((await larderView(farm)).kept).toEqual([]);
    // And made again, of less.
    const again = await make(farm, lotId, 'curd', { mass: 1000 });
    expect((await lot(farm, again.id)).mass).toBeLessThan(300);
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('that are said to be more than can come of it are asked about', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { mass: 1000 });
    for (const [to, mass] of [['curd', 1100], ['yoghurt', 1400]] as const)
      expect(await send(farm, 'lot.use', { lotId, to, made: { mass } })).toMatchObject({ status: 'refused', field: 'made.mass' });
    // A spoon of live yoghurt more than the milk is what one expects.
    const { id } = await make(farm, lotId, 'yoghurt', { made: { mass: 1040 } });
    expect((await lot(farm, id)).mass).toBe(1040);
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('come of the skim of a skimming as well, and are recalled with its milk', async () => {
    const farm = await house.farm();
    const cow = animal({});
    expect(await send(farm, 'animal.put', cow)).toMatchObject(done);
    const lotId = await milk(farm, { from: 'animals', animalIds: [cow.id], mass: 8000 });
    expect(await skim(farm, [lotId], { cuts: [{ lotId: randomUUID(), mass: 900, fat: 0.2 }], skim: { to: 'use', use: 'curd' } })).toMatchObject(done);
    const curd = (await larderView(farm)).kept.find(({ kind }) => kind === 'curd')!;
    // Its code is no batch’s: those of butter, cream and buttermilk begin with B, C and M.
    expect(curd).toMatchObject({ treatment: 'boiled', blockedReason: null, code: expect.stringMatching(/^K\d+$/) });
    expect((await recallView(farm, lotId))!.became.map(({ id }) => id)).toContain(curd.id);
    // Medicine that comes to be known late reaches it, and heating does not take it away.
    const [from, until] = [-1, 5].map((days) => at(days).toISOString().slice(0, 10));
    expect(await send(farm, 'animal.put', { ...cow, withdrawnFrom: from, withdrawnUntil: until, withdrawnReason: 'udder tubes' })).toMatchObject(done);
    expect(await lot(farm, curd.id)).toMatchObject({ treatment: 'boiled', blockedReason: expect.stringContaining('udder tubes') });
    expect(await send(farm, 'lot.use', { lotId: curd.id, to: 'eaten' })).toMatchObject({ status: 'refused' });
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('of raw milk that was not heated stay raw, and of raw cream that is whipped too', async () => {
    const farm = await house.farm();
    const { id } = await make(farm, await milk(farm, { mass: 1000 }), 'yoghurt', { made: { heated: false } });
    expect(await lot(farm, id)).toMatchObject({ treatment: 'raw' });
    const creamId = randomUUID();
    await send(farm, 'cream.in', { lotId: creamId, mass: 500, fat: 0.36, fatSd: 0.01, fatMethod: 'label', treatment: 'raw' });
    const whipped = await make(farm, creamId, 'whipped', { mass: 250 });
    expect(await lot(farm, whipped.id)).toMatchObject({ kind: 'whipped', treatment: 'raw', mass: 250 });
    expect((await judged(farm, whipped.id, at(2.5))).waiting.word).toBe('past its day');
  });

  it('are not made unheated of milk that is not to drink, unless somebody knows; that stays with them', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { mass: 1000, celsius: 35, place: 'room' });
    const late = new Date((morning + 6 * 3600) * 1000);
    setClock(late);
    const use = (made: object, more: object = {}) =>
      send(farm, 'lot.use', { lotId, mass: 300, to: 'yoghurt', made, atSeconds: late.getTime() / 1000, ...more });
    expect(await use({ heated: false })).toMatchObject({ status: 'refused', field: 'knowing' });
    expect(await use({ heated: true })).toMatchObject(done);
    const command = randomUUID();
    expect(
      await send(farm, 'lot.use', { lotId, mass: 300, to: 'yoghurt', made: { heated: false }, knowing: true, atSeconds: late.getTime() / 1000 }, command),
    ).toMatchObject(done);
    expect((await lot(farm, madeId(command))).details.despite).toBeTruthy();
  });

  it('leave the shelf by themselves after three weeks, as skim does', async () => {
    const farm = await house.farm();
    await make(farm, await milk(farm, { mass: 1000 }), 'yoghurt');
    setClock(at(20));
    expect((await larderView(farm)).kept).toHaveLength(1);
    setClock(at(22));
    expect((await larderView(farm)).kept).toEqual([]);
  });
}); // prettier-ignore
