/** Somebody who is not there, week after week. */
export interface Away {
  /** By name; nobody said means the whole house. */
  who: string;
  /** 0 is Sunday. */
  weekdays: number[];
  /** Minutes after midnight. */
  from: number;
  to: number;
  /** As it ends “Rowan is …”: “at the market”. */
  what: string;
}

/** When there is somebody in the dairy, minutes after midnight. */
export interface HouseHours {
  from: number;
  to: number;
  away: Away[];
}

/** Where nobody said (engineering estimate): from the morning milking until bed. */
export const usualHours: HouseHours = { from: 6 * 60, to: 21 * 60 + 30, away: [] };

/** A day of the farm’s own, in minutes from now. */
export interface FarmDay {
  starts: number;
  /** 0 is Sunday. */
  weekday: number;
}

/** A stretch in which nobody has a hand free, in minutes from now. */
export interface Busy {
  from: number;
  to: number;
  kind: 'night' | 'away' | 'milking';
  /** “Rowan is at the market”; nothing for the night. */
  says: string;
}

/** A milking keeps the one who milks so long before and after its time, min (engineering estimate). */
const milking = { before: 15, after: 45 };

/**
 * When nobody has a hand free: nights, what takes everybody away at once, and milkings where one person does it all.
 * @param days one after the other, each beginning at its own midnight
 * @param people by name; none where nobody said who there is
 * @param milkings minutes from now
 */
export function busyTimes(
  { from, to, away }: HouseHours,
  people: readonly string[],
  days: readonly FarmDay[],
  milkings: readonly number[],
): Busy[] {
  const busy: Busy[] = [];
  const all = people.length > 0 ? people : [''];
  days.forEach(({ starts, weekday }, i) => {
    const before = i === 0 ? starts - (24 * 60 - to) : days[i - 1]!.starts + to;
    busy.push({ from: before, to: starts + from, kind: 'night', says: '' });
    const today = away.filter(({ weekdays }) => weekdays.includes(weekday));
    const each = all.map((one) => today.filter(({ who }) => who === '' || who === one || all.length === 1));
    for (const stretch of inAll(each))
      busy.push({
        from: starts + stretch.from,
        to: starts + stretch.to,
        kind: 'away',
        says: saysAway(stretch.of),
      });
  });
  if (all.length === 1)
    for (const at of milkings)
      busy.push({ from: at - milking.before, to: at + milking.after, kind: 'milking', says: 'it is milking time' });
  return busy.filter((one) => one.to > one.from).toSorted((a, b) => a.from - b.from);
} // prettier-ignore

/** Stretches that stand in every list. */
function inAll(each: readonly (readonly Away[])[]): { from: number; to: number; of: Away[] }[] {
  const ends = [...new Set(each.flat().flatMap(({ from, to }) => [from, to]))].toSorted((a, b) => a - b);
  const found: { from: number; to: number; of: Away[] }[] = [];
  ends.slice(0, -1).forEach((from, i) => {
    const to = ends[i + 1]!;
    const of = each.map((list) => list.find((one) => one.from <= from && one.to >= to));
    if (of.some((one) => one === undefined)) return;
    const last = found.at(-1);
    const who = of as Away[];
    if (last?.to === from && last.of.every((one, k) => one === who[k])) last.to = to;
    else found.push({ from, to, of: who });
  });
  return found;
}

const saysAway = (of: readonly Away[]): string =>
  [...new Set(of)]
    .map(({ who, what }) => (who ? `${who} is ${what}` : `nobody is there: ${what}`))
    .join(', ');

/** The stretches between the busy ones, of some length at least. */
export function freeTimes(
  busy: readonly Pick<Busy, 'from' | 'to'>[],
  from: number,
  to: number,
): { from: number; to: number }[] {
  const free: { from: number; to: number }[] = [];
  let at = from;
  for (const one of busy.toSorted((a, b) => a.from - b.from)) {
    if (one.from > at) free.push({ from: at, to: Math.min(to, one.from) });
    at = Math.max(at, one.to);
    if (at >= to) return free;
  }
  if (at < to) free.push({ from: at, to });
  return free;
}

/** The first time from `at` on at which somebody has so many minutes; `at` itself where there never is. */
export function nextFree(free: readonly { from: number; to: number }[], at: number, minutes: number): number {
  for (const one of free) {
    const start = Math.max(at, one.from);
    if (start + minutes <= one.to + 1e-9) return start;
  }
  return at;
}
