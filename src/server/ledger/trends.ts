import type { TrendBatch, TrendSkim } from '@/core/comparing/trends';
import { learnPace, paceOf } from '@/core/churning/learnPace';
import { paceAt } from '@/core/churning/ownSlopes';
import { paceLessonsOf } from '@/data/churning/batches';
import type { TrendRow } from '@/data/churning/trendRows';
import { trendRows } from '@/data/churning/trendRows';
import type { FarmScope } from '@/data/farmScope';
import { inFarm } from '@/data/farmScope';
import { vesselsOf } from '@/data/house/house';
import { failedSourings } from '@/data/ledger/failedSourings';
import { separationsOf } from '@/data/ledger/movements';
import { now } from '../clock';
import { houseViewOf } from '../house/views';
import type { TrendsView } from './views';

/** So many of the newest batches, and skimmings, are looked along. */
const newest = 120;
/** Batches before each that say what was to be foreseen of it. */
const lessonsBefore = 150;
const daySeconds = 86_400;

/** Batches and skimmings along time, oldest first. */
export const trendsView = (farmId: string): Promise<TrendsView> =>
  inFarm(farmId, async (scope) => ({
    ...(await houseViewOf(scope)),
    batches: await trendBatches(scope),
    skims: await skimsOf(scope),
    failed: (await failedSourings(scope, newest)).map(({ at, ...one }) => ({
      ...one,
      atSeconds: at.getTime() / 1000,
    })),
  }));

/** The newest packed batches, oldest first, each with what was foreseen of its break by those before it. */
export async function trendBatches(scope: FarmScope): Promise<TrendBatch[]> {
  const rows = await trendRows(scope, newest);
  const foreseen = await foreseenPaces(scope, rows);
  return rows.toReversed().map(({ id, number, startedAt, facts, judged, ...row }) => ({
    id,
    number,
    atSeconds: startedAt.getTime() / 1000,
    tool: facts.tool,
    churn: row.churn ?? undefined,
    maker: row.maker ?? undefined,
    temperature: facts.temperatureAssumed ? undefined : facts.temperature,
    creamFat: facts.creamFat,
    fill: facts.creamVolume / facts.loads / facts.capacity,
    ripened: facts.ripened,
    breakMinutes: row.breakMinutes ?? undefined,
    breakRatio: row.paceRatio === null ? undefined : row.paceRatio / foreseen.get(id)!,
    efficiency: judged.churnEfficiency,
    butterFat: judged.composition.fat,
    salt: judged.composition.salt,
    perLitre: judged.perLitre,
    colour: row.colour ?? undefined,
    feed: row.feed ?? undefined,
    verdict: judged.verdict,
    troubles: judged.troubles ?? [],
  }));
}

/** What was learned last, by farm. */
const paced = new Map<string, { from: string; paces: Map<string, number> }>();
const mostPaced = 32;

/** The pace that those before each batch gave it: a factor on its tool's usual break time. */
async function foreseenPaces(scope: FarmScope, rows: readonly TrendRow[]): Promise<Map<string, number>> {
  const lessons = await paceLessonsOf(scope, now());
  const from = JSON.stringify([rows.map(({ id }) => id), lessons]);
  const known = paced.get(scope.farmId);
  if (known?.from === from) return known.paces;
  const paces = new Map<string, number>();
  for (const { id, startedAt, facts, paceRatio } of rows) {
    if (paceRatio === null) continue;
    const day = startedAt.getTime() / 1000 / daySeconds;
    const before = lessons.filter((lesson) => lesson.day < day).slice(0, lessonsBefore);
    const pace = paceOf(learnPace(before, day), { tool: facts.tool, ...churnOf(facts.vesselId), day });
    paces.set(id, Math.exp(paceAt(pace, facts).logMean));
  }
  if (paced.size >= mostPaced) paced.clear();
  paced.set(scope.farmId, { from, paces });
  return paces;
}

const churnOf = (vesselId: string | null) => (vesselId === null ? {} : { churn: vesselId });

/** The newest skimmings, oldest first: what share of the milk's fat stayed in the skim. */
async function skimsOf(scope: FarmScope): Promise<TrendSkim[]> {
  const names = new Map((await vesselsOf(scope)).map(({ id, name }) => [id, name]));
  const found: TrendSkim[] = [];
  for (const { id, at, details, vesselId } of await separationsOf(scope, newest)) {
    const told = details as Record<string, number | string | undefined>;
    const milk = Number(told.milkMass) * Number(told.milkFat);
    const cream = Number(told.creamMass) * Number(told.creamFat);
    if (!(milk > 0 && cream > 0 && cream <= milk)) continue;
    const way = told.way === 'separator' || told.way === 'ladle' || told.way === 'tap' ? told.way : 'other';
    const by = way === 'separator' ? told.separatorId : vesselId;
    found.push({
      id,
      atSeconds: at.getTime() / 1000,
      way,
      by: by ? names.get(String(by)) : undefined,
      left: 1 - cream / milk,
    });
  }
  return found.toReversed();
}
