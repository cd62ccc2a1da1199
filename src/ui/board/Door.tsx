'use client';

import { ChevronDown } from 'lucide-react';
import type { ReactNode } from 'react';
import { useCallback, useState } from 'react';
import styles from './Door.module.css';

/** What is rarer, behind one clear door that opens in place: its name, how it is now, and a handle. */
export function Door({
  name,
  value,
  open = false,
  group,
  half = false,
  children,
}: {
  name: string;
  /** How it is, without opening it. */
  value: ReactNode;
  /** It stands open at first. */
  open?: boolean;
  /** Of the doors of one group no more than one stands open. */
  group?: string;
  /** Shut, it says little: two such stand abreast on a phone as well. */
  half?: boolean;
  children: ReactNode;
}) {
  // Afterwards it is as whoever stands before it left it.
  const [atFirst] = useState(open);
  // What is behind it is drawn with its first opening, and stays as it was left.
  const [opened, setOpened] = useState(open);
  // Whoever opens it while the page does not answer yet is not left before an empty room.
  const stands = useCallback((door: HTMLDetailsElement | null) => {
    if (door?.open) setOpened(true);
  }, []);
  return (
    <details
      ref={stands}
      className={styles.door}
      open={atFirst}
      data-group={group}
      data-half={half}
      onToggle={({ currentTarget }) => {
        if (!currentTarget.open) return;
        setOpened(true);
        shutOthers(currentTarget);
      }}
    >
      <summary>
        <span>
          <small>{name}</small>
          <strong>{value}</strong>
        </span>
        <ChevronDown aria-hidden size={24} strokeWidth={2.6} />
      </summary>
      <div className={styles.inside}>{opened && children}</div>
    </details>
  );
}

/**
 * Shuts the other doors of its group. Not left to the browser (`name`): while a page arrives it may stand twice in the
 * document for a moment, and the browser would shut the door of the one that stays.
 */
function shutOthers(door: HTMLDetailsElement): void {
  const { group } = door.dataset;
  if (group === undefined) return;
  for (const other of document.querySelectorAll<HTMLDetailsElement>(`details[data-group="${group}"][open]`))
    if (other !== door) other.open = false;
}

/** Doors two abreast; the one that stands open takes the whole width. */
export const Doors = ({ children }: { children: ReactNode }) => (
  <div className={styles.doors}>{children}</div>
);
