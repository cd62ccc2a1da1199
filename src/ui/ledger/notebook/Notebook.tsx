'use client';

import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useId, useMemo, useState } from 'react';
import type { DateOrder } from '@/core/notebook/readDay';
import { ordersOf } from '@/core/notebook/readDay';
import type { Column, NotebookField, ReadLine } from '@/core/notebook/readNotebook';
import { columnUnits, guessColumns, notebookFields, readNotebook } from '@/core/notebook/readNotebook';
import { toolKeys, tools } from '@/core/churning/tools';
import { counted } from '@/core/quantities/counted';
import { percent, spokenMinutes, text } from '@/core/quantities/formatQuantity';
import type { Vessel } from '@/server/house/views';
import type { NotebookReport } from '@/server/notebook/views';
import { useSay } from '../../frame/FarmContext';
import { useDraft } from '../../frame/useDraft';
import { Chips } from '../../quantity/Chips';
import { QuantityField } from '../../quantity/QuantityField';
import { understand } from '../../quantity/understand';
import { Press } from '../../theme/Press';
import { Quiet } from '../../theme/Enamel';
import { columnsBefore, rememberColumns } from './columnsBefore';
import type { Pasted } from './readPaste';
import type { BroughtBefore } from './Brought';
import { Brought } from './Brought';
import { readPaste } from './readPaste';
import styles from './Notebook.module.css';

interface Draft {
  text: string;
  /** What a column was said to be, by its header: remembered for the next notebook. */
  columns: Record<string, Column>;
  order: DateOrder | '';
  /** Whose quarts and cups they are, on a farm that has none of its own. */
  measures: 'us' | 'imperial';
  /** Cells put right, by line and column. */
  righted: Record<string, string>;
  fatTyped: string;
  treatment: 'raw' | 'pasteurised';
  churn: string;
}

const orderNames: Record<DateOrder, string> = {
  dmy: 'day, month, year',
  mdy: 'month, day, year',
  ymd: 'year, month, day',
};
const fields = Object.keys(notebookFields) as NotebookField[];
/** A house that takes years in needs its time, ms. */
const patience = 10 * 60_000;
/** Lines shown at first. */
const shown = 6;

/** Years on paper: pasted or chosen, its columns named, its dirty lines put right, and taken in as batches. */
export function Notebook({
  farmId,
  brought,
  fat,
  churns,
}: {
  farmId: string;
  /** Notebooks of which something stands here. */
  brought: readonly BroughtBefore[];
  /** Fat of the cream where a line says none, as a start. */
  fat: number;
  churns: readonly Pick<Vessel, 'id' | 'name'>[];
}) {
  const say = useSay();
  const field = useId();
  const router = useRouter();
  const [draft, change, forget] = useDraft<Draft>(`notebook:${farmId}`, () => ({
    text: '',
    columns: {},
    order: '',
    measures: 'us',
    righted: {},
    fatTyped: percent(fat),
    treatment: 'raw',
    churn: churns[0] ? `vessel:${churns[0].id}` : 'tool:jar',
  }));
  const [report, setReport] = useState<
    (NotebookReport & { says: string; dry: boolean }) | { wrong: string }
  >();
  const [busy, setBusy] = useState<'look' | 'take'>();
  const pasted = useMemo(() => readPaste(draft.text), [draft.text]);
  const told = pasted && 'headers' in pasted ? pasted : undefined;
  const kitchen =
    say.system === 'metric' && /\b(qts?|quarts?|pts?|pints?|cups?|gal|gallons?)\b/i.test(draft.text);
  const system = kitchen ? draft.measures : say.system;
  const columns = useMemo(() => {
    if (!told) return [];
    const guess = guessColumns(told.headers, say.system);
    const before = columnsBefore(farmId);
    return told.headers.map((header, i) => draft.columns[header] ?? before[header] ?? guess[i]!);
  }, [told, say.system, draft.columns, farmId]);
  const days = columns.findIndex((column) => column.field === 'date');
  const orders = useMemo(
    () =>
      ordersOf(
        told && days >= 0 ? told.lines.map((cells) => cells[days]!) : [],
        system === 'us' ? 'mdy' : 'dmy',
      ),
    [told, days, system],
  );
  const order = draft.order || orders[0]!;
  const lines = useMemo(
    () => told?.lines.map((cells, i) => cells.map((cell, j) => draft.righted[`${i + 1} ${j}`] ?? cell)) ?? [],
    [told, draft.righted],
  );
  const read = useMemo(() => readNotebook(lines, columns, order, system), [lines, columns, order, system]);
  const dirty = read.filter((one) => one.dirty !== undefined);
  const usualFat = understand(draft.fatTyped, {
    system,
    kinds: ['fraction'],
    bareUnit: '%',
    check: ({ value }) =>
      value < 0.12 || value > 0.6 ? 'Cream that is churned holds 12 to 60 % of fat.' : undefined,
  });
  const usual = usualFat && 'quantity' in usualFat ? usualFat.quantity.value : undefined;
  const missing = (['date', 'cream', 'butter'] as const).filter(
    (one) => !columns.some((column) => column.field === one),
  );
  const may = told !== undefined && missing.length === 0 && usual !== undefined && read.length > dirty.length;

  async function send(dry: boolean) {
    setBusy(dry ? 'look' : 'take');
    try {
      const answer = await fetch(`/api/farm/notebook?into=${farmId}${dry ? '&dry=1' : ''}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          lines,
          columns,
          order,
          measures: system,
          usual: { fat: usual, treatment: draft.treatment, churn: draft.churn },
        }),
        signal: AbortSignal.timeout(patience),
      });
      const said = (await answer.json()) as NotebookReport & { says: string; error?: { message: string } };
      setReport(
        answer.ok ? { ...said, dry } : { wrong: said.error?.message ?? 'The house could not read it.' },
      );
      if (answer.ok && !dry) {
        rememberColumns(farmId, draft.columns);
        router.refresh();
      }
    } catch {
      setReport({ wrong: 'The house does not answer: nothing was taken in, or look whether it was.' });
    } finally {
      setBusy(undefined);
    }
  }
  const edit = (part: Partial<Draft>) => {
    setReport(undefined);
    change(part);
  };
  const done = report && 'taken' in report && !report.dry;

  return (
    <article className={styles.page}>
      <h1>{headline(told, read, dirty, missing)}</h1>
      {!told && (
        <Quiet>
          A line for each churning: the day, how much cream, how much butter; and what else you wrote, such as
          the temperature, the minutes, the salt. What comes in teaches as your batches do.
        </Quiet>
      )}
      <div className={styles.from}>
        <TextField
          id={`${field}-paste`}
          label="Paste your notebook here"
          multiline
          minRows={told ? 3 : 6}
          maxRows={told ? 5 : 12}
          fullWidth
          value={draft.text}
          onChange={({ target }) => edit({ text: target.value, righted: {} })}
          slotProps={{ htmlInput: { spellCheck: false, className: styles.text } }}
        />
        <label className={styles.file}>
          or choose its CSV file
          <input
            type="file"
            accept=".csv,.tsv,.txt,text/csv,text/plain"
            onChange={({ target }) => {
              const [file] = target.files ?? [];
              if (file) void file.text().then((text) => edit({ text, righted: {} }));
            }}
          />
        </label>
      </div>
      {pasted && 'wrong' in pasted && <p role="alert">{pasted.wrong}</p>}
      {told && (
        <>
          <section aria-label="What its columns are">
            <h2>What its columns are</h2>
            <ul className={styles.columns}>
              {told.headers.map((header, i) => (
                <li key={`${i} ${header}`}>
                  <ColumnIs
                    header={header}
                    example={told.lines.find((cells) => cells[i] !== '')?.[i] ?? ''}
                    column={columns[i]!}
                    onIs={(column) => edit({ columns: { ...draft.columns, [header]: column } })}
                  />
                </li>
              ))}
            </ul>
          </section>
          {days >= 0 && (orders.length > 1 || draft.order !== '') && (
            <Chips
              legend={`In which order a day such as ${told.lines[0]![days]} is written`}
              chosen={order}
              onChoose={(next) => edit({ order: next as DateOrder })}
              choices={(['dmy', 'mdy', 'ymd'] as const).map((key) => ({ key, name: orderNames[key] }))}
            />
          )}
          {kitchen && (
            <Chips
              legend="Its quarts, pints and cups are"
              chosen={draft.measures}
              onChoose={(measures) => edit({ measures: measures as Draft['measures'] })}
              choices={[
                { key: 'us', name: 'US', small: 'a pint of 473 mL' },
                { key: 'imperial', name: 'imperial', small: 'a pint of 568 mL' },
              ]}
            />
          )}
          <div className={styles.usual}>
            <QuantityField
              label="Fat of the cream, where no line says it"
              typed={draft.fatTyped}
              onTyped={(fatTyped) => edit({ fatTyped })}
              understood={usualFat}
              system={system}
              hint="36 %"
            />
            <TextField
              select
              label="Churned in, where no line says it"
              value={draft.churn}
              onChange={({ target }) => edit({ churn: target.value })}
            >
              {churns.map(({ id, name }) => (
                <MenuItem key={id} value={`vessel:${id}`}>
                  {name}
                </MenuItem>
              ))}
              {toolKeys.map((key) => (
                <MenuItem key={key} value={`tool:${key}`}>
                  {tools[key].name}
                </MenuItem>
              ))}
            </TextField>
            <Chips
              legend="The cream was"
              chosen={draft.treatment}
              onChoose={(treatment) => edit({ treatment: treatment as Draft['treatment'] })}
              choices={[
                { key: 'raw', name: 'Raw' },
                { key: 'pasteurised', name: 'Heated' },
              ]}
            />
          </div>
          {missing.length === 0 && (
            <Lines
              read={read}
              lines={lines}
              headers={told.headers}
              refused={report && 'taken' in report ? report.dirty : []}
              onRight={(key, typed) => edit({ righted: { ...draft.righted, [key]: typed } })}
            />
          )}
          <div className={styles.acts}>
            {report && 'taken' in report && report.dry && report.taken.length > 0 ? (
              <Press look="main" disabled={busy !== undefined} onClick={() => void send(false)}>
                Take {counted(report.taken.length, 'batch', 'batches')} in
              </Press>
            ) : (
              !done && (
                <Press look="main" disabled={!may || busy !== undefined} onClick={() => void send(true)}>
                  See what would come in
                </Press>
              )
            )}
            {done && (
              <>
                <Link href="/ledger/batches">See them among your batches</Link>
                <Press
                  onClick={() => {
                    change({ text: '', righted: {} });
                    setReport(undefined);
                    if (Object.keys(draft.columns).length === 0) forget();
                  }}
                >
                  Another notebook
                </Press>
              </>
            )}
            <div role="status" aria-live="polite">
              {busy && (
                <Quiet>
                  {busy === 'look' ? 'One moment: it is tried…' : 'One moment: it is written down…'}
                </Quiet>
              )}
              {!busy && report && ('wrong' in report ? report.wrong : <strong>{report.says}</strong>)}
            </div>
          </div>
          {report &&
            'taken' in report &&
            report.dry &&
            report.dirty.length > 0 &&
            report.taken.length > 0 && (
              <Quiet>What cannot be right stays here; the rest comes in, all of it or none.</Quiet>
            )}
        </>
      )}
      <Brought farmId={farmId} brought={brought} />
    </article>
  );
}

function headline(
  told: Pasted | undefined,
  read: readonly ReadLine[],
  dirty: readonly ReadLine[],
  missing: readonly NotebookField[],
): string {
  if (!told) return 'Bring your years on paper.';
  if (missing.length > 0)
    return `Which column is ${missing.map((one) => ({ date: 'the day', cream: 'the cream', butter: 'the butter' })[one as 'date']).join(', and which ')}?`;
  const good = read.length - dirty.length;
  return dirty.length === 0
    ? `${good === 1 ? 'Its one line' : `All ${good} lines`} can be read.`
    : `${good} of ${counted(read.length, 'line')} can be read; ${dirty.length === 1 ? 'one wants' : `${dirty.length} want`} a look.`;
}

/** One column: what it is, and the unit of a number alone in it. */
function ColumnIs({
  header,
  example,
  column,
  onIs,
}: {
  header: string;
  example: string;
  column: Column;
  onIs: (column: Column) => void;
}) {
  const kinds = column.field === 'none' ? [] : notebookFields[column.field].kinds;
  const units = kinds.flatMap((kind) => columnUnits[kind]);
  return (
    <>
      <span className={styles.header}>
        {header}
        {example !== '' && <small>such as “{example.slice(0, 24)}”</small>}
      </span>
      <TextField
        select
        size="small"
        label={`${header} is`}
        value={column.field}
        onChange={({ target }) => {
          const field = target.value as Column['field'];
          const [kind] = field === 'none' ? [] : notebookFields[field].kinds;
          onIs({ field, unit: kind ? columnUnits[kind][0]! : '' });
        }}
      >
        <MenuItem value="none">left out</MenuItem>
        {fields.map((field) => (
          <MenuItem key={field} value={field}>
            {notebookFields[field].name}
          </MenuItem>
        ))}
      </TextField>
      {units.length > 1 && (
        <TextField
          select
          size="small"
          label={`A number alone in ${header} is in`}
          value={column.unit}
          onChange={({ target }) => onIs({ ...column, unit: target.value })}
        >
          {units.map((unit) => (
            <MenuItem key={unit} value={unit}>
              {unit}
            </MenuItem>
          ))}
        </TextField>
      )}
    </>
  );
}

/** What of the notebook was understood, and what was not, each cell to be put right where it stands. */
function Lines({
  read,
  lines,
  headers,
  refused,
  onRight,
}: {
  read: readonly ReadLine[];
  lines: readonly (readonly string[])[];
  headers: readonly string[];
  /** What the house would not take. */
  refused: NotebookReport['dirty'];
  onRight: (key: string, typed: string) => void;
}) {
  const say = useSay();
  const good = read.filter((one) => one.row !== undefined);
  const wrong = [
    ...read.flatMap((one) => (one.dirty ? [{ line: one.line, wrong: one.dirty }] : [])),
    ...refused.filter(({ line }) => read[line - 1]?.row !== undefined),
  ].toSorted((a, b) => a.line - b.line);
  return (
    <>
      {wrong.length > 0 && (
        <section aria-label="Lines that want a look">
          <h2>Lines that want a look</h2>
          <ul className={styles.wrong}>
            {wrong.map(({ line, wrong: cells }) => (
              <li key={line}>
                <b>Line {line}</b>
                <Quiet>{lines[line - 1]!.filter(Boolean).join(' · ')}</Quiet>
                {cells.map(({ column, field, says }) => (
                  <span key={field} className={styles.cell}>
                    {column >= 0 && (
                      <TextField
                        size="small"
                        label={`${headers[column]}, line ${line}`}
                        value={lines[line - 1]![column]}
                        onChange={({ target }) => onRight(`${line} ${column}`, target.value)}
                      />
                    )}
                    <span>{say.words(says)}</span>
                  </span>
                ))}
              </li>
            ))}
          </ul>
        </section>
      )}
      {good.length > 0 && (
        <section aria-label="As it is understood">
          <h2>As it is understood</h2>
          <div className={styles.scroll} tabIndex={0} role="region" aria-label="Lines as they are understood">
            <table className={styles.table}>
              <thead>
                <tr>
                  <th scope="col">Day</th>
                  <th scope="col">Cream</th>
                  <th scope="col">Fat</th>
                  <th scope="col">At</th>
                  <th scope="col">Broke after</th>
                  <th scope="col">Butter</th>
                </tr>
              </thead>
              <tbody>
                {good.slice(0, shown).map(({ line, row }) => (
                  <tr key={line}>
                    <th scope="row">{say.day(row!.day, 'x')}</th>
                    <td>{amount(row!.cream, say)}</td>
                    <td>{row!.fat === undefined ? '–' : percent(row!.fat)}</td>
                    <td>{row!.celsius === undefined ? '–' : say.temperature(row!.celsius)}</td>
                    <td>{row!.minutes === undefined ? '–' : text(spokenMinutes(row!.minutes))}</td>
                    <td>{amount(row!.butter, say)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          {good.length > shown && <Quiet>and {good.length - shown} more</Quiet>}
        </section>
      )}
    </>
  );
}

const amount = ({ kind, value }: { kind: string; value: number }, say: ReturnType<typeof useSay>): string =>
  kind === 'mass' ? say.mass(value) : say.volume(value);
