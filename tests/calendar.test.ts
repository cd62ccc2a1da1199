import { randomUUID } from 'node:crypto';
import { GET } from '@/app/api/calendar/[secret]/route';
import { hashOf } from '@/server/calendar/feed';
import { houseView } from '@/server/house/views';
import { morning, send } from '@/server/testing/aBatch';
import { aDairy, milk } from '@/server/testing/aDairy';

const house = aDairy();
const done = { status: 'done' };
const secret = () => (randomUUID() + randomUUID()).replaceAll('-', '');
const read = async (of: string) => {
  const answer = await GET(new Request('http://localhost/'), { params: Promise.resolve({ secret: of }) });
  return { status: answer.status, text: await answer.text() };
};

test('a calendar reads what is coming under its secret address, of its own farm alone, until the address is closed', async () => {
  const [farm, other] = [await house.farm(), await house.farm()];
  const [ours, theirs] = [secret(), secret()];
  const id = randomUUID();
  expect(await send(farm, 'calendar.open', { id, hash: hashOf(ours) })).toMatchObject(done);
  expect(await send(other, 'calendar.open', { id: randomUUID(), hash: hashOf(theirs) })).toMatchObject(done);
  await send(farm, 'vessel.add', { id: randomUUID(), name: 'Blue jar', kind: 'jar', tool: null, capacity: 3000 });
  await milk(farm, { mass: 2400, atSeconds: morning, celsius: 5, place: 'fridge' });

  const file = await read(`${ours}.ics`);
  expect(file.status).toBe(200);
  expect(file.text).toMatch(/BEGIN:VEVENT[\s\S]*SUMMARY:Skim/);
  expect((await read(theirs)).text).not.toContain('BEGIN:VEVENT');
  for (const wrong of [secret(), hashOf(ours), 'x', '../week']) expect((await read(wrong)).status).toBe(404);

  // Nobody else closes it, and closed it stays closed; the house never knew the secret.
  expect(await send(other, 'calendar.close', { id })).toMatchObject({ status: 'refused' });
  expect((await houseView(farm)).calendars).toMatchObject([{ id }]);
  expect(await send(farm, 'calendar.close', { id })).toMatchObject(done);
  expect((await read(ours)).status).toBe(404);
  expect(await send(farm, 'calendar.close', { id })).toMatchObject({ status: 'refused' });
  expect((await houseView(farm)).calendars).toEqual([]);
}); // prettier-ignore

test('a hash that is none, and more addresses than anybody watches, are refused', async () => {
  const farm = await house.farm();
  expect(await send(farm, 'calendar.open', { id: randomUUID(), hash: 'abc' })).toMatchObject({ status: 'refused' }); // prettier-ignore
  for (let i = 0; i < 12; i += 1)
    await send(farm, 'calendar.open', { id: randomUUID(), hash: hashOf(secret()) });
  expect(await send(farm, 'calendar.open', { id: randomUUID(), hash: hashOf(secret()) })).toMatchObject({ status: 'refused' }); // prettier-ignore
});
