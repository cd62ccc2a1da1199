import { animalsOf } from '@/data/house/house';
import { inFarm } from '@/data/farmScope';
import { send } from '../testing/aBatch';
import { aDairy, animal } from '../testing/aDairy';

const house = aDairy();
const kept = async (farm: string) => (await inFarm(farm, animalsOf))[0];

test('when an animal was served and dried off is kept, also when a page of before changes something else', async () => {
  const farm = await house.farm();
  const quill = { ...animal({ name: 'Quill', breed: 'brown-swiss' }), calvedOn: '2026-02-10' };
  await send(farm, 'animal.put', { ...quill, servedOn: '2026-05-01', dryOn: '2026-12-09' });
  expect(await kept(farm)).toMatchObject({ servedOn: '2026-05-01', dryOn: '2026-12-09' });
  // It knows nothing of either.
  await send(farm, 'animal.put', { ...quill, sharesWithCalf: true });
  expect(await kept(farm)).toMatchObject({
    servedOn: '2026-05-01',
    dryOn: '2026-12-09',
    sharesWithCalf: true,
  });
  await send(farm, 'animal.put', { ...quill, servedOn: null, dryOn: null });
  expect(await kept(farm)).toMatchObject({ servedOn: null, dryOn: null });
  expect(await send(farm, 'animal.put', { ...quill, servedOn: '31 April' })).toMatchObject({
    status: 'refused',
    field: 'servedOn',
  });
});
