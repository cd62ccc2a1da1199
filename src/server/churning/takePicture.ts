import sharp from 'sharp';
import * as v from 'valibot';
import { id } from '@/core/churning/batchEvents';
import { batchById } from '@/data/churning/batches';
import { addPicture, pictureBytes, picturesOf, showPicture } from '@/data/churning/pictures';
import { inFarm } from '@/data/farmScope';
import { now } from '../clock';
import { command } from '../commands/command';
import { Refusal } from '../refusal';

/** Most points that are looked at: more is no photograph of a phone. */
const mostPoints = 80_000_000;
/** Most pictures of one batch. */
const mostPictures = 12;
/** Most bytes of what is kept; its longer side, px, and how well it is drawn: the first of them that fits. */
const mostKept = 145_000;
const sides = [1400, 1000, 700];
const qualities = [76, 60, 44];
/** What it has to be by its content, whatever it says it is. */
const kinds = new Set(['jpeg', 'png', 'webp', 'gif', 'avif', 'heif']);

/**
 * Keeps a picture of a batch: what it is, is told by its content; it is drawn anew, upright and smaller, as WebP, so that nothing of the
 * file that came stays (where it was taken, by which phone, what hides behind it).
 * @throws {Refusal} when it is no picture that can be read, or too many are there
 */
export async function takePicture(
  farmId: string,
  batchId: string,
  pictureId: string,
  device: string,
  bytes: Uint8Array,
): Promise<void> {
  v.parse(id, pictureId);
  const drawn = await drawAnew(bytes);
  await inFarm(farmId, async (scope) => {
    if (!(await batchById(scope, batchId, true)))
      throw new Refusal('There is no such batch on this farm.', 'batchId');
    const there = await picturesOf(scope, batchId);
    if (there.length >= mostPictures && !there.some((one) => one.id === pictureId))
      throw new Refusal(`A batch has ${mostPictures} pictures at most: take one away first.`, 'picture');
    await addPicture(scope, { id: pictureId, batchId, at: now(), device, ...drawn });
  });
}

async function drawAnew(bytes: Uint8Array): Promise<{ webp: string; width: number; height: number }> {
  const unreadable = new Refusal(
    'That is no picture that can be read here: JPEG, PNG, WebP, AVIF and GIF are.',
    'picture',
  );
  try {
    const { format } = await sharp(bytes, { limitInputPixels: mostPoints }).metadata();
    if (!kinds.has(format)) throw unreadable;
    for (const side of sides) {
      // Once to size and upright, without the losses of a format; then as well as fits.
      const { data, info } = await sharp(bytes, { limitInputPixels: mostPoints, failOn: 'error' })
        .rotate()
        .resize({ width: side, height: side, fit: 'inside', withoutEnlargement: true })
        .flatten({ background: '#ffffff' })
        .toColourspace('srgb')
        .raw()
        .toBuffer({ resolveWithObject: true });
      const { width, height, channels } = info;
      for (const quality of qualities) {
        const kept = await sharp(data, { raw: { width, height, channels } }).webp({ quality }).toBuffer();
        if (kept.length <= mostKept) return { webp: kept.toString('base64'), width, height };
      }
    }
    throw new Refusal('That picture does not get small enough: cut it, or take another.', 'picture');
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw unreadable;
  }
}

/** A picture as it is shown; undefined when there is none. */
export const pictureOf = (farmId: string, pictureId: string): Promise<Buffer | undefined> =>
  inFarm(farmId, async (scope) => {
    const webp = await pictureBytes(scope, pictureId);
    return webp === undefined ? undefined : Buffer.from(webp, 'base64');
  });

/** Takes a picture away from its batch, or puts it back. */
export const showPictureCommand = command({
  name: 'picture.show',
  input: v.strictObject({ id, shown: v.boolean('shown, or taken away.') }),
  carryOut: async (scope, { id: pictureId, shown }, sender) => {
    if (!(await showPicture(scope, pictureId, shown ? null : sender.receivedAt)))
      throw new Refusal('There is no such picture here.', 'id');
    return null;
  },
});
