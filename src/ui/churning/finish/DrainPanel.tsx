'use client';

import Button from '@mui/material/Button';
import { grainSizes } from '@/core/churning/batchWords';
import type { BatchFacts } from '@/core/churning/batchEvents';
import type { BatchStory } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import { creamDensity } from '@/core/dairy/creamDensity';
import { trapped } from '@/core/working/butterMoisture';
import { weighed } from '@/core/quantities/measuring';
import { Door, Doors } from '../../board/Door';
import { useSay } from '../../frame/FarmContext';
import { useDraft } from '../../frame/useDraft';
import { Chips } from '../../quantity/Chips';
import { QuantityField } from '../../quantity/QuantityField';
import { understand } from '../../quantity/understand';
import { Quiet } from '../../theme/Enamel';
import { ButterDoor, ButterRemedied } from './ButterCard';
import styles from './DrainPanel.module.css';
import { amountRules } from '../plan/creamRules';
import { useOffered } from '../offered';
import { Key } from '../Key';
import type { TellsWhen } from './ToldWhen';
import { ToldFor, useTold, WhenDoor } from './ToldWhen';
import type { LiveBatch } from '../useBatch';
import { grainWords } from '../words';

/** Buttermilk off: how much, by jug or scale, or not measured. Skipping costs nothing but a wider range. */
export function DrainPanel({
  batchId,
  facts,
  story,
  foreseen,
  share,
  record,
  tells,
}: {
  batchId: string;
  facts: BatchFacts;
  story: BatchStory;
  foreseen: Foreseen;
  /** Of the cream that is drained now: of one load, while another is still churned. */
  share: number;
  record: LiveBatch['record'];
  tells: TellsWhen;
}) {
  const say = useSay();
  const told = useTold(tells, story, record);
  const [{ typed, washTyped }, change, forget] = useDraft(`drain:${batchId}`, () => ({
    typed: '',
    washTyped: '',
  }));
  const understood = understand(typed, amountRules(say.system, 'buttermilk'));
  const washIn = understand(washTyped, amountRules(say.system, 'water'));
  const wrong =
    told.waits ||
    (understood !== undefined && 'wrong' in understood) ||
    (washIn !== undefined && 'wrong' in washIn);
  const before = story.drains.reduce((sum, drain) => sum + (drain.mass ?? 0), 0);
  const again = story.drains.length > 0 && share === 1;
  const expected = Math.max(
    0,
    share * foreseen.butter.buttermilkMass + story.addedWater - (again ? before : 0),
  );
  const shutIn = trapped[story.gathered ?? 'grains'] * foreseen.butter.mass;
  const density = creamDensity(foreseen.buttermilkFat.mid, 12);
  function drain() {
    if (wrong) return;
    change({ typed: '', washTyped: '' });
    forget();
    const wash = washIn && 'quantity' in washIn ? { washIn: washIn.quantity.value } : {};
    if (!understood || !('quantity' in understood))
      return told.record({ kind: 'drained', measured: 'skipped', ...wash });
    const { quantity } = understood;
    const measured = quantity.kind === 'mass' ? 'mass' : 'volume';
    told.record({ kind: 'drained', measured, ...weighed(quantity, density), ...wash });
  }
  useOffered({ drained: wrong ? undefined : drain });
  const inHand = { facts, story, butterMass: foreseen.butter.mass, record };
  return (
    <section className={styles.drain} aria-label="Draining">
      <ButterRemedied {...inHand} />
      <div className={styles.first}>
        <QuantityField
          label={again ? 'Buttermilk of this pour alone' : 'Buttermilk, if you measure it'}
          typed={typed}
          onTyped={(text) => change({ typed: text })}
          understood={understood}
          system={say.system}
          hint={
            again
              ? `${before > 0 ? `${say.volume(before / density)} was drained before` : 'the first was not measured'}; ${expected > 20 ? `about ${say.volume(expected / density)} more to expect` : 'little is left'}`
              : `about ${say.volume(expected / density)} to expect; may be skipped`
          }
          onEnter={drain}
        />
        <Button
          variant="contained"
          onClick={drain}
          disabled={wrong}
          sx={{ minHeight: 96, fontSize: '1.5rem' }}
          data-act="drained"
        >
          {typed.trim() === '' ? 'Drained, not measured' : 'Drained'} <Key of="d" />
        </Button>
      </div>
      <ToldFor at={told.at} onWhen={tells.onWhen} />
      {story.addedWater > 0 && (
        <Quiet>{say.volume(story.addedWater)} of it is the water you added; it is taken off again.</Quiet>
      )}
      <Doors>
        <ButterDoor {...inHand} />
        <WhenDoor legend="Drained" tells={tells} told={told} />
        <Door
          name="It was stopped at"
          half
          value={`${grainWords[story.gathered ?? 'grains'].name.toLowerCase()}, ${washIn && 'quantity' in washIn ? `${say.volume(washIn.quantity.value)} of wash water in it` : 'no wash water in it'}`}
          open={story.gathered !== undefined}
        >
          <div className={styles.told}>
            <Chips
              legend="How far it had gathered"
              chosen={story.gathered ?? 'grains'}
              onChoose={(size) => record({ kind: 'gathered', size })}
              choices={grainSizes.map((key) => ({ key, ...grainWords[key] }))}
            />
            {shutIn > 0 && (
              <Quiet role="status">
                About {say.about(shutIn)} of buttermilk is shut in: cut it up, wash it once more, and work it{' '}
                {story.gathered === 'mass' ? 'about five' : 'a couple of'} minutes longer.
              </Quiet>
            )}
            <QuantityField
              label="Wash water that went in with it"
              typed={washTyped}
              onTyped={(text) => change({ washTyped: text })}
              understood={washIn}
              system={say.system}
              hint="none; otherwise it is taken off again"
              onEnter={drain}
            />
          </div>
        </Door>
      </Doors>
    </section>
  );
}
