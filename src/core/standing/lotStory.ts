import type { Spell } from '../ripening/ripenCream';
import type { RipenInput } from '../ripening/ripenPredict.calc';
import { cultureHarm, safePh, safetyHours } from '../ripening/safetyClock';
import { freezesAt } from '../tempering/freezing';
import { lotsMix } from '../tempering/lotsMix';
import type { LotEvent } from './lotEvents';
import { discardAfterHours } from './discardAfter';
import { after, factorShown, step } from './lotHeat';
import type { Held, Stands } from './lotHeat';
import type { Look } from './lotWords';
import { spoiledLooks } from './lotWords';
import { places } from './places';

/** What is told of a lot: who it is, and everything that was done to it. */
export interface ToldLot extends Held {
  treatment: 'raw' | 'pasteurised' | 'boiled';
  /** It was sour already when it came to be: a pool of ripened cream, cultured buttermilk. */
  ripened: boolean;
  events: readonly LotEvent[];
}

/** A point of a temperature curve: foreseen, or read from a probe. */
export interface CurvePoint {
  atSeconds: number;
  celsius: number;
  read: boolean;
}

export interface Souring {
  route: RipenInput['route'];
  dose?: number;
  culture?: RipenInput['culture'];
  generation: number;
  /** What its culture had taught when it was put in. */
  own?: RipenInput['own'];
  startedSeconds: number;
  /** Temperatures it has had since, hours each. */
  spells: Spell[];
  elapsedHours: number;
  readings: RipenInput['readings'];
  /** Share of the time it may take that is used up, on the safety clock ({@link safetyHours}). */
  used: number;
  /** When its limit was reached, s; undefined while it is ahead. */
  limitSeconds: number | undefined;
  /** Thick and tart, or at pH 5.0 and under, as somebody saw before the limit: only that keeps it. */
  seenInTime: boolean;
  /** It is to turn a little only; it has, once somebody tasted it. */
  lightly?: 'meant' | 'tasted' | undefined;
  /** The culture failed or was killed by warmth on the way. */
  harmed: 'failing' | 'killed' | undefined;
}

export interface LotStory extends Stands {
  /** °C now: read lately, or foreseen from the last reading. */
  celsius: number;
  /** When a probe last said so, s. */
  readAtSeconds: number | undefined;
  placedAtSeconds: number;
  /** What it is brought to, while it is tempered. */
  tempering:
    { to: number; readyAtSeconds: number | undefined; from: number; sinceSeconds: number } | undefined;
  frozen: 'frozen' | 'thawing' | undefined;
  /** Hours it was frozen hard: the clock of what keeps cold stood. */
  frozenHours: number;
  /** Hours out of the cold since it was last cold, unsoured: over 10 °C, or over 5 °C in a place that does not chill it. */
  warmHours: number;
  /** Share of the time that raw milk and cream may stand warm and unsoured before it is discarded: standing out is souring by itself. */
  rawUsed: number;
  /** When that share was used up, s. */
  rawLimitSeconds: number | undefined;
  /** When it was out too long for what was heated, s. */
  warmTooLongSeconds: number | undefined;
  /** Heated, cold once, and unsoured out of the cold for longer than is safe, whatever was done since. */
  warmTooLong: boolean;
  /** Unsoured it was warm for over 4 h where nothing chilled it, as somebody said, since it was last heated: chilling it afterwards does not take that back. */
  stoodOut: boolean;
  /** Hours from the first drop until it was at 10 °C; undefined while it is warmer. */
  hoursTo10: number | undefined;
  /** Since when it has been over 10 °C without a break, or since it was last heated or poured onto, s; undefined while it is colder. */
  over10Since: number | undefined;
  souring: Souring | undefined;
  /** While it sours: how warm it will be where it stands, until it is as warm as that. */
  ahead?: Spell[];
  /** What somebody saw that ends it. */
  spoiled: Look | undefined;
  curve: CurvePoint[];
  /** Factors on U that readings showed, each against what was foreseen without them. */
  shown: { eventId: string; factor: number }[];
  /** Pours and draws since the first filling, for cream that rises: hours since then, g. */
  happenings: (
    | { atHours: number; kind: 'topUp'; mass: number; fat: number }
    | { atHours: number; kind: 'draw'; mass: number }
  )[];
  firstSeconds: number;
  firstMass: number;
  firstFat: number;
}

const warmFrom = 5;
const coolTo = 10;
/** A place colder than this chills what stands in it: the clock of warm hours waits (handbook §7, “then churn or chill”), °C. */
const chillsBelow = 7;
/** Frozen hard, °C; between here and the freezing point it is freezing or thawing (engineering estimate). */
const frozenHard = -2;
/** So near its surroundings nothing changes any more, K: a lot that stood half a year costs what a fresh one does. */
const settledWithin = 0.05;
/** Colder than this hardly anything grows (handbook §7), °C. */
const growsFrom = 7;

/** The events that still stand: what was taken back is left out. */
export function notTakenBack(events: readonly LotEvent[]): LotEvent[] {
  const undone = new Set(events.flatMap((event) => (event.kind === 'undone' ? [event.eventId] : [])));
  return events
    .filter((event) => event.kind !== 'undone' && !undone.has(event.id))
    .toSorted((a, b) => a.atSeconds - b.atSeconds || a.id.localeCompare(b.id));
}

/**
 * Tells what has become of a lot by now from what was done to it: temperature by the lumped heat balance between
 * readings (docs/models.md, Heat), where it stands, how long it was warm, whether it is frozen, and how it sours. Does
 * not depend on the order in which events arrived.
 * @param nowSeconds the time to tell it for, s since 1970
 * @returns undefined for a lot nothing was ever poured into
 */
export function lotStory(lot: ToldLot, nowSeconds: number): LotStory | undefined {
  const events = notTakenBack(lot.events);
  const first = events.find((event) => event.kind === 'poured');
  if (!first) return undefined;
  const story: LotStory = {
    celsius: first.celsius,
    readAtSeconds: undefined,
    place: 'room',
    around: first.celsius > 15 ? places.room.celsius : places.fridge.celsius,
    placedAtSeconds: first.atSeconds,
    tempering: undefined,
    frozen: undefined,
    frozenHours: 0,
    warmHours: 0,
    warmTooLong: false,
    warmTooLongSeconds: undefined,
    rawUsed: 0,
    rawLimitSeconds: undefined,
    stoodOut: false,
    hoursTo10: first.celsius <= coolTo ? 0 : undefined,
    souring: undefined,
    soured: lot.ripened,
    spoiled: undefined,
    curve: [{ atSeconds: first.atSeconds, celsius: first.celsius, read: false }],
    shown: [],
    happenings: [],
    over10Since: first.celsius > coolTo ? first.atSeconds : undefined,
    firstSeconds: first.atSeconds,
    firstMass: first.mass,
    firstFat: first.fat,
  };
  if (first.celsius <= 15) story.place = 'fridge';
  let { mass, fat } = first;
  let at = first.atSeconds;
  let since = { atSeconds: at, celsius: first.celsius };
  const heats = events.some(({ kind }) => kind === 'heated');
  // What was heated on the way was raw before.
  let raw = heats || lot.treatment === 'raw';
  const cold = { since: undefined as number | undefined, once: false, outHours: 0, unchilledHours: 0 };
  let placeSaid = false;
  let lastOver10 = first.atSeconds;
  const advance = (to: number) => {
    const conduct = lot.vesselFactor;
    while (at < to - 1e-6) {
      const settled = Math.abs(story.celsius - story.around) < settledWithin;
      const seconds = settled ? to - at : Math.min(step, to - at);
      if (!settled) story.celsius = after(story.celsius, story, mass, fat, lot, seconds, conduct);
      at += seconds;
      const hours = seconds / 3600;
      if (story.celsius <= frozenHard) story.frozenHours += hours;
      const warm = story.celsius > warmFrom + 0.5;
      if (warm && (story.around > chillsBelow || story.celsius > coolTo)) {
        story.warmHours += hours;
        cold.since = undefined;
        if (!story.souring && !story.soured) {
          if (cold.once) cold.outHours += hours;
          // Only where somebody said that it stands there: an assumed place accuses nobody.
          if (placeSaid && story.around > chillsBelow) cold.unchilledHours += hours;
        }
        if (cold.unchilledHours > discardAfterHours) story.stoodOut = true;
        // Cold undoes no toxin: what stood out too long stays so. Raw cream that stands out sours, on its own clock.
        if (cold.outHours > discardAfterHours && !raw) {
          story.warmTooLong = true;
          story.warmTooLongSeconds ??= at - 3600 * (cold.outHours - discardAfterHours);
        }
      } else if (!warm) {
        cold.once = true;
        cold.since ??= at - seconds;
        // Two hours cold start the clocks again.
        if (at - cold.since > 2 * 3600) {
          cold.outHours = 0;
          cold.unchilledHours = 0;
          story.warmHours = 0;
        }
      }
      if (raw && !story.soured && !story.souring && story.celsius >= growsFrom) {
        const used = hours / safetyHours('natural', story.celsius);
        if (story.rawUsed + used >= 1)
          story.rawLimitSeconds ??= at - seconds * ((story.rawUsed + used - 1) / used);
        story.rawUsed += used;
      }
      if (story.celsius <= coolTo) story.over10Since = undefined;
      else lastOver10 = story.over10Since ??= at - seconds;
      if (story.hoursTo10 === undefined && story.celsius <= coolTo)
        story.hoursTo10 = (at - first.atSeconds) / 3600;
      const last = story.curve.at(-1)!;
      if (at - last.atSeconds >= 600 || Math.abs(last.celsius - story.celsius) > 0.5)
        story.curve.push({ atSeconds: at, celsius: story.celsius, read: false });
      const { souring } = story;
      if (souring) {
        spell(souring, hours, story.celsius);
        const harm = cultureHarm(souring.route, story.celsius);
        if (harm && souring.harmed !== 'killed') souring.harmed = harm;
        const used = hours / safetyHours(souring.route, story.celsius);
        if (souring.used + used >= 1)
          souring.limitSeconds ??= at - seconds * ((souring.used + used - 1) / used);
        souring.used += used;
      }
    }
  };
  for (const event of events) {
    if (event.atSeconds > nowSeconds) break;
    advance(event.atSeconds);
    switch (event.kind) {
      case 'poured':
        if (event !== first) {
          const mixed = lotsMix({
            lots: [
              { mass: Math.max(1e-3, mass), fat, temperature: story.celsius },
              { mass: event.mass, fat: event.fat, temperature: event.celsius },
            ],
          });
          story.celsius = mixed.temperature;
          fat = mixed.fat;
          mass = mixed.mass;
          story.happenings.push({
            atHours: (event.atSeconds - first.atSeconds) / 3600,
            kind: 'topUp',
            mass: event.mass,
            fat: event.fat,
          });
          since = { atSeconds: at, celsius: story.celsius };
          story.over10Since = story.celsius > coolTo ? event.atSeconds : undefined;
        }
        break;
      case 'drawn':
        mass = Math.max(1e-3, mass - event.mass);
        story.happenings.push({
          atHours: (event.atSeconds - first.atSeconds) / 3600,
          kind: 'draw',
          mass: event.mass,
        });
        break;
      case 'reading': {
        const factor = factorShown(since, event, story, mass, fat, lot);
        if (factor !== undefined) story.shown.push({ eventId: event.id, factor });
        story.celsius = event.celsius;
        // Foreseen to be cold, and it was not: then it never was. After a cold reading nobody knows since when.
        if (event.celsius > coolTo)
          story.over10Since ??= since.celsius > coolTo ? lastOver10 : event.atSeconds;
        else story.over10Since = undefined;
        story.readAtSeconds = event.atSeconds;
        story.curve.push({ atSeconds: event.atSeconds, celsius: event.celsius, read: true });
        since = { atSeconds: event.atSeconds, celsius: event.celsius };
        break;
      }
      case 'placed':
        placeSaid = true;
        story.place = event.place;
        story.around = event.celsius ?? places[event.place].celsius;
        story.placedAtSeconds = event.atSeconds;
        story.tempering =
          event.to === undefined
            ? undefined
            : {
                to: event.to,
                readyAtSeconds: event.readyAtSeconds,
                from: story.celsius,
                sinceSeconds: event.atSeconds,
              };
        since = { atSeconds: event.atSeconds, celsius: story.celsius };
        break;
      case 'soured':
        story.souring = {
          route: event.route,
          ...(event.dose === undefined ? {} : { dose: event.dose }),
          ...(event.culture === undefined ? {} : { culture: event.culture }),
          generation: event.generation,
          ...(event.own === undefined ? {} : { own: event.own }),
          startedSeconds: event.atSeconds,
          spells: [],
          elapsedHours: 0,
          readings: [],
          // Raw cream that stood out warm has been souring already.
          used: Math.min(1, story.rawUsed),
          limitSeconds: story.rawLimitSeconds,
          seenInTime: false,
          lightly: event.lightly ? 'meant' : undefined,
          harmed: undefined,
        };
        break;
      case 'looked':
        if (spoiledLooks.includes(event.seen)) story.spoiled = event.seen;
        if (story.souring ? story.souring.used < 1 : story.rawUsed < 1) {
          const tart = event.seen === 'thickAndTart' || (event.ph ?? 7) <= safePh;
          if (tart && story.souring) story.souring.seenInTime = true;
          if (tart) story.soured = true;
          if (event.seen === 'lightlyTart' && story.souring?.lightly) story.souring.lightly = 'tasted';
        }
        if (story.souring) {
          const atHours = Math.min(400, (event.atSeconds - story.souring.startedSeconds) / 3600);
          if (event.ph !== undefined) story.souring.readings.push({ kind: 'ph', atHours, ph: event.ph });
          if (event.seen === 'notYet' || event.seen === 'thickAndTart')
            story.souring.readings.push({
              kind: 'thickAndTart',
              atHours,
              seen: event.seen === 'thickAndTart',
            });
        }
        break;
      case 'heated':
        story.celsius = event.celsius;
        story.curve.push({ atSeconds: event.atSeconds, celsius: event.celsius, read: true });
        story.warmHours = 0;
        story.over10Since = event.atSeconds;
        story.stoodOut = false;
        cold.once = false;
        cold.outHours = 0;
        cold.unchilledHours = 0;
        raw = false;
        since = { atSeconds: event.atSeconds, celsius: event.celsius };
        break;
    }
  }
  advance(nowSeconds);
  // One word, from the heat there is in it: frozen or thawing only while there is ice.
  if (story.celsius < freezesAt - 0.05)
    story.frozen = story.around > freezesAt ? 'thawing' : story.celsius <= frozenHard ? 'frozen' : undefined;
  if (story.souring && !story.soured) story.ahead = ahead(story, mass, fat, lot);
  if (story.souring)
    story.souring.elapsedHours = Math.min(400, (nowSeconds - story.souring.startedSeconds) / 3600);
  story.curve.push({ atSeconds: nowSeconds, celsius: story.celsius, read: false });
  return story;
}

/** So far ahead it is foreseen, s; so near it is as warm as its place, K. */
const looksAhead = 24 * 3600;
const asWarm = 0.25;

/** How warm something will be where it stands, in spells of about a degree. */
function ahead(
  story: Pick<LotStory, 'celsius' | 'place' | 'around' | 'soured'>,
  mass: number,
  fat: number,
  lot: Held,
): Spell[] {
  const spells: Spell[] = [];
  let { celsius } = story;
  for (let gone = 0; gone < looksAhead && Math.abs(celsius - story.around) > asWarm; gone += step) {
    celsius = after(celsius, story, mass, fat, lot, step, lot.vesselFactor);
    const last = spells.at(-1);
    if (last && Math.abs(last.celsius - celsius) < 1) last.hours += step / 3600;
    else spells.push({ hours: step / 3600, celsius });
  }
  return spells;
}

/** Adds to the last spell while the temperature stays near it; a spell more otherwise. */
function spell({ spells }: Souring, hours: number, celsius: number): void {
  const last = spells.at(-1);
  if (last && Math.abs(last.celsius - celsius) < 0.5) last.hours += hours;
  else if (spells.length < 190) spells.push({ hours, celsius });
  else last!.hours += hours;
}
