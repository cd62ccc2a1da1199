'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useState } from 'react';
import { expectedButter } from '@/core/churning/expectedButter';
import { splitLoads } from '@/core/churning/splitLoads';
import { creamDensity } from '@/core/dairy/creamDensity';
import { thinCream } from '@/core/dairy/creamFat';
import { spokenFraction, text, percent } from '@/core/quantities/formatQuantity';
import { standardise } from '@/core/separating/standardise';
import { lotsMix } from '@/core/tempering/lotsMix';
import type { ShelfView } from '@/server/shelf/views';
import { useSay } from '../frame/FarmContext';
import { laterPart } from '../frame/laterPart';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import styles from '../pail/Pail.module.css';
import { freeVessels } from '../pail/usual';
import { thinWords } from '../churning/words';
import { list } from '@/core/quantities/list';
import { Chips } from '../quantity/Chips';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';
import { Enamel, Quiet } from '../theme/Enamel';
import type { LotNow } from '../standing/lotNow';

const AllTogether = laterPart(() => import('./AllTogether').then((part) => part.AllTogether));

/** Fat left in the buttermilk of sweet, cool churnings (handbook §6.4–6.7). */
const usualButtermilk = 0.006;

/** What the chosen lots make together: fat, temperature, butter, loads; thinned to a target with what is at hand. */
export function NextChurning({
  view,
  chosen,
  others,
  capacity,
  onPoured,
}: {
  view: ShelfView;
  chosen: readonly LotNow[];
  /** What could thin it: milk and skim at hand. */
  others: readonly LotNow[];
  /** mL of the churn used last. */
  capacity: number;
  onPoured: () => void;
}) {
  const say = useSay();
  const { act, refused, busy } = useAct();
  const [targetTyped, setTarget] = useState('');
  const [thinner, setThinner] = useState('water');
  const [vesselId, setVesselId] = useState<string>();
  const target = understand(targetTyped, {
    system: say.system,
    kinds: ['fraction'],
    bareUnit: '%',
    check: ({ value }) => (value < 0.05 || value > 0.6 ? 'Between 5 and 60 % fat.' : undefined),
  });
  const lots = chosen.map((one) => ({ mass: one.lot.mass, fat: one.fatShare, temperature: one.celsius }));
  const pooled = lotsMix({ lots });
  const diluentLot = others.find(({ lot }) => lot.id === thinner);
  const diluentFat = diluentLot?.fatShare ?? 0;
  const wanted = target && 'quantity' in target ? target.quantity.value : undefined;
  const thinned =
    wanted !== undefined && diluentFat < wanted
      ? standardise({ lots, targetFat: wanted, diluentFat })
      : undefined;
  const add = thinned?.reachable ? thinned.diluentMass : 0;
  const short = diluentLot !== undefined && add > diluentLot.lot.mass;
  const mixed =
    add > 0
      ? lotsMix({
          lots: [
            ...lots,
            { mass: add, fat: diluentLot ? diluentFat : 0, temperature: diluentLot?.celsius ?? 12 },
          ],
        })
      : pooled;
  const volume = mixed.mass / creamDensity(Math.min(0.6, mixed.fat), Math.max(0, mixed.temperature));
  const sd = Math.hypot(...chosen.map((one) => ((one.lot.fatSd ?? 0.03) * one.lot.mass) / pooled.mass));
  const butter = expectedButter(
    { mass: mixed.mass, massSd: 0.01 * mixed.mass, fat: mixed.fat, fatSd: sd },
    usualButtermilk,
  );
  const loads = splitLoads(volume, capacity);
  const free = freeVessels(view, 'cream').filter((vessel) => vessel.capacity >= volume);
  const own = chosen.filter(({ lot }) => lot.vessel && lot.vessel.capacity >= volume);
  const into = vesselId ?? own[0]?.lot.vessel?.id ?? free[0]?.id ?? 'none';
  const ripened = chosen.every(({ story }) => story?.soured);
  const mixedRipeness = !ripened && chosen.some(({ story }) => story?.soured);
  const unsafe = chosen.filter(({ judged }) => judged.mayNot.churn !== undefined);
  const name = (one: LotNow) => one.lot.vessel?.name ?? one.lot.code;

  const pour = () =>
    act(
      'lot.pour',
      {
        from: [
          ...chosen.map(({ lot }) => ({ lotId: lot.id })),
          ...(add > 0 && diluentLot ? [{ lotId: diluentLot.lot.id, mass: add }] : []),
        ],
        lotId: newId(),
        kind: 'cream',
        vesselId: into === 'none' ? null : into,
        waterMass: add > 0 && !diluentLot ? add : 0,
        celsius: mixed.temperature,
        place: chosen[0]!.story?.place ?? 'fridge',
      },
      `${list(chosen.map(name))} poured together: ${say.volume(volume)} of ${text(spokenFraction(mixed.fat, 0))}.`,
    ).then((done) => done && onPoured());

  return (
    <Enamel className={styles.stack} aria-label="The next churning">
      <p className={styles.readout}>
        <span className={styles.big}>
          {say.massRange(Math.max(0, butter.mass - 1.64 * butter.sd), butter.mass + 1.64 * butter.sd)}
        </span>{' '}
        of butter from {say.volume(volume)} of {text(spokenFraction(mixed.fat, 0))} cream at{' '}
        {say.temperature(mixed.temperature)}.
      </p>
      <Quiet>
        {loads.loads === 1
          ? `One load: the churn is ${percent(loads.fillEach, 0)} full.`
          : `${loads.loads} loads of ${say.volume(loads.volumeEach)} each, so that the churn is never over half full.`}
      </Quiet>
      {mixed.fat < thinCream && (
        <p role="status" style={{ margin: 0 }}>
          {thinWords(mixed.fat)}
        </p>
      )}
      {mixedRipeness && (
        <p className={styles.refused} role="status">
          Sweet and ripened cream together leave fat in the buttermilk: churn each by itself, or let all of it
          ripen twelve hours.
        </p>
      )}
      {unsafe.map((one) => (
        <p key={one.lot.id} className={styles.refused} role="status">
          {name(one)} should not be churned: {say.words(one.judged.mayNot.churn!)}.
        </p>
      ))}
      <div className={styles.acts}>
        {chosen.length === 1 && (
          <Button component={Link} href={`/shelf/${chosen[0]!.lot.id}`} variant="outlined" size="large">
            Ripen or temper it
          </Button>
        )}
      </div>
      {chosen.length > 1 && (
        <details>
          <summary style={{ cursor: 'pointer', minHeight: 44, fontWeight: 620 }}>
            Chill, warm or sour all {chosen.length} as one
          </summary>
          <div className={styles.stack} style={{ marginTop: 12 }}>
            <AllTogether ones={chosen} />
          </div>
        </details>
      )}
      <details>
        <summary style={{ cursor: 'pointer', minHeight: 44, fontWeight: 620 }}>
          {chosen.length > 1 ? 'Pour together, or thin' : 'Thin it to a fat'}
        </summary>
        <div className={styles.stack} style={{ marginTop: 12 }}>
          <QuantityField
            label="To how much fat"
            typed={targetTyped}
            onTyped={setTarget}
            understood={target}
            system={say.system}
            hint={`as it is, ${text(spokenFraction(pooled.fat, 0))}; light cream 20 %, half-and-half 12 %`}
          />
          <Chips
            legend="Thinned with"
            chosen={thinner}
            onChoose={setThinner}
            choices={[
              { key: 'water', name: 'Water', small: 'boiled and cooled' },
              ...others
                .filter(({ lot }) => lot.blockedReason === null)
                .map((one) => ({
                  key: one.lot.id,
                  name: `${one.lot.kind === 'skim' ? 'Skim' : 'Milk'}, ${name(one)}`,
                  small: say.volume(one.volume),
                })),
            ]}
          />
          {wanted !== undefined && (
            <Quiet role="status">
              {diluentFat >= wanted
                ? 'That is as rich as what is wanted: thin with something leaner.'
                : !thinned?.reachable
                  ? `The cream is at ${text(spokenFraction(pooled.fat))}, under what is wanted: it can only be made leaner.`
                  : short
                    ? `${say.mass(add)} would be needed; ${name(diluentLot)} holds ${say.mass(diluentLot.lot.mass)}.`
                    : `Add ${say.mass(add)}: ${say.mass(thinned.totalMass)} of ${text(spokenFraction(wanted))}.`}
            </Quiet>
          )}
          <Chips
            legend="Into"
            chosen={into}
            onChoose={setVesselId}
            choices={[
              ...own.map(({ lot }) => ({
                key: lot.vessel!.id,
                name: lot.vessel!.name,
                small: 'as it stands',
              })),
              ...free.map(({ id, name: said, capacity: size }) => ({
                key: id,
                name: said,
                small: say.volume(size),
              })),
              { key: 'none', name: 'A jar', small: 'no name' },
            ]}
          />
          <Button
            variant="outlined"
            disabled={busy || short || (chosen.length === 1 && add === 0)}
            onClick={() => void pour()}
          >
            {add > 0 ? 'Thin and pour' : 'Pour together'}
          </Button>
          <RefusedSentence refused={refused} />
        </div>
      </details>
    </Enamel>
  );
}
