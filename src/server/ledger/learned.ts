import { mean } from 'simple-statistics';
import { batchEffects } from '@/core/comparing/batchEffects';
import {
  learnedChurns,
  learnedCulture,
  learnedSeparator,
  learnedVessel,
  nextBatch,
} from '@/core/comparing/whatLearned';
import { learnPace, paceOf } from '@/core/churning/learnPace';
import { paceLessonsOf } from '@/data/churning/batches';
import type { TrendRow } from '@/data/churning/trendRows';
import { trendRows } from '@/data/churning/trendRows';
import { inFarm } from '@/data/farmScope';
import { vesselsOf } from '@/data/house/house';
import { separationsOf } from '@/data/ledger/movements';
import { shownFactors } from '@/data/ledger/standing';
import { now } from '../clock';
import { ownCultures } from './ownCultures';
import { houseViewOf } from '../house/views';
import { localDate } from '../localDate';
import type { LearnedView } from './views';

/** So many of the newest batches are asked what explains them, and runs of a separator what it gives. */
const newest = 400;
const newestRuns = 40;
/** So many can be left out one by one. */
const offered = 24;
const daySeconds = 86_400;

/**
 * What was learned of a dairy, from all its batches, or from all but some.
 * @param without ids of batches that are left out, to see what changes
 */
export const learnedView = (farmId: string, without: readonly string[] = []): Promise<LearnedView> =>
  inFarm(farmId, async (scope) => {
    const house = await houseViewOf(scope);
    const all = await trendRows(scope, newest);
    const rows = all.filter(({ leftOut }) => !leftOut);
    const vessels = await vesselsOf(scope);
    const lessons = await paceLessonsOf(scope, now());
    const today = now().getTime() / 1000 / daySeconds;
    const left = new Set(without);
    const kept = rows.filter(({ id }) => !left.has(id));
    const taught = lessons.filter(({ batch }) => !left.has(batch));
    const nameOf = (id: string | undefined) => vessels.find((one) => one.id === id)?.name;
    const churns = (from: typeof lessons) =>
      learnedChurns(from, today).map(({ churn, ...one }) => ({ ...one, churn, name: nameOf(churn) }));
    const factors = await shownFactors(
      scope,
      vessels.map(({ id }) => id),
    );
    const last = kept[0];
    const pace =
      last &&
      paceOf(learnPace(taught, today), {
        tool: last.facts.tool,
        ...(last.facts.vesselId === null ? {} : { churn: last.facts.vesselId }),
        day: today,
      });
    const runs = await separationsOf(scope, newest);
    return {
      ...house,
      many: kept.length,
      effects: effectsOf(kept),
      churns: churns(taught),
      ...(left.size > 0 ? { before: { churns: churns(lessons), effects: effectsOf(rows) } } : {}),
      vessels: vessels.flatMap(({ id, name }) => {
        const shown = factors.get(id) ?? [];
        return shown.length === 0 ? [] : [{ id, name, ...learnedVessel(shown) }];
      }),
      separators: vessels
        .filter(({ kind }) => kind === 'separator')
        .flatMap(({ id, name, equipment }) => {
          const of = runs
            .filter(({ details }) => details.way === 'separator' && details.separatorId === id)
            .slice(0, newestRuns);
          return of.length === 0
            ? []
            : [{ id, name, ...learnedSeparator(equipment.motor ? 'motor' : 'hand', of.map(runOf)) }];
        }),
      cultures: (await ownCultures(scope)).flatMap(({ culture, route, own }) => {
        const learned = learnedCulture(route, own);
        return learned ? [{ name: culture, route, ...learned }] : [];
      }),
      last: last && { id: last.id, number: last.number },
      next: last && nextBatch(last.facts, pace),
      newest: all.slice(0, offered).map(({ id, number, startedAt, leftOut }) => ({
        id,
        number,
        day: localDate(startedAt, house.farm.timeZone),
        out: left.has(id),
        leftOut,
      })),
    };
  });

const runOf = ({ details }: { details: Record<string, unknown> }) => {
  const number = (key: string, usual: number) => (typeof details[key] === 'number' ? details[key] : usual);
  return {
    temperature: number('milkCelsius', 36),
    flow: number('flow', 1),
    screw: number('screw', 0),
    creamFat: number('creamFat', 0.35),
    ...(typeof details.skimFat === 'number' ? { skimFat: details.skimFat } : {}),
  };
};

/**
 * What explains break time and butter, within each churn: a barrel takes longer than a mixer, and is fuller. The fat that was
 * lost is mostly the model's own and explains nothing by itself.
 */
function effectsOf(rows: readonly TrendRow[]): LearnedView['effects'] {
  const timed = rows.filter(({ breakMinutes }) => breakMinutes !== null && breakMinutes > 0);
  const weighed = rows.filter(
    ({ judged }) => judged.verdict !== 'unweighed' && judged.verdict !== 'contradicts' && judged.fatIn > 0,
  );
  const minutes = beside(timed, ({ breakMinutes }) => Math.log(breakMinutes!));
  const butter = beside(weighed, ({ judged }) => judged.butterMass / judged.fatIn);
  const found = batchEffects({
    batches: rows.map(({ id, startedAt, facts }) => ({
      day: startedAt.getTime() / 1000 / daySeconds,
      ...(facts.temperatureAssumed ? {} : { temperature: facts.temperature }),
      fat: facts.creamFat,
      fill: Math.min(1, facts.creamVolume / facts.loads / facts.capacity),
      ripened: facts.ripened,
      ...(minutes.has(id) ? { breakMinutes: Math.exp(minutes.get(id)!) } : {}),
      ...(butter.has(id) ? { yield: butter.get(id)! } : {}),
    })),
  });
  const said = ({ outcome }: { outcome: string }) => outcome !== 'loss';
  return { effects: found.effects.filter(said), unsaid: found.unsaid.filter(said) };
}

/** A figure of each batch as it would be in the usual churn: its own less its churn's mean, and the mean of all. */
function beside(rows: readonly TrendRow[], of: (row: TrendRow) => number): Map<string, number> {
  const churnOf = ({ facts }: TrendRow) => facts.vesselId ?? facts.tool;
  const byChurn = new Map<string, number[]>();
  for (const row of rows) byChurn.set(churnOf(row), [...(byChurn.get(churnOf(row)) ?? []), of(row)]);
  const all = rows.length > 0 ? mean(rows.map(of)) : 0;
  return new Map(rows.map((row) => [row.id, of(row) - mean(byChurn.get(churnOf(row))!) + all]));
}
