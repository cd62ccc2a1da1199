import { isWarm } from '@/core/keeping/keepingDate';
import type { Storage } from '@/core/keeping/keepingDate';
import { isPerishable } from '@/core/working/mix';
import type { FarmScope } from '@/data/farmScope';
import { additionsOf } from '@/data/ledger/ledger';
import type { StandingLot } from '@/data/ledger/standing';
import { lotsById } from '@/data/ledger/standing';
import { Refusal } from '../refusal';

/**
 * Holds a piece of butter or ghee until the transaction ends.
 * @throws {Refusal} for what is no butter of this farm
 */
export async function holdButter(scope: FarmScope, lotId: string): Promise<StandingLot> {
  const lot = (await lotsById(scope, [lotId], true)).get(lotId);
  if (lot?.kind !== 'butter' && lot?.kind !== 'ghee')
    throw new Refusal('There is no such butter on this farm.', 'lotId');
  return lot;
}

/** The portion it is, or was once part of. */
export const portionOf = ({ id, details }: StandingLot): string => details.partOf ?? id;

/**
 * Fresh herbs and garlic never stand warm, whoever says so (botulism: docs/handbook.md, keeping).
 * @throws {Refusal}
 */
export async function refuseWarmHerbs(scope: FarmScope, lot: StandingLot, to: Storage): Promise<void> {
  if (!isWarm(to)) return;
  const mixed = await additionsOf(scope, portionOf(lot));
  if (mixed.some(isPerishable))
    throw new Refusal(
      `${lot.code} has fresh herbs, garlic or fruit in it: it never stands at room temperature (botulism). Fridge, or freezer.`,
      'to',
    );
}
