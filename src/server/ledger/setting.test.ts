import { randomUUID } from 'node:crypto';
import { inFarm } from '@/data/farmScope';
import { lotsById } from '@/data/ledger/standing';
import { setClock } from '../clock';
import { larderView } from '../larder/views';
import { lotLabel } from '../shelf/label';
import { morning, send } from '../testing/aBatch';
import { aDairy, balanced, lotOf, milk, skim, sums } from '../testing/aDairy';
import { judgedLots } from './judgedLots';
import { madeId } from './intoMade';

const house = aDairy();
const done = { status: 'done' };
const hour = 3600;
const judgedAt = (farm: string, id: string, hours: number) =>
  inFarm(
    farm,
    async (scope) =>
      (
        await judgedLots(
          scope,
          [(await lotsById(scope, [id])).get(id)!],
          new Date((morning + hours * hour) * 1000),
        )
      )[0]!,
  );
const begin = async (farm: string, lotId: string, more: object = {}, made: object = {}) => {
  const command = randomUUID();
  const setting = { culture: 30, celsius: 42, place: 'warm', around: 42, ...made };
  expect(
    await send(farm, 'lot.use', { lotId, to: 'yoghurt', mass: 1000, made: { setting }, ...more }, command),
  ).toMatchObject(done);
  return { id: madeId(command), command };
};
const tell = (farm: string, lotId: string, hours: number, ...events: object[]) => {
  setClock(new Date((morning + hours * hour) * 1000));
  return send(farm, 'lot.record', {
    lotId,
    events: events.map((event) => ({
      id: randomUUID(),
      atSeconds: morning + hours * hour,
      ...event,
    })),
  });
};

describe('yoghurt that is begun', () => {
  it('sets in some hours, is looked at, chilled, and keeps its days from then', async () => {
    const farm = await house.farm();
    const { id } = await begin(farm, await milk(farm, { mass: 4000 }));
    expect(await lotOf(farm, id)).toMatchObject({
      kind: 'yoghurt',
      mass: 1030,
      ripened: false,
      treatment: 'boiled',
    });
    expect((await judgedAt(farm, id, 1)).judged).toMatchObject({
      waiting: { word: 'setting', tone: 'calm' },
      discard: undefined,
    });
    expect((await judgedAt(farm, id, 6)).judged.waiting).toEqual({ word: 'set? look', tone: 'now' });
    expect(await tell(farm, id, 6, { kind: 'looked', seen: 'thickAndTart' })).toMatchObject(done);
    expect((await judgedAt(farm, id, 6.1)).judged.waiting.word).toBe('chill it');
    expect(await tell(farm, id, 6.2, { kind: 'placed', place: 'fridge', celsius: 4 })).toMatchObject(done);
    const cold = (await judgedAt(farm, id, 24)).judged;
    expect(cold).toMatchObject({ waiting: { word: 'to eat' }, mayNot: {} });
    expect((cold.untilSeconds! - morning) / hour).toBeCloseTo(240, 0);
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('that nobody saw set in time goes out, however cold the morning after', async () => {
    const farm = await house.farm();
    const { id } = await begin(farm, await milk(farm, { mass: 4000 }));
    expect(await tell(farm, id, 30, { kind: 'placed', place: 'fridge', celsius: 4 })).toMatchObject(done);
    const late = (await judgedAt(farm, id, 36)).judged;
    expect(late.waiting).toEqual({ word: 'not set in time', tone: 'danger' });
    expect(late.discard).toBeDefined();
    expect(late.mayNot.drink).toBeDefined();
  });

  it('sets later where a probe says that it has cooled', async () => {
    const farm = await house.farm();
    const { id } = await begin(farm, await milk(farm, { mass: 4000 }), {}, { place: 'room', around: 19 });
    const [warm, cool] = [await judgedAt(farm, id, 7), await judgedAt(farm, id, 12)];
    expect(warm.judged.waiting.word).toBe('setting');
    expect(cool.story!.celsius).toBeLessThan(30);
    expect(await tell(farm, id, 12, { kind: 'reading', celsius: 41 })).toMatchObject(done);
    expect(await tell(farm, id, 12, { kind: 'placed', place: 'warm', celsius: 42 })).toMatchObject(done);
    expect((await judgedAt(farm, id, 12.1)).story!.celsius).toBeCloseTo(41, 0);
  });

  it('can be spooned from the last one, taken back, and begun again', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { mass: 4000 });
    const first = await begin(farm, lotId);
    expect(
      await tell(
        farm,
        first.id,
        6,
        { kind: 'looked', seen: 'thickAndTart' },
        { kind: 'placed', place: 'fridge', celsius: 4 },
      ),
    ).toMatchObject(done);
    const second = await begin(farm, lotId, {}, { cultureLotId: first.id });
    expect((await lotOf(farm, first.id)).mass).toBe(1000);
    expect((await lotOf(farm, second.id)).mass).toBe(1030);
    expect(await sums(farm)).toMatchObject(balanced);
    expect(await send(farm, 'entry.undo', { commandId: second.command })).toMatchObject(done);
    expect((await lotOf(farm, first.id)).mass).toBe(1030);
    expect((await lotOf(farm, lotId)).mass).toBe(3000);
    await begin(farm, lotId, {}, { cultureLotId: first.id });
    expect((await larderView(farm)).kept).toHaveLength(2);
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('begun on one device and looked at on two: the later look counts, and taking it back gives the milk back', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { mass: 4000 });
    const begun = await begin(farm, lotId);
    const look = (device: string, hours: number, seen: string) =>
      send(
        farm,
        'lot.record',
        {
          lotId: begun.id,
          events: [{ id: randomUUID(), atSeconds: morning + hours * hour, kind: 'looked', seen }],
        },
        randomUUID(),
        device,
      );
    // The phone’s look arrives last and was the earlier one.
    expect(await look('tablet', 6, 'thickAndTart')).toMatchObject(done);
    expect(await look('phone', 5, 'notYet')).toMatchObject(done);
    expect((await judgedAt(farm, begun.id, 6.1)).judged.waiting.word).toBe('chill it');
    expect(await send(farm, 'entry.undo', { commandId: begun.command })).toMatchObject(done);
    expect((await lotOf(farm, lotId)).mass).toBe(4000);
    expect((await larderView(farm)).kept).toHaveLength(0);
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('takes no fifth of its weight as culture, and nothing but yoghurt', async () => {
    const farm = await house.farm();
    const lotId = await milk(farm, { mass: 4000 });
    const other = await milk(farm, { mass: 2000 });
    const setting = { celsius: 42, culture: 300 };
    expect(
      await send(farm, 'lot.use', { lotId, to: 'yoghurt', mass: 1000, made: { setting } }),
    ).toMatchObject({ status: 'refused', field: 'made.setting.culture' });
    expect(
      await send(farm, 'lot.use', {
        lotId,
        to: 'yoghurt',
        mass: 1000,
        made: { setting: { ...setting, culture: 30, cultureLotId: other } },
      }),
    ).toMatchObject({ status: 'refused', field: 'made.setting.cultureLotId' });
    expect((await lotOf(farm, lotId)).mass).toBe(4000);
  });

  it('is strained: its whey takes next to no fat, and all of it is no whey', async () => {
    const farm = await house.farm();
    const command = randomUUID();
    const lotId = await milk(farm, { mass: 2000 });
    expect(await send(farm, 'lot.use', { lotId, to: 'yoghurt' }, command)).toMatchObject(done);
    const id = madeId(command);
    const before = await lotOf(farm, id);
    expect(await send(farm, 'lot.use', { lotId: id, to: 'whey', mass: 800 })).toMatchObject(done);
    const after = await lotOf(farm, id);
    expect(after.mass).toBe(1200);
    expect(before.fat - after.fat).toBeCloseTo(0.8, 3);
    expect(await send(farm, 'lot.use', { lotId: id, to: 'whey' })).toMatchObject({ status: 'refused' });
    expect(await sums(farm)).toMatchObject(balanced);
  });
});

describe('curd', () => {
  it('soured by itself stays raw, is less of skim than of milk, and says how it came about', async () => {
    const farm = await house.farm();
    const make = async (lotId: string, made: object) => {
      const command = randomUUID();
      expect(await send(farm, 'lot.use', { lotId, mass: 1000, to: 'curd', made }, command)).toMatchObject(
        done,
      );
      return lotOf(farm, madeId(command));
    };
    const whole = await milk(farm, { mass: 4000 });
    const clabber = await make(whole, { heated: false, way: 'clabber' });
    expect(clabber).toMatchObject({ treatment: 'raw', ripened: true, details: { way: 'clabber' } });
    const hot = await make(whole, { way: 'heatAcid' });
    expect(hot).toMatchObject({ treatment: 'boiled', details: { way: 'heatAcid' } });
    const skimId = randomUUID();
    const standing = await milk(farm, { mass: 8000 });
    expect(
      await skim(farm, [standing], {
        cuts: [{ lotId: randomUUID(), mass: 900, fat: 0.3 }],
        skim: { to: 'lot', lotId: skimId, vesselId: null },
      }),
    ).toMatchObject(done);
    const lean = await make(skimId, { way: 'heatAcid' });
    expect(lean.mass).toBeLessThan(0.13 * 1000);
    expect(hot.mass).toBeGreaterThan(0.15 * 1000);
    expect(await sums(farm)).toMatchObject(balanced);
  });
});

describe('what is kept for something', () => {
  it('for soap is no food: no date, no use for people, and its label says so', async () => {
    const farm = await house.farm();
    const standing = await milk(farm, { mass: 8000 });
    const lotId = randomUUID();
    expect(
      await skim(farm, [standing], {
        cuts: [{ lotId: randomUUID(), mass: 900, fat: 0.3 }],
        skim: { to: 'lot', lotId, vesselId: null },
      }),
    ).toMatchObject(done);
    const meant = randomUUID();
    expect(await tell(farm, lotId, 1, { id: meant, kind: 'meant', for: 'soap' })).toMatchObject(done);
    expect((await judgedAt(farm, lotId, 24 * 30)).judged).toMatchObject({
      waiting: { word: 'for soap', tone: 'calm' },
      discard: undefined,
      untilSeconds: undefined,
      mayNot: { drink: 'it is kept for soap, not for food', heat: expect.any(String) },
    });
    expect(await send(farm, 'lot.use', { lotId, mass: 500, to: 'drunk' })).toMatchObject({
      status: 'refused',
    });
    expect(await send(farm, 'lot.use', { lotId, mass: 500, to: 'soap' })).toMatchObject(done);
    expect(await lotLabel(farm, lotId, false)).toBeDefined();
    // Taken back it is food again, with the days of food.
    expect(await tell(farm, lotId, 2, { kind: 'undone', eventId: meant })).toMatchObject(done);
    expect((await judgedAt(farm, lotId, 24 * 30)).judged.discard).toBeDefined();
  });

  it('for baking says so above it, until it is past its time', async () => {
    const farm = await house.farm();
    const standing = await milk(farm, { mass: 8000 });
    const lotId = randomUUID();
    expect(
      await skim(farm, [standing], {
        cuts: [{ lotId: randomUUID(), mass: 900, fat: 0.3 }],
        skim: { to: 'lot', lotId, vesselId: null },
      }),
    ).toMatchObject(done);
    expect(
      await tell(
        farm,
        lotId,
        1,
        { kind: 'placed', place: 'fridge', celsius: 4 },
        { kind: 'meant', for: 'baking' },
      ),
    ).toMatchObject(done);
    expect((await judgedAt(farm, lotId, 12)).judged.waiting.word).toBe('for baking');
    expect((await judgedAt(farm, lotId, 24 * 20)).judged.waiting.tone).toBe('danger');
  });
});
