'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import type { BatchStory } from '@/core/churning/batchStory';
import { elapsedAt } from '@/core/churning/batchStory';
import { fillLimit, tools } from '@/core/churning/tools';
import { clockText } from '@/core/quantities/formatQuantity';
import type { TodayView } from '@/server/today/views';
import { useSay } from '../frame/FarmContext';
import { useNow } from '../frame/useNow';
import { Enamel, Quiet } from '../theme/Enamel';
import { CreamDrawing } from '../vessel/CreamDrawing';
import { stageNow } from '../churning/stageNow';
import { actWords, phaseWords } from '../churning/words';
import styles from './InProgress.module.css';

/** A batch in hand: where it stands and the next thing to do. */
export function InProgress({ batch, story }: { batch: TodayView['inProgress'][number]; story: BatchStory }) {
  const say = useSay();
  const now = useNow(1000);
  const { facts, number, id } = batch;
  return (
    <Enamel className={styles.batch} aria-labelledby={`batch-${id}`}>
      <div className={styles.drawing}>
        <CreamDrawing shape={tools[story.tool].drawing} fill={facts.creamVolume / facts.loads / story.capacity} fat={facts.creamFat} stage={stageNow(story)} limit={fillLimit} label={phaseWords[story.phase]} />
      </div>
      <div className={styles.words}>
        <Quiet>
          Batch {number}, {say.mass(facts.creamMass)} of cream in {tools[story.tool].inSentence}
        </Quiet>
        <h1 id={`batch-${id}`}>
          {phaseWords[story.phase]}
          {story.phase === 'churning' && <>, {clockText(elapsedAt(story.clock, now))}</>}
        </h1>
        <Quiet>Next: {actWords[story.next].ahead}</Quiet>
        <Button component={Link} href={`/churn/${id}`} variant="contained" size="large" sx={{ minHeight: 96, fontSize: '1.35rem', justifySelf: 'start', mt: 1 }}>
          To the churn
        </Button>
      </div>
    </Enamel>
  );
}
