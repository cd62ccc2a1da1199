'use client';

import { Press } from '../../theme/Press';
import type { BatchStory, StoryPortion } from '@/core/churning/batchStory';
import { Door } from '../../board/Door';
import { useSay } from '../../frame/FarmContext';
import styles from './PortionPanel.module.css';
import { laterPart } from '../../frame/laterPart';
import type { LiveBatch } from '../useBatch';
import { pieceWords } from '../pieceWords';

const PutRight = laterPart(() => import('./PutRight').then((part) => part.PutRight));

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
          {portion.ghee ? (
            <strong>{partOf(portion, say)}</strong>
          ) : (
            <Door name="Weigh again, too salty, too fresh" value={partOf(portion, say)}>
              <PutRight portion={portion} story={story} water={water} record={record} />
            </Door>
          )}
          {i > 0 && story.phase !== 'packed' && (
            <span className={styles.joins}>
              {[...new Set([story.portions[0]!, story.portions[i - 1]!])].map((earlier, j) => (
                <Press
                  key={earlier.id}
                  onClick={() => record({ kind: 'joined', portionId: portion.id, into: earlier.id })}
                >
                  {j === 0 ? 'Join the first' : 'Join the one above'}
                </Press>
              ))}
            </span>
          )}
        </li>
      ))}
    </ul>
  );
}

/** What it is: so much of what, in so many pieces. */
function partOf({ mass, name, pieces, ghee, joined }: StoryPortion, say: ReturnType<typeof useSay>): string {
  const count = pieces && Math.round(mass / pieces.each);
  return [
    `${say.mass(mass)} ${name}`,
    ...(pieces ? [`${count} ${pieceWords[pieces.form][count === 1 ? 'one' : 'many']}`] : []),
    ...(ghee ? [`${say.mass(ghee.mass)} of ghee`] : []),
    ...(joined.length > 0 ? [`(${joined.length + 1} together)`] : []),
  ]
    .join(', ')
    .replace(', (', ' (');
}
