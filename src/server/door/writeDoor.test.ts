import { randomUUID } from 'node:crypto';
import { batchTotals } from '@/data/churning/batches';
import { inFarm } from '@/data/farmScope';
import { setClock } from '../clock';
import { larderView } from '../larder/views';
import { pailView } from '../pail/views';
import { event, facts, morning, portion, send } from '../testing/aBatch';
import { aDairy, balanced, sums } from '../testing/aDairy';

const house = aDairy();
const day = 86_400;
const hour = 3600;

/** Two days of a page: milked twice, skimmed and churned the next morning. */
function page() {
  const [first, second, cream, batchId] = [randomUUID(), randomUUID(), randomUUID(), randomUUID()];
  const milk = (lotId: string, atSeconds: number) => ({
    name: 'milk.in',
    input: { lotId, from: 'herd', mass: 11_000, massSd: 200, atSeconds, place: 'fridge' },
  });
  const at = morning + day + 2 * hour;
  return {
    batchId,
    acts: [
      milk(first, morning),
      milk(second, morning + 11 * hour),
      {
        name: 'milk.separate',
        input: {
          way: 'ladle',
          from: [{ lotId: first }, { lotId: second }],
          cuts: [{ lotId: cream, mass: 1400, fat: 0.38 }],
          skim: { to: 'use', use: 'pigs' },
          atSeconds: at,
        },
      },
      {
        name: 'batch.begin',
        input: { batchId, creamLotId: randomUUID(), startedEventId: randomUUID(), startedAtSeconds: at + hour, facts: { ...facts, creamMass: 1400 }, fromLots: [{ lotId: cream }] },
      },
      {
        name: 'batch.record',
        input: {
          batchId,
          events: [
            event(80, { kind: 'mark', stage: 'break' }),
            event(81, { kind: 'mark', stage: 'stopped' }),
            event(82, { kind: 'drained', measured: 'skipped' }),
            event(90, portion(randomUUID(), 600, 0)),
            event(91, { kind: 'packed' }),
          ].map((one) => ({ ...one, atSeconds: one.atSeconds - morning + at + hour })),
        },
      },
    ],
  };
} // prettier-ignore

describe('a page of the fridge door', () => {
  it('is written down in one go: milk, cream and butter, each at its time', async () => {
    const farm = await house.farm();
    setClock(new Date((morning + 3 * day) * 1000));
    const { acts } = page();
    const id = randomUUID();
    expect(await send(farm, 'door.write', { acts }, id)).toMatchObject({ status: 'done', result: { acts: 5 } });
    expect(await sums(farm)).toMatchObject(balanced);
    expect((await larderView(farm)).butter).toMatchObject([{ mass: 600 }]);
    const { milkings, separations } = await pailView(farm);
    expect(milkings.map(({ atSeconds }) => (atSeconds - morning) / hour)).toEqual([11, 0]);
    expect(separations).toHaveLength(1);
    // Sent twice it is there once.
    await send(farm, 'door.write', { acts }, id);
    expect((await pailView(farm)).milkings).toHaveLength(2);
    // A churning is not taken back in passing.
    expect(await send(farm, 'entry.undo', { commandId: id })).toMatchObject({ status: 'refused' });
  });

  it('is taken back whole while nothing was churned of it', async () => {
    const farm = await house.farm();
    setClock(new Date((morning + 3 * day) * 1000));
    const id = randomUUID();
    expect(await send(farm, 'door.write', { acts: page().acts.slice(0, 3) }, id)).toMatchObject({ status: 'done' });
    expect(await send(farm, 'entry.undo', { commandId: id })).toMatchObject({ status: 'done' });
    expect((await pailView(farm)).lots).toEqual([]);
    expect(await sums(farm)).toMatchObject(balanced);
  });

  it('is written down whole or not at all, and says which act it was', async () => {
    const farm = await house.farm();
    setClock(new Date((morning + 3 * day) * 1000));
    const { acts } = page();
    const bad = structuredClone(acts) as { input: { cuts?: { fat: number }[] } }[];
    bad[2]!.input.cuts![0]!.fat = 0.9;
    expect(await send(farm, 'door.write', { acts: bad })).toMatchObject({ status: 'refused', field: 'acts.2' });
    expect((await pailView(farm)).lots).toEqual([]);
    expect(await inFarm(farm, (scope) => batchTotals(scope))).toMatchObject({ batches: 0 });
    expect(await send(farm, 'door.write', { acts: [{ name: 'lot.use', input: {} }] })).toMatchObject({ status: 'refused' });
  });
}); // prettier-ignore
