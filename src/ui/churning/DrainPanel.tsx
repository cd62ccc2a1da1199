'use client';

import Button from '@mui/material/Button';
import type { BatchStory } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import { creamDensity } from '@/core/dairy/creamDensity';
import { useSay } from '../frame/FarmContext';
import { useDraft } from '../frame/useDraft';
import { amountRules } from './planDraft';
import { QuantityField, understand } from '../quantity/QuantityField';
import { Enamel, Quiet } from '../theme/Enamel';
import type { LiveBatch } from './useBatch';

/** Error of a jug and of a kitchen scale, one standard deviation (handbook §6.9). */
const jugError = 0.03;
const scaleError = 0.005;

/** Buttermilk off: how much, by jug or scale, or not measured. Skipping costs nothing but a wider range. */
export function DrainPanel({
  batchId,
  story,
  foreseen,
  record,
}: {
  batchId: string;
  story: BatchStory;
  foreseen: Foreseen;
  record: LiveBatch['record'];
}) {
  const say = useSay();
  const [{ typed }, change, forget] = useDraft(`drain:${batchId}`, () => ({ typed: '' }));
  const understood = understand(typed, amountRules(say.system));
  const wrong = understood !== undefined && 'wrong' in understood;
  const expected = foreseen.butter.buttermilkMass + story.addedWater;
  function drain() {
    if (wrong) return;
    forget();
    if (!understood || !('quantity' in understood)) return record({ kind: 'drained', measured: 'skipped' });
    const { kind, value, sd } = understood.quantity;
    const density = creamDensity(foreseen.buttermilkFat.mid, 12);
    const mass = kind === 'mass' ? value : value * density;
    const massSd =
      sd !== undefined
        ? (sd * mass) / value
        : kind === 'mass'
          ? Math.max(2, scaleError * mass)
          : jugError * mass;
    record({ kind: 'drained', measured: kind === 'mass' ? 'mass' : 'volume', mass, massSd });
  }
  return (
    <Enamel style={{ display: 'grid', gap: 14 }} aria-label="Draining">
      <QuantityField
        label="Buttermilk, if you measure it"
        typed={typed}
        onTyped={(text) => change({ typed: text })}
        understood={understood}
        system={say.system}
        hint={`about ${say.volume(expected / 1.03)} to expect; may be skipped`}
        onEnter={drain}
      />
      <Button
        variant="contained"
        onClick={drain}
        disabled={wrong}
        sx={{ minHeight: 96, fontSize: '1.5rem' }}
        data-act="drained"
      >
        {typed.trim() === '' ? 'Drained, not measured' : 'Drained'}
      </Button>
      {story.addedWater > 0 && (
        <Quiet>{say.volume(story.addedWater)} of it is the water you added; it is taken off again.</Quiet>
      )}
      <Quiet>Very soft, running through the sieve? Chill it 20 to 40 minutes first.</Quiet>
    </Enamel>
  );
}
