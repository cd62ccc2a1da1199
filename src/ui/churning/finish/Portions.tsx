'use client';

import Button from '@mui/material/Button';
import type { BatchStory } from '@/core/churning/batchStory';
import { portionCodes, portionKept } from '@/core/keeping/portionKept';
import type { BatchView } from '@/server/churning/views';
import { useSay } from '../../frame/FarmContext';
import styles from './PortionPanel.module.css';
import { PutRight } from './PutRight';
import type { LiveBatch } from '../useBatch';
import { pieceWords } from '../pieceWords';

/** What is weighed so far; a finished portion may join an earlier one, or be put right. */
export function Portions({
  view: { number, facts, codes },
  story,
  water,
  record,
}: {
  view: Pick<BatchView, 'number' | 'facts' | 'codes'>;
  story: BatchStory;
  /** Water in the butter as it is believed. */
  water: number;
  record: LiveBatch['record'];
}) {
  const say = useSay();
  const packed = story.events.findLast(({ kind }) => kind === 'packed');
  const made = packed && say.dateOf(packed.atSeconds);
  const named = portionCodes(
    number,
    story.portions.map(({ id }) => id),
    new Map(Object.entries(codes)),
  );
  return (
    <ul className={styles.portions}>
      {story.portions.map((portion, i) => (
        <li key={portion.id}>
          <span>
            <strong>{say.mass(portion.mass)}</strong> {portion.name}
            {portion.pieces &&
              `, ${Math.round(portion.mass / portion.pieces.each)} ${pieceWords[portion.pieces.form][Math.round(portion.mass / portion.pieces.each) === 1 ? 'one' : 'many']}`}
            {portion.ghee && `, ${say.mass(portion.ghee.mass)} of ghee`}
          </span>
          {made && (
            <span className={styles.dated}>
              {number > 0 && <b>{named[i]}</b>} {portion.storage}, eat by{' '}
              <b>{say.day(portionKept(facts, story.washes.length > 0, portion, made).until, made)}</b>
            </span>
          )}
          {portion.joined.length > 0 && ` (${portion.joined.length + 1} together)`}
          {i > 0 && story.phase !== 'packed' && (
            <span className={styles.joins}>
              {[...new Set([story.portions[0]!, story.portions[i - 1]!])].map((earlier, j) => (
                <Button
                  key={earlier.id}
                  variant="outlined"
                  size="small"
                  onClick={() => record({ kind: 'joined', portionId: portion.id, into: earlier.id })}
                >
                  {j === 0 ? 'Join the first' : 'Join the one above'}
                </Button>
              ))}
            </span>
          )}
          {!portion.ghee && <PutRight portion={portion} story={story} water={water} record={record} />}
        </li>
      ))}
    </ul>
  );
}
