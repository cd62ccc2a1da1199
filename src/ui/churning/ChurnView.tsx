'use client';

import { useMemo, useState } from 'react';
import type { MarkStage } from '@/core/churning/stages';
import { markStages, stageSigns } from '@/core/churning/stages';
import { elapsedAt } from '@/core/churning/batchStory';
import { creamInChurn } from '@/core/churning/creamInChurn';
import { foresee } from '@/core/churning/foresee';
import { fillLimit, isQuick, tools } from '@/core/churning/tools';
import { churningCautions } from '@/core/keeping/cautions';
import { clockText } from '@/core/quantities/formatQuantity';
import type { BatchView } from '@/server/churning/views';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { useDraft } from '../frame/useDraft';
import { useNow } from '../frame/useNow';
import { Unseen } from '../theme/Enamel';
import { CreamDrawing } from '../vessel/CreamDrawing';
import { ChurnStrip } from './ChurnStrip';
import { DrainPanel } from './DrainPanel';
import { Foot } from './Foot';
import { KeySheet } from './KeySheet';
import { nextWords } from './nextWords';
import { PortionPanel } from './PortionPanel';
import { inTheChurn, stageNow } from './stageNow';
import { useBatch } from './useBatch';
import { useKeys } from './useKeys';
import { useScreenAwake } from './useScreenAwake';
import { VerdictPanel } from './VerdictPanel';
import { WashPanel } from './WashPanel';
import { WhatHappened } from './WhatHappened';
import { actWords, phaseWords } from './words';
import styles from './ChurnView.module.css';

/** A panel the maker chose out of turn, and after how many events. */
interface Jump {
  to?: 'portion' | 'drained' | 'washed';
  after?: number;
}

/** One batch, live, from cream to packed butter: now in words, the next thing as one big button, everything else small. */
export function ChurnView({ view }: { view: BatchView }) {
  const { facts } = view;
  const say = useSay();
  const { story, unsent, record } = useBatch(view);
  const now = useNow();
  const [jump, setJump] = useDraft<Jump>(`jump:${view.id}`, () => ({}));
  const [keySheet, setKeySheet] = useState(false);
  const tool = tools[story.tool];
  const quick = isQuick(story.tool);
  const elapsed = elapsedAt(story.clock, now);
  const reading = story.readings.at(-1)?.temperature;
  const foreseen = useMemo(
    () =>
      foresee(
        { ...creamInChurn(facts), tool: story.tool, fill: facts.creamVolume / facts.loads / story.capacity },
        view.pace,
      ),
    [facts, story.tool, story.capacity, view.pace],
  );
  useScreenAwake(story.phase === 'churning');

  // A jump holds until something else happens, so that the panel a maker chose does not outlive its moment.
  const panel = jump.to && jump.after === story.events.length ? jump.to : story.next;
  const jumpTo = (to: Jump['to']) => setJump({ to, after: story.events.length });
  const mark = (stage: MarkStage) => record({ kind: 'mark', stage });
  const last = story.events.filter((event) => event.kind !== 'started').at(-1);
  const undo =
    last && story.phase !== 'packed' ? () => record({ kind: 'undone', eventId: last.id }) : undefined;
  const act = () => {
    if (panel === 'load') record({ kind: 'load' });
    else if (panel === 'resumed') record({ kind: 'resumed' });
    else if ((markStages as readonly string[]).includes(panel)) mark(panel as MarkStage);
  };
  const churning = story.phase === 'churning' || story.phase === 'paused' || story.phase === 'stopped';
  const onPad = panel === 'load' || panel === 'resumed' || (markStages as readonly string[]).includes(panel);
  useKeys({
    ...Object.fromEntries(
      markStages.map((stage) => [actWords[stage].key, churning ? () => mark(stage) : undefined]),
    ),
    n: panel === 'load' ? act : undefined,
    p:
      story.phase === 'churning'
        ? () => record({ kind: 'paused' })
        : story.phase === 'paused'
          ? () => record({ kind: 'resumed' })
          : undefined,
    d: churning ? () => jumpTo('drained') : undefined,
    u: undo,
    ' ': onPad ? act : undefined,
    '?': () => setKeySheet(true),
  });

  if (story.phase === 'packed')
    return (
      <VerdictPanel
        view={view}
        story={story}
        foreseen={foreseen}
        onUnpack={() => last && record({ kind: 'undone', eventId: last.id })}
      />
    );

  const words = nextWords(story, foreseen, elapsed, reading, say);
  const countdown =
    quick && story.phase === 'churning' && foreseen.breakMinutes
      ? foreseen.breakMinutes.mid * 60 - elapsed
      : undefined;
  return (
    <div className={styles.churn}>
      <section className={styles.seen} aria-label="The churn now">
        <p className={styles.which}>
          Batch {view.number}, {say.mass(facts.creamMass)} of cream
          {facts.loads > 1 && `, load ${story.load} of ${facts.loads}`}
        </p>
        <div className={styles.drawing}>
          <CreamDrawing
            shape={tool.drawing}
            {...inTheChurn(story, facts)}
            limit={fillLimit}
            label={`${tool.name}: ${stageSigns[stageNow(story)].name}, ${stageSigns[stageNow(story)].sign}`}
          />
        </div>
      </section>
      <section className={styles.work} aria-label="The work">
        <div className={styles.clock}>
          <div>
            <p className={styles.label}>
              {countdown !== undefined ? 'Break expected in' : phaseWords[story.phase]}
            </p>
            <p className={styles.elapsed} role="timer" aria-live="off">
              {countdown !== undefined
                ? `${countdown < 0 ? '+' : ''}${clockText(Math.abs(countdown))}`
                : clockText(elapsed)}
            </p>
          </div>
          <div className={styles.next}>
            <p className={styles.label}>Next</p>
            <h1>{words.next}</h1>
            {words.more && <p className={styles.more}>{words.more}</p>}
          </div>
        </div>
        {churning && <ChurnStrip story={story} foreseen={foreseen} elapsed={elapsed} />}
        {story.load > 1 || facts.loads > 1 ? (
          <p className={styles.counter} aria-label={`${story.broken} of ${facts.loads} loads broke`}>
            {Array.from({ length: facts.loads }, (_, i) => (
              <span key={i} aria-hidden data-done={i < story.broken} data-now={i + 1 === story.load}>
                {i + 1}
              </span>
            ))}
          </p>
        ) : null}
        {onPad && (
          <div className={styles.pad}>
            {/* After a tap this button is another one: the second tap of a double tap is not a second mark. */}
            <button
              type="button"
              className={styles.big}
              onClick={(tap) => tap.detail < 2 && act()}
              data-act={panel}
            >
              {actWords[panel].button}
              <kbd>{actWords[panel].key}</kbd>
              {panel in stageSigns && <small>{stageSigns[panel as MarkStage].sign}</small>}
            </button>
            <div className={styles.others}>
              {(quick ? (['break', 'stopped'] as const) : markStages)
                .filter((stage) => stage !== panel)
                .map((stage) => (
                  <button
                    key={stage}
                    type="button"
                    className={styles.small}
                    onClick={() => mark(stage)}
                    data-act={stage}
                  >
                    {stageSigns[stage].name}
                    <kbd>{actWords[stage].key}</kbd>
                  </button>
                ))}
              <button
                type="button"
                className={styles.small}
                onClick={() => jumpTo('drained')}
                data-act="drained"
              >
                Drain <kbd>d</kbd>
              </button>
            </div>
          </div>
        )}
        {panel === 'drained' && (
          <DrainPanel batchId={view.id} story={story} foreseen={foreseen} record={record} />
        )}
        {panel === 'washed' && (
          <WashPanel
            batchId={view.id}
            story={story}
            foreseen={foreseen}
            record={record}
            onSkip={() => jumpTo('portion')}
          />
        )}
        {(panel === 'portion' || panel === 'packed') && (
          <PortionPanel
            view={view}
            story={story}
            foreseen={foreseen}
            record={record}
            onWash={() => jumpTo('washed')}
          />
        )}
        {story.phase === 'abandoned' && (
          <p className={styles.more}>This batch was given up. Undo brings it back.</p>
        )}
        <Foot view={view} story={story} record={record} undo={undo} last={last} />
        {onPad && <Cautions cautions={churningCautions({ tool: story.tool, treatment: facts.treatment })} />}
        <WhatHappened story={story} unsent={unsent} record={record} />
      </section>
      <KeySheet open={keySheet} onClose={() => setKeySheet(false)} />
      <Unseen role="status" aria-live="polite">
        {`${phaseWords[story.phase]}. Next: ${words.next}`}
      </Unseen>
    </div>
  );
}
