import { statfs } from 'node:fs/promises';

/** Less room than this on the disk of the farm is told of, bytes: some days of the write-ahead log and of backups (engineering estimate). */
export const leastRoom = 1_000_000_000;

export const megabytes = (bytes: number): string => `${Math.round(bytes / 1e6)} MB`;

/** What is said of a disk that is nearly full; undefined while it is not, and where its folder is not this machine’s. */
export async function littleRoom(folder: string | undefined): Promise<string | undefined> {
  if (folder === undefined) return undefined;
  const disk = await statfs(folder).catch(() => undefined);
  const room = disk && disk.bavail * disk.bsize;
  return room !== undefined && room < leastRoom
    ? `Only ${megabytes(room)} are left on the disk of this house: make room, for a full one takes no more marks.`
    : undefined;
}
