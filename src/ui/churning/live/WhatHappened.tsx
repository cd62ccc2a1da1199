'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import type { BatchStory } from '@/core/churning/batchStory';
import { clockText } from '@/core/quantities/formatQuantity';
import { useSay } from '../../frame/FarmContext';
import { eventWords } from '../eventWords';
import type { LiveBatch } from '../useBatch';
import styles from './WhatHappened.module.css';

/** Every mark with its time; each can be taken back, and its time put right. */
export function WhatHappened({
  story,
  unsent,
  record,
}: {
  story: BatchStory;
  unsent: ReadonlySet<string>;
  record: LiveBatch['record'] | undefined;
}) {
  const say = useSay();
  // What can be pressed is drawn once the list is opened: a mark is on the screen the sooner.
  const [open, setOpen] = useState(false);
  const elapsed = new Map(story.marks.map((mark) => [mark.id, mark]));
  return (
    <details className={styles.log} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>What happened so far ({story.events.length})</summary>
      <ol>
        {story.events.map((event) => {
          const mark = elapsed.get(event.id);
          const flags = story.flags.filter((flag) => flag.eventId === event.id);
          const move = (seconds: number) =>
            record?.({ kind: 'retimed', eventId: event.id, toSeconds: event.atSeconds + seconds });
          const { long, short } = eventWords(event, say);
          return (
            <li key={event.id}>
              <time>{say.clock(event.atSeconds)}</time>
              <span>
                {long}
                {mark && ` at ${clockText(mark.elapsedSeconds)}`}
                {mark?.echo && <em> marked by another device too; counted once</em>}
                {flags.map((flag) => (
                  <em key={flag.says}> △ {flag.says}</em>
                ))}
                {unsent.has(event.id) && <em> kept here, not sent yet</em>}
              </span>
              {open && record && event.kind !== 'started' && (
                <span className={styles.acts}>
                  {event.kind === 'mark' && (
                    <>
                      <Button
                        variant="outlined"
                        size="small"
                        onClick={() => move(-60)}
                        aria-label={`${short}: a minute earlier`}
                      >
                        −1 min
                      </Button>
                      <Button
                        variant="outlined"
                        size="small"
                        onClick={() => move(60)}
                        aria-label={`${short}: a minute later`}
                      >
                        +1 min
                      </Button>
                    </>
                  )}
                  <Button
                    variant="outlined"
                    size="small"
                    onClick={() => record({ kind: 'undone', eventId: event.id })}
                    aria-label={`Take back ${short}`}
                  >
                    Take back
                  </Button>
                </span>
              )}
            </li>
          );
        })}
        {story.marks
          .filter((mark) => mark.inferred)
          .map((mark) => (
            <li key={mark.id}>
              <time>{say.clock(mark.atSeconds)}</time>
              <span>
                <em>
                  {mark.stage}, inferred from the break at {clockText(mark.elapsedSeconds)}
                </em>
              </span>
            </li>
          ))}
      </ol>
    </details>
  );
}
