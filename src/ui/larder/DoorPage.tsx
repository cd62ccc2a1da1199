'use client';

import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { addDays, isDate, weekFrom } from '@/core/keeping/civilDate';
import { planDoor } from '@/core/jot/planDoor';
import type { DoorDay } from '@/core/jot/readDoor';
import { mostLines, readDoor } from '@/core/jot/readDoor';
import { list } from '@/core/quantities/list';
import { text, spokenMinutes } from '@/core/quantities/formatQuantity';
import { densities } from '@/core/quantities/measuring';
import type { DoorView } from '@/server/larder/views';
import { Door } from '../board/Door';
import { Said, Wall } from '../board/Wall';
import { noonOf } from '../frame/farmTime';
import { useSay } from '../frame/FarmContext';
import { useDraft } from '../frame/useDraft';
import { useNow } from '../frame/useNow';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { DayField } from '../quantity/DayField';
import { Field } from '../quantity/Field';
import { Quiet } from '../theme/Enamel';
import { doorActs } from './doorActs';
import styles from './DoorPage.module.css';

/** A page has four weeks. */
const pageDays = 27;
const examples = {
  metric: '11.2, 10.8, cream 0.9\n11, 10.5\n10.8, 11, cream 1.1, churned 14 C 22 min, butter 612 g salted',
  us: '12, 11.5, cream 1\n11.5, 11\n12, 11, cream 1.2, churned 58 F 22 min, butter 1 lb 5 oz salted',
  imperial: '20, 19, cream 2\n19, 18\n20, 19, cream 2, churned 14 C 22 min, butter 1 lb 5 oz salted',
};

interface DoorDraft {
  typed: string;
  from: string;
  /** The command it was sent as, while it stands there unchanged. */
  sendAs?: string | undefined;
}

/** What was written by hand on the page on the fridge door, typed in at once: a day a line, said back before it is written down. */
export function DoorPage({ view }: { view: DoorView }) {
  const say = useSay();
  const now = useNow(60_000);
  const today = say.dateOf(now);
  const begins = weekFrom(addDays(today, -pageDays), view.farm.weekBegins);
  const [{ typed, from, sendAs }, change, forget] = useDraft<DoorDraft>('door', () => ({ typed: '', from: begins }));
  const { act, refused, busy } = useAct();
  const [done, setDone] = useState<string>();
  /** The days of what was sent, act by act. */
  const [sentOf, setSentOf] = useState<string[]>([]);
  const lines = useMemo(() => {
    try {
      return readDoor(typed, from, today, say.system);
    } catch {
      return undefined;
    }
  }, [typed, from, today, say.system]);
  const days = lines?.flatMap(({ day }) => day ?? []) ?? [];
  const plan = planDoor(days);
  const wrong = lines?.filter((line) => line.wrong !== undefined).length ?? 0;
  const count = (kind: string) => plan.steps.filter((step) => step.kind === kind).length;
  const churned = count('churn');
  const what = list([
    ...some(count('milk'), 'milking'),
    ...some(count('skim') + count('cream'), 'lot', ' of cream'),
    ...some(churned, 'churning'),
  ]);
  const written = new Set(view.written);
  const refusedOn = sentOf[Number(/^acts\.(\d+)/.exec(refused?.field ?? '')?.[1] ?? NaN)];
  async function write() {
    const acts = doorActs(plan, view, {
      now,
      secondsAt: (date, hour) => noonOf(date, view.farm.timeZone) + 3600 * (hour - 12),
    });
    setSentOf(acts.map(({ date }) => date));
    const sent = acts.map(({ name, input }) => ({ name, input }));
    const said = `${what[0]!.toUpperCase()}${what.slice(1)} written down.`;
    // Kept with what was typed: a reload before the house answered sends the same page, which is written down once.
    const id = sendAs ?? newId();
    change({ sendAs: id });
    if (await act('door.write', { acts: sent }, said, churned === 0, id)) {
      change({ typed: '', from: begins, sendAs: undefined });
      forget();
      setDone(said);
    } else change({ sendAs: undefined });
  }
  return (
    <div className={styles.page}>
      <Wall>
        <Said
          says={
            typed.trim() === ''
              ? (done ?? 'Type in what was written on the door.')
              : wrong > 0
                ? `${wrong === 1 ? 'One line is' : `${wrong} lines are`} not understood yet.`
                : plan.problems.length > 0
                  ? 'Some of it does not go together yet.'
                  : what === ''
                    ? 'Nothing was written on these days.'
                    : `That is ${what}.`
          }
          why="A day a line: milk of the morning and of the evening, cream, churning, butter. What nobody wrote is as usual here; nothing is written down before you say so."
          acts={
            <Button
              variant="contained"
              size="large"
              sx={{ minHeight: 64 }}
              disabled={busy || what === '' || wrong > 0 || plan.problems.length > 0}
              onClick={() => void write()}
            >
              Write it all down
            </Button>
          }
        />
      </Wall>
      {refusedOn && <p className={styles.on}>On {say.day(refusedOn, today)}:</p>}
      <RefusedSentence refused={refused} />
      <div className={styles.both}>
        <div className={styles.typing}>
          <Door name="First day of the page" value={say.day(from, today)}>
            <div className={styles.first}>
            <DayField
              label="First day of the page"
              value={from}
              onValue={(day) => day !== null && isDate(day) && change({ from: day, sendAs: undefined })}
              hint="a line is the day after the one before; “Thu:” or “5 Nov:” sets another"
              max={today}
              needed
            />
            </div>
          </Door>
          <Field
            label="A day a line"
            multiline
            fullWidth
            value={typed}
            placeholder={examples[say.system]}
            onChange={(event) => {
              setDone(undefined);
              change({ typed: event.target.value, sendAs: undefined });
            }}
            slotProps={{ inputLabel: { shrink: true }, htmlInput: { spellCheck: false, autoComplete: 'off', autoCapitalize: 'off', rows: 12 } }}
            helperText={`milk in ${{ metric: 'litres', us: 'quarts', imperial: 'pints' }[say.system]} unless you say otherwise; an empty line is a day with nothing; at most ${mostLines} lines`}
          />
        </div>
        {typed.trim() === '' ? (
          <div className={styles.echo}>
            <Quiet>It is said back here as you type:</Quiet>
            <ol>
              {readDoor(examples[say.system], from, addDays(from, 3), say.system).map(({ day }) => day && <li key={day.date}><strong>{say.day(day.date, today)}</strong> {dayWords(day)}</li>)}
            </ol>
          </div>
        ) : (
          <div className={styles.echo} role="status" aria-label="As it is understood">
            <ol>
              {lines?.map((line, i) => (
                <li key={i}>
                  {line.day ? (
                    <>
                      <strong>{say.day(line.day.date, today)}</strong> {dayWords(line.day)}
                      {plan.problems.filter(({ date }) => date === line.day!.date).map(({ says }) => <em key={says}>△ {says}</em>)}
                      {line.day.morning && written.has(line.day.date) && <em>△ Milk of that day is in the books already.</em>}
                    </>
                  ) : (
                    <em>△ Line {i + 1}: {line.wrong}</em>
                  )}
                </li>
              ))}
            </ol>
          </div>
        )}
      </div>
    </div>
  );

  /** A day said back in the farm’s units. */
  function dayWords({ morning, evening, cream, celsius, minutes, butter }: DoorDay): string {
    const litres = (mass: number) => say.volume(mass / densities.warmMilk);
    const said = [
      ...(morning || evening ? [`${list([...(morning ? [litres(morning.mass)] : []), ...(evening ? [litres(evening.mass)] : [])])} of milk`] : []),
      ...(cream ? [`${say.volume(cream.volume)} of cream`] : []),
      ...(celsius === undefined && minutes === undefined ? [] : [`churned${celsius === undefined ? '' : ` at ${say.temperature(celsius)}`}${minutes === undefined ? '' : `, ${text(spokenMinutes(minutes))}`}`]),
      ...(butter ? [`${say.mass(butter.mass)} of ${butter.salted ? 'salted ' : ''}butter`] : []),
    ];
    return said.length === 0 ? 'nothing' : said.join('; ');
  }
} // prettier-ignore

const some = (count: number, what: string, of = ''): string[] =>
  count === 0 ? [] : [count === 1 ? `one ${what}${of}` : `${count} ${what}s${of}`];
