'use client';

import { cautionsOfUse } from '@/core/byProducts/uses';
import type { Meaning } from '@/core/standing/lotWords';
import { meantFor } from '@/core/standing/meant';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { RefusedSentence } from '../outbox/RefusedSentence';
import styles from '../pail/Pail.module.css';
import { Chips } from '../quantity/Chips';
import { Quiet } from '../theme/Enamel';
import type { LotNow } from './lotNow';
import { meantNames } from './meantNames';
import { useLotRecord } from './useLotRecord';

const kitchen = ['baking', 'drinking', 'feeding', 'soap'] as const satisfies readonly Meaning[];
/** What is kept beside the butter, kept for something: it says so above it, on its page and on its label. */
export function MeantFor({ one }: { one: LotNow }) {
  const say = useSay();
  const { record, refused } = useLotRecord(one.lot.id);
  const meant = meantFor(one.lot.events);
  const chosen = kitchen.find((key) => key === meant);
  const blocked = one.lot.blockedReason !== null;
  return (
    <div className={styles.stack}>
      <Chips
        legend="It is kept for"
        chosen={chosen}
        onChoose={(to) =>
          to === chosen ? undefined : void record({ kind: 'meant', for: to }, `It is kept for ${meantNames[to]}.`)
        }
        choices={kitchen
          .filter((key) => key === 'soap' || !blocked)
          .filter((key) => key === 'soap' || key === 'feeding' || !one.judged.mayNot[key === 'baking' ? 'heat' : 'drink'] || key === chosen)
          .map((key) => ({ key, name: `${meantNames[key][0]!.toUpperCase()}${meantNames[key].slice(1)}` }))}
      />
      {chosen === 'soap' && (
        <Quiet>
          It is no food from now on: no use for people is offered, and its label says so. Frozen it waits for months.
        </Quiet>
      )}
      <Cautions
        cautions={
          chosen === 'feeding'
            ? cautionsOfUse('pigs', { raw: one.lot.treatment === 'raw', blocked })
            : chosen === 'drinking'
              ? cautionsOfUse('drunk', { raw: one.lot.treatment === 'raw', blocked }).map((each) => ({ ...each, says: say.words(each.says) }))
              : []
        }
      />
      <RefusedSentence refused={refused} />
    </div>
  );
} // prettier-ignore
