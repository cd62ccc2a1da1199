'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { UnitSystem } from '@/core/quantities/units';
import { useOutbox } from '../outbox/OutboxProvider';
import { useFarm } from './FarmContext';

/** Settles units and time zone with the house, and draws the page again in them. */
export function useSettle(): (unitSystem: UnitSystem) => Promise<void> {
  const outbox = useOutbox();
  const router = useRouter();
  const [settle] = useState(() => async (unitSystem: UnitSystem) => {
    const answer = await outbox.put('house.settle', {
      unitSystem,
      timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    });
    if (answer.status === 'done') router.refresh();
  });
  return settle;
}

/** The farm takes its units and its time zone from the first device that opens any of its pages. */
export function SettleFirst(): null {
  const { settled } = useFarm();
  const settle = useSettle();
  useEffect(() => {
    if (!settled) void settle(systemOfDevice());
  }, [settled, settle]);
  return null;
}

const systemOfDevice = (): UnitSystem => (/^en-(us|lr)/i.test(navigator.language) ? 'us' : 'metric');
