import * as v from 'valibot';
import { isDate } from '../keeping/civilDate';
import type { Breed } from './breeds';
import { breedFat } from './breeds';

const breeds = Object.keys(breedFat) as [Breed, ...Breed[]];
const day = v.nullable(
  v.pipe(
    v.string(),
    v.maxLength(10, 'a date such as 2026-11-23 is needed.'),
    v.check(isDate, 'a date such as 2026-11-23 is needed: day, month and year.'),
  ),
);
const named = 'a name of 1 to 60 letters is needed.';

/**
 * What is said of an animal: its kind, when it calved, whether it is milked, and medicine. One rule for who types it in and for
 * the house. Dates are the farm’s own days; what is not said of a withdrawal’s first day is filled in by the house.
 */
export const animalSaid = v.pipe(
  v.strictObject({
    id: v.pipe(v.string(), v.uuid('an id is needed.')),
    name: v.pipe(v.string(), v.trim(), v.minLength(1, named), v.maxLength(60, named)),
    breed: v.picklist(breeds),
    calvedOn: v.optional(day, null),
    /** Left as they were where nothing is said: a page of before knows nothing of them. */
    servedOn: v.optional(day),
    dryOn: v.optional(day),
    sharesWithCalf: v.optional(v.boolean(), false),
    withdrawnFrom: v.optional(day, null),
    withdrawnUntil: v.optional(day, null),
    withdrawnReason: v.optional(
      v.nullable(v.pipe(v.string(), v.trim(), v.maxLength(120, 'at most 120 letters.'))),
      null,
    ),
    milked: v.optional(v.boolean(), true),
  }),
  v.forward(
    v.partialCheck(
      [['withdrawnUntil'], ['withdrawnReason']],
      ({ withdrawnUntil, withdrawnReason }) => withdrawnUntil === null || Boolean(withdrawnReason),
      'say why the milk is withheld: the medicine, or the vet’s word.',
    ),
    ['withdrawnReason'],
  ),
  v.forward(
    v.partialCheck(
      [['withdrawnFrom'], ['withdrawnUntil']],
      ({ withdrawnFrom, withdrawnUntil }) =>
        withdrawnFrom === null || withdrawnUntil === null || withdrawnFrom <= withdrawnUntil,
      'the withdrawal cannot end before it begins.',
    ),
    ['withdrawnUntil'],
  ),
);

export type AnimalSaid = v.InferOutput<typeof animalSaid>;
