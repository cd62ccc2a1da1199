import { findBatches } from '../ledger/searchBatches';
import { trendsView } from '../ledger/trends';
import { begin, send } from '../testing/aBatch';
import { aDairy } from '../testing/aDairy';
import { batchView } from './views';

const house = aDairy();

it('says who churned a batch, finds it by that, and takes the name away again', async () => {
  const farm = await house.farm();
  const [first, second] = [await begin(farm), await begin(farm)];
  expect(await send(farm, 'batch.maker', { batchId: first, maker: '  Ines   Marlow ' })).toMatchObject({
    status: 'done',
  });
  expect(await send(farm, 'batch.maker', { batchId: second, maker: 'Rowan' })).toMatchObject({
    status: 'done',
  });
  expect(await batchView(farm, first)).toMatchObject({ maker: 'Ines Marlow' });
  const { rows, makers } = await findBatches(farm, { maker: 'Rowan' });
  expect(rows.map(({ id }) => id)).toEqual([second]);
  expect(makers.toSorted()).toEqual(['Ines Marlow', 'Rowan']);
  expect((await findBatches(farm, { find: 'marlow' })).rows.map(({ id }) => id)).toEqual([first]);
  expect(await send(farm, 'batch.maker', { batchId: first, maker: null })).toMatchObject({ status: 'done' });
  expect(await findBatches(farm, {})).toMatchObject({ makers: ['Rowan'], total: 2 });
  expect((await trendsView(farm)).batches).toEqual([]);
});

it.each(['', '   ', 'x'.repeat(61), 'a\u0007b', '\u202ereversed'])(
  'takes no name such as %j',
  async (maker) => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    expect(await send(farm, 'batch.maker', { batchId, maker })).toMatchObject({
      status: 'refused',
      field: 'maker',
    });
    expect(await batchView(farm, batchId)).toMatchObject({ maker: null });
  },
);

it('names nobody for a batch of another farm', async () => {
  const batchId = await begin(await house.farm());
  expect(await send(await house.farm(), 'batch.maker', { batchId, maker: 'Rowan' })).toMatchObject({
    status: 'refused',
  });
});
