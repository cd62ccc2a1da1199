import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { paceLessonsOf } from '@/data/churning/batches';
import { picturesOf } from '@/data/churning/pictures';
import { inFarm } from '@/data/farmScope';
import { begin, event, portion, send } from '../testing/aBatch';
import { aDairy } from '../testing/aDairy';
import { roundTrip } from '../testing/roundTrip';
import { pictureOf, takePicture } from './takePicture';

const house = aDairy();

/** A batch that broke after twenty minutes, drained and packed. */
const wholeBatch = async (farm: string): Promise<string> => {
  const batchId = await begin(farm);
  const events = [
    event(20, { kind: 'mark', stage: 'break' }),
    event(21, { kind: 'mark', stage: 'stopped' }),
    event(24, { kind: 'drained', measured: 'mass', mass: 1050, massSd: 20 }),
    event(30, portion(randomUUID())),
    event(31, { kind: 'packed' }),
  ];
  expect(await send(farm, 'batch.record', { batchId, events })).toMatchObject({ status: 'done' });
  return batchId;
};

/** Noise, so that nothing makes it small by itself. */
const photograph = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#888', noise: { type: 'gaussian', mean: 128, sigma: 8 } } }); // prettier-ignore
/** As a phone writes it: held sideways, and with where it was taken. */
const ofAPhone = () =>
  photograph(2400, 1600)
    .withMetadata({ orientation: 6 })
    .withExifMerge({ IFD0: { Model: 'Aunt’s phone' }, IFD3: { GPSLatitude: '53/1 20/1 0/1' } })
    .jpeg({ quality: 92 })
    .toBuffer();
const shownOf = (farm: string, batchId: string) => inFarm(farm, (scope) => picturesOf(scope, batchId));

describe('a picture of a batch', () => {
  it('is kept upright and small, and nothing of what the phone wrote into it stays', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const sent = await ofAPhone();
    expect(sent.includes('phone')).toBe(true);
    const id = randomUUID();
    await takePicture(farm, batchId, id, 'tablet', sent);
    const kept = (await pictureOf(farm, id))!;
    const { format, width, height, exif, orientation } = await sharp(kept).metadata();
    expect({ format, width, height, exif, orientation }).toEqual({ format: 'webp', width: 933, height: 1400, exif: undefined, orientation: undefined });
    expect(kept.includes('phone')).toBe(false);
    expect(kept.length).toBeLessThanOrEqual(145_000);
    // Sent again, because the answer was lost: it is there once.
    await takePicture(farm, batchId, id, 'tablet', sent);
    expect(await shownOf(farm, batchId)).toEqual([{ id, atSeconds: expect.any(Number), width: 933, height: 1400 }]);
  }); // prettier-ignore

  it('is taken away and put back, seen by no other farm, and goes along with the whole farm', async () => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    const id = randomUUID();
    await takePicture(farm, batchId, id, 'tablet', await photograph(80, 60).png().toBuffer());
    expect(await pictureOf(await house.farm(), id)).toBeUndefined();
    expect(await send(await house.farm(), 'picture.show', { id, shown: false })).toMatchObject({ status: 'refused' });
    expect(await send(farm, 'picture.show', { id, shown: false })).toMatchObject({ status: 'done' });
    expect(await pictureOf(farm, id)).toBeUndefined();
    expect(await shownOf(farm, batchId)).toEqual([]);
    expect(await send(farm, 'picture.show', { id, shown: true })).toMatchObject({ status: 'done' });
    expect(await shownOf(farm, batchId)).toHaveLength(1);
    const { from, to } = await roundTrip(farm, await house.farm());
    expect(to).toBe(from);
    expect(from).toContain(id);
  }); // prettier-ignore

  it.each([
    ['a text that is called a picture', () => Buffer.from('GIF89a, says who')],
    ['a drawing that could hold a script', () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><script>1</script></svg>')],
    ['nothing', () => Buffer.alloc(0)],
    ['half a photograph', async () => (await ofAPhone()).subarray(0, 900)],
  ])('is not %s', async (_, bytes) => {
    const farm = await house.farm();
    const batchId = await begin(farm);
    await expect(takePicture(farm, batchId, randomUUID(), 'tablet', await bytes())).rejects.toThrow(/no picture that can be read/);
    expect(await shownOf(farm, batchId)).toEqual([]);
  }); // prettier-ignore

  it('is of a batch of this farm, and there are twelve of one at most', async () => {
    const farm = await house.farm();
    const small = await photograph(20, 20).png().toBuffer();
    await expect(takePicture(farm, 'no-such-batch', randomUUID(), 'tablet', small)).rejects.toThrow(/no such batch/);
    const batchId = await begin(farm);
    for (let i = 0; i < 12; i += 1) await takePicture(farm, batchId, randomUUID(), 'tablet', small);
    await expect(takePicture(farm, batchId, randomUUID(), 'tablet', small)).rejects.toThrow(/12 pictures at most/);
  }); // prettier-ignore
});

test('a batch that is left out teaches nothing, until it is taken in again', async () => {
  const farm = await house.farm();
  const batchId = await wholeBatch(farm);
  const taught = () => inFarm(farm, (scope) => paceLessonsOf(scope, new Date('2100-01-01')));
  expect(await taught()).toHaveLength(1);
  expect(await send(farm, 'batch.leaveOut', { batchId, out: true })).toMatchObject({ status: 'done' });
  expect(await taught()).toEqual([]);
  expect(await send(farm, 'batch.leaveOut', { batchId, out: false })).toMatchObject({ status: 'done' });
  expect(await taught()).toHaveLength(1);
  expect(await send(await house.farm(), 'batch.leaveOut', { batchId, out: true })).toMatchObject({ status: 'refused' });
}); // prettier-ignore
