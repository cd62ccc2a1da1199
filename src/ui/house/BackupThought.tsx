'use client';

import Link from 'next/link';
import { useWho } from '../frame/FarmContext';
import { useBackups } from './Backups';
import styles from './House.module.css';

/** On Today, and only when something is to be thought of: that no backup left the machine for long, or none could be made. */
export function BackupThought() {
  const { role } = useWho();
  const { data } = useBackups(role === 'owner');
  if (!data?.says || (data.madeAtSeconds === null && !data.pressing)) return null;
  return (
    <p className={styles.thought}>
      {data.says} <Link href="/house">To the house</Link>
    </p>
  );
}
