import { randomUUID } from 'node:crypto';
import { calculate } from '@/core/calculations';
import type { CreamRise } from '@/core/separating/creamRise.calc';
import { setClock } from '@/server/clock';
import { facts, portion, send } from '@/server/testing/aBatch';
import { aDairy, milk, sentAt } from '@/server/testing/aDairy';
import { todayView } from '@/server/today/views';
import { sayIn } from '@/ui/frame/sayIn';
import type { Risen } from '@/ui/standing/useRises';
import { riseOf } from '@/ui/standing/useRises';
import { lotNow } from '@/ui/standing/lotNow';
import { todayNow } from '@/ui/today/todayNow';

/** Weeks lived through the commands with the clock moved: what Today says first, why, and what comes next. */
const house = aDairy();
const done = { status: 'done' };
const hour = 3600;
/** A Monday at half past six in the morning, UTC; and so many days and hours after it. */
const at = (days: number, hours = 0) => Date.UTC(2027, 5, 7, 6, 30) / 1000 + (24 * days + hours) * hour;

/** What stands on Today: what is to be done now, or what is under way; why; and then what comes next. */
async function look(farm: string, when: number): Promise<[string, string | undefined, string]> {
  setClock(new Date(when * 1000));
  const view = await todayView(farm);
  const lots = view.lots.map((lot) => lotNow(lot, when));
  const rises = new Map(
    lots.flatMap((one): [string, Risen][] => {
      const input = one.ageHours > 1 ? riseOf(one, view.separations) : undefined;
      return input ? [[one.lot.id, { input, rise: calculate('cream.rise', input) as CreamRise }]] : [];
    }),
  );
  const left = view.answered.filter(({ untilSeconds }) => untilSeconds > when);
  const { first, said, others } = todayNow(view, lots, rises, when, sayIn('metric', 'UTC'), (act, of) =>
    left.some((one) => one.act === act && of.every((id) => one.lots.includes(id))),
  );
  const words = first ? `${first.act}${first.now ? '' : ' later'}: ${said!.says}` : 'nothing';
  // A number and its unit are held together on the screen.
  return [words.replaceAll('\u00a0', ' '), said?.why, others.map((next) => `${next.act.now ? 'now' : 'later'} ${next.said.short}`).join(', ')]; // prettier-ignore
}

const vessel = async (farm: string, name: string, kind: string, capacity: number) => {
  const id = randomUUID();
  expect(await send(farm, 'vessel.add', { id, name, kind, tool: null, capacity })).toMatchObject(done);
  return id;
};
const told = async (farm: string, lotId: string, atSeconds: number, kind: string, change: object) =>
  expect(
    await send(farm, 'lot.record', { lotId, events: [{ id: randomUUID(), atSeconds, kind, ...change }] }),
  ).toMatchObject(done);
const washed = async (farm: string, when: number, ...vesselIds: string[]) =>
  expect(
    await sentAt(farm, 'cleaning.record', { vesselIds, steps: ['rinse', 'wash', 'rinseAgain', 'scald'] }, 'tablet', new Date(when * 1000)), // prettier-ignore
  ).toMatchObject(done);

test('a week at Larkfold, from a warm can to fresh water in the crock', async () => {
  const farm = await house.farm();
  await send(farm, 'house.settle', { unitSystem: 'metric', timeZone: 'UTC' });
  const can = await vessel(farm, 'Tall can', 'can', 15_000);
  const tub = await vessel(farm, 'White tub', 'tub', 4000);
  expect(await look(farm, at(0))).toEqual(['nothing', undefined, '']);

  // Monday: milk that a fridge will not cool in time, then ice water, then rest.
  const first = await milk(farm, { vesselId: can, atSeconds: at(0), celsius: 35, place: 'fridge' });
  expect((await look(farm, at(0, 0.3)))[0]).toBe(
    'cool: Tall can will not be at 10 °C in time where it stands: put it in ice water now.',
  );
  await told(farm, first, at(0, 0.4), 'placed', { place: 'iceWater' });
  expect((await look(farm, at(0, 0.5)))[0]).toMatch(/^cool later: Tall can cools until about 7:/);
  await told(farm, first, at(0, 2), 'placed', { place: 'fridge' });
  expect(await look(farm, at(0, 4))).toEqual(['nothing', undefined, 'later skim Tall can']);

  // Tuesday: it is still worth waiting in the morning, and not in the afternoon.
  expect((await look(farm, at(1)))[0]).toMatch(/^skim later: Let Tall can stand: six hours more gain about \d+ g of fat\.$/); // prettier-ignore
  expect((await look(farm, at(1, 9)))[0]).toBe('skim: Skim Tall can now. Waiting six hours gains under 5 g.');
  const cream = randomUUID();
  await send(farm, 'milk.separate', {
    way: 'tap',
    from: [{ lotId: first }],
    cuts: [{ lotId: cream, mass: 1900, fat: 0.2, vesselId: tub }],
    skim: { to: 'use', use: 'pigs' },
    celsius: 5,
    atSeconds: at(1, 9.1),
  });
  await told(farm, cream, at(1, 9.3), 'heated', { how: 'pasteurised', celsius: 75, minutes: 1 });
  await told(farm, cream, at(1, 9.4), 'placed', { place: 'iceWater' });
  await told(farm, cream, at(1, 10.5), 'placed', { place: 'fridge' });

  // Wednesday: a load of cream; it is set to sour in the evening. Washing up is asked for only where it is written down.
  expect(await look(farm, at(2))).toEqual([
    'churn: Churn: 1.86 L of cream is a load.',
    'It is at its best until Sun 18:30.',
    '',
  ]);
  await washed(farm, at(2, 1), can);
  await told(farm, cream, at(2, 11), 'placed', { place: 'room', celsius: 20 });
  await told(farm, cream, at(2, 11.01), 'soured', { route: 'mesophilic', dose: 0.02, culture: 'bought' });
  const [evening, why] = await look(farm, at(2, 12));
  expect(evening).toMatch(/^look later: White tub sours: look again about Thu \d+:\d\d\.$/);
  expect(why).toMatch(/^Not thick and tart by Fri \d+:\d\d, it goes out\.$/);

  // Thursday: it may be ripe, it is, it is chilled; what stands in the fridge is not asked to be chilled again.
  expect((await look(farm, at(3, 6)))[0]).toBe('look later: White tub sours: it may be ripe from now on.');
  await told(farm, cream, at(3, 6.1), 'looked', { seen: 'thickAndTart' });
  expect((await look(farm, at(3, 6.2)))[0]).toBe('chill: White tub is thick and tart: chill it now.');
  await told(farm, cream, at(3, 6.3), 'placed', { place: 'fridge' });
  expect((await look(farm, at(3, 7)))[0]).toBe('ready later: White tub is chilling.');

  // Friday: it is churned. What is under way is the sentence; what was used is washed up after it.
  expect((await look(farm, at(4)))[0]).toBe('churn: Churn: 1.86 L of cream, and it is ripe.');
  const [batchId, butter, began] = [randomUUID(), randomUUID(), at(4, 2)];
  const ev = (minutes: number, body: object) => ({ id: randomUUID(), atSeconds: began + 60 * minutes, ...body }); // prettier-ignore
  await send(farm, 'batch.begin', {
    batchId,
    creamLotId: randomUUID(),
    startedEventId: randomUUID(),
    startedAtSeconds: began,
    fromLots: [{ lotId: cream }],
    facts: { ...facts, creamMass: 1900, creamVolume: 1870, creamFat: 0.2, ripened: true },
  });
  expect(await look(farm, at(4, 2.2))).toEqual(['goOn: A churning is under way.', undefined, 'now wash up White tub']); // prettier-ignore
  await send(farm, 'batch.record', {
    batchId,
    events: [
      ev(20, { kind: 'mark', stage: 'break' }),
      ev(22, { kind: 'mark', stage: 'stopped' }),
      ev(25, { kind: 'drained', measured: 'mass', mass: 1430, massSd: 10 }),
      ev(30, { kind: 'washed', clarity: 'clear' }),
      ev(40, portion(butter, 430, 7)),
      ev(45, { kind: 'packed' }),
    ],
  });
  expect((await look(farm, at(4, 3)))[0]).toBe('clean: Wash up White tub.');
  await washed(farm, at(4, 3.2), tub, can);
  const move = (to: string, mass: number, when: number) =>
    send(farm, 'butter.move', { lotId: butter, to, mass, partId: randomUUID(), atSeconds: when });
  expect(await move('crock', 150, at(4, 4))).toMatchObject(done);
  expect(await move('freezer', 150, at(4, 4.1))).toMatchObject(done);

  // The days after: nothing presses, then the crock does; its water was changed, and it asks no more.
  expect(await look(farm, at(5))).toEqual(['nothing', undefined, '']);
  expect((await look(farm, at(6)))[2]).toBe('later fresh water in the crock');
  expect(await look(farm, at(7))).toEqual([
    'freshWater: The crock wants fresh water.',
    'It is 3 days old: every three to five days it is changed, or the butter under it turns.',
    '',
  ]);
  await send(farm, 'crock.water', { atSeconds: at(7, 0.1) });
  expect((await look(farm, at(7, 0.2)))[0]).toBe('nothing');

  // Weeks later: the crock has to be eaten up, the water is old again, and what was frozen asks for nothing.
  expect(await look(farm, at(17))).toEqual([
    'freshWater: The crock wants fresh water.',
    'It is 10 days old: every three to five days it is changed, or the butter under it turns.',
    'now eat B1-2 first',
  ]);
});

test('what is left for later comes back by itself at its time', async () => {
  const farm = await house.farm();
  await send(farm, 'house.settle', { unitSystem: 'metric', timeZone: 'UTC' });
  const can = await vessel(farm, 'Tall can', 'can', 15_000);
  const lotId = await milk(farm, { vesselId: can, atSeconds: at(0), celsius: 4, place: 'fridge' });
  const skim = /^skim: /;
  expect((await look(farm, at(1, 10)))[0]).toMatch(skim);
  await sentAt(farm, 'today.answer', { act: 'skim', lots: [lotId], answer: 'later', hours: 3 }, 'phone', new Date(at(1, 10) * 1000)); // prettier-ignore
  expect((await look(farm, at(1, 10.1)))[0]).toBe('nothing');
  expect((await look(farm, at(1, 13.1)))[0]).toMatch(skim);
});

test('a churning under way is the sentence before old butter is, and after warm milk', async () => {
  const farm = await house.farm();
  await send(farm, 'house.settle', { unitSystem: 'metric', timeZone: 'UTC' });
  const packed = async (began: number, lotId: string, events: boolean) => {
    const batchId = randomUUID();
    const ev = (minutes: number, body: object) => ({ id: randomUUID(), atSeconds: began + 60 * minutes, ...body }); // prettier-ignore
    await send(farm, 'batch.begin', {
      batchId,
      creamLotId: randomUUID(),
      startedEventId: randomUUID(),
      startedAtSeconds: began,
      facts: { ...facts, treatment: 'raw' },
    });
    if (events)
      expect(
        await send(farm, 'batch.record', {
          batchId,
          events: [
            ev(8, { kind: 'mark', stage: 'break' }),
            ev(9, { kind: 'mark', stage: 'stopped' }),
            ev(11, { kind: 'drained', measured: 'mass', mass: 1050, massSd: 10 }),
            ev(20, { ...portion(lotId), storage: 'counter' }),
            ev(30, { kind: 'packed' }),
          ],
        }),
      ).toMatchObject(done);
  };
  await packed(at(0), randomUUID(), true);
  const old = await look(farm, at(40));
  expect(old[0]).toMatch(
    /^discard: B1: throw it away, and do not taste it. It is raw milk butter that stood warm past its day/,
  );
  await packed(at(40), randomUUID(), false);
  const [words, , next] = await look(farm, at(40, 0.1));
  expect(words).toBe('goOn: A churning is under way.');
  expect(next).toContain('now let B1 go');
  await milk(farm, { atSeconds: at(40, 0.1), celsius: 35, place: 'fridge' });
  expect((await look(farm, at(40, 0.4)))[0]).toMatch(/^cool: /);
});
