'use client';

import Button from '@mui/material/Button';
import type { Clarity } from '@/core/churning/batchEvents';
import { clarities } from '@/core/churning/batchEvents';
import type { BatchStory } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import { washPlan } from '@/core/washing/washPlan';
import { useSay } from '../frame/FarmContext';
import { useDraft } from '../frame/useDraft';
import { QuantityField, understand } from '../quantity/QuantityField';
import { Enamel, Quiet } from '../theme/Enamel';
import { amountRules } from './planDraft';
import type { LiveBatch } from './useBatch';
import styles from './WashPanel.module.css';

/** Loose grains hold about a third of their mass in serum; a bowl of water mixes with most of it (handbook §6.10). */
const heldSerum = 0.35;
const mixing = 0.7;
const clearAt = 0.01;

const looks: Record<Clarity, { name: string; says: string }> = {
  milky: { name: 'Milky', says: 'over a fifth of buttermilk' },
  cloudy: { name: 'Cloudy', says: 'a twentieth to a fifth' },
  hazy: { name: 'Hazy', says: 'a hundredth or two' },
  clear: { name: 'Clear', says: 'done' },
};

/** A wash: how the water looked when it was poured off. Clear is the end of it. */
export function WashPanel({
  batchId,
  story,
  foreseen,
  record,
  onSkip,
}: {
  batchId: string;
  story: BatchStory;
  foreseen: Foreseen;
  record: LiveBatch['record'];
  onSkip: () => void;
}) {
  const say = useSay();
  const [{ typed }, change] = useDraft(`wash:${batchId}`, () => ({ typed: '' }));
  const understood = understand(typed, amountRules(say.system));
  const water = understood && 'quantity' in understood ? understood.quantity.value : undefined;
  // As much water as butter, said to the nearest cupful or so.
  const grains = Math.max(50, Math.round(foreseen.butter.mass / 50) * 50);
  const { washes } = washPlan({
    grainMass: grains,
    heldSerum,
    washMass: water ?? grains,
    efficiency: mixing,
    clearAt,
  });
  // Butter is as warm as the churn was: water a degree to three colder (handbook §6.10).
  const churned = story.readings.at(-1)?.temperature;
  const left = Math.max(0, washes - story.washes.length);
  return (
    <Enamel className={styles.wash} aria-label="Washing">
      <p className={styles.plan}>
        With {say.volume(water ?? grains)} of cold water each time, about {left === 0 ? 'one more' : left}{' '}
        {left === 1 || left === 0 ? 'wash' : 'washes'} until it runs clear.
        {churned !== undefined &&
          ` Water of ${say.temperature(Math.max(2, churned - 3))} to ${say.temperature(Math.max(4, churned - 1))} keeps it firm.`}
      </p>
      <div className={styles.looks} role="group" aria-label="How the wash water looked">
        {clarities.map((clarity) => (
          <button
            key={clarity}
            type="button"
            className={styles.look}
            onClick={() =>
              record({ kind: 'washed', clarity, ...(water === undefined ? {} : { waterMass: water }) })
            }
            data-act={`washed-${clarity}`}
          >
            <Glass clarity={clarity} />
            {looks[clarity].name}
            <small>{looks[clarity].says}</small>
          </button>
        ))}
      </div>
      <QuantityField
        label="Water for each wash"
        typed={typed}
        onTyped={(text) => change({ typed: text })}
        understood={understood}
        system={say.system}
        hint={`assumed ${say.volume(grains)}, as much as there is butter`}
      />
      <Button variant="outlined" onClick={onSkip} data-act="unwashed">
        {story.washes.length > 0 ? 'Enough washing' : 'Not washing, press only'}
      </Button>
      <Quiet>
        Drinking-quality water, or boiled and cooled, a degree or three below the butter. Unwashed butter
        keeps days, not weeks.
      </Quiet>
    </Enamel>
  );
}

/** Blue is serum: the more of it in the glass, the stronger the wash still is. */
function Glass({ clarity }: { clarity: Clarity }) {
  const strength = { milky: 0.95, cloudy: 0.6, hazy: 0.25, clear: 0 }[clarity];
  return (
    <svg viewBox="0 0 40 44" width="40" height="44" aria-hidden>
      <path
        d="M6 4h28l-3 34a3 3 0 0 1-3 3H12a3 3 0 0 1-3-3z"
        fill="var(--enamel)"
        stroke="var(--pewter)"
        strokeWidth="2"
      />
      <path
        d="M8 12h24l-2.3 26H10.3z"
        fill="var(--serum)"
        fillOpacity={strength}
        stroke="var(--serum-edge)"
        strokeWidth="1.5"
      />
    </svg>
  );
}
