'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useMemo } from 'react';
import { elapsedAt } from '@/core/churning/batchStory';
import { tellBatch } from '@/core/churning/tellBatch';
import { tools } from '@/core/churning/tools';
import { clockText, spokenMinutes, text } from '@/core/quantities/formatQuantity';
import type { TodayView } from '@/server/today/views';
import type { Standing } from '../board/Board';
import { quietSince } from '../churning/live/quietSince';
import { liveWindow } from '../churning/live/liveWindow';
import { inTheChurn } from '../churning/live/stageNow';
import { ChurnStrip } from '../churning/live/strip/ChurnStrip';
import { useLive } from '../churning/live/useLive';
import { useForeseen } from '../churning/plan/useForeseen';
import { nextWords } from '../churning/eventWords';
import { phaseWords } from '../churning/batchSaid';
import { Said } from '../board/Wall';
import { mainSize, plainChurn } from './plainChurn';
import { useSay } from '../frame/FarmContext';
import { useNow } from '../frame/useNow';
import { CreamDrawing } from '../vessel/CreamDrawing';
import styles from './Today.module.css';

type Batch = TodayView['inProgress'][number];

/** What is told of a batch in hand: where it stands and the next thing to do. */
function useInHand(batch: Batch) {
  const say = useSay();
  const now = useNow(1000);
  const { facts, events, pace } = batch;
  const story = useMemo(() => tellBatch(facts, events), [facts, events]);
  const foreseen = useForeseen(facts, story, pace);
  const window = liveWindow(foreseen, useLive(batch, story, now));
  const elapsed = elapsedAt(story.clock, now);
  const churning = story.phase === 'churning';
  // As the churn’s own page has it: what was not marked for hours most likely stood.
  const quiet = quietSince(story, window?.breakMinutes, now);
  return {
    story,
    foreseen,
    window,
    elapsed,
    churning: churning && quiet === undefined,
    stands:
      quiet === undefined
        ? `${phaseWords[story.phase]}${churning ? `, ${clockText(elapsed)}` : ''}`
        : `Put by since ${say.when(quiet, now)}?`,
    next:
      quiet === undefined
        ? nextWords(story, window, elapsed, story.readings.at(-1)?.temperature, say).next
        : 'Nothing was marked since: say where it stood.',
    what: `Batch ${batch.number}, ${say.mass(facts.creamMass)} of cream in ${tools[story.tool].inSentence}.`,
  };
}

/** The batches in hand, as the house orders them: one as Today’s sentence with its strip and the main button, a line for each beside it. */
export function InHand({ batches }: { batches: readonly Batch[] }) {
  const [first, ...beside] = batches;
  return (
    <>
      <Leading batch={first!} />
      {beside.length > 0 && (
        <ul className={styles.alsoInHand} aria-label="Also in hand">
          {beside.map((batch) => (
            <Beside key={batch.id} batch={batch} />
          ))}
        </ul>
      )}
    </>
  );
}

function Leading({ batch }: { batch: Batch }) {
  const { story, foreseen, window, elapsed, churning, stands, next, what } = useInHand(batch);
  return (
    <Said
      says={stands}
      why={
        <>
          <span className={styles.next}>{next}</span>
          <br />
          {what}
        </>
      }
      acts={
        <Button component={Link} href={`/churn/${batch.id}`} variant="contained" size="large" sx={mainSize}>
          To the churn
        </Button>
      }
      then={
        churning && (
          <div className={styles.strip}>
            <ChurnStrip story={story} foreseen={window} prior={foreseen} elapsed={elapsed} brief />
          </div>
        )
      }
    />
  );
}

function Beside({ batch }: { batch: Batch }) {
  const { stands, next, what } = useInHand(batch);
  return (
    <li>
      <Link href={`/churn/${batch.id}`}>
        <strong>{stands}</strong> {what}
      </Link>
      <span>{next}</span>
    </li>
  );
}

/** The churns in use, among what stands. */
export const churnStanding = (
  batches: readonly Batch[],
  now: number,
  say: ReturnType<typeof useSay>,
): Standing[] =>
  batches.map(({ id, facts, events, number }) => {
    const story = tellBatch(facts, events);
    return {
      ...plainChurn({ id, facts, number }, say),
      lines: [tools[story.tool].name, `${say.mass(facts.creamMass)} of cream`],
      tag: {
        word:
          story.phase === 'churning'
            ? `churning, ${forSoLong(elapsedAt(story.clock, now) / 60)}`
            : phaseWords[story.phase].toLowerCase(),
        tone: 'now' as const,
      },
      drawing: (
        <span className={styles.churn}>
          <CreamDrawing shape={tools[story.tool].drawing} {...inTheChurn(story, facts)} label="" />
        </span>
      ),
    };
  });

/** Whole minutes once there is one. */
const forSoLong = (minutes: number): string =>
  text(spokenMinutes(minutes < 1 ? minutes : Math.floor(minutes)));
