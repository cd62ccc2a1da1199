'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import type { UnitSystem } from '@/core/quantities/units';
import { houseClock } from '../outbox/houseClock';
import { newId } from '../outbox/newId';
import { useOutbox } from '../outbox/OutboxProvider';
import { post } from '../outbox/post';
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

/**
 * The farm takes its units and its time zone from the first device that opens any of its pages. Nobody said it, so nothing of it
 * is kept: a house that does not answer is told by the next page.
 */
export function SettleFirst(): null {
  const { id: farm, settled } = useFarm();
  const { device } = useOutbox();
  const router = useRouter();
  useEffect(() => {
    if (settled) return;
    const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
    const input = { unitSystem: systemOfDevice(), timeZone, weekBegins: weekOfDevice(), first: true };
    const at = new Date(houseClock.now()).toISOString();
    void post(
      { id: newId(), farm, device, name: 'house.settle', input, at },
      new AbortController(),
      houseClock,
    ).then((outcome) => outcome.kind === 'answer' && outcome.answer.status === 'done' && router.refresh());
  }, [farm, device, settled, router]);
  return null;
}

/** The day a week begins on where the device is from: 0 is Sunday. */
function weekOfDevice(): number {
  const locale = new Intl.Locale(navigator.language) as Intl.Locale & {
    getWeekInfo?: () => { firstDay: number };
    weekInfo?: { firstDay: number };
  };
  return (locale.getWeekInfo?.() ?? locale.weekInfo ?? { firstDay: 1 }).firstDay % 7;
}

const systemOfDevice = (): UnitSystem => (/^en-(us|lr)/i.test(navigator.language) ? 'us' : 'metric');
