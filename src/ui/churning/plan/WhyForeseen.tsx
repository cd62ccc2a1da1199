'use client';

import type { BatchFacts } from '@/core/churning/batchEvents';
import type { Foreseen } from '@/core/churning/foresee';
import { stageSigns } from '@/core/churning/stages';
import { tools } from '@/core/churning/tools';
import { spokenFraction, spokenRange, text } from '@/core/quantities/formatQuantity';
import { inPoints } from '@/core/quantities/points';
import { useSay } from '../../frame/FarmContext';
import { Quiet } from '../../theme/Enamel';
import styles from './PlanChurning.module.css';

/** Why so much butter, and so many minutes. */
export function WhyForeseen({ foreseen, facts }: { foreseen: Foreseen; facts: BatchFacts }) {
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
          {text(spokenFraction(facts.creamFat))} ± {inPoints(facts.creamFatSd)}
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
        Look for: {stageSigns.whipped.sign}; then {stageSigns.grainy.sign}; then {stageSigns.break.sign}.
      </Quiet>
      <Quiet>
        Ranges hold nine batches out of ten. The churning model is in docs/models.md: fat globules that whip
        into clumps, and are torn apart again the warmer they are.
      </Quiet>
    </>
  );
}
