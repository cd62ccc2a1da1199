import { daysBetween, weekdayOf } from '../keeping/civilDate';

/** Looked back over as many days; fewer churnings than this have no day of their own, and it holds at least this share of them
 * (engineering estimates). */
const looksBack = 70;
const fewest = 4;
const most = 0.6;

/**
 * Days until the weekday on which a house churns, by what it did in ten weeks; undefined when no day stands out.
 * @param days ISO dates of churnings begun
 * @param today the farm’s date
 */
export function churningDayIn(days: readonly string[], today: string): number | undefined {
  const lately = days.filter((day) => {
    const ago = daysBetween(day, today);
    return ago >= 0 && ago <= looksBack;
  });
  if (lately.length < fewest) return undefined;
  const counts = [0, 0, 0, 0, 0, 0, 0];
  for (const day of lately) counts[weekdayOf(day)]! += 1;
  const best = counts.indexOf(Math.max(...counts));
  if (counts[best]! < most * lately.length) return undefined;
  return (best - weekdayOf(today) + 7) % 7;
}
