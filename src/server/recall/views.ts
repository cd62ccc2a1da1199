import { inFarm } from '@/data/farmScope';
import { goneOf, trailOf } from '@/data/ledger/movements';
import type { TrailLot } from '@/data/ledger/movements';
import { datesOf } from '@/data/ledger/ledger';
import { lotsById } from '@/data/ledger/standing';
import type { StandingLot } from '@/data/ledger/standing';
import type { HouseView } from '../house/views';
import { houseViewOf } from '../house/views';

/** One lot of a recall: what it is, how much is left and where, and what became of the rest. */
export interface Recalled {
  id: string;
  code: string;
  kind: string;
  madeSeconds: number;
  mass: number;
  /** Where what is left of it stands: its vessel, or the place butter is kept. */
  where: string | null;
  animals: string[];
  blockedReason: string | null;
  gone: { atSeconds: number; account: string; mass: number; note: string | null }[];
}

export interface RecallView extends HouseView {
  of: Recalled;
  /** What it came from, back to the milkings. */
  from: Recalled[];
  /** What came of it, on to the pats. */
  became: Recalled[];
}

/**
 * A lot with everything it came from and everything that came of it: where each is, and to whom the rest went.
 * @returns undefined when there is no such lot
 */
export const recallView = (farmId: string, lotId: string): Promise<RecallView | undefined> =>
  inFarm(farmId, async (scope) => {
    const { lots } = await trailOf(scope, lotId);
    if (lots.length === 0) return undefined;
    const ids = lots.map(({ id }) => id);
    const standing = await lotsById(scope, ids);
    const gone = await goneOf(scope, ids);
    const told: Recalled[] = [];
    for (const lot of lots.toSorted(asTheyCame)) {
      const now = standing.get(lot.id)!;
      told.push({
        ...recalled(lot, now),
        where: now.mass <= 0 ? null : await whereOf(now),
        gone: gone.flatMap(({ lotId: of, at, account, mass, note }) =>
          of === lot.id ? [{ atSeconds: at.getTime() / 1000, account, mass, note }] : [],
        ),
      });
    }
    const side = new Map(lots.map(({ id, steps }) => [id, steps]));
    return {
      ...(await houseViewOf(scope)),
      of: told.find(({ id }) => id === lotId)!,
      from: told.filter(({ id }) => side.get(id) === -1),
      became: told.filter(({ id }) => side.get(id) === 1),
    };

    async function whereOf(lot: StandingLot): Promise<string | null> {
      if (lot.kind === 'butter' || lot.kind === 'ghee') return (await datesOf(scope, lot.id)).storage;
      return lot.vessel?.name ?? null;
    }
  });

/** The older first; of what was made in one moment (a piece and its parts) the shorter code first. */
const asTheyCame = (a: TrailLot, b: TrailLot): number =>
  a.madeAt.getTime() - b.madeAt.getTime() || a.code.localeCompare(b.code, 'en', { numeric: true });

const recalled = (lot: TrailLot, now: StandingLot): Omit<Recalled, 'where' | 'gone'> => ({
  id: lot.id,
  code: lot.code,
  kind: lot.kind,
  madeSeconds: lot.madeAt.getTime() / 1000,
  mass: now.mass,
  animals: now.details.animals ?? [],
  blockedReason: now.blockedReason,
});
