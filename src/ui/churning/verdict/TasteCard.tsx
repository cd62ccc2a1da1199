'use client';

import { feeds, tastes } from '@/core/churning/batchWords';
import type { Feed } from '@/core/churning/batchWords';
import { cowColour } from '@/core/comparing/seasonBook';
import type { BatchStory } from '@/core/churning/batchStory';
import { Chips } from '../../quantity/Chips';
import { Quiet } from '../../theme/Enamel';
import styles from './TasteCard.module.css';
import type { LiveBatch } from '../useBatch';
import { feedWords, tasteWords } from '../words';

/** From winter pale to spring grass: how much of the yellow of fat each step shows. */
const depths = [8, 24, 42, 60, 80, 100] as const;

/** Colour against feed, and the taste, for the next time: all by taps. */
export function TasteCard({ story, record }: { story: BatchStory; record: LiveBatch['record'] }) {
  const said = story.tasted ?? {};
  const chosen = new Set(said.tastes);
  const paler = said.feed && said.colour !== undefined ? against(said.colour, said.feed) : undefined;
  return (
    <div className={styles.told}>
      <fieldset className={styles.scale}>
        <legend>Colour</legend>
        {depths.map((depth, i) => (
          <button
            key={depth}
            type="button"
            aria-pressed={said.colour === i + 1}
            aria-label={`Colour ${i + 1} of 6, ${i === 0 ? 'white' : i === 5 ? 'deep yellow' : 'between'}`}
            onClick={() => record({ kind: 'tasted', colour: i + 1 })}
          >
            <span
              style={{ background: `color-mix(in srgb, var(--fat) ${depth}%, var(--enamel))` }}
              aria-hidden
            />
            {i + 1}
          </button>
        ))}
      </fieldset>
      <Chips
        legend="They ate"
        chosen={said.feed}
        onChoose={(feed) => record({ kind: 'tasted', feed })}
        choices={feeds.map((key) => ({
          key,
          name: feedWords[key],
          small: `usually ${cowColour[key][0]} to ${cowColour[key][1]}`,
        }))}
      />
      {paler && <Quiet role="status">{paler}</Quiet>}
      <fieldset className={styles.words}>
        <legend>It tastes</legend>
        {tastes.map((taste) => (
          <button
            key={taste}
            type="button"
            aria-pressed={chosen.has(taste)}
            onClick={() =>
              record({
                kind: 'tasted',
                tastes: chosen.has(taste) ? [...chosen].filter((one) => one !== taste) : [...chosen, taste],
              })
            }
          >
            {tasteWords[taste]}
          </button>
        ))}
      </fieldset>
      {chosen.has('soapy') || chosen.has('bitter') || chosen.has('cheesy') ? (
        <Quiet role="status">
          Soapy, bitter or cheesy comes of old raw cream, of foaming, or of buttermilk left in: churn sooner,
          wash till clear, keep it cold.
        </Quiet>
      ) : null}
      {said.note && <Quiet>“{said.note}”</Quiet>}
    </div>
  );
}

function against(colour: number, feed: Feed): string | undefined {
  const [low, high] = cowColour[feed];
  if (colour < low) return `Paler than cows on ${feedWords[feed].toLowerCase()} usually make it.`;
  if (colour > high) return `Deeper than cows on ${feedWords[feed].toLowerCase()} usually make it.`;
  return `As cows on ${feedWords[feed].toLowerCase()} usually make it.`;
}
