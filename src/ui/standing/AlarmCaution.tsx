'use client';

import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { alarmWords } from './alarm';
import { IceWaterButton } from './IceWaterButton';
import type { LotNow } from './lotNow';

/** The danger a lot stands in, on its own page, in the words Today and the Pail say it in. */
export function AlarmCaution({ one, now }: { one: LotNow; now: number }) {
  const say = useSay();
  const { judged, lot, waiting } = one;
  if (lot.mass <= 0.5 || lot.blockedReason !== null) return null;
  if (!judged.urgent && waiting.tone !== 'danger') return null;
  const more = judged.discard
    ? ' It is not tasted, cooked or churned. Before it goes to animals, ask what the law allows.'
    : '';
  return (
    <>
      <Cautions
        cautions={[{ key: 'judged', level: 'danger', says: `${alarmWords(one, now, say)}${more}` }]}
      />
      <IceWaterButton one={one} />
    </>
  );
}
