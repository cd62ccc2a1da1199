import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { database } from '@/data/connection';
import { text, spokenMinutes } from '@/core/quantities/formatQuantity';
import { Refusal } from '../refusal';

/** So many tries may fail in so long, s: of one name from one address, of one name at all, and of one address at all. */
const limits = {
  both: { points: 5, duration: 900 },
  name: { points: 20, duration: 900 },
  address: { points: 40, duration: 900 },
} as const;
type Of = keyof typeof limits;
const counted: readonly Of[] = ['both', 'name', 'address'];

/** Counted in the database, for all processes of the house alike. */
const limiter = (of: Of) =>
  new RateLimiterPostgres({
    storeClient: database(),
    storeType: 'sequelize',
    tableName: 'attempt',
    tableCreated: true,
    keyPrefix: of,
    clearExpiredByTimeout: false,
    ...limits[of],
  });

/**
 * Lets a try through unless too many have failed; a try that succeeds is not counted.
 * @param name whose secret is tried, or what for
 * @param address where the try comes from
 * @throws {Refusal} saying when the next may be
 */
export async function tried<T>(name: string, address: string, attempt: () => Promise<T>): Promise<T> {
  const keys: Record<Of, string> = {
    both: `${name.toLowerCase()} ${address}`.slice(0, 200),
    name: name.toLowerCase().slice(0, 200),
    address,
  };
  try {
    for (const each of counted) await limiter(each).consume(keys[each]);
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error;
    const minutes = Math.max(1, Math.ceil(error.msBeforeNext / 60_000));
    throw new Refusal(`Too many tries. The next may be in ${text(spokenMinutes(minutes))}.`, 'tries');
  }
  const done = await attempt();
  for (const each of counted) await limiter(each).reward(keys[each], 1);
  return done;
}
