'use client';

import Link from 'next/link';
import type { CSSProperties, ReactNode } from 'react';
import { spokenMass, text } from '@/core/quantities/formatQuantity';
import type { Waiting } from '@/core/standing/judgeLot';
import { useSay } from '../frame/FarmContext';
import { Unseen } from '../theme/Enamel';
import styles from './Board.module.css';

/** One thing that stands on a board. */
export interface Standing {
  key: string;
  name: string;
  /** Under its name: what it is, and how it stands. */
  lines: readonly string[];
  tag?: Waiting | undefined;
  drawing: ReactNode;
  /** How high it is drawn, px. */
  high: number;
  /** Grams of fat in it; undefined where nobody counts it. */
  fat?: number | undefined;
  /** Where tapping it leads, or what it does. */
  href?: string;
  onPress?: () => void;
  /** Pressed in: it is one of those chosen, or the one in hand. */
  chosen?: boolean;
  /** What it does opens something in place, and that is open. */
  expanded?: boolean;
}

/** An empty board is as high as a small jar, px. */
const leastHigh = 120;

/**
 * A slate board on which things stand, in the order in which they need a hand: what each waits for hangs above it, the
 * board’s edge carries its fat on one scale, and below stand its name and how it is.
 */
export function Board({
  things,
  label,
  empty,
  most,
  large = false,
}: {
  things: readonly Standing[];
  label: string;
  /** What is said where nothing stands. */
  empty?: ReactNode;
  /** Grams of fat that fill the rail, so that several boards share one scale; else the fattest thing here. */
  most?: number | undefined;
  /** A few things, drawn large. */
  large?: boolean;
}) {
  const scale = Math.max(1, most ?? 0, ...things.map(({ fat }) => fat ?? 0));
  const high = Math.max(leastHigh, ...things.map((thing) => thing.high));
  return (
    <div
      className={`${styles.board} ${large ? styles.large : ''}`}
      data-picture
      style={{ '--high': high, '--things': Math.max(1, things.length) } as CSSProperties}
    >
      {things.length === 0 && <p className={styles.empty}>{empty}</p>}
      <ul className={styles.things} aria-label={label} tabIndex={0}>
        {things.map((thing) => (
          <li key={thing.key}>
            <Thing thing={thing} scale={scale} />
          </li>
        ))}
      </ul>
    </div>
  );
}

function Thing({ thing, scale }: { thing: Standing; scale: number }) {
  const inside = (
    <>
      <span className={styles.stage}>
        {thing.tag && <Tag waiting={thing.tag} />}
        {thing.drawing}
      </span>
      <span className={styles.edge}>{thing.fat !== undefined && <Rail fat={thing.fat} scale={scale} />}</span>
      <span className={styles.label}>
        <strong>{thing.name}</strong>
        {thing.lines.map((line) => (
          <span key={line}>{line}</span>
        ))}
      </span>
    </>
  );
  if (thing.href !== undefined)
    return (
      <Link className={styles.thing} href={thing.href}>
        {inside}
      </Link>
    );
  if (thing.onPress)
    return (
      <button
        type="button"
        className={styles.thing}
        {...(thing.expanded === undefined
          ? { 'aria-pressed': thing.chosen ?? false }
          : { 'aria-expanded': thing.expanded })}
        onClick={thing.onPress}
      >
        {inside}
      </button>
    );
  return <span className={styles.thing}>{inside}</span>;
}

/** What a thing waits for, in words; filled where a hand is needed, eight-sided where it is dangerous. */
export const Tag = ({ waiting }: { waiting: Waiting }) => (
  <span className={`${styles.tag} ${styles[waiting.tone]}`}>{waiting.word}</span>
);

/** Grams of fat as a bar on the board’s edge. */
export function Rail({ fat, scale }: { fat: number; scale: number }) {
  const say = useSay();
  const said = text(spokenMass(fat, say.system));
  const share = Math.min(1, Math.max(0, fat / scale));
  return (
    <span className={styles.rail} style={{ '--share': share } as CSSProperties}>
      <span className={share > 0.62 ? styles.within : styles.beyond}>
        {said}
        <Unseen> of fat</Unseen>
      </span>
    </span>
  );
}
