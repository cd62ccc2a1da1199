'use client';

import type { Look } from '@/core/standing/lotEvents';
import type { ShownLot } from '@/server/shelf/views';
import { Cautions } from '../caution/Caution';
import styles from '../pail/Pail.module.css';
import type { LotNow } from '../standing/useStory';
import { Enamel } from '../theme/Enamel';
import { BeginSouring } from './BeginSouring';
import { Souring } from './Souring';

/** Ripening: choose a school and a culture, see when it is ready and when it must be thrown out, and look at it as it goes. */
export function Ripen({ one, cultures, now }: { one: LotNow; cultures: readonly ShownLot[]; now: number }) {
  const { story } = one;
  if (story?.spoiled) return <Spoiled look={story.spoiled} />;
  if (story?.souring) return <Souring one={one} now={now} />;
  if (story?.soured) return null;
  return <BeginSouring one={one} cultures={cultures} now={now} />;
}

function Spoiled({ look }: { look: Look }) {
  const words: Partial<Record<Look, string>> = {
    mould: 'mould',
    pink: 'pink or orange',
    gas: 'gas',
    foul: 'a foul smell',
  };
  return (
    <Enamel className={styles.stack} aria-label="Throw it out">
      <h2 style={{ margin: 0 }}>Throw it out: {words[look]} was seen.</h2>
      <Cautions
        cautions={[
          {
            key: 'discard',
            level: 'danger',
            says: 'Do not taste it and do not cook it. Scald the vessel. Ask before it goes to any animal.',
          },
        ]}
      />
    </Enamel>
  );
}
