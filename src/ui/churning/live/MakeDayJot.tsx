'use client';

import { useState } from 'react';
import { CalculationError } from '@/core/calculationError';
import type { BatchStory } from '@/core/churning/batchStory';
import { lastAct } from '@/core/churning/lastAct';
import type { BatchView } from '@/server/churning/views';
import { useSay, useTeaspoonOfSalt } from '../../frame/FarmContext';
import { useNotice } from '../../frame/Notices';
import { useLater } from '../../frame/useLater';
import { clockSeconds } from '../../frame/useNow';
import { InHeader, useBeginJot } from '../../jot/HeaderJot';
import { JotField } from '../../jot/JotField';
import { eventWords } from '../eventWords';
import { useOffered } from '../offered';
import type { LiveBatch } from '../useBatch';

const theReading = () => import('./makeDayReading');

/** What may be said on the churn, in the farm's units. */
const said = {
  metric: '“broke”, “15 C”, “water 60 ml”, “drained 0.9 l”, “washed clear”, “butter 612 g salted”',
  us: '“broke”, “60 F”, “water 1/4 cup”, “drained 1 qt”, “washed clear”, “butter 1 lb salted”',
  imperial: '“broke”, “15 C”, “water 2 fl oz”, “drained 1 1/2 pints”, “washed clear”, “butter 1 lb salted”',
} as const;

/** One line for everything that happens on make day, typed or dictated, said back as a sentence with Undo. */
export function MakeDayJot({
  view,
  story,
  record,
}: {
  view: BatchView;
  story: BatchStory;
  record: LiveBatch['record'];
}) {
  const say = useSay();
  const teaspoonOfSalt = useTeaspoonOfSalt();
  const notice = useNotice();
  const [typed, setTyped] = useState('');
  const [wrong, setWrong] = useState<string>();
  useOffered({ jot: useBeginJot() });
  useLater(theReading, typed !== '');
  async function write() {
    const reading = await theReading().catch(() => undefined);
    if (!reading)
      return setWrong('The house is away, and this line was not used before: press the buttons meanwhile.');
    const {
      butterEvent,
      makeDayEvents,
      momentSaid,
      readMakeDay,
      readNote,
      reweighedEvent,
      takeWhen,
      unweighedEvents,
    } = reading;
    try {
      const timed = readNote(typed) ? undefined : takeWhen(typed);
      const act = readMakeDay(timed?.rest ?? typed, say.system, teaspoonOfSalt);
      const at = timed && momentSaid(timed.when, clockSeconds(), say.timeZone);
      if (!act) return setWrong(`“${typed.trim()}” was not understood here. Say ${said[say.system]}.`);
      if (act.kind === 'undo') {
        const done = lastAct(story.events);
        if (done.length === 0) return setWrong('There is nothing to undo.');
        record(done.map(({ id }) => ({ kind: 'undone' as const, eventId: id })));
        notice({ says: `Undone: ${eventWords(done[0]!, say).short}.` });
      } else {
        if (act.kind === 'packed' && story.portions.length === 0)
          return setWrong('There is no butter yet: say what it weighs first.');
        const one =
          act.kind === 'butter'
            ? butterEvent(act, view.facts, story)
            : act.kind === 'notWeighed'
              ? unweighedEvents(view.facts, story, view.pace)
              : act.kind === 'packed'
                ? act
                : act.kind === 'reweighed'
                  ? reweighedEvent(act, story)
                  : makeDayEvents(act);
        if (typeof one === 'string') return setWrong(one);
        const bodies = [one].flat();
        const ids = record(bodies, at);
        notice({
          says: `${bodies.map((body) => eventWords({ ...body, id: '', atSeconds: 0 } as Parameters<typeof eventWords>[0], say).long).join('; ')}${at === undefined ? '' : `, ${say.when(at, clockSeconds())}`}.`,
          undo: () => record(ids.map((eventId) => ({ kind: 'undone' as const, eventId }))),
        });
      }
      // What was begun meanwhile stays.
      setTyped((now) => (now === typed ? '' : now));
      setWrong(undefined);
    } catch (error) {
      if (!(error instanceof CalculationError)) throw error;
      setWrong(error.message);
    }
  }
  return (
    <InHeader>
      <JotField
        id="make-day-jot"
        typed={typed}
        onTyped={(to) => {
          setTyped(to);
          setWrong(undefined);
        }}
        onWrite={() => void write()}
        wrong={wrong}
        example={
          {
            metric: 'broke · 15 C · butter 612 g salted',
            us: 'broke · 60 F · butter 1 lb salted',
            imperial: 'broke · 15 C · butter 1 lb salted',
          }[say.system]
        }
      />
    </InHeader>
  );
}
