import * as v from 'valibot';
import { positiveMass } from '@/core/calculation';
import { id } from '@/core/churning/batchEvents';
import { cultureFat, cultureWeighs } from '@/core/ripening/cultureLine';
import { refuseSouring } from '@/core/ripening/refuseSouring';
import type { SaidLotEvent, SouredEvent } from '@/core/standing/lotEvents';
import { saidLotEvent } from '@/core/standing/lotEvents';
import { vesselFactor } from '@/core/standing/lotHeat';
import { pasteurises } from '@/core/heating/pasteurising';
import { lotStory } from '@/core/standing/lotStory';
import { vesselShape } from '@/core/standing/places';
import type { FarmScope } from '@/data/farmScope';
import type { LotDetails, RecordedLotEvent, StandingLot } from '@/data/ledger/standing';
import {
  addLotEvents,
  changeLot,
  lotEventsOf,
  lotSaidOtherwise,
  lotsById,
  shownFactors,
} from '@/data/ledger/standing';
import { kindNames } from '@/core/standing/lotKinds';
import type { LotKind } from '@/core/standing/lotKinds';
import { command } from '../commands/command';
import { despiteOf } from './despiteHeat';
import { judgedLots } from './judgedLots';
import { ownCulture } from './ownCultures';
import { draw, milligrams, momentOf, move } from './move';
import { Refusal } from '../refusal';
import { retell } from './retell';

/**
 * Records what was done to a lot or seen of it: probe readings (which teach the vessel), where it stands, souring, looks,
 * heating, and undo. Culture from a lot of its own is poured in by the same entry.
 */
export const recordLot = command({
  name: 'lot.record',
  input: v.strictObject({
    lotId: id,
    events: v.pipe(
      v.array(saidLotEvent),
      v.minLength(1, 'at least one event.'),
      v.maxLength(20, 'at most 20 events at once.'),
    ),
    /** Culture of the maker's own, for a `soured` event. */
    culture: v.optional(v.strictObject({ lotId: id, mass: positiveMass })),
  }),
  carryOut: async (scope, { lotId, events, culture }, sender) => {
    const lot = (await lotsById(scope, [lotId], true)).get(lotId);
    if (!lot) throw new Refusal('There is no such lot on this farm.', 'lotId');
    for (const event of events) momentOf(event.atSeconds, sender);
    if ((await lotSaidOtherwise(scope, lotId, events)).length > 0)
      throw new Refusal('Something else was said under that id before: it is not told again.', 'events');
    const before = (await lotEventsOf(scope, [lotId])).get(lotId) ?? [];
    const known = new Set(before.map((event) => event.id));
    const fresh = events
      .filter((event) => !known.has(event.id))
      .toSorted((a, b) => a.atSeconds - b.atSeconds);
    const stands = { device: sender.device, commandId: sender.commandId, recordedAt: sender.receivedAt };
    // One after another: what is judged of a later one stands on those before it.
    for (const event of fresh) {
      const found = await follow(scope, lot, event, culture, sender);
      const [told] = await withFactors(scope, lot, before, [event]);
      const kept = { ...told!, ...found };
      await addLotEvents(scope, lotId, [kept], stands);
      before.push(kept);
    }
    if (fresh.some(({ kind }) => kind === 'heated')) await retell(scope, [lotId]);
    return { lotId };
  },
});

type Found = Pick<RecordedLotEvent, 'despite' | 'was'> &
  Pick<SouredEvent, 'own'> & { line?: NonNullable<LotDetails['line']> };

const sours = new Set<LotKind>(['milk', 'cream', 'skim', 'buttermilk']);

/** What an event changes beside being remembered, and what is refused. Returns what is remembered with it: the line of culture it brings in, what heat does not undo. */
async function follow(
  scope: FarmScope,
  lot: StandingLot,
  event: SaidLotEvent,
  culture: { lotId: string; mass: number } | undefined,
  sender: Parameters<typeof momentOf>[1],
): Promise<Found> {
  if (event.kind === 'heated') {
    if (event.how === 'boiled' && event.celsius < boilsFrom)
      throw new Refusal(
        `${event.celsius} °C is not boiled: say that it was heated, with how long it was held.`,
        'celsius',
      );
    if (!pasteurises(event))
      throw new Refusal(
        `${event.celsius} °C for ${event.minutes} min does not pasteurise: 66 °C for 30 min or 75 °C for 15 s throughout are common figures; your local code decides.`,
        'celsius',
      );
    const found = await despiteOf(scope, lot, event.atSeconds);
    if (found.despite !== undefined)
      await changeLot(scope, lot.id, {
        details: { ...lot.details, despite: lot.details.despite ?? found.despite },
      });
    return found;
  }
  if (event.kind === 'looked' && event.seen === 'thickAndTart') {
    // Seen after the limit it is seen too late: it is written down, and keeps nothing.
    const [found] = await judgedLots(scope, [lot], new Date(event.atSeconds * 1000));
    if (!found!.judged.discard) await changeLot(scope, lot.id, { ripened: true });
  }
  if (event.kind !== 'soured') return {};
  if (!sours.has(lot.kind)) throw new Refusal(`${kindNames[lot.kind]} is not soured.`, 'lotId');
  // What was spooned in from a pot or a packet weighs what it weighs.
  const spooned = event.culture !== undefined && cultureWeighs[event.culture] ? (event.dose ?? 0) : 0;
  let line = lot.details.line;
  if (culture) {
    const [drawn] = await draw(scope, [culture], sender);
    if (drawn!.lot.kind !== 'culture')
      throw new Refusal(`${drawn!.lot.code} is ${drawn!.lot.kind}, not a culture.`, 'culture.lotId');
    line = drawn!.lot.details.line;
    await move(scope, sender, {
      kind: 'poured',
      at: momentOf(event.atSeconds, sender),
      from: [drawn!],
      into: [{ lotId: lot.id, mass: drawn!.mass, fat: drawn!.fat, celsius: 8 }],
    });
  } else if (spooned > 0) {
    const mass = milligrams((spooned * lot.mass) / (1 - spooned));
    const fat = milligrams(mass * cultureFat[event.culture!]);
    await move(scope, sender, {
      kind: 'poured',
      at: momentOf(event.atSeconds, sender),
      from: [],
      sources: [{ account: 'culture', mass, fat }],
      into: [{ lotId: lot.id, mass, fat, celsius: 8 }],
    });
  }
  refuseSouring({ ...event, treatment: lot.treatment });
  const kept =
    event.route === 'natural'
      ? undefined
      : (line ?? {
          name: event.culture === 'bought' ? 'Bought culture' : 'Culture',
          generation: event.generation,
          kind: event.route,
          culture: event.culture ?? 'bought',
        });
  const poured = (await lotsById(scope, [lot.id])).get(lot.id)!;
  await changeLot(scope, lot.id, { details: { ...poured.details, ...(kept ? { line: kept } : {}) } });
  if (!kept) return {};
  const own = await ownCulture(scope, kept.name, event.route);
  return { line: kept, ...(own ? { own: { logMean: own.logMean, logSd: own.logSd } } : {}) };
}

/** Milk rises in the pan from here on, on a high farm too, °C (engineering estimate: water at 3,000 m). */
const boilsFrom = 90;

/** Readings with the factor on U that each showed, so that the vessel is known better next time. */
async function withFactors(
  scope: FarmScope,
  lot: StandingLot,
  before: readonly RecordedLotEvent[],
  fresh: readonly SaidLotEvent[],
): Promise<RecordedLotEvent[]> {
  if (!lot.vessel || !fresh.some(({ kind }) => kind === 'reading')) return [...fresh];
  const factors = (await shownFactors(scope, [lot.vessel.id])).get(lot.vessel.id) ?? [];
  const story = lotStory(
    {
      kind: lot.kind,
      treatment: lot.treatment,
      ripened: lot.ripened,
      vessel: vesselShape(lot.vessel.kind, lot.vessel.capacity, lot.vessel.diameter),
      vesselFactor: vesselFactor(factors),
      events: [...before, ...fresh],
    },
    Math.max(...fresh.map(({ atSeconds }) => atSeconds)),
  );
  return fresh.map((event) => {
    const factor = story?.shown.find(({ eventId }) => eventId === event.id)?.factor;
    return factor === undefined ? event : { ...event, factor };
  });
}
