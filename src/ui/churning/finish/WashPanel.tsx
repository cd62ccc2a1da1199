'use client';

import { timesSaid } from '@/core/quantities/counted';
import Button from '@mui/material/Button';
import type { BatchFacts } from '@/core/churning/batchEvents';
import type { Clarity, WashPlace } from '@/core/churning/batchWords';
import { clarities, washPlaces } from '@/core/churning/batchWords';
import type { BatchStory } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import { washesLeft } from '@/core/washing/washesLeft';
import { butterNow, butterRemedy, coldTap } from '@/core/working/butterNow';
import { warmestWash } from '@/core/working/butterWorkability';
import { Door, Doors } from '../../board/Door';
import { useSay } from '../../frame/FarmContext';
import { useDraft } from '../../frame/useDraft';
import { useNow } from '../../frame/useNow';
import { Chips } from '../../quantity/Chips';
import { QuantityField } from '../../quantity/QuantityField';
import { understand } from '../../quantity/understand';
import { Quiet } from '../../theme/Enamel';
import { ButterDoor, ButterRemedied } from './ButterCard';
import type { Body } from '../makeDayEvents';
import { amountRules } from '../plan/creamRules';
import { useOffered } from '../offered';
import { Key } from '../Key';
import type { TellsWhen } from './ToldWhen';
import { ToldFor, useTold, WhenDoor } from './ToldWhen';
import type { LiveBatch } from '../useBatch';
import { washWords } from '../words';
import styles from './WashPanel.module.css';

const looks: Record<Clarity, { name: string; says: string }> = {
  milky: { name: 'Milky', says: 'over a fifth of buttermilk' },
  cloudy: { name: 'Cloudy', says: 'a twentieth to a fifth' },
  hazy: { name: 'Hazy', says: 'a hundredth or two' },
  clear: { name: 'Clear', says: 'done' },
};

/** Warmer water than is advised is written down all the same, up to here, °C: from about 32 °C butter melts. */
const warmestTold = 35;

/** Water a degree to three below the butter keeps it firm (handbook §6.10), K. */
const below = { least: 1, most: 3 } as const;

/** A wash: how the water looked when it was poured off. Clear is the end of it. */
export function WashPanel({
  batchId,
  facts,
  story,
  foreseen,
  record,
  tells,
  onSkip,
}: {
  batchId: string;
  facts: BatchFacts;
  story: BatchStory;
  foreseen: Foreseen;
  record: LiveBatch['record'];
  tells: TellsWhen;
  onSkip: () => void;
}) {
  const say = useSay();
  const told = useTold(tells, story, record);
  const now = useNow(60_000);
  const [{ typed, coldTyped, where }, change] = useDraft<{
    typed: string;
    coldTyped: string;
    where?: WashPlace;
  }>(`wash:${batchId}`, () => ({ typed: '', coldTyped: '' }));
  const understood = understand(typed, amountRules(say.system, 'water'));
  const coldRead = understand(coldTyped, {
    system: say.system,
    kinds: ['temperature'],
    bareUnit: say.system === 'us' ? 'F' : 'C',
    check: ({ value }) =>
      value < 0 || value > warmestTold
        ? `Wash water from ${say.temperature(0)} to ${say.temperature(warmestTold)}: warmer melts the butter.`
        : undefined,
  });
  const water = understood && 'quantity' in understood ? understood.quantity.value : undefined;
  const celsius = coldRead && 'quantity' in coldRead ? coldRead.quantity.value : undefined;
  // As much water as butter, said to the nearest cupful or so.
  const grains = Math.max(50, Math.round(foreseen.butter.mass / 50) * 50);
  const last = story.washes.at(-1);
  const left = washesLeft(grains, water ?? grains, last?.clarity);
  const butter = butterNow(facts, story, foreseen.butter.mass, now);
  const remedy = butterRemedy(butter, foreseen.butter.mass, facts.hardness);
  const wash = (clarity: Clarity): Body => ({
    kind: 'washed',
    clarity,
    // Butter takes on its water’s temperature only where both were said.
    ...(water !== undefined ? { waterMass: water } : celsius !== undefined ? { waterMass: grains } : {}),
    ...(celsius === undefined ? {} : { celsius }),
    ...(where === undefined ? {} : { where }),
  });
  const usual = facts.usualWashes ?? 0;
  const asUsual =
    usual > 1 && story.washes.length === 0 && !told.waits
      ? () =>
          told.record([
            ...Array.from({ length: usual - 1 }, (_, i) => wash(i === 0 ? 'milky' : 'hazy')),
            wash('clear'),
          ])
      : undefined;
  useOffered({
    ...Object.fromEntries(
      clarities.map((clarity) => [
        `washed-${clarity}`,
        told.waits ? undefined : () => void told.record(wash(clarity)),
      ]),
    ),
    'washed-usual': asUsual && (() => void asUsual()),
    unwashed: onSkip,
  });
  const inHand = { facts, story, butterMass: foreseen.butter.mass, record };
  return (
    <section className={styles.wash} aria-label="Washing">
      <ButterRemedied {...inHand} />
      <p className={styles.plan}>
        {last
          ? `${washWordsSoFar(story.washes.length)}, ${last.clarity}: `
          : `With ${say.volume(water ?? grains)} each time, `}
        {leftWords(left, last !== undefined)}.
        {!remedy &&
          ` Water at ${say.temperatures(Math.max(2, Math.round(butter.celsius - below.most)), Math.max(4, Math.round(butter.celsius - below.least)))} keeps it firm.`}
      </p>
      <div className={styles.looks} role="group" aria-label="How the wash water looked">
        {clarities.map((clarity, i) => (
          <button
            key={clarity}
            type="button"
            className={styles.look}
            disabled={told.waits}
            onClick={() => told.record(wash(clarity))}
            data-act={`washed-${clarity}`}
          >
            <Glass clarity={clarity} />
            <span>
              {looks[clarity].name}
              <Key of={String(i + 1)} />
            </span>
            <small>{looks[clarity].says}</small>
          </button>
        ))}
      </div>
      <ToldFor at={told.at} onWhen={tells.onWhen} />
      <div className={styles.acts}>
        {asUsual && (
          <Button variant="outlined" sx={{ minHeight: 56 }} onClick={asUsual} data-act="washed-usual">
            Washed {timesSaid(usual)} till clear, as last time <Key of="5" />
          </Button>
        )}
        <Button variant="outlined" sx={{ minHeight: 56 }} onClick={onSkip} data-act="unwashed">
          {story.washes.length > 0 ? 'Enough washing' : 'Not washing, press only'} <Key of="e" />
        </Button>
      </div>
      <Doors>
        <ButterDoor {...inHand} />
        <WhenDoor legend="Washed" tells={tells} told={told} />
        <Door
          name="Water of each wash"
          half
          value={[
            say.volume(water ?? grains),
            celsius === undefined ? 'cold from the tap' : say.temperature(celsius),
            ...(where === undefined ? [] : [washWords[where].inSentence]),
          ].join(', ')}
        >
          <div className={styles.told}>
            <div className={styles.fields}>
              <QuantityField
                label="Water for each wash"
                typed={typed}
                onTyped={(text) => change({ typed: text })}
                understood={understood}
                system={say.system}
                hint={`assumed ${say.volume(grains)}, as much as there is butter`}
              />
              <QuantityField
                label="How cold it is"
                typed={coldTyped}
                onTyped={(text) => change({ coldTyped: text })}
                understood={coldRead}
                system={say.system}
                hint={`assumed ${say.temperature(coldTap)}, cold from the tap`}
              />
            </div>
            {celsius !== undefined && celsius > warmestWash && (
              <Quiet role="status">
                At {say.temperature(celsius)} the outside smears and shuts water in: rinse it once more with
                cold, and rest it cold before it is worked.
              </Quiet>
            )}
            <Chips
              legend="Where"
              chosen={where}
              onChoose={(to) => change({ where: to })}
              choices={washPlaces.map((key) => ({ key, name: washWords[key].name }))}
            />
          </div>
        </Door>
      </Doors>
      <Quiet>
        Water and ice that touch butter are ingredients: drinking quality, or boiled and cooled. Beaten long
        in the water, butter turns dull: fewer, shorter washes, and rest it cold. Unwashed butter keeps days,
        not weeks.
      </Quiet>
    </section>
  );
}

const washWordsSoFar = (washes: number): string => `Washed ${timesSaid(washes)}`;

function leftWords({ low, mid, high }: { low: number; mid: number; high: number }, more: boolean): string {
  if (high === 0) return 'it is clear';
  const number = low === high ? String(mid) : `${Math.max(1, low)} to ${high}`;
  return `about ${number === '1 to 1' ? '1' : number} ${more ? 'more' : high === 1 ? 'wash' : 'washes'} until it runs clear`;
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
