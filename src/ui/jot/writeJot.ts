import { percent } from '@/core/quantities/formatQuantity';
import { CalculationError } from '@/core/calculationError';
import type { BatchEvent } from '@/core/churning/batchEvents';
import { creamDensity } from '@/core/dairy/creamDensity';
import type { MakeDay } from '@/core/jot/readMakeDay';
import { readJot } from '@/core/jot/readJot';
import type { Jot } from '@/core/jot/readJot';
import type { OfLot } from '@/core/jot/readOfLot';
import type { JotWish } from '@/core/jot/readWish';
import { furthestWish } from '@/core/planning/readyWish';
import { list } from '@/core/quantities/list';
import { kindWord } from '@/core/standing/lotKinds';
import type { Places } from '@/core/standing/places';
import { places as inGeneral } from '@/core/standing/places';
import { fatOfCut } from '@/core/separating/cutBetween';
import type { PailView } from '@/server/pail/views';
import { eventWords } from '../churning/eventWords';
import { makeDayEvents } from '../churning/makeDayEvents';
import type { useSay } from '../frame/FarmContext';
import type { useNotice } from '../frame/Notices';
import { momentSaid, momentWanted } from '../frame/momentSaid';
import { keepDraft } from '../frame/useDraft';
import type { Changed } from '../ledger/ready/readyDraft';
import { clockSeconds } from '../frame/useNow';
import { newId } from '../outbox/newId';
import type { useOutbox } from '../outbox/OutboxProvider';
import type { useAct } from '../outbox/useAct';
import { meantNames } from '../standing/meantNames';
import { milkCommand } from '../pail/milkCommand';
import { creamGoesTo, likeYesterday, toUse, usualSkimUse } from '../pail/usual';
import type { Offered } from './HeaderJot';
import { lotNow } from '../standing/lotNow';
import { markGheeStage } from '../larder/onTheFlame';
import { commandOfThinning, commandOfUse } from './lotCommands';
import { pieceCommand } from './pieceCommand';

/** What a jot is written with. */
/** Butter that is called salted, share (handbook §6.10). */
const usualSalt = 0.016;

interface Desk {
  say: ReturnType<typeof useSay>;
  /** Where things stand on this farm. */
  places: Places;
  /** What a level teaspoon of this house’s salt weighs, g. */
  teaspoonOfSalt: number;
  now: number;
  act: ReturnType<typeof useAct>['act'];
  outbox: ReturnType<typeof useOutbox>;
  /** Says what was kept on this device and is no entry. */
  notice: ReturnType<typeof useNotice>;
  /** Draws the page again. */
  refresh: () => void;
  /** Opens a page, anew where it is open already. */
  go: (href: string) => void;
}

/**
 * Reads a jot and writes down what it says.
 * @returns whether it was taken, or what was wrong with it
 */
export async function writeJot(
  typed: string,
  { view, batchId }: Offered,
  { say, places, teaspoonOfSalt, now, act, outbox, notice, refresh, go }: Desk,
): Promise<boolean | string> {
  const holds = holdsOf(view);
  try {
    return await carryOut(
      readJot(
        typed,
        {
          animals: view.animals,
          vessels: view.vessels.map(({ id, name }) => {
            const lot = holds.get(id);
            return {
              id,
              name,
              holds: lot
                ? lot.kind === 'milk' || lot.kind === 'cream' || lot.kind === 'skim'
                  ? lot.kind
                  : 'other'
                : null,
            };
          }),
          pieces: view.butter ?? [],
          teaspoonOfSalt,
        },
        say.system,
      ),
    );
  } catch (error) {
    if (error instanceof CalculationError) return error.message;
    throw error;
  }

  async function carryOut(jot: Jot): Promise<boolean | string> {
    if (jot.kind === 'wish') return wanted(jot.of);
    const atSeconds = jot.when ? momentSaid(jot.when, clockSeconds(), say.timeZone) : clockSeconds();
    const at = jot.when ? { atSeconds } : {};
    // Said back with its time: what was meant by “last night” is seen.
    const since = jot.when ? `, ${say.when(atSeconds, now)}` : '';
    const timed = (says: string) => `${says.replace(/\.$/, '')}${since}.`;
    switch (jot.kind) {
      case 'milk': {
        const before = likeYesterday(view.milkings, now);
        if (jot.same && !before)
          return 'There was no milking yet to be the same as: say how much, “11.2 herd”.';
        const told = jot.same
          ? undefined
          : {
              quantity: jot.amount,
              from: jot.from,
              animalIds: jot.animalIds,
              vesselId: jot.vesselId,
              celsius: jot.celsius,
            };
        const { input, says } = milkCommand(view, before, told, say, typed);
        return act('milk.in', { ...input, ...at }, timed(says));
      }
      case 'skim': {
        const lots = jot.vesselIds.map((id) => holds.get(id)!);
        const milkMass = lots.reduce((sum, { mass }) => sum + mass, 0);
        const milkFat = lots.reduce((sum, { fat }) => sum + fat, 0) / milkMass;
        const { kind, value } = jot.amount;
        const creamMass = kind === 'mass' ? value : value * creamDensity(0.22, 5);
        const into = creamGoesTo(
          view,
          value,
          lots.some(({ blockedReason }) => blockedReason !== null),
        );
        const use = jot.use ?? usualSkimUse(view.separations);
        return act(
          'milk.separate',
          {
            way: 'ladle',
            from: lots.map(({ id }) => ({ lotId: id })),
            cuts: [
              {
                lotId: newId(),
                mass: creamMass,
                fat: fatOfCut(milkMass, milkFat, creamMass),
                vesselId: into.vesselId,
              },
            ],
            skim: { to: 'use', use },
            ...at,
          },
          timed(
            `${say.volume(value)} of cream off ${list(lots.map(({ vessel }) => vessel!.name))}, into ${into.name}; the skim ${toUse[use]}`,
          ),
        );
      }
      case 'cream': {
        const { kind, value } = jot.amount;
        const fat = jot.fat ?? 0.36;
        return act(
          'cream.in',
          {
            lotId: newId(),
            mass: kind === 'mass' ? value : value * creamDensity(Math.min(0.6, fat), 4),
            fat,
            fatSd: jot.fat === undefined ? 0.03 : 0.01,
            fatMethod: 'label',
            treatment: 'pasteurised',
            vesselId: jot.vesselId ?? null,
            ...at,
          },
          timed(
            `${kind === 'mass' ? say.mass(value) : say.volume(value)} of bought cream, ${percent(fat, 0)} fat${jot.fat === undefined ? ' assumed' : ''}`,
          ),
        );
      }
      case 'reading': {
        const lot = jot.vesselId ? holds.get(jot.vesselId) : undefined;
        if (lot)
          return act(
            'lot.record',
            { lotId: lot.id, events: [{ kind: 'reading', id: newId(), atSeconds, celsius: jot.celsius }] },
            timed(`${lot.vessel!.name} ${jot.when ? 'read' : 'reads'} ${say.temperature(jot.celsius)}`),
          );
        if (batchId) return onTheChurn(batchId, { kind: 'reading', celsius: jot.celsius }, atSeconds, since);
        return 'A temperature of what? Name the vessel: “blue jar 6 C”.';
      }
      case 'note': {
        if (!jot.vesselId)
          return batchId
            ? onTheChurn(batchId, { kind: 'noted', note: jot.note }, atSeconds, '')
            : 'A note on what? Name the vessel: “note blue jar: smells of hay”.';
        const lot = holds.get(jot.vesselId);
        if (!lot) return 'Nothing stands in that vessel to note anything of.';
        const eventId = newId();
        return act(
          'lot.record',
          { lotId: lot.id, events: [{ kind: 'noted', id: eventId, atSeconds, note: jot.note }] },
          `${lot.vessel!.name}, noted: ${jot.note}`,
          {
            name: 'lot.record',
            input: { lotId: lot.id, events: [{ id: newId(), atSeconds, kind: 'undone', eventId }] },
          },
        );
      }
      case 'ofLot': {
        const lot = holds.get(jot.vesselId);
        if (!lot) return 'Nothing stands in that vessel.';
        if (jot.of.kind === 'strained' && lot.kind !== 'milk')
          return `Only milk is strained: in ${lot.vessel!.name} stands ${kindWord(lot.kind)}.`;
        const eventId = newId();
        const event =
          jot.of.kind === 'placed' ? { ...jot.of, celsius: places[jot.of.place].celsius } : jot.of;
        return act(
          'lot.record',
          { lotId: lot.id, events: [{ ...event, id: eventId, atSeconds }] },
          timed(`${lot.vessel!.name}: ${saidOfLot(jot.of)}`),
          {
            name: 'lot.record',
            input: { lotId: lot.id, events: [{ id: newId(), atSeconds, kind: 'undone', eventId }] },
          },
        );
      }
      case 'used': {
        const lot = holds.get(jot.vesselId);
        if (!lot) return 'Nothing stands in that vessel.';
        const command = commandOfUse(jot.of, lotNow(lot, atSeconds), lot.vessel!.name, say, places);
        if (typeof command === 'string') return command;
        return act(command.name, { ...command.input, ...at }, timed(command.says));
      }
      case 'thinned': {
        const named = jot.vesselIds.flatMap((id) => holds.get(id) ?? []);
        const cream = named.find(({ kind }) => kind === 'cream');
        if (!cream) return 'Cream is what is thinned: name the vessel it stands in.';
        const others = named.filter((lot) => lot !== cream);
        const command = commandOfThinning(
          jot.of,
          lotNow(cream, atSeconds),
          (others.length > 0 ? others : view.lots).map((lot) => lotNow(lot, atSeconds)),
          say,
        );
        if (typeof command === 'string') return command;
        return act(command.name, { ...command.input, ...at }, timed(command.says));
      }
      case 'ofPiece': {
        if (jot.of.kind === 'onTheFlame') {
          const next = markGheeStage(jot.of.lotId, jot.of.stage, atSeconds);
          notice({ says: `${jot.of.code} ${stageSays[jot.of.stage]}${since}. ${say.words(next)}` });
          return true;
        }
        const { name, input, says } = pieceCommand(jot.of, say);
        return act(name, { ...input, ...at }, timed(says));
      }
      case 'makeDay':
        return batchId ? onTheChurn(batchId, jot.act, atSeconds, since) : 'Nothing is being churned now.';
    }
  }

  /** A wish is put on the thread where its way is seen: the line back from its hour opens with what was said. */
  function wanted({ mass, typed: amount, soured, salted, occasion, by }: JotWish): boolean | string {
    const readyAtSeconds = momentWanted(by, clockSeconds(), say.timeZone);
    if (readyAtSeconds - clockSeconds() > furthestWish * 60)
      return 'That is more than twelve days ahead: nothing that stands now is left by then. Say it again nearer the day; the year ahead says what to put by.';
    const said: Changed = {
      massTyped: amount,
      mass,
      readyAtSeconds,
      ...(soured === undefined ? {} : { soured }),
      ...(salted === undefined ? {} : { salt: salted ? usualSalt : 0 }),
      ...(occasion === undefined ? {} : { occasion }),
    };
    keepDraft(`ready:${view.farm.id}:new`, said);
    go('/ledger/ready');
    return true;
  }

  /** What needs no more than the batch's id is written from here; what leans on its story, on its own page. */
  async function onTheChurn(
    batch: string,
    makeDay: MakeDay,
    atSeconds: number,
    since: string,
  ): Promise<boolean | string> {
    if (
      makeDay.kind === 'butter' ||
      makeDay.kind === 'packed' ||
      makeDay.kind === 'notWeighed' ||
      makeDay.kind === 'undo' ||
      makeDay.kind === 'reweighed'
    )
      return 'Say that on the churn’s own page, where the batch is before you.';
    const events = makeDayEvents(makeDay).map(
      (body, i) => ({ id: newId(), atSeconds: atSeconds + i / 1000, ...body }) as BatchEvent,
    );
    return act(
      'batch.record',
      { batchId: batch, events },
      `${events.map((event) => eventWords(event, say).long).join('; ')}${since}.`,
      () =>
        void outbox
          .put('batch.record', {
            batchId: batch,
            events: events.map(({ id }) => ({
              id: newId(),
              atSeconds: clockSeconds(),
              kind: 'undone',
              eventId: id,
            })),
          })
          .then(refresh),
    );
  }
}

const stageSays = {
  melted: 'melts',
  crackles: 'crackles',
  quiet: 'is quiet and amber',
  strained: 'is strained',
} as const;

const lookSays = {
  thickAndTart: 'thick and tart',
  notYet: 'not yet',
  lightlyTart: 'a little tart',
  mould: 'mould',
  pink: 'pink or orange',
  gas: 'gas',
  foul: 'a foul smell',
} as const;

/** What was said of a lot, said back. */
function saidOfLot(of: OfLot): string {
  switch (of.kind) {
    case 'strained':
      return 'strained';
    case 'placed':
      return `now ${inGeneral[of.place].inSentence}`;
    case 'meant':
      return `kept for ${meantNames[of.for]}`;
    case 'looked':
      return lookSays[of.seen];
  }
}

const holdsOf = (view: PailView) =>
  new Map(view.lots.flatMap((lot) => (lot.vessel ? [[lot.vessel.id, lot] as const] : [])));
