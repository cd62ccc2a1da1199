import type { Breed } from '@/core/dairy/breeds';
import { inFarm } from '@/data/farmScope';
import { addAnimal } from '@/data/house/house';

/** Adds an animal to a farm's herd. */
export const addAnimalTo = (
  farmId: string,
  animal: { id: string; name: string; breed: Breed },
): Promise<void> => inFarm(farmId, (scope) => addAnimal(scope, animal));
