'use client';

import Button from '@mui/material/Button';
import type { BatchStory } from '@/core/churning/batchStory';
import { useSay } from '../frame/FarmContext';
import styles from './PortionPanel.module.css';
import { PutRight } from './PutRight';
import type { LiveBatch } from './useBatch';
import { pieceWords } from './words';

/** What is weighed so far; a finished portion may join an earlier one, or be put right. */
export function Portions({
  story,
  water,
  record,
}: {
  story: BatchStory;
  /** Water in the butter as it is believed. */
  water: number;
  record: LiveBatch['record'];
}) {
  const say = useSay();
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
