'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { feels } from '@/core/churning/batchWords';
import type { BatchFacts } from '@/core/churning/batchEvents';
import type { BatchStory } from '@/core/churning/batchStory';
import { spokenMinutes, text } from '@/core/quantities/formatQuantity';
import { butterNow, butterRemedy } from '@/core/working/butterNow';
import type { ButterRemedy } from '@/core/working/butterNow';
import { Door } from '../../board/Door';
import { usePlaces, useSay } from '../../frame/FarmContext';
import { useNow } from '../../frame/useNow';
import { Chips } from '../../quantity/Chips';
import { QuantityField } from '../../quantity/QuantityField';
import { understand } from '../../quantity/understand';
import { Quiet } from '../../theme/Enamel';
import { useOffered } from '../offered';
import { Key } from '../Key';
import type { LiveBatch } from '../useBatch';
import { feelWords } from '../words';
import styles from './ButterCard.module.css';

/** Butter as it stands, warmest and coldest that is not a slip, °C. */
const [coldest, warmest] = [-5, 35];

interface InHand {
  facts: BatchFacts;
  story: BatchStory;
  butterMass: number;
  record: LiveBatch['record'];
}

function useInHand({ facts, story, butterMass }: InHand) {
  const now = useNow(60_000);
  const butter = butterNow(facts, story, butterMass, now);
  return { butter, remedy: butterRemedy(butter, butterMass, facts.hardness) };
}

/** Only when the butter is too soft or too hard: what brings it back, in numbers. It comes before everything else. */
export function ButterRemedied(given: InHand) {
  const say = useSay();
  const places = usePlaces();
  const { remedy } = useInHand(given);
  const chill =
    remedy?.kind === 'chill'
      ? () =>
          void given.record({
            kind: 'paused',
            place: 'fridge',
            celsius: places.fridge.celsius,
            minutes: Math.max(1, Math.round(remedy.fridgeMinutes)),
          })
      : undefined;
  useOffered({ chill });
  if (!remedy) return null;
  return (
    <section className={styles.remedied} aria-label="First of all">
      <p className={styles.remedy}>{remedyWords(remedy, say)}</p>
      {remedy.kind === 'warm' && <Quiet>Break it up first, or only the outside warms.</Quiet>}
      {chill && (
        <Button
          variant="outlined"
          sx={{ minHeight: 56, justifySelf: 'start' }}
          onClick={chill}
          data-act="chill"
        >
          It is in the fridge <Key of="f" />
        </Button>
      )}
    </section>
  );
}

/** The butter in hand, how warm it is and how it feels; behind the door, what a hand or a probe says instead. */
export function ButterDoor({ half = false, ...given }: InHand & { half?: boolean }) {
  const say = useSay();
  const [typed, setTyped] = useState('');
  const { butter } = useInHand(given);
  const { record } = given;
  const understood = understand(typed, {
    system: say.system,
    kinds: ['temperature'],
    bareUnit: say.system === 'us' ? 'F' : 'C',
    check: ({ value }) =>
      value < coldest || value > warmest
        ? `Butter between ${say.temperature(coldest)} and ${say.temperature(warmest)} can be worked with.`
        : undefined,
  });
  const probe = () => {
    if (!understood || !('quantity' in understood)) return;
    record({ kind: 'felt', celsius: understood.quantity.value });
    setTyped('');
  };
  const from = { churn: ', by the churn', wash: ', if the water came cold from the tap' } as Record<
    string,
    string
  >;
  return (
    <Door
      name="The butter in hand"
      half={half}
      value={`about ${say.temperature(Math.round(butter.celsius))}${from[butter.from] ?? ''}: ${feelWords[butter.feels].name.toLowerCase()}`}
    >
      <div className={styles.told}>
        <Chips
          legend="How it feels"
          chosen={butter.from === 'feel' ? butter.feels : undefined}
          onChoose={(feel) => record({ kind: 'felt', feel })}
          choices={feels.map((key) => ({ key, ...feelWords[key] }))}
        />
        <QuantityField
          label="Temperature of the butter"
          typed={typed}
          onTyped={setTyped}
          understood={understood}
          system={say.system}
          hint={say.system === 'us' ? '57 F' : '14 C'}
          onEnter={probe}
        />
        <Button variant="outlined" onClick={probe} disabled={!understood || 'wrong' in understood}>
          Write it down
        </Button>
      </div>
    </Door>
  );
}

function remedyWords(remedy: NonNullable<ButterRemedy>, say: ReturnType<typeof useSay>): string {
  const minutes = (of: number) => text(spokenMinutes(Math.max(1, of)));
  if (remedy.kind === 'chill')
    return `Chill it before it is worked: pressed ${say.length(remedy.thickness)} thick, about ${minutes(remedy.fridgeMinutes)} in the fridge or ${minutes(remedy.iceWaterMinutes)} in ice water.`;
  return `Wash it with ${say.volume(remedy.waterMass)} of water at ${say.temperature(Math.round(remedy.waterCelsius))}${remedy.capped ? ', no warmer, twice if it must be' : ''}${remedy.roomMinutes === undefined ? '' : `; in the room it takes about ${minutes(remedy.roomMinutes)}`}.`;
}
