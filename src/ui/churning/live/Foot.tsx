'use client';

import Button from '@mui/material/Button';
import type { Ref } from 'react';
import { useImperativeHandle, useState } from 'react';
import type { BatchEvent } from '@/core/churning/batchEvents';
import type { BatchStory } from '@/core/churning/batchStory';
import { tools } from '@/core/churning/tools';
import type { BatchView } from '@/server/churning/views';
import { useSay } from '../../frame/FarmContext';
import { eventWords } from '../eventWords';
import type { Turns } from './FootForms';
import { laterPart } from '../../frame/laterPart';
import { useLater } from '../../frame/useLater';
import { Enamel } from '../../theme/Enamel';
import { Key } from '../Key';
import { isDrained } from './stageNow';
import type { LiveBatch } from '../useBatch';
import styles from './Foot.module.css';

const CorrectCream = laterPart(() => import('../CorrectCream').then((part) => part.CorrectCream));
const Notes = laterPart(() => import('../../standing/Notes').then((part) => part.Notes));
const theForms = () => import('./FootForms');

type Open =
  | 'temperature'
  | 'water'
  | 'salt'
  | 'tool'
  | 'abandon'
  | 'loads'
  | 'turns'
  | 'speed'
  | 'note'
  | 'right'
  | undefined;

/** Lets single keys open what lies along the foot. */
export interface FootHandle {
  open: (what: Open) => void;
}

/** Along the foot: undo, temperature, water, pause; behind “More…” what is rarer. */
export function Foot({
  view,
  story,
  record,
  undo,
  last,
  turns,
  onTurns,
  large,
  onLarge,
  onLook,
  ref,
}: {
  ref?: Ref<FootHandle>;
  view: BatchView;
  story: BatchStory;
  record: LiveBatch['record'];
  undo: (() => void) | undefined;
  last: BatchEvent | undefined;
  turns: Turns;
  onTurns: (to: Partial<Turns>) => void;
  large: boolean;
  onLarge: () => void;
  /** Looks at another of the loads that are churned side by side. */
  onLook: (load: number | undefined) => void;
}) {
  const say = useSay();
  const forms = useLater(theForms, true);
  const [open, setOpen] = useState<Open>();
  const [more, setMore] = useState(false);
  const toggle = (what: Open) => setOpen(open === what ? undefined : what);
  /** Written down: back to the top, where the next mark waits for the thumb. */
  const done = () => {
    setOpen(undefined);
    window.scrollTo({ top: 0 });
  };
  const live = story.phase !== 'abandoned';
  const standing = story.phase !== 'churning' && story.phase !== 'paused';
  // Once it is drained there is no cream in the churn to loosen, move or share out.
  const creamy = live && !isDrained(story);
  // A hand turns as fast as it turns.
  const driven = tools[story.tool].driven !== 'hand';
  useImperativeHandle(ref, () => ({
    open: (what) =>
      (creamy || what === 'temperature' || what === 'abandon' || what === 'note' || what === 'right') &&
      setOpen(what),
  }));
  return (
    <div className={styles.foot}>
      <div className={styles.row}>
        <Button variant="outlined" disabled={!undo} onClick={undo} data-act="undo">
          Undo{last && `: ${eventWords(last, say).short}`}
          <Key of="u" />
        </Button>
        {live && (
          <>
            <Button
              variant="outlined"
              aria-expanded={open === 'temperature'}
              onClick={() => toggle('temperature')}
            >
              Temperature <Key of="r" />
            </Button>
            {creamy && (
              <Button variant="outlined" aria-expanded={open === 'water'} onClick={() => toggle('water')}>
                Add water <Key of="a" />
              </Button>
            )}
            {story.phase !== 'paused' && (
              <Button variant="outlined" onClick={() => record({ kind: 'paused' })} data-act="pause">
                Pause <Key of="p" />
              </Button>
            )}
            {standing && (
              <Button variant="outlined" onClick={() => record({ kind: 'resumed' })} data-act="again">
                Churn again
              </Button>
            )}
            <Button variant="outlined" aria-expanded={more} onClick={() => setMore(!more)}>
              More…
            </Button>
          </>
        )}
      </div>
      {live && more && (
        <div className={styles.row} role="group" aria-label="What is rarer">
          {creamy && (
            <>
              <Button variant="outlined" aria-expanded={open === 'tool'} onClick={() => toggle('tool')}>
                Other tool <Key of="o" />
              </Button>
              <Button variant="outlined" aria-expanded={open === 'salt'} onClick={() => toggle('salt')}>
                Salt in the cream <Key of="6" />
              </Button>
              <Button variant="outlined" aria-expanded={open === 'loads'} onClick={() => toggle('loads')}>
                Split or merge <Key of="m" />
              </Button>
              {driven && (
                <Button variant="outlined" aria-expanded={open === 'speed'} onClick={() => toggle('speed')}>
                  Slower, faster <Key of="q" />
                </Button>
              )}
              <Button variant="outlined" aria-expanded={open === 'turns'} onClick={() => toggle('turns')}>
                {turns.on ? `Turns of ${turns.seconds} s` : 'Turns'} <Key of="h" />
              </Button>
            </>
          )}
          <Button variant="outlined" aria-expanded={open === 'note'} onClick={() => toggle('note')}>
            Note <Key of="i" />
          </Button>
          <Button variant="outlined" aria-expanded={open === 'right'} onClick={() => toggle('right')}>
            Put the start right <Key of="c" />
          </Button>
          <Button variant="outlined" aria-pressed={large} onClick={onLarge}>
            {large ? 'Usual type' : 'Large type'} <Key of="l" />
          </Button>
          <Button variant="outlined" aria-expanded={open === 'abandon'} onClick={() => toggle('abandon')}>
            Give up <Key of="x" />
          </Button>
        </div>
      )}
      {forms && open === 'temperature' && <forms.TemperatureForm record={record} onDone={done} />}
      {forms && creamy && open === 'water' && <forms.WaterForm record={record} onDone={done} />}
      {forms && creamy && open === 'salt' && (
        <forms.CreamSaltForm view={view} story={story} record={record} onDone={done} />
      )}
      {forms && creamy && open === 'tool' && <forms.ToolForm view={view} record={record} onDone={done} />}
      {forms && creamy && open === 'loads' && (
        <forms.LoadsForm view={view} story={story} record={record} onDone={done} onLook={onLook} />
      )}
      {forms && creamy && driven && open === 'speed' && (
        <forms.SpeedForm story={story} record={record} onDone={done} />
      )}
      {forms && creamy && open === 'turns' && <forms.TurnsForm turns={turns} onTurns={onTurns} />}
      {open === 'note' && (
        <Enamel>
          <Notes
            notes={story.notes}
            now={view.nowSeconds}
            about="this batch"
            onNote={(note) => {
              record({ kind: 'noted', note });
              done();
            }}
          />
        </Enamel>
      )}
      {open === 'right' && <CorrectCream view={view} story={story} record={record} onDone={done} />}
      {forms && open === 'abandon' && <forms.AbandonForm record={record} onDone={done} />}
    </div>
  );
}
