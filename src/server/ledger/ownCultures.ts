import type { CultureLesson, OwnCulture } from '@/core/ripening/ownCulture';
import { cultureLesson, learnCulture } from '@/core/ripening/ownCulture';
import { souringInput } from '@/core/standing/souringNow';
import type { FarmScope } from '@/data/farmScope';
import type { SouringBefore } from '@/data/ledger/sourings';
import { souringsBefore } from '@/data/ledger/sourings';
import { lotEventsOf, lotsById } from '@/data/ledger/standing';
import { judgedBy } from './judgedLots';

/** The newest so many of a culture teach: a line changes over the years, and each is a souring worked out. */
const newest = 10;

/** What the house's own sourings taught of one culture; undefined where none did. */
export async function ownCulture(
  scope: FarmScope,
  culture: string,
  route: string,
): Promise<OwnCulture | undefined> {
  const before = await souringsBefore(scope, newest, { culture, route });
  const lessons = await lessonsOf(scope, before);
  return lessons.length > 0 ? learnCulture(lessons.map(({ lesson }) => lesson)) : undefined;
}

/** Every culture that was looked at, with what it taught; the one used last first. */
export async function ownCultures(
  scope: FarmScope,
): Promise<{ culture: string; route: SouringBefore['route']; own: OwnCulture }[]> {
  const lessons = await lessonsOf(scope, await souringsBefore(scope, 3 * newest));
  const byCulture = new Map<string, typeof lessons>();
  for (const one of lessons) {
    const key = `${one.route} ${one.culture}`;
    byCulture.set(key, [...(byCulture.get(key) ?? []), one]);
  }
  return [...byCulture.values()].map((of) => ({
    culture: of[0]!.culture,
    route: of[0]!.route,
    own: learnCulture(of.slice(0, newest).map(({ lesson }) => lesson)),
  }));
}

async function lessonsOf(
  scope: FarmScope,
  sourings: readonly SouringBefore[],
): Promise<(SouringBefore & { lesson: CultureLesson })[]> {
  const ids = sourings.map(({ lotId }) => lotId);
  const [lots, events] = [await lotsById(scope, ids), await lotEventsOf(scope, ids)];
  return sourings.flatMap((one) => {
    const lot = lots.get(one.lotId);
    const { told, story } = lot
      ? judgedBy(lot, events.get(one.lotId) ?? [], 1, one.lookedAt.getTime() / 1000)
      : {};
    if (!told || !story?.souring) return [];
    const lesson = cultureLesson(souringInput(told, story, story.souring));
    return lesson ? [{ ...one, lesson }] : [];
  });
}
