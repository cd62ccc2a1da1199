import { randomUUID } from 'node:crypto';
import { souringNow } from '@/core/standing/souringNow';
import { inFarm } from '@/data/farmScope';
import { lotEventsOf, lotsById } from '@/data/ledger/standing';
import { morning, send } from '../testing/aBatch';
import { aDairy, cream } from '../testing/aDairy';
import { judgedBy } from './judgedLots';
import { learnedView } from './learned';

const house = aDairy();
const hour = 3600;

/** Cream set to sour in a room of 20 °C, at an hour of the test; looked at so many hours later, by meter. */
async function soured(farm: string, atHours: number, looked?: { after: number; ph: number; seen?: string }): Promise<string> {
  const at = morning + atHours * hour;
  const lotId = await cream(farm, { atSeconds: at - 60, celsius: 20 });
  const record = (...events: object[]) =>
    send(farm, 'lot.record', { lotId, events: events.map((event) => ({ id: randomUUID(), ...event })) });
  expect(await record(
    { kind: 'reading', atSeconds: at - 30, celsius: 20 },
    { kind: 'placed', atSeconds: at - 20, place: 'room', celsius: 20 },
    { kind: 'soured', atSeconds: at, route: 'mesophilic', dose: 0.02, culture: 'bought' },
  )).toMatchObject({ status: 'done' });
  if (looked)
    expect(await record({ kind: 'looked', atSeconds: at + looked.after * hour, seen: looked.seen ?? 'notYet', ph: looked.ph })).toMatchObject({ status: 'done' });
  return lotId;
} // prettier-ignore

/** Hours until it is ready, as every screen foresees it as soon as it is set. */
const foreseen = (farm: string, lotId: string, atHours: number) =>
  inFarm(farm, async (scope) => {
    const lot = (await lotsById(scope, [lotId])).get(lotId)!;
    const { told, story } = judgedBy(lot, (await lotEventsOf(scope, [lotId])).get(lotId)!, 1, morning + atHours * hour + 60); // prettier-ignore
    return souringNow(told, story)!.readyHours!;
  });

it('a culture that was quick is foreseen to be quick, from the next souring on; what failed teaches nothing', async () => {
  const farm = await house.farm();
  const first = await foreseen(farm, await soured(farm, 0, { after: 10, ph: 5.2 }), 0);
  expect((await learnedView(farm)).cultures).toEqual([
    expect.objectContaining({ name: 'Bought culture', route: 'mesophilic', from: 1 }),
  ]);
  for (const day of [1, 2, 3]) await soured(farm, 24 * day, { after: 10, ph: 5.2 });
  await soured(farm, 100, { after: 20, ph: 6.3, seen: 'gas' });
  const next = await foreseen(farm, await soured(farm, 130), 130);
  expect(next.mid).toBeLessThan(first.mid - 1);
  expect(next.high - next.low).toBeLessThan(first.high - first.low);
  const [culture] = (await learnedView(farm)).cultures;
  expect(culture).toMatchObject({ from: 4 });
  expect(culture!.own.mid).toBeLessThan(culture!.textbook.mid);
  expect(culture!.width).toBeLessThan(0.9);
});
