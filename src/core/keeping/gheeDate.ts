import { addDays, readDate } from './civilDate';
import type { KeepingDate, Storage } from './keepingDate';

/** Ghee sealed with a dry spoon: three months cool, twelve in the fridge (handbook §6.12). */
const coolDays = 90;
const coldDays = 365;

/** How long ghee keeps where it is put, and why. `made` an ISO date. */
export function gheeDate(made: string, storage: Storage): KeepingDate {
  readDate(made, 'made');
  const cold = storage === 'fridge' || storage === 'freezer';
  const days = cold ? coldDays : coolDays;
  return {
    until: addDays(made, days),
    days,
    reasons: [cold ? 'ghee, sealed, a dry spoon, cold' : 'ghee, sealed, a dry spoon, in a cool place'],
  };
}
