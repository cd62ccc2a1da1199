import type { Block, LotNature, TracedLot } from '@/core/standing/lotNature';
import { naturesOf } from '@/core/standing/lotNature';
import { isMade } from '@/core/standing/lotKinds';
import type { FarmScope } from '@/data/farmScope';
import type { Withdrawal } from '@/data/house/house';
import { farmOf, withdrawalsOf } from '@/data/house/house';
import type { LineageLot } from '@/data/ledger/lineage';
import { lineageOf } from '@/data/ledger/lineage';
import { changeLot, lotsById } from '@/data/ledger/standing';
import { localDate } from '../localDate';
import { redateLoose } from '../larder/loose';
import { redateButter } from './redateButter';

/**
 * Works out again what lots are from everything that ever went into them, and what they reached since: after a pour, a
 * heating, an undo, or a withdrawal that came to be known late. Butter already packed gets the dates its milk asks for.
 * @returns ids of the lots that are something else now
 */
export async function retell(scope: FarmScope, lotIds: readonly string[]): Promise<string[]> {
  const lineage = await lineageOf(scope, lotIds);
  if (lineage.size === 0) return [];
  const { timeZone } = await farmOf(scope);
  const withdrawals = await withdrawalsOf(scope);
  const traced = new Map([...lineage.values()].map((lot) => [lot.id, tracedLot(lot, withdrawals, timeZone)]));
  const natures = naturesOf(traced);
  const changed: LineageLot[] = [];
  for (const lot of lineage.values()) {
    const nature = natures.get(lot.id);
    // What nothing flows into any more has none, and is as it was: it is empty.
    if (!lot.reached || !nature) continue;
    const now = {
      treatment: nature.treatment,
      oldestAt: new Date(Math.round(nature.oldestSeconds * 1000)),
      ...blocked(nature.blocks),
    };
    if (
      now.treatment === lot.treatment &&
      Math.abs(now.oldestAt.getTime() - lot.oldestAt.getTime()) < 1000 &&
      now.blockedReason === lot.blockedReason &&
      now.blockedUntil === lot.blockedUntil
    )
      continue;
    await changeLot(scope, lot.id, now);
    changed.push(lot);
  }
  const batches = new Set(
    changed.flatMap(({ batchId, creamOf }) => [batchId, creamOf].filter((id) => id !== null)),
  );
  for (const batchId of batches) await redateButter(scope, batchId);
  const loose = changed.flatMap(({ id, kind, batchId }) =>
    kind === 'butter' && batchId === null ? [id] : [],
  );
  for (const lot of (await lotsById(scope, loose)).values()) await redateLoose(scope, lot);
  return changed.map(({ id }) => id);
}

/** What keeps it from people, as its lot says it. */
export function blocked(blocks: readonly Block[]): {
  blockedReason: string | null;
  blockedUntil: string | null;
} {
  return {
    blockedReason:
      blocks.length === 0
        ? null
        : blocks
            .map(({ reason }) => reason)
            .join('; ')
            .slice(0, 400),
    blockedUntil:
      blocks
        .map(({ until }) => until ?? '')
        .toSorted()
        .at(-1) || null,
  };
}

function tracedLot(lot: LineageLot, withdrawals: readonly Withdrawal[], timeZone: string): TracedLot {
  const settled = !lot.reached && lot.kind === 'culture' ? { settled: asWritten(lot) } : {};
  return {
    id: lot.id,
    kind: lot.kind,
    ...settled,
    inflows: lot.inflows.map(({ at, details, sources, outside }, i) => ({
      atSeconds: at.getTime() / 1000,
      sources,
      ...(details.way === 'boiled' || (isMade(lot.kind) && details.heated === true)
        ? { heated: 'boiled' as const }
        : {}),
      ...(outside || (sources.length === 0 && i === 0)
        ? { outside: cameIn(lot, details, at, i === 0, withdrawals, timeZone) }
        : {}),
    })),
    heatings: lot.heatings,
  };
}

const asWritten = (lot: LineageLot): LotNature => ({
  treatment: lot.treatment,
  oldestSeconds: lot.oldestAt.getTime() / 1000,
  blocks: lot.blockedReason === null ? [] : [{ reason: lot.blockedReason, until: lot.blockedUntil }],
});

/** What was milked or bought, as it was said when it came in, with every withdrawal known by now. */
function cameIn(
  { origin, details: known, treatment }: LineageLot,
  details: Record<string, unknown>,
  at: Date,
  first: boolean,
  withdrawals: readonly Withdrawal[],
  timeZone: string,
): LotNature {
  const said = details as { treatment?: LotNature['treatment']; milkedIds?: string[]; block?: Block | null };
  const day = localDate(at, timeZone);
  const names = (known.animals as string[] | undefined) ?? [];
  const own = withdrawals.filter(
    ({ animalId, animal, from, until }) =>
      day >= from &&
      day <= until &&
      (said.milkedIds ? said.milkedIds.includes(animalId) : names.includes(animal)),
  );
  const saidThen: Block[] =
    said.block !== undefined
      ? said.block
        ? [said.block]
        : []
      : first && origin.blockedReason
        ? [{ reason: origin.blockedReason, until: origin.blockedUntil ?? null }]
        : [];
  return {
    treatment: said.treatment ?? origin.treatment ?? treatment,
    oldestSeconds: first
      ? Math.min(origin.oldestSeconds ?? Infinity, at.getTime() / 1000)
      : at.getTime() / 1000,
    blocks: [...saidThen, ...own.map(withdrawalBlock)],
  };
}

export const withdrawalBlock = ({ animal, reason, until }: Withdrawal): Block => ({
  reason: `${animal}: ${reason}`,
  until,
});
