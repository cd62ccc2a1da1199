'use client';

import type { ReactNode } from 'react';
import type { BatchFacts } from '@/core/churning/batchEvents';
import type { Foreseen, Glimpse } from '@/core/churning/foresee';
import { otherWay } from '@/core/churning/foresee';
import { worthTempering } from '@/core/churning/worthTempering';
import type { Loads } from '@/core/churning/splitLoads';
import { stageSigns } from '@/core/churning/stages';
import { thinCream } from '@/core/dairy/creamFat';
import { fillLimit, tools } from '@/core/churning/tools';
import { ninety } from '@/core/quantities/estimate';
import {
  spokenDegrees,
  spokenFraction,
  spokenMinutes,
  spokenRange,
  text,
} from '@/core/quantities/formatQuantity';
import { useSay } from '../../frame/FarmContext';
import { Amount } from '../../quantity/Amount';
import { Quiet } from '../../theme/Enamel';
import { CreamDrawing } from '../../vessel/CreamDrawing';
import type { shapes } from '../../vessel/shapes';
import { WhyDrawer } from '../../why/Why';
import styles from './Foresight.module.css';
import { thinWords } from '../words';

/** What this cream will do in this churn: butter as a range, the break window, two degrees either way, and what to look for. */
export function Foresight({
  facts,
  foreseen,
  loads,
  drawing,
  needs,
  toolName,
  act,
}: {
  facts: BatchFacts | undefined;
  foreseen: Foreseen | undefined;
  loads: Loads | undefined;
  drawing: keyof typeof shapes;
  needs: string | undefined;
  toolName: string;
  /** The main button, between what is foreseen and the reasons for it. */
  act: ReactNode;
}) {
  const say = useSay();
  const fill = loads?.fillEach ?? 0;
  return (
    <div className={styles.foresight} aria-live="polite">
      <div className={styles.head}>
        <div className={styles.drawing}>
          <CreamDrawing
            shape={drawing}
            fill={fill}
            fat={facts?.creamFat ?? 0.36}
            stage="fluid"
            limit={fillLimit}
            label={facts ? `${toolName}, ${Math.round(fill * 100)} % full` : `${toolName}, empty`}
          />
        </div>
        {foreseen && facts ? (
          <div>
            <p className={styles.butter}>
              <span>Expect</span>
              <Amount
                spoken={say.massRangeSpoken(
                  foreseen.butter.mass - ninety * foreseen.butter.sd,
                  foreseen.butter.mass + ninety * foreseen.butter.sd,
                )}
              />
              <span>of butter</span>
            </p>
            <BreakSentence foreseen={foreseen} facts={facts} />
          </div>
        ) : (
          <p className={styles.needs}>{needs ?? 'One moment…'}</p>
        )}
      </div>
      {loads && facts && loads.loads > 1 && (
        <p className={styles.loads} role="note">
          <strong>
            {loads.loads} loads of {say.volume(loads.volumeEach)}
          </strong>{' '}
          All at once it would fill the {toolName.toLowerCase()} {Math.round(loads.fillAtOnce * 100)} %. Over
          half full whipped cream has little room to fall, and takes much longer.
        </p>
      )}
      {act}
      {foreseen && facts && (
        <>
          <Ways foreseen={foreseen} celsius={facts.temperature} />
          <WhyDrawer
            title="Butter and break time"
            section="6.7"
            opener={
              <span className={styles.why}>
                Fat lost:{' '}
                {text(spokenRange(foreseen.fatLost.low, foreseen.fatLost.high, (x) => spokenFraction(x)))},
                and how sure this is
              </span>
            }
          >
            <WhyForeseen foreseen={foreseen} facts={facts} />
          </WhyDrawer>
          <Quiet>
            Look for: {stageSigns.whipped.sign}; then {stageSigns.grainy.sign}; then {stageSigns.break.sign}.
          </Quiet>
        </>
      )}
    </div>
  );
}

function BreakSentence({ foreseen, facts }: { foreseen: Foreseen; facts: BatchFacts }) {
  const say = useSay();
  const window = foreseen.breakMinutes;
  const { better } = foreseen;
  const thin = facts.creamFat < thinCream && <p className={styles.sentence}>{thinWords(facts.creamFat)}</p>;
  if (!window) {
    return (
      <>
        <p className={styles.sentence}>
          {foreseen.outcome === 'oils'
            ? `At ${say.temperature(facts.temperature)} the fat is too soft: it oils and will not grain. Chill it to ${say.temperature(better.temperature)} first.`
            : `At ${say.temperature(facts.temperature)} it will whip and hardly break.${better.breakMinutes ? ` At ${say.temperature(better.temperature)} it would take about ${text(spokenMinutes(better.breakMinutes))}.` : ''}`}
        </p>
        {thin}
      </>
    );
  }
  return (
    <>
      <p className={styles.sentence}>
        Should break after <strong>{text(spokenRange(window.low, window.high, spokenMinutes))}</strong>
        {facts.loads > 1 ? ', each load.' : '.'}
      </p>
      {thin}
      {worthTempering(foreseen) && (
        <p className={styles.sentence}>
          {better.temperature > facts.temperature ? 'Warmed' : 'Chilled'} to{' '}
          {say.temperature(better.temperature)} first: about {text(spokenMinutes(better.breakMinutes!))}, with{' '}
          {text(spokenFraction(better.buttermilkFat))} fat in the buttermilk.
        </p>
      )}
    </>
  );
}

/** Three ways, two degrees apart: time against fat lost. */
function Ways({ foreseen, celsius }: { foreseen: Foreseen; celsius: number }) {
  const say = useSay();
  const here: Glimpse = {
    temperature: celsius,
    breakMinutes: foreseen.breakMinutes?.mid,
    buttermilkFat: foreseen.buttermilkFat.mid,
    outcome: foreseen.outcome,
  };
  const rows: [string, Glimpse][] = [
    [`${text(spokenDegrees(otherWay, say.system))} cooler`, foreseen.cooler],
    ['As it is', here],
    [`${text(spokenDegrees(otherWay, say.system))} warmer`, foreseen.warmer],
  ];
  return (
    <table className={styles.ways}>
      <thead>
        <tr>
          <th scope="col">Cream at</th>
          <th scope="col">Breaks after about</th>
          <th scope="col">Buttermilk fat</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, glimpse]) => (
          <tr key={name} className={glimpse === here ? styles.here : undefined}>
            <th scope="row">
              {say.temperature(glimpse.temperature)} <small>{name}</small>
            </th>
            <td>
              {glimpse.breakMinutes === undefined
                ? glimpse.outcome === 'oils'
                  ? 'oils instead'
                  : 'hardly breaks'
                : text(spokenMinutes(glimpse.breakMinutes))}
            </td>
            <td>{glimpse.outcome === 'oils' ? 'nearly all' : text(spokenFraction(glimpse.buttermilkFat))}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function WhyForeseen({ foreseen, facts }: { foreseen: Foreseen; facts: BatchFacts }) {
  const say = useSay();
  const { pace, butter, fatLost } = foreseen;
  return (
    <>
      <p style={{ margin: 0 }}>
        <strong>
          {say.about(butter.mass)} ± {say.mass(butter.sd)}
        </strong>{' '}
        = (fat in − fat left in the buttermilk − 1 % for wash and smears) ÷ 82 % fat in farm butter.
      </p>
      <dl className={styles.inputs}>
        <dt>Cream</dt>
        <dd>
          {say.mass(facts.creamMass)} ± {say.mass(facts.creamMassSd)}, typed as “{facts.amountTyped}”
        </dd>
        <dt>Its fat</dt>
        <dd>
          {text(spokenFraction(facts.creamFat))} ± {(facts.creamFatSd * 100).toFixed(1)} points
        </dd>
        <dt>Fat lost</dt>
        <dd>
          {text(spokenRange(fatLost.low, fatLost.high, (x) => spokenFraction(x)))} of all the fat, most of it
          to buttermilk
        </dd>
        <dt>Break time</dt>
        <dd>
          {pace.batches > 0
            ? `Learned from your last ${pace.batches} with ${tools[facts.tool].inSentence}.`
            : `From the usual time of ${tools[facts.tool].inSentence} (${tools[facts.tool].medianBreakMinutes} min at ${say.temperature(tools[facts.tool].referenceTemperature)}, give or take a factor of 1.6: engineering estimate). It narrows with your own batches.`}
        </dd>
      </dl>
      <Quiet>
        Ranges hold nine batches out of ten. The churning model is in docs/models.md: fat globules that whip
        into clumps, and are torn apart again the warmer they are.
      </Quiet>
    </>
  );
}
