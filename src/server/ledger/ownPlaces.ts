import type { Places } from '@/core/standing/places';
import { placesOf } from '@/core/standing/places';
import type { FarmScope } from '@/data/farmScope';
import { farmOf } from '@/data/house/house';

/** Where things stand on a farm, each as warm as somebody said it is. */
export const ownPlaces = async (scope: FarmScope): Promise<Places> =>
  placesOf((await farmOf(scope)).placeCelsius);
