'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useState } from 'react';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { PailView } from '@/server/pail/views';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { useNow } from '../frame/useNow';
import { HeatCard } from '../standing/HeatCard';
import { AlarmCaution } from '../standing/AlarmCaution';
import { TemperatureCard } from '../standing/TemperatureCard';
import { UseCard } from '../standing/UseCard';
import { useLotsNow, sayAge } from '../standing/useStory';
import { Quiet } from '../theme/Enamel';
import styles from './Pail.module.css';
import { SkimGauge } from './SkimGauge';

/** One vessel of milk: how far it has creamed and what a ladle takes, how it cools, and other ends for it. */
export function MilkPage({ view, lotId }: { view: PailView; lotId: string }) {
  const say = useSay();
  const now = useNow(15_000);
  const [more, setMore] = useState(false);
  const [one] = useLotsNow(view.lots.filter(({ id }) => id === lotId));
  if (!one) return null;
  const { lot } = one;
  return (
    <div className={styles.pail}>
      <header className={styles.head}>
        <Quiet>
          <Link href="/pail">Pail</Link> / {lot.code}
        </Quiet>
        <h1>
          {lot.vessel?.name ?? 'Milk'}: {say.volume(one.volume)}, {sayAge(one.ageHours)}
        </h1>
        <Quiet>
          {lot.details.animals && lot.details.animals.length > 0
            ? `Milk of ${lot.details.animals.join(', ')}, `
            : ''}
          {text(spokenFraction(one.fatShare))} fat{lot.fatSd ? ` ± ${(lot.fatSd * 100).toFixed(1)}` : ''}
          {lot.details.fatHow ? `: ${lot.details.fatHow.join('; ')}` : ''}.
          {lot.details.strained === false ? ' Not strained yet.' : ''}
        </Quiet>
        {lot.blockedReason && (
          <Cautions
            cautions={[
              {
                key: 'blocked',
                level: 'danger',
                says: `Kept from people’s food. ${lot.blockedReason}${lot.blockedUntil ? `; milk from after ${say.day(lot.blockedUntil)} is free again` : ''}.`,
              },
            ]}
          />
        )}
        <AlarmCaution one={one} now={now} />
      </header>
      <SkimGauge
        view={view}
        one={one}
        underJar={<TemperatureCard one={one} now={now} title="Cooling" />}
        underTake={
          <>
            <UseCard one={one} usual="drunk" />
            {more ? (
              <HeatCard one={one} />
            ) : (
              <Button variant="text" onClick={() => setMore(true)}>
                Pasteurise or boil it
              </Button>
            )}
          </>
        }
      />
    </div>
  );
}
