import { inFarm } from '@/data/farmScope';
import { butterOnHand } from '@/data/ledger/ledger';
import { now } from '../clock';
import type { HouseView } from '../house/views';
import { houseViewOf } from '../house/views';
import { localDate } from '../localDate';

/** A pat of butter, or ghee, as screens show it. */
export interface ButterShown {
  lotId: string;
  kind: 'butter' | 'ghee';
  pieces: { form: string; each: number } | null;
  code: string;
  batchId: string;
  name: string;
  mass: number;
  fat: number;
  additions: string[];
  storage: string;
  madeOn: string;
  keepUntil: string;
  keepReasons: string[];
  raw: boolean;
  blockedReason: string | null;
  despite?: string;
}

export interface LarderView extends HouseView {
  /** The farm’s own date. */
  today: string;
  butter: ButterShown[];
}

export const larderView = (farmId: string): Promise<LarderView> =>
  inFarm(farmId, async (scope) => {
    const house = await houseViewOf(scope);
    const { timeZone } = house.farm;
    return {
      ...house,
      today: localDate(now(), timeZone),
      butter: butterShown(await butterOnHand(scope), timeZone),
    };
  });

export const butterShown = (
  butter: Awaited<ReturnType<typeof butterOnHand>>,
  timeZone: string,
): ButterShown[] => butter.map(({ madeAt, ...rest }) => ({ ...rest, madeOn: localDate(madeAt, timeZone) }));
