import { foresee } from '../churning/foresee';
import type { CreamInChurn } from '../churning/creamInChurn';
import type { ChurnPace } from '../churning/churnPace';
import { splitLoads } from '../churning/splitLoads';
import type { ToolKey } from '../churning/tools';
import { creamDensity } from '../dairy/creamDensity';
import { ninety } from '../quantities/estimate';
import type { Estimate } from '../quantities/estimate';
import { ripenForecast } from '../ripening/ripenForecast';
import type { RipenInput } from '../ripening/ripenPredict.calc';
import type { TemperMethod } from '../tempering/temperPlan';
import { temperPlan } from '../tempering/temperPlan';
import type { OwnFinish } from './ownTimes';
import { bookFinish } from './ownTimes';

export const readyStepKeys = [
  'buy',
  'skim',
  'set',
  'sour',
  'chill',
  'warm',
  'churn',
  'finish',
  'rest',
  'pack',
] as const;
export type ReadyStepKey = (typeof readyStepKeys)[number];

/** One step on the way to butter that is ready. */
export interface ReadyPiece {
  key: ReadyStepKey;
  /** Its median, minutes, and the standard deviation of its logarithm. */
  minutes: number;
  logSd: number;
  /** Somebody is there all the while, or so many minutes at its start. */
  hands: 'all' | number;
  /** Steps of one number are done in one go. */
  block: number;
  /** Longest it may wait for the next, min. */
  maxWait?: number;
  /** It is in the churn meanwhile. */
  inChurn?: boolean;
  /** mL that stand in the fridge. */
  fridge?: number;
  /** So much of it is enough where the next is due, as a share. */
  least?: number;
  /** It goes on already: it began before now, and these are the minutes left. */
  underWay?: boolean;
  /** °C it goes to or stands at. */
  celsius?: number;
  /** By which way it is warmed. */
  by?: WarmBy;
}
export type WarmBy = 'room' | 'larder' | 'bath';

/** The cream a wish is made of, as far as its way depends on it. */
export interface WishCream {
  mass: number;
  fat: number;
  /** °C */
  celsius: number;
  /** How far it has come, the least of what is chosen: unsoured, souring (with the minutes left), soured. */
  is: 'sweet' | 'souring' | 'soured';
  left?: Estimate;
  treatment: 'raw' | 'pasteurised';
  homogenised: boolean;
  /** mm of its vessel, and how that passes heat against the table. */
  diameter: number;
  vesselFactors: number[];
  /** So many vessels of milk are still skimmed for it. */
  skim: number;
  /** Some of it is still to be bought. */
  buy?: boolean;
}

/** How this farm does things. */
export interface ReadyFarm {
  tool: ToolKey;
  /** mL */
  capacity: number;
  pace?: ChurnPace | undefined;
  /** Shift of the solid fat curve, K. */
  hardness: number;
  places: { room: number; cool: number; fridge: number };
  /** °C at which it was churned last, with that churn; 14 where nobody knows. */
  usualCelsius: number;
  /** What it is soured with, as a rule. */
  culture: Pick<RipenInput, 'route' | 'culture' | 'dose' | 'own' | 'generation'>;
  finish: OwnFinish;
}

/** What is in the churn already for this wish. */
export interface InHandNow {
  phase: 'churning' | 'broke';
  /** Minutes since it began, or since it broke. */
  minutes: number;
}

/** Minutes with hands on, and how well they are known (engineering estimates): skimming a vessel, setting cream to sour, putting it somewhere else, setting up the churn; and a way to the shop. */
const hands = { buy: 45, skim: 15, set: 20, put: 5, setUp: 12 };
const handsLogSd = 0.3;
/** Tempered cream goes on warming: so long it may wait for the churn (engineering estimate), min. */
const atTemperature = 30;
/** Soured cream may stand in a cool larder over a night before it is churned (engineering estimate), min. */
const overNight = 14 * 60;
/** Cold enough to stand, °C. */
const cold = 7;
/** Cream that goes on to a cool larder sets there as well: half its time in the fridge is enough (engineering estimate). */
const halfCold = 0.5;
/** A larder this near the churning temperature brings cream there and no further, K. */
const larderNear = 3;
/** Churned so much warmer or colder it makes little difference, K. */
const hardlyWarmer = 1;
/** A bath of this, °C. */
const bathOf = 25;

/**
 * The steps from the cream that is there to packed butter, each with its time by the model that is also asked elsewhere: souring, cooling
 * and tempering, churning, and the finish as this farm does it.
 * @param salted whether it is salted, and so rests before it is worked again
 * @param butter g
 * @param by how it is warmed; nothing: as it comes from the fridge
 */
export function readyPieces(
  cream: WishCream,
  wish: { soured: boolean; salted: boolean; butter: number },
  farm: ReadyFarm,
  inHand?: InHandNow,
): Record<WarmBy | 'asIs', ReadyPiece[] | undefined> & { churnAt: number; loads: number } {
  const { churnAt, breakMinutes, loads } = churned(cream, wish.soured, farm);
  const end = finishing(wish, farm, loads, breakMinutes, inHand);
  if (inHand || isTempered(cream, wish.soured, churnAt))
    return { asIs: end, room: undefined, larder: undefined, bath: undefined, churnAt, loads };
  const start = before(cream, wish.soured, farm);
  const warm = (by: WarmBy): ReadyPiece[] | undefined => {
    const step = warmed(cream, wish.soured, farm, churnAt, by);
    const chilled =
      by === 'larder' ? start.map((one) => (one.key === 'chill' ? { ...one, least: halfCold } : one)) : start;
    return step && [...chilled, step, ...end];
  };
  const asIs = churnAt <= farm.places.fridge + 2 ? [...start, ...end] : undefined;
  return {
    asIs,
    room: wish.soured ? warm('room') : undefined,
    larder: wish.soured ? warm('larder') : undefined,
    bath: warm('bath'),
    churnAt,
    loads,
  };
}

/** Nearer than this to the churning temperature it was brought there, K (engineering estimate): it is not chilled again for it. */
const broughtThere = 3;

/** Whether it stands tempered already: ripe where it is wanted ripe, and neither cold nor warm from souring. */
const isTempered = ({ celsius, is, skim, buy }: WishCream, soured: boolean, churnAt: number): boolean =>
  is === (soured ? 'soured' : 'sweet') &&
  skim === 0 &&
  buy !== true &&
  celsius > cold &&
  Math.abs(celsius - churnAt) <= broughtThere;

/** Up to cold cream that is as sour as it is wanted. */
function before(cream: WishCream, soured: boolean, farm: ReadyFarm): ReadyPiece[] {
  const pieces: ReadyPiece[] = [];
  const { room, fridge } = farm.places;
  const volume = cream.mass / creamDensity(Math.min(0.6, cream.fat), cold);
  let celsius = cream.celsius;
  if (cream.buy) pieces.push({ key: 'buy', minutes: hands.buy, logSd: handsLogSd, hands: 'all', block: 0 });
  if (cream.skim > 0)
    pieces.push({ key: 'skim', minutes: hands.skim * cream.skim, logSd: handsLogSd, hands: 'all', block: 1 });
  if (soured && cream.is !== 'soured') {
    if (cream.is === 'sweet')
      // It sours from the moment it is set: both are one, with hands at the start.
      pieces.push({ key: 'set', minutes: hands.set, logSd: handsLogSd, hands: hands.set, block: 2 });
    const left = (cream.is === 'souring' ? cream.left : undefined) ?? soursIn(cream, farm);
    pieces.push({
      key: 'sour',
      minutes: Math.max(1, left.mid),
      logSd: logSdOf(left),
      hands: 0,
      block: 2,
      celsius: room,
      ...(cream.is === 'souring' ? { underWay: true } : {}),
    });
    celsius = room;
  }
  if (celsius > cold) {
    const chill = tempered({ ...cream, celsius: Math.max(celsius, cold + 2) }, volume, fridge + 2, [{ method: 'fridge', celsius: fridge }], soured);
    if (chill)
      pieces.push({ key: 'chill', ...chill, hands: hands.put, block: 4, fridge: volume, celsius: fridge });
  }
  return pieces;
} // prettier-ignore

/** Where it is too cold, or nothing lives in it, h: nobody should wait for it (engineering estimate). */
const hardlySours: Estimate = { low: 48, mid: 96, high: 192 };

/** Minutes until fresh sweet cream from the fridge, set to sour in the room, is thick and tart. */
function soursIn(cream: WishCream, { culture, places }: ReadyFarm): Estimate {
  const { fridge, room } = places;
  // It comes to the room within hours: the first of them are half way.
  const forecast = ripenForecast({
    of: 'cream',
    ...culture,
    generation: culture.generation ?? 0,
    treatment: cream.treatment,
    temperatures: [
      { hours: 1.5, celsius: Math.round((fridge + (room - fridge) / 3) * 4) / 4 },
      { hours: 1.5, celsius: Math.round((fridge + (3 * (room - fridge)) / 4) * 4) / 4 },
      { hours: 400, celsius: Math.round(room * 2) / 2 },
    ],
    elapsedHours: 0,
    readings: [],
    readyPh: 5,
  });
  const { low, mid, high } = forecast.readyHours ?? hardlySours;
  return { low: low * 60, mid: mid * 60, high: high * 60 };
} // prettier-ignore

/** Bringing it to the churn. */
function warmed(
  cream: WishCream,
  soured: boolean,
  { places }: ReadyFarm,
  churnAt: number,
  by: WarmBy,
): ReadyPiece | undefined {
  const around = { room: places.room, larder: places.cool, bath: bathOf }[by];
  const to = by === 'larder' ? Math.min(churnAt, around - 1) : churnAt;
  if (by === 'larder' && Math.abs(churnAt - around) > larderNear) return undefined;
  const volume = cream.mass / creamDensity(Math.min(0.6, cream.fat), cold);
  const method: TemperMethod = by === 'bath' ? 'stirredBath' : 'roomAir';
  const step = tempered({ ...cream, celsius: places.fridge }, volume, to, [{ method, celsius: around }], soured);
  if (!step) return undefined;
  return {
    key: 'warm',
    ...step,
    // After a night in the larder it is nearly as warm as the larder, sooner or later: a degree less churns a little longer.
    ...(by === 'larder' ? { logSd: 0.1 } : {}),
    by,
    celsius: to,
    hands: by === 'bath' ? 'all' : hands.put,
    block: by === 'bath' ? 6 : 5,
    ...(by === 'bath' ? {} : { maxWait: by === 'larder' ? overNight : atTemperature }),
  };
} // prettier-ignore

/** From the churn to packed butter. */
function finishing(
  { butter, salted }: { butter: number; salted: boolean },
  { finish: own }: ReadyFarm,
  loads: number,
  breaks: Estimate,
  inHand: InHandNow | undefined,
): ReadyPiece[] {
  const book = bookFinish(butter, salted);
  const churn: ReadyPiece = {
    key: 'churn',
    minutes: hands.setUp * loads + breaks.mid * loads,
    logSd: logSdOf(breaks) / Math.sqrt(loads),
    hands: 'all',
    block: 6,
    inChurn: true,
  };
  // What takes three parts scatters in each as it does in all: they slow down together.
  const part = (key: 'finish' | 'rest' | 'pack', minutes: number, attended: boolean): ReadyPiece => ({
    key,
    minutes: Math.max(2, minutes * own.factor),
    logSd: own.logSd,
    hands: attended ? 'all' : 0,
    block: { finish: 6, rest: 7, pack: 8 }[key],
  });
  const end = [
    part('finish', book.finish, true),
    ...(salted ? [part('rest', book.rest, false)] : []),
    part('pack', book.pack, true),
  ];
  if (!inHand) return [churn, ...end];
  const first = (piece: ReadyPiece): ReadyPiece => ({
    ...piece,
    minutes: Math.max(3, piece.minutes - inHand.minutes),
    underWay: true,
  });
  return inHand.phase === 'churning' ? [first(churn), ...end] : [first(end[0]!), ...end.slice(1)];
}

/** How this load would churn, and how warm. */
function churned(
  cream: WishCream,
  soured: boolean,
  { tool, capacity, pace, hardness, places, usualCelsius: usual }: ReadyFarm,
): { churnAt: number; breakMinutes: Estimate; loads: number } {
  const volume = cream.mass / creamDensity(Math.min(0.6, cream.fat), 14);
  const { loads, fillEach } = splitLoads(volume, capacity);
  const fat = Math.min(0.6, Math.max(0.05, cream.fat));
  const load = (temperature: number): CreamInChurn => ({
    mass: cream.mass,
    massSd: 0.03 * cream.mass,
    fat,
    fatSd: 0.02,
    temperature,
    temperatureSd: 1,
    treatment: cream.treatment,
    ripened: soured,
    homogenised: cream.homogenised,
    hardness,
    tool,
    load: { mass: cream.mass / loads, fat, capacity, fill: fillEach },
    roomTemperature: places.room,
  });
  // As the plan of a churning advises it; so near to what is usual here that it hardly matters, it is as usual.
  const asUsual = foresee(load(usual), pace);
  const better = Math.round(2 * asUsual.better.temperature) / 2;
  const there = asUsual.breakMinutes && Math.abs(better - usual) <= hardlyWarmer;
  const churnAt = there ? usual : better;
  const foreseen = there ? asUsual : foresee(load(better), pace);
  return {
    churnAt,
    loads,
    breakMinutes: foreseen.breakMinutes ?? { low: 20, mid: 45, high: 100 },
  };
} // prettier-ignore

function tempered(
  cream: Pick<WishCream, 'fat' | 'celsius' | 'diameter' | 'vesselFactors'>,
  volume: number,
  to: number,
  methods: { method: TemperMethod; celsius: number }[],
  soured: boolean,
): { minutes: number; logSd: number } | undefined {
  if (Math.abs(cream.celsius - to) < 0.1) return undefined;
  const [way] = temperPlan({
    volume,
    fat: Math.min(0.6, cream.fat),
    from: Math.round(cream.celsius * 10) / 10,
    to,
    diameter: cream.diameter,
    filledHeight: Math.max(10, (volume * 1000) / ((Math.PI / 4) * cream.diameter ** 2)),
    topExposed: true,
    set: soured,
    soured,
    hardness: 0,
    methods,
    vesselFactors: cream.vesselFactors,
    warmHours: 0,
  }).ways;
  if (!way?.probeMinutes) return undefined;
  const { probeMinutes, crystallisedMinutes } = way;
  const minutes = Math.max(probeMinutes.mid, to < cream.celsius ? (crystallisedMinutes ?? 0) : 0);
  return { minutes, logSd: Math.max(0.1, logSdOf(probeMinutes)) };
}

/** The standard deviation of the logarithm that a 90 % window says. */
export const logSdOf = ({ low, high }: Estimate): number =>
  low > 0 ? Math.min(1, Math.max(0.02, Math.log(high / low) / (2 * ninety))) : 0.5;
