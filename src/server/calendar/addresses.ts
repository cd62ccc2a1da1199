import * as v from 'valibot';
import { id } from '@/core/churning/batchEvents';
import { calendarsOf, closeCalendar, openCalendar } from '@/data/house/calendars';
import { command } from '../commands/command';
import { Refusal } from '../refusal';

/** More open addresses than this nobody keeps an eye on. */
const most = 12;

/** An address for a calendar is opened: the device makes the secret and shows it once; the house is told only its hash. */
export const openCalendarCommand = command({
  name: 'calendar.open',
  input: v.strictObject({
    id,
    hash: v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/, 'a hash of 64 digits is needed.')),
  }),
  carryOut: async (scope, { id: addressId, hash }, { receivedAt }) => {
    const open = await calendarsOf(scope);
    if (open.length >= most)
      throw new Refusal(`${most} addresses are open already: close one of them first.`, 'id');
    if (open.some((one) => one.id === addressId)) throw new Refusal('That address is open already.', 'id');
    await openCalendar(scope, { id: addressId, hash, madeAt: receivedAt });
    return {};
  },
});

/** An address is closed: no calendar that knows it reads anything by it any more. */
export const closeCalendarCommand = command({
  name: 'calendar.close',
  input: v.strictObject({ id }),
  carryOut: async (scope, { id: addressId }, { receivedAt }) => {
    if (!(await closeCalendar(scope, addressId, receivedAt)))
      throw new Refusal('That address is closed already.', 'id');
    return {};
  },
});
