import { randomUUID } from 'node:crypto';
import { shelfView } from './views';
import { pailView } from '../pail/views';
import { begin, event, facts, morning, portion, send } from '../testing/aBatch';
import { aDairy, milk, sums, balanced } from '../testing/aDairy';

const house = aDairy();

describe('souring and cultures', () => {
  const creamOf = async (farm: string, treatment: string) => {
    const lotId = randomUUID();
    await send(farm, 'cream.in', {
      lotId,
      mass: 2000,
      fat: 0.36,
      fatSd: 0.01,
      fatMethod: 'label',
      treatment,
    });
    return lotId;
  };
  const told = (kind: string, more: object) => ({ id: randomUUID(), atSeconds: morning, kind, ...more });

  it('refuses to let heated cream sour alone, and a culture from what never soured', async () => {
    const farm = await house.farm();
    const lotId = await creamOf(farm, 'pasteurised');
    expect(
      await send(farm, 'lot.record', { lotId, events: [told('soured', { route: 'natural' })] }),
    ).toMatchObject({ status: 'refused', message: expect.stringMatching(/Add a culture/) });
    expect(
      await send(farm, 'culture.keep', { lotId: randomUUID(), fromLotId: lotId, mass: 50 }),
    ).toMatchObject({ status: 'refused', message: expect.stringMatching(/thick and tart/) });
  });

  it('carries a line on from cultured buttermilk, a generation more each time, never from sweet', async () => {
    const farm = await house.farm();
    const lotId = await creamOf(farm, 'pasteurised');
    const soured = told('soured', { route: 'mesophilic', dose: 0.02, culture: 'bought' });
    expect((await send(farm, 'lot.record', { lotId, events: [soured] })).status).toBe('done');
    expect(
      (await send(farm, 'lot.record', { lotId, events: [told('looked', { seen: 'thickAndTart', ph: 4.8 })] })).status,
    ).toBe('done');
    const churn = async (ripened: boolean, fromLots?: { lotId: string }[]) => {
      const batchId = ripened && fromLots ? randomUUID() : await begin(farm);
      if (fromLots)
        await send(farm, 'batch.begin', { batchId, creamLotId: randomUUID(), startedEventId: randomUUID(), startedAtSeconds: morning, facts: { ...facts, ripened }, fromLots });
      const base = morning;
      await send(farm, 'batch.record', { batchId, events: [
        { ...event(9, { kind: 'mark', stage: 'break' }), atSeconds: base + 540 },
        { ...event(20, portion(randomUUID(), 800)), atSeconds: base + 1200 },
        { ...event(21, { kind: 'packed' }), atSeconds: base + 1260 },
      ] });
      const { lots } = await shelfView(farm);
      return lots.filter(({ kind, ripened: sour }) => kind === 'buttermilk' && sour === ripened).at(-1)!;
    };
    const cultured = await churn(true, [{ lotId }]);
    expect(cultured.details.line).toMatchObject({ generation: 0, kind: 'mesophilic' });
    const line = randomUUID();
    expect(await send(farm, 'culture.keep', { lotId: line, fromLotId: cultured.id, mass: 100, name: 'Larkfold line' })).toMatchObject({ status: 'done', result: { line: { generation: 1, name: 'Larkfold line' } } });
    const sweet = await churn(false);
    expect(await send(farm, 'culture.keep', { lotId: randomUUID(), fromLotId: sweet.id, mass: 100 })).toMatchObject({ status: 'refused', message: expect.stringMatching(/sweet cream/) });
    const next = await creamOf(farm, 'pasteurised');
    expect((await send(farm, 'lot.record', { lotId: next, culture: { lotId: line, mass: 40 }, events: [told('soured', { route: 'mesophilic', dose: 0.02, culture: 'culturedButtermilk', generation: 1 })] })).status).toBe('done');
    const { lots } = await shelfView(farm);
    expect(lots.find(({ id }) => id === next)).toMatchObject({ mass: 2040, details: { line: { generation: 1 } } });
    expect(await sums(farm)).toMatchObject(balanced);
  }); // prettier-ignore

  it('takes a probe reading and lets it teach the vessel; a heating that does not pasteurise is refused', async () => {
    const farm = await house.farm();
    const jar = randomUUID();
    await send(farm, 'vessel.add', { id: jar, name: 'Blue jar', kind: 'jar', tool: null, capacity: 3000 });
    const hour = 3600;
    const start = morning - 6 * hour;
    const lotId = await milk(farm, { vesselId: jar, mass: 2500, atSeconds: start, place: 'fridge', celsius: 34 });
    expect(
      (await send(farm, 'lot.record', { lotId, events: [{ ...told('reading', { celsius: 24 }), atSeconds: start + hour }] })).status,
    ).toBe('done');
    const [lot] = (await pailView(farm)).lots;
    expect(lot!.vesselReadings).toBe(1);
    expect(lot!.vesselFactor).not.toBe(1);
    expect(
      await send(farm, 'lot.record', { lotId, events: [told('heated', { how: 'pasteurised', celsius: 63, minutes: 5 })] }),
    ).toMatchObject({ status: 'refused', message: expect.stringMatching(/local code/) });
    expect((await send(farm, 'lot.record', { lotId, events: [told('heated', { how: 'pasteurised', celsius: 75, minutes: 1 })] })).status).toBe('done');
    expect((await pailView(farm)).lots[0]!.treatment).toBe('pasteurised');
  }); // prettier-ignore
});
