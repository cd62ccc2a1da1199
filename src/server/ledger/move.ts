import * as v from 'valibot';
import { howHeated } from '@/core/separating/heatedShare';
import { tapLayerFat } from '@/core/separating/tapLayer';
import { outOf } from '@/core/standing/lotEvents';
import { notTakenBack } from '@/core/standing/lotStory';
import { places, vesselShape } from '@/core/standing/places';
import type { FarmScope } from '@/data/farmScope';
import { takeLotNumber } from '@/data/house/house';
import type { LotKind, NewEntry, NewLot, Treatment } from '@/data/ledger/ledger';
import { makeLot, postEntry } from '@/data/ledger/ledger';
import { lastTaken, unseenBy } from '@/data/ledger/movements';
import type { LotDetails, StandingLot } from '@/data/ledger/standing';
import { addLotEvents, changeLot, lotEventsOf, lotsById } from '@/data/ledger/standing';
import type { Sender } from '../commands/command';
import { actId } from '../commands/command';
import { Refusal } from '../refusal';
import { retell } from './retell';
import { wholeDays, wholeGrams, wholeHours } from '@/core/quantities/whole';

/** A clock may run this far ahead of the house's before its time counts as the future, s. */
const clockSlack = 300;
/** A jug reads this much more than there is, and it was all of it (handbook §6.9, two standard deviations). */
const jugOver = 1.06;
/** What is left under a hundredth and under these grams clings to the vessel. */
const clings = { share: 0.01, grams: 20 };

/**
 * When it happened: what was said, or when the device sent it.
 * @throws {Refusal} for a time still to come
 */
export function momentOf(atSeconds: number | undefined, sender: Sender): Date {
  const at = atSeconds === undefined ? sender.at : new Date(atSeconds * 1000);
  if (at.getTime() > sender.receivedAt.getTime() + clockSlack * 1000)
    throw new Refusal('That time is still to come: say when it was, or leave it at now.', 'atSeconds');
  return at;
}

/** Thrown when a device, not knowing what another did meanwhile, takes more than is left. The entry is parked in sight. */
export class LateOverdraw extends Error {
  constructor(
    readonly lotId: string,
    readonly question: string,
  ) {
    super(question);
  }
}

export const outs = v.pipe(
  v.array(outOf),
  v.minLength(1, 'at least one lot is needed.'),
  v.maxLength(60, 'at most 60 lots.'),
);

/** Grams taken from a lot, with the fat that goes with them. */
export interface Drawn {
  lot: StandingLot;
  mass: number;
  fat: number;
  all: boolean;
}

export const milligrams = (grams: number): number => Math.round(grams * 1000) / 1000;

/**
 * Holds lots and takes from each what was asked: all of it, or a mass with its share of the fat. `also` are lots that will be
 * poured into: held in the same order, so that two who pour to and fro do not wait for one another.
 * @throws {Refusal} when a lot is not this farm's, is empty, or holds less
 * @throws {LateOverdraw} when that is so because of what another device did and this one could not know
 */
export async function draw(
  scope: FarmScope,
  asked: readonly { lotId: string; mass?: number | undefined }[],
  sender: Sender,
  also: readonly string[] = [],
): Promise<Drawn[]> {
  const lots = await lotsById(scope, [...asked.map(({ lotId }) => lotId), ...also], true);
  if (new Set(asked.map(({ lotId }) => lotId)).size < asked.length)
    throw new Refusal('The same lot was named twice.', 'from');
  const drawn: Drawn[] = [];
  for (const { lotId, mass } of asked) {
    const lot = lots.get(lotId);
    if (!lot) throw new Refusal('There is no such lot on this farm.', 'lotId');
    const over = (mass ?? 0) > lot.mass * jugOver + 1;
    if (lot.mass <= 0 || over) {
      const unseen = await unseenBy(scope, lotId, sender.device, sender.at);
      const asks = mass === undefined ? 'all of it' : `${wholeGrams(mass)} of it`;
      if (unseen)
        throw new LateOverdraw(
          lotId,
          `${nameOf(lot)} was used on another device before this arrived: ${asks} was wanted, ${wholeGrams(lot.mass)} is left. Which is right?`,
        );
      if (lot.mass <= 0) {
        const taken = await lastTaken(scope, lotId);
        throw new Refusal(
          `${nameOf(lot)} is empty${taken ? `: it was emptied ${sayMoment(taken.at, sender.receivedAt)}` : ''}.`,
          'lotId',
        );
      }
      throw new Refusal(`${nameOf(lot)} holds ${wholeGrams(lot.mass)}; ${asks} cannot be taken.`, 'mass');
    }
    const left = lot.mass - (mass ?? lot.mass);
    const all = left < clings.grams && left < clings.share * lot.mass;
    const taken = all ? lot.mass : milligrams(mass!);
    const fat = all ? lot.fat : taken * (await fatOfDrawn(scope, lot, taken, sender.receivedAt));
    drawn.push({
      lot,
      mass: taken,
      fat: Math.min(lot.fat, taken, milligrams(fat)),
      all,
    });
  }
  return drawn;
}

/** Fat of part of a lot, mass fraction: a can with a tap lets its lowest layer out, everything else is taken stirred. */
async function fatOfDrawn(scope: FarmScope, lot: StandingLot, taken: number, at: Date): Promise<number> {
  const stirred = lot.fat / lot.mass;
  if (lot.kind !== 'milk' || lot.vessel?.kind !== 'tapCan') return stirred;
  const told = notTakenBack((await lotEventsOf(scope, [lot.id])).get(lot.id) ?? []);
  const poured = told.findLast((event) => event.kind === 'poured');
  const placed = told.findLast((event) => event.kind === 'placed');
  if (!poured) return stirred;
  const { diameter, height } = vesselShape(lot.vessel.kind, lot.vessel.capacity, lot.vessel.diameter);
  const fat = tapLayerFat(
    {
      vessel: { bottomDiameter: diameter, topDiameter: diameter, height: 1.2 * height },
      mass: lot.mass,
      fat: Math.min(0.12, Math.max(0.001, stirred)),
      temperature:
        placed?.kind === 'placed'
          ? Math.min(25, Math.max(0, placed.celsius ?? places[placed.place].celsius))
          : 4,
      species: lot.details.species ?? 'cow',
      heated: howHeated(lot.treatment, lot.details.homogenised === true, told),
    },
    Math.min(168, Math.max(0, at.getTime() / 1000 - poured.atSeconds) / 3600),
    taken,
  );
  return Math.min(stirred, fat);
}

const nameOf = (lot: StandingLot): string => (lot.vessel ? `${lot.vessel.name} (${lot.code})` : lot.code);

function sayMoment(at: Date, now: Date): string {
  const hours = (now.getTime() - at.getTime()) / 3_600_000;
  if (hours < 1) return 'within the last hour';
  return hours < 36 ? `${wholeHours(hours)} ago` : `${wholeDays(hours)} ago`;
}

/** What lots that flow together are, together. */
export function blendOf(parts: readonly StandingLot[]): {
  treatment: Treatment;
  blockedReason: string | null;
  blockedUntil: string | null;
  oldestAt: Date;
  ripened: boolean;
  details: LotDetails;
} {
  const treatments = new Set(parts.map(({ treatment }) => treatment));
  const blocks = parts.filter(({ blockedReason }) => blockedReason !== null);
  const animals = [...new Set(parts.flatMap(({ details }) => details.animals ?? []))];
  const species = new Set(parts.map(({ details }) => details.species ?? 'cow'));
  const line = parts.find(({ details }) => details.line)?.details.line;
  const despite = [...new Set(parts.flatMap(({ details }) => details.despite ?? []))]
    .join('; ')
    .slice(0, 300);
  return {
    treatment: treatments.has('raw') ? 'raw' : treatments.has('pasteurised') ? 'pasteurised' : 'boiled',
    blockedReason:
      blocks.length > 0
        ? [...new Set(blocks.map(({ blockedReason }) => blockedReason!))].join('; ').slice(0, 400)
        : null,
    blockedUntil:
      blocks
        .map(({ blockedUntil }) => blockedUntil ?? '')
        .toSorted()
        .at(-1) || null,
    oldestAt: new Date(Math.min(...parts.map(({ oldestAt }) => oldestAt.getTime()))),
    ripened: parts.every(({ ripened }) => ripened),
    details: {
      ...(animals.length > 0 ? { animals } : {}),
      species: species.size === 1 ? [...species][0]! : 'cow',
      ...(line ? { line } : {}),
      ...(despite ? { despite } : {}),
    },
  };
}

/** A lot that grams flow into: a new one, or one that stands already. */
export interface Into {
  lotId: string;
  mass: number;
  fat: number;
  celsius: number;
  /** Absent: the lot stands already. */
  fresh?: Omit<NewLot, 'id' | 'code' | 'madeAt'> & { details?: LotDetails };
}

/** The first letter of a lot’s code. B, C and M are a batch’s: its butter, its cream, its buttermilk. */
const letters: Record<LotKind, string> = {
  milk: 'W',
  cream: 'R',
  skim: 'S',
  buttermilk: 'U',
  butter: 'T',
  culture: 'L',
  ghee: 'G',
  yoghurt: 'Y',
  curd: 'K',
  whipped: 'P',
};

/**
 * Moves grams, once and whole: out of lots and named sources, into lots and named uses. New lots get their number, lots
 * that stand take on the age of what is poured in, and each lot is told what happened to it.
 * @returns codes of new lots, by id
 */
export async function move(
  scope: FarmScope,
  sender: Sender,
  entry: {
    kind: NewEntry['kind'];
    at: Date;
    details?: Record<string, unknown>;
    from: readonly Drawn[];
    sources?: readonly { account: string; mass: number; fat: number }[];
    into: readonly Into[];
    to?: readonly { account: string; mass: number; fat: number }[];
  },
): Promise<Record<string, string>> {
  const codes: Record<string, string> = {};
  const poured: string[] = [];
  const { from, sources = [], into, to = [] } = entry;
  const parts = from.map(({ lot }) => lot);
  const by = { device: sender.device, commandId: sender.commandId, recordedAt: sender.receivedAt };
  const standing = await lotsById(
    scope,
    into.map(({ lotId }) => lotId),
    true,
  );
  for (const { lotId, fresh } of into) {
    if (fresh) {
      codes[lotId] = `${letters[fresh.kind]}${await takeLotNumber(scope)}`;
      await makeLot(scope, { ...fresh, id: lotId, code: codes[lotId], madeAt: entry.at });
      continue;
    }
    const lot = standing.get(lotId);
    if (!lot) throw new Refusal('There is no such lot to pour into on this farm.', 'intoLotId');
    const blocked = parts.find(({ blockedReason }) => blockedReason !== null);
    if (blocked && lot.blockedReason === null)
      throw new Refusal(
        `${nameOf(blocked)} is kept from people’s food (${blocked.blockedReason}): it needs a vessel of its own.`,
        'intoLotId',
      );
    const all = blendOf([lot, ...parts]);
    // A spoon of culture brings its line, and makes nobody else's milk of it.
    const { line } = all.details;
    if (parts.every(({ kind }) => kind === 'culture'))
      all.details = {
        ...(line ? { line } : {}),
        ...(all.details.despite ? { despite: all.details.despite } : {}),
      };
    await changeLot(scope, lotId, { details: { ...lot.details, ...all.details } });
    poured.push(lotId);
  }
  const lines = [
    ...from.map(({ lot, mass, fat }) => ({ lot: lot.id, mass: -mass, fat: -fat })),
    ...sources.map(({ account, mass, fat }) => ({ account, mass: -mass, fat: -fat })),
    ...into.map(({ lotId, mass, fat }) => ({ lot: lotId, mass, fat })),
    ...to,
  ].map((line) => ({ ...line, mass: milligrams(line.mass), fat: milligrams(line.fat) }));
  const off = {
    mass: milligrams(lines.reduce((sum, { mass }) => sum + mass, 0)),
    fat: milligrams(lines.reduce((sum, { fat }) => sum + fat, 0)),
  };
  if (off.mass !== 0 || off.fat !== 0) lines.push({ account: 'unaccounted', mass: -off.mass, fat: -off.fat });
  await postEntry(scope, {
    commandId: sender.commandId,
    kind: entry.kind,
    at: entry.at,
    recordedAt: sender.receivedAt,
    details: entry.details ?? {},
    lines,
  });
  const atSeconds = entry.at.getTime() / 1000;
  for (const [i, { lot, mass }] of from.entries())
    await addLotEvents(scope, lot.id, [{ kind: 'drawn', id: `${actId(sender)}-d${i}`, atSeconds, mass }], by);
  for (const [i, { lotId, mass, fat, celsius }] of into.entries())
    await addLotEvents(
      scope,
      lotId,
      [
        {
          kind: 'poured',
          id: `${actId(sender)}-p${i}`,
          atSeconds,
          mass,
          fat: mass > 0 ? fat / mass : 0,
          celsius,
        },
      ],
      by,
    );
  // What was poured onto is what all of it is together: its treatment, its age, and whether it is for people.
  await retell(scope, poured);
  return codes;
}
