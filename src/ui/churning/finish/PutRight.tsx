'use client';

import { counted, timesSaid } from '@/core/quantities/counted';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { BatchStory, StoryPortion } from '@/core/churning/batchStory';
import { decimal, spokenFraction, text } from '@/core/quantities/formatQuantity';
import { saltAfterWeeping, takenForBlend, weeps } from '@/core/salting/putRight';
import { saltCorrect } from '@/core/salting/saltCorrect';
import { scaleSd } from '@/core/quantities/measuring';
import { Cautions } from '../../caution/Caution';
import { useSay } from '../../frame/FarmContext';
import { QuantityField } from '../../quantity/QuantityField';
import { understand } from '../../quantity/understand';
import { Quiet } from '../../theme/Enamel';
import type { Body } from '../makeDayEvents';
import styles from './PutRight.module.css';
import type { LiveBatch } from '../useBatch';

/** A portion put right: weighed again after it wept, its salt rinsed back, blended or added to, in numbers. */
export function PutRight({
  portion,
  story,
  water,
  record,
}: {
  portion: StoryPortion;
  story: BatchStory;
  /** Water in the butter as it is believed, mass fraction. */
  water: number;
  record: LiveBatch['record'];
}) {
  const say = useSay();
  const [weighTyped, setWeigh] = useState('');
  const [saltTyped, setSalt] = useState('');
  const weighed = understand(weighTyped, {
    system: say.system,
    kinds: ['mass'],
    bareUnit: { metric: 'g', us: 'oz', imperial: 'oz' }[say.system],
    check: ({ value }) =>
      value <= portion.saltMass
        ? 'Butter weighs more than the salt in it.'
        : value > 1.5 * portion.mass
          ? `It was ${say.mass(portion.mass)} before: check the unit.`
          : undefined,
  });
  const target = understand(saltTyped, {
    system: say.system,
    kinds: ['fraction'],
    bareUnit: '%',
    check: ({ value }) => (value <= 0 || value > 0.1 ? 'Salt from 0.1 to 10 % of the butter.' : undefined),
  });
  const unsalted = story.portions.filter(
    ({ id, saltMass, ghee }) => id !== portion.id && saltMass === 0 && !ghee,
  );
  const atHand = unsalted.reduce((sum, { mass }) => sum + mass, 0);
  const wanted = target && 'quantity' in target ? target.quantity.value : undefined;
  const fix =
    // Half salt is no butter to put right.
    wanted === undefined || portion.saltMass >= portion.mass / 2
      ? undefined
      : saltCorrect({
          butterMass: portion.mass,
          saltFraction: portion.saltMass / portion.mass,
          targetFraction: wanted,
          moisture: Math.min(0.4, Math.max(0.08, water)),
          unsaltedAtHand: atHand,
        });
  const again = (why: 'wept' | 'rinsed' | 'added', mass: number, saltMass: number): Body => ({
    kind: 'reweighed',
    portionId: portion.id,
    why,
    mass,
    massSd: scaleSd(mass),
    saltMass,
  });
  function weigh() {
    if (!weighed || !('quantity' in weighed)) return;
    const mass = weighed.quantity.value;
    record(again('wept', mass, saltAfterWeeping(portion, mass, water)));
    setWeigh('');
  }
  function blend(wanted: number) {
    const { takes, together } = takenForBlend(unsalted, wanted);
    const whole = portion.mass + together;
    record([
      ...takes.map(({ id, left }): Body =>
        left < 1
          ? { kind: 'joined', portionId: id, into: portion.id }
          : {
              kind: 'reweighed',
              portionId: id,
              why: 'blended',
              mass: left,
              massSd: scaleSd(left),
              saltMass: 0,
            },
      ),
      {
        kind: 'reweighed',
        portionId: portion.id,
        why: 'blended',
        mass: whole,
        massSd: scaleSd(whole),
        saltMass: portion.saltMass,
      },
    ]);
    setSalt('');
  }
  return (
    <div className={styles.told}>
      <QuantityField
        label={`${portion.name} weighs now`}
        typed={weighTyped}
        onTyped={setWeigh}
        understood={weighed}
        system={say.system}
        hint={`${say.mass(portion.mass)} before; pour off what weeps first`}
        onEnter={weigh}
      />
      <Button variant="outlined" onClick={weigh} disabled={!weighed || 'wrong' in weighed} data-act="reweigh">
        Weighed again
      </Button>
      <QuantityField
        label="Salt it should have"
        typed={saltTyped}
        onTyped={setSalt}
        understood={target}
        system={say.system}
        hint={`it has ${text(spokenFraction(portion.saltMass / portion.mass))} now`}
      />
      {fix && wanted !== undefined && (
        <div className={styles.fix} role="status">
          {fix.act === 'none' && <p>It is as salty as you want it, as near as anyone tastes.</p>}
          {fix.rinse && (
            <p>
              Rinse it with {say.volume(fix.rinse.waterMass)} of cold water for{' '}
              {counted(fix.rinse.minutes, 'minute')}, broken up:{' '}
              {text(spokenFraction(fix.rinse.saltFraction.low))} to{' '}
              {text(spokenFraction(fix.rinse.saltFraction.high))} is left.{' '}
              <Button
                variant="outlined"
                onClick={() => {
                  record(again('rinsed', portion.mass, wanted * portion.mass));
                  setSalt('');
                }}
                data-act="rinsed"
              >
                Rinsed
              </Button>
            </p>
          )}
          {fix.blend && (
            <p>
              Or work in {say.mass(fix.blend.unsaltedMass)} of unsalted butter:{' '}
              {say.mass(fix.blend.totalMass)} in all.{' '}
              {!fix.blend.enoughAtHand &&
                (atHand > 0
                  ? `Of this batch ${say.mass(atHand)} is unsalted, and leaves it at ${text(spokenFraction(fix.blend.saltFraction.mid))}. `
                  : 'None of this batch is unsalted any more.')}
              {atHand > 0 && (
                <Button variant="outlined" onClick={() => blend(fix.blend!.unsaltedMass)} data-act="blended">
                  Blended
                </Button>
              )}
            </p>
          )}
          {fix.add && (
            <p>
              Work in {decimal(fix.add.salt, fix.add.salt < 10 ? 1 : 0)} g more salt
              {fix.add.gritty ? '; it will grit, the water in it cannot dissolve so much' : ''}.{' '}
              <Button
                variant="outlined"
                onClick={() => {
                  const salt = fix.add!.salt * (1 - weeps);
                  record(again('added', portion.mass + salt, portion.saltMass + salt));
                  setSalt('');
                }}
                data-act="salted-more"
              >
                It is in
              </Button>
            </p>
          )}
          <Cautions cautions={fix.cautions} />
        </div>
      )}
      {portion.reweighed.length > 0 && <Quiet>Put right {timesSaid(portion.reweighed.length)} so far.</Quiet>}
    </div>
  );
}
