import { randomUUID } from 'node:crypto';
import { send } from '../testing/aBatch';
import { aDairy } from '../testing/aDairy';
import { todayView } from './views';

const house = aDairy();
const done = { status: 'done' };
const answer = (farm: string, change: object = {}, id?: string) =>
  send(farm, 'today.answer', { act: 'skim', lots: ['lot-00001'], answer: 'later', hours: 3, ...change }, id);

describe('what is left for later on Today', () => {
  it('is kept once, for every device of its farm and for no other, until it is taken back', async () => {
    const [farm, other] = [await house.farm(), await house.farm()];
    const id = randomUUID();
    expect(await answer(farm, {}, id)).toMatchObject(done);
    expect(await answer(farm, {}, id)).toMatchObject(done);
    expect(await answer(farm, { act: 'use', answer: 'instead', instead: 'churn', lots: [] })).toMatchObject(
      done,
    );
    const { answered } = await todayView(farm);
    expect(answered).toHaveLength(2);
    const left = answered.find(({ act }) => act === 'skim')!;
    expect(left).toMatchObject({ answer: 'later', lots: ['lot-00001'], instead: null });
    expect(left.untilSeconds - left.atSeconds).toBe(3 * 3600);
    expect((await todayView(other)).answered).toEqual([]);
    expect(await send(other, 'entry.undo', { commandId: id })).toMatchObject({ status: 'refused' });
    expect(await send(farm, 'entry.undo', { commandId: id })).toMatchObject(done);
    expect(await send(farm, 'entry.undo', { commandId: id })).toMatchObject(done);
    expect((await todayView(farm)).answered).toMatchObject([{ act: 'use', instead: 'churn' }]);
  });

  it('is never what safety asks, and never for long', async () => {
    const farm = await house.farm();
    for (const act of ['discard', 'cool', 'goOn'])
      expect(await answer(farm, { act })).toMatchObject({ status: 'refused', field: 'act' });
    for (const change of [{ hours: 13 }, { hours: -1 }, { act: 'wait' }, { answer: 'never' }])
      expect(await answer(farm, change)).toMatchObject({ status: 'refused' });
    expect((await todayView(farm)).answered).toEqual([]);
  });
});
