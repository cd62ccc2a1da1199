import { inFarm } from '@/data/farmScope';
import type { ButterOnHand } from '@/data/ledger/ledger';
import { butterOnHand } from '@/data/ledger/ledger';
import { now } from '../clock';
import type { HouseView } from '../house/views';
import { houseViewOf } from '../house/views';
import { localDate } from '../localDate';

/** A pat of butter, or ghee, as screens show it: made on a day of the farm’s. */
export interface ButterShown extends Omit<ButterOnHand, 'madeAt'> {
  madeOn: string;
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

export const butterShown = (butter: readonly ButterOnHand[], timeZone: string): ButterShown[] =>
  butter.map(({ madeAt, ...rest }) => ({ ...rest, madeOn: localDate(madeAt, timeZone) }));
