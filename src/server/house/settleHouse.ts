import * as v from 'valibot';
import { positiveMass } from '@/core/calculation';
import { teaspoonMass } from '@/core/churning/batchEvents';
import { pricesSaid } from '@/core/planning/yearMoney';
import { hoursSaid } from '@/core/planning/hoursSaid';
import { unitSystems } from '@/core/quantities/units';
import { saltKinds } from '@/core/salting/salts';
import { lotKinds } from '@/core/standing/lotKinds';
import type { OwnPlace, PlaceCelsius } from '@/core/standing/places';
import { ownPlaceLimits, places, placesOf } from '@/core/standing/places';
import type { FarmScope } from '@/data/farmScope';
import { changeFarm, farmOf } from '@/data/house/house';
import { addLotEvents, standingLots } from '@/data/ledger/standing';
import type { Sender } from '../commands/command';
import { actId, command } from '../commands/command';
import { judgedLots } from '../ledger/judgedLots';
import { Refusal } from '../refusal';

/** Settles the farm's name, units, time zone, how hard its fat is, how warm its places are, what its salts weigh, when its week begins and what its freezer has room for; each may be left as it is. */
/** A temperature that a place may have, °C. */
const celsiusOf = (place: OwnPlace) => {
  const [low, high] = ownPlaceLimits[place];
  const says = `${places[place].name}: ${low} to ${high} °C is allowed.`;
  return v.optional(v.nullable(v.pipe(v.number(), v.minValue(low, says), v.maxValue(high, says))));
};

export const settleHouse = command({
  name: 'house.settle',
  input: v.strictObject({
    name: v.optional(
      v.pipe(
        v.string(),
        v.trim(),
        v.minLength(1, 'a name of 1 to 80 letters is needed.'),
        v.maxLength(80, 'a name of 1 to 80 letters is needed.'),
      ),
    ),
    unitSystem: v.optional(v.picklist(unitSystems)),
    timeZone: v.optional(v.pipe(v.string(), v.maxLength(64, 'a time zone such as Europe/Dublin is needed.'))),
    /** A device’s own, which nobody chose: it stands aside for what was settled before. */
    first: v.optional(v.boolean(), false),
    fatHardness: v.optional(
      v.pipe(
        v.number(),
        v.minValue(-8, 'a shift of −8 to 8 °C is allowed.'),
        v.maxValue(8, 'a shift of −8 to 8 °C is allowed.'),
      ),
    ),
    /** °C, by place; null takes back what was said. */
    placeCelsius: v.optional(
      v.strictObject({
        room: celsiusOf('room'),
        cool: celsiusOf('cool'),
        fridge: celsiusOf('fridge'),
        fanFridge: celsiusOf('fanFridge'),
        freezer: celsiusOf('freezer'),
      }),
    ),
    /** g in a level teaspoon, by kind of salt; null takes back what was said. */
    saltTeaspoon: v.optional(
      v.strictObject(v.entriesFromList(saltKinds, v.optional(v.nullable(teaspoonMass)))),
    ),
    usualSalt: v.optional(v.nullable(v.picklist(saltKinds))),
    /** 0 is Sunday. */
    weekBegins: v.optional(
      v.pipe(
        v.number(),
        v.integer('a whole number.'),
        v.minValue(0, 'a day from 0 to 6 is allowed.'),
        v.maxValue(6, 'a day from 0 to 6 is allowed.'),
      ),
    ),
    /** When there is somebody in the dairy; null takes back what was said. */
    hours: v.optional(v.nullable(hoursSaid)),
    /** What things cost: all of them, as they are now. */
    prices: v.optional(pricesSaid),
    /** mL of cream; null takes back what was said. */
    fridgeRoom: v.optional(v.nullable(v.pipe(positiveMass, v.maxValue(2_000_000, 'at most 2000 L.')))),
    /** g of butter; null takes back what was said. */
    freezerRoom: v.optional(v.nullable(v.pipe(positiveMass, v.maxValue(2_000_000, 'at most two tonnes.')))),
  }),
  carryOut: async (scope, { first, placeCelsius, saltTeaspoon, ...input }, sender) => {
    const farm = await farmOf(scope);
    if (first && farm.settled) return;
    if (input.timeZone !== undefined && !isTimeZone(input.timeZone))
      throw new Refusal(`“${input.timeZone}” is not a time zone.`, 'timeZone');
    const celsius = placeCelsius && said(farm.placeCelsius, placeCelsius);
    await changeFarm(scope, {
      ...input,
      ...(celsius ? { placeCelsius: celsius } : {}),
      ...(saltTeaspoon ? { saltTeaspoon: said(farm.saltTeaspoon, saltTeaspoon) } : {}),
      settled: true,
    });
    if (celsius) await warmerFromNow(scope, farm.placeCelsius, celsius, sender);
  },
});

/** What was said before with what is said now: null takes back. */
const said = <K extends string>(before: Partial<Record<K, number>>, now: Partial<Record<K, number | null | undefined>>): Partial<Record<K, number>> =>
  Object.fromEntries(Object.entries<number | null | undefined>({ ...before, ...now }).filter(([, value]) => typeof value === 'number')) as Partial<Record<K, number>>; // prettier-ignore

/** What stands in a place whose temperature is said anew stands in that from now on, unless it was measured around it. */
async function warmerFromNow(
  scope: FarmScope,
  before: PlaceCelsius,
  after: PlaceCelsius,
  sender: Sender,
): Promise<void> {
  const [old, now] = [placesOf(before), placesOf(after)];
  const lots = await standingLots(scope, followed, sender.receivedAt);
  for (const [i, { lot, story }] of (await judgedLots(scope, lots, sender.receivedAt)).entries()) {
    if (!story || Math.abs(story.around - old[story.place].celsius) > unsaid) continue;
    const { celsius } = now[story.place];
    if (celsius === story.around) continue;
    const { tempering } = story;
    await addLotEvents(
      scope,
      lot.id,
      [
        {
          kind: 'placed',
          id: `${actId(sender)}-w${i}`,
          atSeconds: sender.receivedAt.getTime() / 1000,
          place: story.place,
          celsius,
          ...(tempering ? { to: tempering.to, readyAtSeconds: tempering.readyAtSeconds } : {}),
        },
      ],
      { device: sender.device, commandId: sender.commandId, recordedAt: sender.receivedAt },
    );
  }
}

/** What is kept in a vessel and followed by its temperature; butter has its place and its date. */
const followed = lotKinds.filter((kind) => kind !== 'butter' && kind !== 'ghee');
/** Nearer than this to what the place has, nobody measured around it, K. */
const unsaid = 0.05;

function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}
