'use client';

import Link from 'next/link';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import { useSay } from '../frame/FarmContext';
import { FatStick } from '../vessel/FatStick';
import { LotDrawing } from '../vessel/LotDrawing';
import { vesselShapes } from '../vessel/shapes';
import styles from './StandingShelf.module.css';
import type { LotNow } from './useStory';
import { sayAge } from './useStory';

const kindNames: Record<string, string> = {
  milk: 'milk',
  cream: 'cream',
  skim: 'skim',
  buttermilk: 'buttermilk',
  culture: 'culture',
};

/** Share of the depth that is drawn as cream on milk that stands: risen most by twelve hours, thick as cream of 22 % is. */
export function drawnLayer({ lot, ageHours, fatShare, celsius }: LotNow): number {
  if (lot.kind !== 'milk' || celsius > 15 || lot.treatment === 'boiled') return 0;
  const risen = Math.max(0, 1 - Math.exp(-Math.max(0, ageHours - 1) / 5));
  return lot.details.species === 'goat' ? 0 : (risen * 0.86 * fatShare) / 0.22;
}

/** Vessels on one drawn shelf, the oldest first, each with what it holds and the word it waits for. */
export function StandingShelf({
  lots,
  label,
  empty,
  chosen,
  onChoose,
  href = (lot) => `/shelf/${lot.lot.id}`,
}: {
  lots: readonly LotNow[];
  label: string;
  empty: string;
  /** Given, vessels are chosen instead of opened. */
  chosen?: ReadonlySet<string>;
  onChoose?: (lotId: string) => void;
  href?: (lot: LotNow) => string;
}) {
  const say = useSay();
  const most = Math.max(1, ...lots.map(({ lot }) => lot.fat));
  if (lots.length === 0) return <p className={styles.empty}>{empty}</p>;
  return (
    <ul className={styles.shelf} aria-label={label} tabIndex={0}>
      {lots.map((one) => {
        const { lot, waiting } = one;
        const inside = (
          <>
            <span className={`${styles.word} ${styles[waiting.tone]}`}>{waiting.word}</span>
            <span className={styles.drawn}>
              <LotDrawing
                shape={vesselShapes[lot.vessel?.kind ?? 'jar']}
                fill={Math.max(0.06, one.fill)}
                fat={one.fatShare}
                layer={drawnLayer(one)}
                frozen={one.story?.frozen === 'frozen'}
                blocked={lot.blockedReason !== null}
                label=""
              />
              <FatStick fat={lot.fat} most={most} system={say.system} height={112} />
            </span>
            <strong>{lot.vessel?.name ?? `${kindNames[lot.kind]} ${lot.code}`}</strong>
            <span>
              {say.volume(one.volume)} {kindNames[lot.kind]}
              {(lot.kind === 'cream' || lot.kind === 'milk') &&
                `, ${text(spokenFraction(one.fatShare, lot.kind === 'milk' ? 1 : 0))}`}
            </span>
            <span className={styles.small}>
              {sayAge(one.ageHours)},{' '}
              {one.story?.frozen === 'frozen' ? 'frozen' : say.temperature(Math.round(one.celsius))}
            </span>
          </>
        );
        return (
          <li key={lot.id}>
            {chosen && onChoose ? (
              <button
                type="button"
                className={styles.vessel}
                aria-pressed={chosen.has(lot.id)}
                onClick={() => onChoose(lot.id)}
              >
                {inside}
              </button>
            ) : (
              <Link className={styles.vessel} href={href(one)}>
                {inside}
              </Link>
            )}
          </li>
        );
      })}
    </ul>
  );
}
