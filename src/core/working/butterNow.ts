import type { BatchFacts, BatchEvent } from '../churning/batchEvents';
import type { Feel } from '../churning/batchWords';
import { pauseCelsius, pauseHeat } from '../churning/batchWords';
import type { BatchStory } from '../churning/batchStory';
import { churned } from '../churning/churned';
import { usualButterFat } from '../churning/expectedButter';
import { tools } from '../churning/tools';
import { enthalpy, temperatureAtHeat, waterHeat } from '../tempering/enthalpy';
import { butterWorkability, waxyFrom, waxyTo } from './butterWorkability';

/** What churning adds to cream: blades 3–7 °C, the others 1–4 (handbook §6.4–6.7; middles, engineering estimates). */
const heating = { blades: 5, motor: 2.5, hand: 2.5 } as const;
/** Butter in the hand, at usual hardness, °C (engineering estimates). */
const felt: Record<Feel, number> = { hard: 8, waxy: 13.5, greasy: 18.5 };
/** How well each way knows it, one standard deviation, K (engineering estimates). */
const spreads = { probe: 0.5, feel: 2, churn: 2.5, wash: 2, stood: 2 } as const;
/** A probe read in the cream so shortly before it broke, s or as a share of the churning, is the butter’s (engineering estimate). */
const shortlyBefore = { seconds: 60, share: 0.2 };
/** Butter takes on most of the wash water’s temperature in the few minutes they are together (engineering estimate). */
const takesOn = 0.8;
/** Butter standing in its buttermilk, as a slab, and pieces as they are pressed to be chilled through, mm (engineering estimates). */
const standing = 80;
const pressed = 30;
/** Standing this long outdates what was read or felt before, min (engineering estimate). */
const forgottenAfter = 10;
/** Wash water nobody spoke of: from a cold tap, °C, as much as there is butter (engineering estimate). */
export const coldTap = 10;

export interface ButterNow {
  celsius: number;
  /** One standard deviation, K. */
  sd: number;
  /** A probe, a hand, what the churning made of the cream, a wash of which nobody said how cold it was, or standing somewhere since. */
  from: 'probe' | 'feel' | 'churn' | 'wash' | 'stood';
  feels: Feel;
}

/**
 * How warm the butter of a batch is by now, and how it feels: from the last probe or hand, or from what the break says of
 * the cream ({@link churned}), carried through the washes and pauses since. A wash of which nothing was said cools it as
 * cold tap water does, and leaves colder butter as it is. Temperatures in °C, `nowSeconds` s since 1970.
 */
export const butterNow = (
  facts: BatchFacts,
  story: BatchStory,
  butterMass: number,
  nowSeconds: number,
): ButterNow =>
  butterFrom(
    facts,
    story,
    butterMass,
    nowSeconds,
    story.loads.some(({ broke }) => broke) ? churned(facts, story).breakCelsius : undefined,
  );

/** {@link butterNow} from a temperature at the break; without one, from what churning usually adds to the cream’s. */
export function butterFrom(
  facts: Pick<BatchFacts, 'temperature' | 'hardness' | 'tool'>,
  story: Pick<BatchStory, 'events' | 'tool'>,
  butterMass: number,
  nowSeconds: number,
  breakCelsius?: number,
): ButterNow {
  const adds = heating[tools[story.tool].driven];
  let celsius = breakCelsius ?? facts.temperature + adds;
  let from = 'churn' as ButterNow['from'];
  let broke = false;
  let inCream: Extract<BatchEvent, { kind: 'reading' }> | undefined;
  const begunAt = story.events[0]?.atSeconds ?? nowSeconds;
  const breaks = (atSeconds: number) => {
    if (inCream && !broke) {
      const ago = atSeconds - inCream.atSeconds;
      const share = Math.min(1, ago / Math.max(1, atSeconds - begunAt));
      const near = ago <= shortlyBefore.seconds || share <= shortlyBefore.share;
      // What the break says of the cream knows of the probe already; one read as it broke is the butter’s own.
      if (near || breakCelsius === undefined) celsius = inCream.temperature + (near ? 0 : adds * share);
      from = near ? 'probe' : 'churn';
    }
    broke = true;
  };
  let stands: { since: number; event: Extract<BatchEvent, { kind: 'paused' }> } | undefined;
  const stand = (until: number) => {
    if (stands) {
      const minutes = (until - stands.since) / 60;
      celsius = afterPause(celsius, stands.event, minutes, butterMass, facts.hardness);
      // Neither a probe nor a hand of before knows how it is after standing.
      if (minutes > forgottenAfter) from = 'stood';
    }
    stands = undefined;
  };
  for (const event of story.events) {
    switch (event.kind) {
      case 'reading':
        if (broke) [celsius, from] = [event.temperature, 'probe'];
        else inCream = event;
        break;
      case 'felt':
        if (event.celsius !== undefined) [celsius, from] = [event.celsius, 'probe'];
        else if (event.feel) [celsius, from] = [felt[event.feel] + facts.hardness, 'feel'];
        break;
      case 'mark':
        if (event.stage === 'break' || event.stage === 'stopped') breaks(event.atSeconds);
        break;
      case 'drained':
        breaks(event.atSeconds);
        break;
      case 'washed': {
        breaks(event.atSeconds);
        const water = event.celsius ?? Math.min(coldTap, celsius);
        celsius = afterWash(celsius, water, butterMass, event.waterMass ?? butterMass, facts.hardness);
        if (event.celsius === undefined) from = 'wash';
        break;
      }
      case 'paused':
        stand(event.atSeconds);
        // Cream that is put by is warmed or chilled to be churned: that says nothing of the butter it becomes.
        if (broke) stands = { since: event.atSeconds, event };
        break;
      case 'resumed':
        stand(event.atSeconds);
        break;
      default:
        break;
    }
  }
  if (!broke) breaks(nowSeconds);
  stand(nowSeconds);
  // The churn’s own temperature, or a tap’s, is a guess at the butter’s: it has to be plainly off before anything is said of it.
  const doubt = from === 'churn' || from === 'wash' || from === 'stood' ? spreads[from] : 0;
  const feels =
    feelOf(celsius + doubt, facts.hardness) === 'hard'
      ? 'hard'
      : feelOf(celsius - doubt, facts.hardness) === 'greasy'
        ? 'greasy'
        : doubt > 0
          ? 'waxy'
          : feelOf(celsius, facts.hardness);
  return { celsius, sd: spreads[from], from, feels };
}

/** How butter feels at a temperature, °C; `hardness` shifts it, K. */
export const feelOf = (celsius: number, hardness: number): Feel =>
  celsius < waxyFrom + hardness ? 'hard' : celsius > waxyTo + hardness ? 'greasy' : 'waxy';

/** Butter and its wash water, part of the way to where their heats meet (enthalpy of docs/models.md, Heat). */
export function afterWash(
  celsius: number,
  waterCelsius: number,
  butterMass: number,
  waterMass: number,
  hardness: number,
): number {
  const heatAt = (t: number) =>
    butterMass * enthalpy(usualButterFat, t, hardness) + waterMass * waterHeat * t;
  const wanted =
    butterMass * enthalpy(usualButterFat, celsius, hardness) + waterMass * waterHeat * waterCelsius;
  const met = temperatureAtHeat(
    heatAt,
    wanted,
    Math.min(celsius, waterCelsius),
    Math.max(celsius, waterCelsius),
  );
  return celsius + takesOn * (met - celsius);
}

const workablePlace = { air: 'room', fridge: 'fridge', water: 'bath' } as const;

/** A piece of butter put by: how thick it lies, and what takes its heat. */
function laid(pause: Extract<BatchEvent, { kind: 'paused' }>, butterMass: number, hardness: number) {
  const place = pause.place ?? 'room';
  return {
    butterMass,
    // Meant for so many minutes, it was pressed out to chill through.
    thickness: pause.minutes === undefined ? standing : pressed,
    place: workablePlace[pauseHeat[place]],
    placeTemperature: pause.celsius ?? pauseCelsius[place],
    butterFat: usualButterFat,
    hardness,
  };
}

const afterPause = (
  celsius: number,
  pause: Extract<BatchEvent, { kind: 'paused' }>,
  minutes: number,
  butterMass: number,
  hardness: number,
): number =>
  butterWorkability({
    ...laid(pause, butterMass, hardness),
    temperature: celsius,
    minutes: Math.min(10_080, Math.max(0, minutes)),
  }).temperature.mid;

/** When butter that stands is waxy, and when it is too hard there, min after it was put by; undefined where it never is. */
export interface ButterStands {
  waxy: number | undefined;
  hard: number | undefined;
}

/**
 * When butter that was put by is waxy and when it gets too hard, from how warm it was then ({@link butterNow}).
 * @param pause where it stands, and since when
 */
export function butterStands(
  facts: BatchFacts,
  story: BatchStory,
  butterMass: number,
  pause: Extract<BatchEvent, { kind: 'paused' }>,
): ButterStands {
  const before = { ...story, events: story.events.filter(({ id }) => id !== pause.id) };
  const { celsius } = butterNow(facts, before, butterMass, pause.atSeconds);
  const { minutesUntilWaxy, minutesUntilHard } = butterWorkability({
    ...laid(pause, butterMass, facts.hardness),
    temperature: celsius,
    minutes: 0,
  });
  return { waxy: minutesUntilWaxy?.mid, hard: minutesUntilHard?.mid };
}

/** What makes butter workable again, in minutes and degrees; nothing when it is waxy. */
export type ButterRemedy =
  | { kind: 'chill'; fridgeMinutes: number; iceWaterMinutes: number; thickness: number }
  | {
      kind: 'warm';
      waterMass: number;
      waterCelsius: number;
      capped: boolean;
      roomMinutes: number | undefined;
    }
  | undefined;

/** Ice water, °C (engineering estimate). */
const iceWater = 2;
/** Wash water to warm hard butter, g per g of butter (handbook §6.10 works with twice as much). */
const washShare = 2;

/**
 * Chill or warm-wash for butter that is not waxy: minutes in fridge and ice water as pieces 30 mm thick, or the wash
 * water of handbook §6.10. `butterMass` g.
 */
export function butterRemedy(
  { celsius, feels }: Pick<ButterNow, 'celsius' | 'feels'>,
  butterMass: number,
  hardness: number,
): ButterRemedy {
  const piece = {
    butterMass,
    temperature: celsius,
    thickness: pressed,
    minutes: 0,
    butterFat: usualButterFat,
    hardness,
  };
  switch (feels) {
    case 'waxy':
      return undefined;
    case 'greasy':
      return {
        kind: 'chill',
        fridgeMinutes: butterWorkability({ ...piece, place: 'fridge' }).minutesUntilWaxy?.mid ?? 0,
        iceWaterMinutes:
          butterWorkability({ ...piece, place: 'bath', placeTemperature: iceWater }).minutesUntilWaxy?.mid ??
          0,
        thickness: pressed,
      };
    case 'hard': {
      const waterMass = washShare * butterMass;
      const { washWater, minutesUntilWaxy } = butterWorkability({
        ...piece,
        place: 'room',
        washWaterMass: waterMass,
      });
      return {
        kind: 'warm',
        waterMass,
        waterCelsius: washWater!.temperature,
        capped: washWater!.capped,
        roomMinutes: minutesUntilWaxy?.mid,
      };
    }
  }
}
