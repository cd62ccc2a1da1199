import * as v from 'valibot';
import type { Breed } from '@/core/dairy/breeds';
import { breedFat } from '@/core/dairy/breeds';
import { readDate } from '@/core/keeping/civilDate';
import { putAnimal } from '@/data/house/house';
import { command } from '../commands/command';
import { Refusal } from '../refusal';

const breeds = Object.keys(breedFat) as [Breed, ...Breed[]];
const day = v.nullable(v.pipe(v.string(), v.maxLength(10, 'a date such as 2026-11-23 is needed.')));

/** Adds an animal, or writes down what has changed: calved, dry, sharing with a calf, medicine. */
export const putAnimalCommand = command({
  name: 'animal.put',
  input: v.strictObject({
    id: v.pipe(v.string(), v.uuid('an id is needed.')),
    name: v.pipe(
      v.string(),
      v.trim(),
      v.minLength(1, 'a name of 1 to 60 letters is needed.'),
      v.maxLength(60, 'a name of 1 to 60 letters is needed.'),
    ),
    breed: v.picklist(breeds),
    calvedOn: v.optional(day, null),
    sharesWithCalf: v.optional(v.boolean(), false),
    withdrawnUntil: v.optional(day, null),
    withdrawnReason: v.optional(
      v.nullable(v.pipe(v.string(), v.trim(), v.maxLength(120, 'at most 120 letters.'))),
      null,
    ),
    milked: v.optional(v.boolean(), true),
  }),
  carryOut: async (scope, animal) => {
    if (animal.calvedOn !== null) readDate(animal.calvedOn, 'calvedOn');
    if (animal.withdrawnUntil !== null) readDate(animal.withdrawnUntil, 'withdrawnUntil');
    if (animal.withdrawnUntil !== null && !animal.withdrawnReason)
      throw new Refusal('Say why the milk is withheld: the medicine, or the vet’s word.', 'withdrawnReason');
    await putAnimal(scope, {
      ...animal,
      withdrawnReason: animal.withdrawnUntil === null ? null : animal.withdrawnReason,
    });
    return { animalId: animal.id };
  },
});
