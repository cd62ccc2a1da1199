import type { LotJudgement, Purpose } from '@/core/standing/judgeLot';
import { forTable } from '@/core/standing/forTable';
import { meantFor } from '@/core/standing/meant';
import { judgeLot } from '@/core/standing/judgeLot';
import type { LotStory, ToldLot } from '@/core/standing/lotStory';
import { vesselFactor } from '@/core/standing/lotHeat';
import { lotStory } from '@/core/standing/lotStory';
import { vesselShape } from '@/core/standing/places';
import { souringNow } from '@/core/standing/souringNow';
import type { FarmScope } from '@/data/farmScope';
import type { StandingLot } from '@/data/ledger/standing';
import { lotEventsOf, shownFactors } from '@/data/ledger/standing';
import { Refusal } from '../refusal';

/** A vessel nobody named: a jar of usual size, mL. */
const anyVessel = 2000;

/** A lot with what has become of it by a moment, and what that means. */
export interface Judged {
  lot: StandingLot;
  told: ToldLot;
  story: LotStory | undefined;
  judged: LotJudgement;
  /** Cream that is kept for the table. */
  table: boolean;
}

/** Judges lots as every screen does ({@link judgeLot}), at a moment. */
export async function judgedLots(
  scope: FarmScope,
  lots: readonly StandingLot[],
  at: Date,
): Promise<Judged[]> {
  const events = await lotEventsOf(
    scope,
    lots.map(({ id }) => id),
  );
  const factors = await shownFactors(scope, [
    ...new Set(lots.flatMap(({ vessel }) => (vessel ? [vessel.id] : []))),
  ]);
  return lots.map((lot) =>
    judgedBy(
      lot,
      events.get(lot.id) ?? [],
      vesselFactor(lot.vessel ? (factors.get(lot.vessel.id) ?? []) : []),
      at.getTime() / 1000,
    ),
  );
}

/** Judges one lot by these events of it, at a moment, s. */
export function judgedBy(
  lot: StandingLot,
  events: ToldLot['events'],
  factor: number,
  seconds: number,
): Judged {
  const told: ToldLot = {
    kind: lot.kind,
    treatment: lot.treatment,
    ripened: lot.ripened,
    vessel: lot.vessel
      ? vesselShape(lot.vessel.kind, lot.vessel.capacity, lot.vessel.diameter)
      : vesselShape('jar', anyVessel),
    vesselFactor: factor,
    events,
  };
  const story = lotStory(told, seconds);
  const table = lot.kind === 'cream' && forTable({ details: lot.details, events });
  const judged = judgeLot(
    {
      kind: lot.kind,
      treatment: lot.treatment,
      ripened: lot.ripened,
      blockedReason: lot.blockedReason,
      oldestSeconds: lot.oldestAt.getTime() / 1000,
      madeSeconds: lot.madeAt.getTime() / 1000,
      cut: table ? 'top' : undefined,
      meant: meantFor(events),
      despite: lot.details.despite,
      souring: souringNow(lot, story)?.state,
    },
    story,
    seconds,
  );
  return { lot, told, story, judged, table };
}

const putTo: Record<Purpose, string> = {
  churn: 'churned',
  drink: 'drunk',
  heat: 'used in the kitchen',
  sell: 'sold',
  culture: 'kept as a culture',
  pour: 'poured together with anything',
};

/**
 * Lets lots go to a purpose, or says why not. What is unsafe goes on only when the maker says that they know; that stays
 * with whatever becomes of it.
 * @returns why it should not have been, to be kept with what became of it; undefined where nothing speaks against it
 * @throws {Refusal} of the field `knowing` when it is unsafe and nobody said that they know; of `lotId` for what is kept from people
 */
export async function letGo(
  scope: FarmScope,
  lots: readonly StandingLot[],
  purpose: Purpose,
  at: Date,
  knowing: boolean,
): Promise<string | undefined> {
  const found = await judgedLots(scope, lots, at);
  const despite = found.flatMap(({ lot, judged }) => {
    const why = judged.mayNot[purpose];
    if (why === undefined) return [];
    const name = lot.vessel ? `${lot.vessel.name} (${lot.code})` : lot.code;
    if (lot.blockedReason !== null) throw new Refusal(`${name} is not ${putTo[purpose]}: ${why}.`, 'lotId');
    if (!knowing)
      throw new Refusal(
        `${name} should not be ${putTo[purpose]}: ${why}. What is unsafe stays unsafe, whatever it is made into.`,
        'knowing',
      );
    return [why];
  });
  return despite.length === 0 ? undefined : [...new Set(despite)].join('; ').slice(0, 300);
}

/** Lets lots be poured into others ({@link letGo}); what speaks against it stays in their details, and so goes on with them. */
export async function letPour(
  scope: FarmScope,
  lots: readonly StandingLot[],
  at: Date,
  knowing: boolean,
): Promise<void> {
  const despite = await letGo(scope, lots, 'pour', at, knowing);
  if (despite) for (const lot of lots) lot.details = { ...lot.details, despite };
}
