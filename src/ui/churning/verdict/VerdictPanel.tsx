'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { Judgement } from '@/core/balancing/judgeBatch';
import type { BatchStory } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import { ninety } from '@/core/quantities/estimate';
import type { BatchView } from '@/server/churning/views';
import { Cautions } from '../../caution/Caution';
import { rawCaution } from '@/core/keeping/cautions';
import { useSay } from '../../frame/FarmContext';
import { useLater } from '../../frame/useLater';
import { sayFigure, Why } from '../../why/Why';
import { Enamel } from '../../theme/Enamel';
import { FatTrail } from './FatTrail';
import { KeepWay } from './KeepWay';
import { theJudging } from './judging';
import { MoistureCard } from '../finish/MoistureCard';
import { Portions } from '../finish/Portions';
import { TasteCard } from './TasteCard';
import type { LiveBatch } from '../useBatch';
import styles from './VerdictPanel.module.css';
import { verdictWords } from '../batchSaid';

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
  foreseen,
  record,
  onUnpack,
  inLedger = false,
}: {
  view: BatchView;
  story: BatchStory;
  foreseen: Foreseen;
  record: LiveBatch['record'];
  onUnpack: (() => void) | undefined;
  /** Read on its page in the ledger, not at the end of the day. */
  inLedger?: boolean;
}) {
  const say = useSay();
  const judged = useJudged(view, story);
  if (judged === 'coming') return <p role="status">One moment…</p>;
  if (!judged) return <p>No butter was weighed, so there is nothing to say of it yet.</p>;
  const within =
    Math.abs(judged.butterMass - judged.saltMass - foreseen.butter.mass) <= ninety * foreseen.butter.sd;
  const over =
    judged.verdict === 'wet'
      ? `, about ${say.about(Math.max(0, judged.excessMass))} more than the fat makes`
      : '';
  return (
    <div className={styles.verdict}>
      <p className={styles.which}>Batch {view.number}</p>
      <h1>
        {say.mass(judged.butterMass)} of butter: {verdictWords[judged.verdict]}.
      </h1>
      <p className={styles.meaning}>
        {say.words(judged.meaning).replace(/\.$/, '')}
        {over}. <strong>{judged.advice}</strong>
      </p>
      {judged.findings
        .filter(({ about }) => about === 'mass')
        .map(({ says }) => (
          <p key={says} className={styles.scale}>
            {say.words(says)}
          </p>
        ))}
      {(judged.withAScale ?? judged.unsure) && (
        <p className={styles.scale}>{judged.withAScale ?? judged.unsure}</p>
      )}
      <div className={styles.acts} data-two={inLedger}>
        {inLedger ? (
          <Button
            component={Link}
            href={`/churn/new?like=${view.id}`}
            variant="contained"
            sx={{ minHeight: 76, fontSize: '1.35rem', px: 5 }}
          >
            Churn as this time
          </Button>
        ) : (
          <Button
            component={Link}
            href="/"
            variant="contained"
            sx={{ minHeight: 76, fontSize: '1.5rem', minWidth: 260 }}
            data-act="done"
          >
            Done
          </Button>
        )}
        {onUnpack && (
          <Button variant="outlined" onClick={onUnpack} data-act="unpack">
            Not packed after all
          </Button>
        )}
        {!inLedger && (
          <Button component={Link} href={`/ledger/${view.id}`} variant="text">
            Its page in the ledger
          </Button>
        )}
      </div>
      <FatTrail judged={judged} />
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
        <div>
          <dt>Against what was expected</dt>
          <dd className={styles.plain}>
            {say.massRange(
              foreseen.butter.mass - ninety * foreseen.butter.sd,
              foreseen.butter.mass + ninety * foreseen.butter.sd,
            )}{' '}
            unsalted: {within ? 'as foreseen' : 'outside the range'}
          </dd>
        </div>
      </dl>
      {view.facts.treatment === 'raw' && <Cautions cautions={[rawCaution]} />}
      {judged.water.disagree && (
        <Cautions cautions={judged.water.cautions.filter(({ key }) => key === 'disagree')} />
      )}
      <Enamel aria-label="What else can be said of it">
        <Portions view={view} story={story} water={judged.water.moisture.mid} record={record} />
        <MoistureCard story={story} record={record} />
        <TasteCard story={story} record={record} />
        <KeepWay view={view} story={story} />
      </Enamel>
    </div>
  );
}
