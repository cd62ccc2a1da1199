import { vesselFactor } from '@/core/standing/lotHeat';
import { notTakenBack } from '@/core/standing/lotStory';
import type { FarmScope } from '@/data/farmScope';
import type { RecordedLotEvent, StandingLot } from '@/data/ledger/standing';
import { changeLot, lotEventsOf, lotsById, shownFactors } from '@/data/ledger/standing';
import { judgedBy, judgedLots } from './judgedLots';

/**
 * Why a lot was to be thrown out just before it is heated. Heat kills what lives in it and undoes no toxin, so that stays
 * with it whatever is done afterwards.
 */
export async function despiteOf(
  scope: FarmScope,
  lot: StandingLot,
  atSeconds: number,
): Promise<Pick<RecordedLotEvent, 'despite' | 'was'>> {
  const [found] = await judgedLots(scope, [lot], new Date(atSeconds * 1000));
  const despite = found!.judged.discard?.why;
  return despite === undefined ? {} : { despite, was: lot.treatment };
}

/**
 * Judges the heatings of a lot again after something that was said of it was taken back: the heating itself, or what had
 * made it one to throw out.
 */
export async function judgeHeatAgain(scope: FarmScope, lotId: string): Promise<void> {
  const events = (await lotEventsOf(scope, [lotId])).get(lotId) ?? [];
  const heatings = events.filter((event) => event.kind === 'heated' && event.despite !== undefined);
  const lot = (await lotsById(scope, [lotId])).get(lotId)!;
  // What came with a pour, or was known before, is not of the heat.
  if (!heatings.some(({ despite }) => despite === lot.details.despite)) return;
  const factors = lot.vessel ? (await shownFactors(scope, [lot.vessel.id])).get(lot.vessel.id) : undefined;
  const details = { ...lot.details };
  delete details.despite;
  const standing = new Set(notTakenBack(events).map(({ id }) => id));
  for (const heating of heatings.filter(({ id }) => standing.has(id))) {
    const before = events.slice(0, events.indexOf(heating));
    const { judged } = judgedBy(
      { ...lot, details, treatment: heating.was ?? 'raw' },
      before.concat(events.filter(({ kind }) => kind === 'undone')),
      vesselFactor(factors ?? []),
      heating.atSeconds,
    );
    if (judged.discard) details.despite ??= judged.discard.why;
  }
  if (details.despite !== lot.details.despite) await changeLot(scope, lotId, { details });
}
