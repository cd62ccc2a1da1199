'use client';

import { useMemo, useState } from 'react';
import type { Judgement } from '@/core/balancing/judgeBatch';
import type { BatchStory } from '@/core/churning/batchStory';
import { moistureTest } from '@/core/balancing/moistureTest';
import { ninety } from '@/core/quantities/estimate';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { BatchView } from '@/server/churning/views';
import { Board } from '../../board/Board';
import { Door, Doors } from '../../board/Door';
import { Said, Wall } from '../../board/Wall';
import { stoodWarm } from '@/core/churning/stoodWarm';
import { stoodWarmCaution } from '../stoodWarmWords';
import { Cautions } from '../../caution/Caution';
import { rawCaution } from '@/core/keeping/cautions';
import { useSay } from '../../frame/FarmContext';
import { laterPart } from '../../frame/laterPart';
import { useLater } from '../../frame/useLater';
import { Why } from '../../why/Why';
import { sayFigure } from '@/core/balancing/sayFigure';
import { Press, PressLink } from '../../theme/Press';
import { FatTrail } from './FatTrail';
import { theJudging } from './judging';
import { Portions } from '../finish/Portions';
import { notesSaid } from '../../standing/notesOf';
import { standingOf } from './standingOf';
import type { LiveBatch } from '../useBatch';
import styles from './VerdictPanel.module.css';
import { troubleNames } from '@/core/balancing/troubles';
import { verdictSaid } from '../batchSaid';

const SuspectFix = laterPart(() => import('./SuspectFix').then((part) => part.SuspectFix), null);
const MoistureCard = laterPart(() => import('../finish/MoistureCard').then((part) => part.MoistureCard));
const TasteCard = laterPart(() => import('./TasteCard').then((part) => part.TasteCard));
const Notes = laterPart(() => import('../../standing/Notes').then((part) => part.Notes));
const KeepWay = laterPart(() => import('./KeepWay').then((part) => part.KeepWay));

/** What a batch came to: as the house judged it, and as soon as something is told of it here, as this device does. */
function useJudged(view: BatchView, story: BatchStory): Judgement | undefined | 'coming' {
  const [atFirst] = useState(story);
  const judging = useLater(theJudging, story !== atFirst || view.judged === undefined);
  return useMemo(
    () => (judging ? judging.judgeBatch(view.facts, story) : (view.judged ?? 'coming')),
    [judging, view, story],
  );
}

/** What the day came to: one sentence, the fat's trail, and every figure, each of which opens. */
export function VerdictPanel({
  view,
  story,
  expected,
  record,
  onUnpack,
  inLedger = false,
}: {
  view: BatchView;
  story: BatchStory;
  /** Butter that was to be expected, g. */
  expected: { mass: number; sd: number } | undefined;
  record: LiveBatch['record'];
  onUnpack: (() => void) | undefined;
  /** Read on its page in the ledger, not at the end of the day. */
  inLedger?: boolean;
}) {
  const say = useSay();
  const judged = useJudged(view, story);
  if (judged === 'coming') return <p role="status">One moment…</p>;
  if (!judged) return <p>No butter was weighed, so there is nothing to say of it yet.</p>;
  const warm = stoodWarm(view.facts, story, Infinity);
  const tested = story.moistureTests.at(-1);
  const standing = standingOf(view, story, judged, say);
  const over =
    judged.verdict === 'wet'
      ? `, about ${say.about(Math.max(0, judged.excessMass))} more than the fat makes`
      : '';
  return (
    <div className={styles.verdict}>
      <Wall boardFirst>
        <Said
          says={`${judged.verdict === 'unweighed' ? `About ${say.about(judged.butterMass)}` : say.mass(judged.butterMass)} of butter: ${verdictSaid(judged)}.`}
          why={
            <>
              {say.words(judged.meaning).replace(/\.$/, '')}
              {over}. <strong>{judged.advice}</strong>
            </>
          }
          acts={
            <div className={styles.acts}>
              {inLedger ? (
                <PressLink look="main" href={`/churn/new?like=${view.id}`} className={styles.main}>
                  Churn as this time
                </PressLink>
              ) : (
                <PressLink look="main" href="/" className={styles.main} data-act="done">
                  Done
                </PressLink>
              )}
              {onUnpack && (
                <Press onClick={onUnpack} data-act="unpack">
                  Not packed after all
                </Press>
              )}
              {!inLedger && (
                <PressLink look="word" href={`/ledger/${view.id}`}>
                  Its page in the Books
                </PressLink>
              )}
            </div>
          }
          label={`Batch ${view.number}`}
        />
        <Board things={standing} label={`Butter of batch ${view.number}`} />
      </Wall>
      {judged.troubles
        // What contradicts itself is said above already.
        .filter(({ key }) => key !== 'misweighed' || judged.verdict === 'wet')
        .map(({ key, says }) => (
          <p key={key} className={styles.scale} data-trouble={key}>
            <strong>{troubleNames[key]}.</strong> {say.words(says)}
          </p>
        ))}
      {judged.findings
        .filter(({ about }) => about === 'mass')
        .map(({ says }) => (
          <p key={says} className={styles.scale}>
            {say.words(says)}
          </p>
        ))}
      {judged.findings[0] && (
        <SuspectFix suspects={judged.findings[0].suspects} facts={view.facts} story={story} record={record} />
      )}
      {(judged.withAScale ?? judged.unsure) && (
        <p className={styles.scale}>{judged.withAScale ?? judged.unsure}</p>
      )}
      <FatTrail judged={judged} upstream={view.upstream} against={view.against} />
      <dl className={styles.figures}>
        {judged.figures.map((figure) => (
          <div key={figure.key}>
            <dt>{say.system === 'metric' ? figure.name : figure.name.replace('per litre', 'per quart')}</dt>
            <dd>
              <Why figure={figure}>
                <span className={styles.value}>{sayFigure(figure.value, figure.unit, say.system)}</span>
              </Why>
            </dd>
          </div>
        ))}
        {expected && judged.verdict !== 'unweighed' && (
          <div>
            <dt>Against what was expected</dt>
            <dd className={styles.plain}>{expectedWords(judged.unsaltedMass, expected, say)}</dd>
          </div>
        )}
      </dl>
      {warm && <Cautions cautions={[stoodWarmCaution(warm, view.facts.treatment === 'raw')]} />}
      {view.facts.treatment === 'raw' && <Cautions cautions={[rawCaution]} />}
      {judged.water.disagree && (
        <Cautions cautions={judged.water.cautions.filter(({ key }) => key === 'disagree')} />
      )}
      <section className={styles.said} aria-label="What else can be said of it">
        <Portions story={story} water={judged.water.moisture.mid} record={record} />
        <Doors>
          <Door
            name="Moisture test"
            half
            value={tested ? `${text(spokenFraction(moistureTest(tested).moisture))} water` : 'not done'}
          >
            <MoistureCard record={record} />
          </Door>
          <Door
            name="Colour, taste, notes"
            value={story.notes.length > 0 ? notesSaid(story.notes) : story.tasted ? 'said' : 'not said'}
            half
          >
            <TasteCard story={story} record={record} />
            <Notes
              notes={story.notes}
              now={view.nowSeconds}
              about="this batch"
              onNote={(note) => record({ kind: 'noted', note })}
            />
          </Door>
          <Door name="Keep this way of working" value={view.facts.way ?? 'not kept'} half>
            <KeepWay view={view} story={story} />
          </Door>
        </Doors>
      </section>
    </div>
  );
}

/** What it weighs without its salt and what was mixed in, against what was to be expected of its cream. */
function expectedWords(
  unsalted: number,
  { mass, sd }: { mass: number; sd: number },
  say: ReturnType<typeof useSay>,
): string {
  const [low, high] = [mass - ninety * sd, mass + ninety * sd];
  const against =
    unsalted < low
      ? `${say.about(low - unsalted)} less`
      : unsalted > high
        ? `${say.about(unsalted - high)} more`
        : 'as foreseen';
  return `${say.massRange(low, high)} without salt: ${say.mass(unsalted)}, ${against}`;
}
