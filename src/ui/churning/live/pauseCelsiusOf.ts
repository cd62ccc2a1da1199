import type { PausePlace } from '@/core/churning/batchWords';
import { pauseCelsius } from '@/core/churning/batchWords';
import type { PlaceCelsius } from '@/core/standing/places';

/** How warm this house said it is where a churning is put by, °C; nothing where it did not say. */
export const ownPauseCelsius = ({
  room,
  cool,
  fridge,
  freezer,
}: PlaceCelsius): Partial<Record<PausePlace, number>> => ({
  ...(room === undefined ? {} : { room }),
  ...(cool === undefined ? {} : { cold: cool }),
  ...(fridge === undefined ? {} : { fridge }),
  ...(freezer === undefined ? {} : { freezer }),
});

/** How warm it is where a churning is put by, °C: as this house said of the place, else as is usual. */
export const pauseCelsiusOf = (own: PlaceCelsius): Record<PausePlace, number> => ({
  ...pauseCelsius,
  ...ownPauseCelsius(own),
});
