'use client';

import { warmerThanDates } from '@/core/standing/places';
import { useFarm, usePlaces, useSay } from '../frame/FarmContext';

/** Where fridge or freezer is warmer than the dates on butter count on: said here, and where the dates are read. */
export function DatesCountOn() {
  const say = useSay();
  const { placeCelsius } = useFarm();
  const own = usePlaces();
  const warm = warmerThanDates(placeCelsius);
  if (warm.length === 0) return null;
  return (
    <p role="note" style={{ margin: 0, color: 'var(--caution)', fontWeight: 620, maxWidth: '64ch' }}>
      △{' '}
      {warm
        .map((place) =>
          place === 'fridge'
            ? `Your fridge is at ${say.temperature(own.fridge.celsius)}: dates count on ${say.temperature(4)} or colder. Turn it colder, or eat sooner.`
            : `Your freezer is at ${say.temperature(own.freezer.celsius)}: dates count on ${say.temperature(-18)}. What lies in it keeps for less long.`,
        )
        .join(' ')}
    </p>
  );
}
