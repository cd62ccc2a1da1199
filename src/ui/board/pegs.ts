import { standsAtMost, standsFrom } from '@/core/standing/judgeLot';
import { isMade, kindNames } from '@/core/standing/lotKinds';
import { pageOf } from '../standing/alarm';
import type { LotNow } from '../standing/lotNow';

/** Something that is coming, on the thread of time. */
export interface Peg {
  key: string;
  atSeconds: number;
  /** What happens, in a word or three. */
  says: string;
  /** A word more. */
  small?: string;
  /** It happens if nobody comes: it hangs below the thread. */
  unlessDone?: boolean;
  href?: string;
}

const hour = 3600;
/** The thread shows a week. */
export const threadDays = 7;

/** How a peg says its amounts. */
interface Say {
  volume: (millilitres: number) => string;
  mass: (grams: number) => string;
  temperature: (celsius: number) => string;
}

const nameOf = ({ lot }: LotNow): string => lot.vessel?.name ?? `${kindNames[lot.kind]} ${lot.code}`;

/** What is coming to lots that stand: what they will be ready for, and below, what becomes of them if nobody comes. */
export function pegsOf(lots: readonly LotNow[], nowSeconds: number, say: Say): Peg[] {
  const pegs = lots.flatMap((one): Peg[] => {
    const { lot, judged, story } = one;
    if (lot.blockedReason !== null || judged.discard || story?.frozen === 'frozen') return [];
    const name = nameOf(one);
    const href = pageOf(one);
    const peg = (what: string, atSeconds: number, rest: Omit<Peg, 'key' | 'atSeconds' | 'href'>): Peg => ({
      key: `${lot.id} ${what}`,
      atSeconds,
      href,
      ...rest,
    });
    if (lot.kind === 'milk')
      return [
        ...(one.coldAtSeconds === undefined
          ? []
          : [peg('cold', one.coldAtSeconds, { says: `${name} cold`, small: say.temperature(10) })]),
        peg('skim', lot.oldestSeconds + standsFrom * hour, { says: `skim ${name}`, small: say.volume(one.volume) }),
        peg('stale', lot.oldestSeconds + standsAtMost * hour, {
          says: name, small: 'too old to skim',
          unlessDone: true,
        }),
      ]; // prettier-ignore
    const until = judged.untilSeconds;
    if (until === undefined) return [];
    if (story?.souring && !story.soured)
      return [
        peg('sour', until, { says: `${name} out`, small: lot.kind === 'yoghurt' ? 'if not set' : 'if not thick and tart', unlessDone: true }),
      ];
    if (lot.kind === 'cream')
      return [peg('keeps', until, { says: name, small: 'past its best if not churned', unlessDone: true })];
    return [peg('keeps', until, { says: name, small: isMade(lot.kind) ? 'past its day if not eaten' : 'past its best if not used', unlessDone: true })];
  }); // prettier-ignore
  return ahead(pegs, nowSeconds);
}

/** Milkings so near are one: a cow into two vessels, or two cows after one another, s. */
const oneMilking = 1.5 * hour;

/** Milk comes again at the hours it came at yesterday. */
export function milkPegs(
  milkings: readonly { atSeconds: number; mass: number }[],
  nowSeconds: number,
  say: Say,
): Peg[] {
  const day = 24 * hour;
  const times: { atSeconds: number; mass: number }[] = [];
  for (const { atSeconds, mass } of milkings.toSorted((a, b) => a.atSeconds - b.atSeconds)) {
    if (nowSeconds - atSeconds >= day || atSeconds >= nowSeconds) continue;
    const last = times.at(-1);
    if (last && atSeconds - last.atSeconds < oneMilking) last.mass += mass;
    else times.push({ atSeconds, mass });
  }
  return times.map(({ atSeconds, mass }) => ({
    key: `milk ${atSeconds}`,
    atSeconds: atSeconds + day,
    says: 'milk',
    small: `about ${say.volume(mass / 1.03)}`,
  }));
}

/** Butter at the noon of the day to eat it by. */
export const butterPegs = (
  butter: readonly { lotId: string; code: string; keepUntil: string; storage: string }[],
  noonOf: (isoDay: string) => number,
): Peg[] =>
  butter
    .filter(({ storage }) => storage !== 'freezer')
    .map(({ lotId, code, keepUntil }) => ({
      key: `butter ${lotId}`,
      atSeconds: noonOf(keepUntil),
      says: code,
      small: 'eat by',
      unlessDone: true,
      href: '/larder',
    }));

/** What lies ahead within the thread’s week, the soonest first. */
export const ahead = (pegs: readonly Peg[], nowSeconds: number): Peg[] =>
  pegs
    .filter(
      ({ atSeconds }) => atSeconds > nowSeconds && atSeconds < nowSeconds + threadDays * 24 * hour,
    )
    .toSorted((a, b) => a.atSeconds - b.atSeconds || (a.key < b.key ? -1 : 1)); // prettier-ignore

/** Pegs that would lie on one another hang from one place. */
export interface Hung {
  at: number;
  pegs: Peg[];
}

/**
 * Hangs pegs along a line so that their words do not lie on one another: the first of those too near keeps its place, the
 * others hang with it.
 * @param place of a peg along the line, any unit
 * @param apart least distance of two that hang in one row, in that unit
 */
export function hang(pegs: readonly Peg[], place: (peg: Peg) => number, apart: number): Hung[] {
  const rows: Record<'above' | 'below', Hung[]> = { above: [], below: [] };
  for (const peg of pegs) {
    const row = rows[peg.unlessDone ? 'below' : 'above'];
    const at = place(peg);
    const last = row.at(-1);
    if (last && at - last.at < apart) last.pegs.push(peg);
    else row.push({ at, pegs: [peg] });
  }
  return [...rows.above, ...rows.below];
}
