'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useMemo } from 'react';
import { elapsedAt } from '@/core/churning/batchStory';
import { tellBatch } from '@/core/churning/tellBatch';
import { fillLimit, tools } from '@/core/churning/tools';
import { clockText } from '@/core/quantities/formatQuantity';
import type { TodayView } from '@/server/today/views';
import { useSay } from '../frame/FarmContext';
import { useNow } from '../frame/useNow';
import { Enamel, Quiet } from '../theme/Enamel';
import { CreamDrawing } from '../vessel/CreamDrawing';
import { inTheChurn } from '../churning/live/stageNow';
import { ChurnStrip } from '../churning/live/strip/ChurnStrip';
import { liveWindow } from '../churning/live/liveWindow';
import { useForeseen } from '../churning/plan/useForeseen';
import { useLive } from '../churning/live/useLive';
import { nextWords, phaseWords } from '../churning/words';
import styles from './InProgress.module.css';

/** A batch in hand: where it stands and the next thing to do. */
export function InProgress({ batch }: { batch: TodayView['inProgress'][number] }) {
  const say = useSay();
  const now = useNow(1000);
  const { facts, number, id, events, pace } = batch;
  const story = useMemo(() => tellBatch(facts, events), [facts, events]);
  const foreseen = useForeseen(facts, story, pace);
  const window = liveWindow(foreseen, useLive(batch, story, now));
  const elapsed = elapsedAt(story.clock, now);
  return (
    <Enamel className={styles.batch} aria-labelledby={`batch-${id}`}>
      <div className={styles.drawing}>
        <CreamDrawing
          shape={tools[story.tool].drawing}
          {...inTheChurn(story, facts)}
          limit={fillLimit}
          label={phaseWords[story.phase]}
        />
      </div>
      <div className={styles.words}>
        <div className={styles.said}>
          <Quiet>
            Batch {number}, {say.mass(facts.creamMass)} of cream in {tools[story.tool].inSentence}
          </Quiet>
          <h1 id={`batch-${id}`}>
            {phaseWords[story.phase]}
            {story.phase === 'churning' && <>, {clockText(elapsed)}</>}
          </h1>
          <p className={styles.next}>
            {nextWords(story, window, elapsed, story.readings.at(-1)?.temperature, say).next}
          </p>
        </div>
        <Button
          component={Link}
          href={`/churn/${id}`}
          variant="contained"
          size="large"
          className={styles.go}
          sx={{ minHeight: 96, fontSize: '1.35rem', px: 4 }}
        >
          To the churn
        </Button>
        {story.phase === 'churning' && (
          <div className={styles.strip}>
            <ChurnStrip story={story} foreseen={window} prior={foreseen} elapsed={elapsed} brief />
          </div>
        )}
      </div>
    </Enamel>
  );
}
