import { list } from '@/core/quantities/list';
import { densities, jugError, weighed } from '@/core/quantities/measuring';
import type { Quantity } from '@/core/quantities/parseQuantity';
import type { Milking, PailView } from '@/server/pail/views';
import type { useSay } from '../frame/FarmContext';
import { newId } from '../outbox/newId';
import type { MilkingDetails } from './usual';
import { vesselFor } from './usual';

/** Milk in, like a milking before in everything that was not said now: the command and the sentence it is. */
export function milkCommand(
  view: PailView,
  before: Milking | undefined,
  told:
    | {
        quantity: Quantity;
        from?: 'herd' | 'animals' | 'bought' | undefined;
        animalIds?: string[] | undefined;
        vesselId?: string | null | undefined;
        celsius?: number | undefined;
        fat?: number | undefined;
        place?: string | undefined;
        strained?: boolean | undefined;
        /** When it was milked, s since 1970; now when it is not said. */
        atSeconds?: number | undefined;
      }
    | undefined,
  say: ReturnType<typeof useSay>,
  amountTyped: string,
): { input: Record<string, unknown>; says: string } {
  const details = (before?.details ?? {}) as MilkingDetails;
  // A litre is a litre, however sure: its grams are known before its fat is, within 0.3 %.
  const { mass, massSd } = told
    ? weighed(told.quantity, densities.warmMilk)
    : { mass: before!.mass, massSd: jugError * before!.mass };
  const volume = mass / densities.warmMilk;
  const vessel =
    told?.vesselId === undefined
      ? vesselFor(view, before, volume)
      : view.vessels.find(({ id }) => id === told.vesselId);
  const from = told?.from ?? details.from ?? 'herd';
  const animalIds = told?.animalIds ?? details.animalIds ?? [];
  const of =
    from === 'bought'
      ? ', bought'
      : from === 'animals'
        ? ` of ${list(view.animals.filter(({ id }) => animalIds.includes(id)).map(({ name }) => name))}`
        : '';
  return {
    input: {
      lotId: newId(),
      from,
      animalIds: from === 'animals' ? animalIds : [],
      mass,
      massSd,
      amountTyped: told ? amountTyped : (details.amountTyped ?? ''),
      celsius: told?.celsius ?? details.celsius ?? 35,
      strained: told?.strained ?? details.strained ?? true,
      vesselId: vessel?.id ?? null,
      place: told?.place ?? details.place ?? 'fridge',
      ...(told?.fat === undefined ? {} : { fat: told.fat }),
      ...(told?.atSeconds === undefined ? {} : { atSeconds: told.atSeconds }),
    },
    says: `${say.volume(volume)} of milk${of}${vessel ? ` into ${vessel.name}` : ''}.`,
  };
}
