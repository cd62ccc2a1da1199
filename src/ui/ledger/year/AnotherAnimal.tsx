'use client';

import { useState } from 'react';
import type { Breed } from '@/core/dairy/breeds';
import { BreedSelect } from '../../quantity/BreedSelect';
import { OneOf } from '../../quantity/OneOf';
import { Press } from '../../theme/Press';
import { nextFirst } from './yearWords';
import styles from './YearAhead.module.css';

const months = Array.from({ length: 12 }, (_, i) => ({
  key: `${i}`,
  name: new Intl.DateTimeFormat('en-GB', { month: 'long', timeZone: 'UTC' }).format(new Date(Date.UTC(2026, i, 1))),
})); // prettier-ignore

/** Another animal to try: of which breed, and when she has her young. */
export function AnotherAnimal({
  today,
  onTry,
}: {
  today: string;
  onTry: (one: { breed: Breed; on: string }) => void;
}) {
  const [breed, setBreed] = useState<Breed>('jersey');
  const [month, setMonth] = useState('4');
  return (
    <div className={styles.inside}>
      <div className={styles.pair}>
        <BreedSelect label="Breed" breed={breed} onBreed={setBreed} />
        <OneOf label="Calves in" chosen={month} onChoose={setMonth} choices={months} />
      </div>
      <Press style={{ justifySelf: 'start' }} onClick={() => onTry({ breed, on: nextFirst(today, Number(month)) })}>
        Try her
      </Press>
    </div>
  );
} // prettier-ignore
