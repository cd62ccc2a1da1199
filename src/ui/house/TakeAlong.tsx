'use client';

import Button from '@mui/material/Button';
import { useRouter } from 'next/navigation';
import { useId, useRef, useState } from 'react';
import { counted } from '@/core/quantities/counted';
import type { ImportReport } from '@/server/farm/views';
import { useFarm } from '../frame/FarmContext';
import { Press } from '../theme/Press';
import { Quiet } from '../theme/Enamel';
import styles from './House.module.css';

/** A house that reads a farm of many years takes its time, ms. */
const patience = 10 * 60_000;
/** So many troubles are shown at first. */
const firstTroubles = 12;

/** The farm to take along, in open formats, and to bring in again. */
export function TakeAlong({ tables }: { tables: readonly string[] }) {
  return (
    <div className={styles.inside}>
      <div className={styles.along}>
        <Button component="a" variant="outlined" size="large" href="/api/farm/farm.json" download>
          Everything as one file
        </Button>
        <Quiet>
          JSON, with every gram and every word: another house takes it in whole, and a program of your own can
          read it.
        </Quiet>
        <Button component="a" variant="outlined" size="large" href="/api/farm/farm.xlsx" download>
          A workbook to look at
        </Button>
        <Quiet>Batches, milk, butter, lots, ledger and notes as sheets, in the farm’s units.</Quiet>
      </div>
      <p style={{ margin: 0 }}>
        One table as CSV, in grams and °C:{' '}
        {tables.map((key, i) => (
          <span key={key}>
            {i > 0 && ', '}
            <a href={`/api/farm/${key}.csv`} download>
              {key.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)}
            </a>
          </span>
        ))}
        .
      </p>
      <BringIn />
    </div>
  );
}

/** A farm’s file, looked at first, and taken in whole or not at all. */
function BringIn() {
  const { id: farmId } = useFarm();
  const router = useRouter();
  const field = useId();
  const chooser = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File>();
  const [report, setReport] = useState<ImportReport | { wrong: string }>();
  const [busy, setBusy] = useState(false);
  const [all, setAll] = useState(false);

  async function send(of: File, dry: boolean) {
    setBusy(true);
    try {
      const answer = await fetch(`/api/farm/import?into=${farmId}${dry ? '&dry=1' : ''}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: of,
        signal: AbortSignal.timeout(patience),
      });
      const said = (await answer.json()) as ImportReport & { error?: { message: string } };
      setReport(answer.ok ? said : { wrong: said.error?.message ?? 'The house could not read it.' });
      if (!dry) router.refresh();
    } catch {
      setReport({ wrong: 'The house does not answer: nothing was taken in, or look whether it was.' });
    } finally {
      setBusy(false);
    }
  }

  return (
    <section aria-labelledby={`${field}-bring`}>
      <h3 id={`${field}-bring`} style={{ marginBottom: 6 }}>
        Bring a farm in
      </h3>
      <Quiet>A file that was taken along. It is only looked at until you say so.</Quiet>
      <Button
        variant="outlined"
        size="large"
        disabled={busy}
        sx={{ my: 1.5 }}
        onClick={() => chooser.current?.click()}
      >
        Choose its file
      </Button>
      <input
        ref={chooser}
        type="file"
        accept="application/json,.json"
        hidden
        aria-hidden
        tabIndex={-1}
        onChange={({ target }) => {
          const chosen = target.files?.[0];
          setFile(chosen);
          setReport(undefined);
          setAll(false);
          if (chosen) void send(chosen, true);
        }}
      />
      {file && <Quiet>{file.name}</Quiet>}
      <div role="status" aria-live="polite">
        {busy && <Quiet>One moment: it is read…</Quiet>}
        {!busy && report && 'wrong' in report && <p>{report.wrong}</p>}
        {!busy && report && 'outcome' in report && (
          <>
            <p>
              <strong>{report.says}</strong> {report.outcome !== 'refused' && counts(report)}
            </p>
            {report.troubles.length > 0 && (
              <ul>
                {report.troubles.slice(0, all ? undefined : firstTroubles).map(({ where, says }, i) => (
                  <li key={`${i} ${where}`}>
                    {where}: {says}
                  </li>
                ))}
              </ul>
            )}
            {!all && report.troubles.length > firstTroubles && (
              <Press onClick={() => setAll(true)}>
                {report.troubles.length - firstTroubles} more of them
              </Press>
            )}
          </>
        )}
      </div>
      {!busy && file && report && 'outcome' in report && report.outcome === 'possible' && (
        <Press onClick={() => void send(file, false)}>Take it in</Press>
      )}
    </section>
  );
}

/** What is in it, in the words of a house. */
function counts({ tables }: ImportReport): string {
  const many = (key: keyof ImportReport['tables']) => {
    const { fresh = 0, same = 0 } = tables[key] ?? {};
    return fresh + same;
  };
  return `In it: ${counted(many('batches'), 'batch', 'batches')}, ${counted(many('lots'), 'lot')}, ${counted(many('entries'), 'entry', 'entries')}, ${counted(many('animals'), 'animal')}, ${counted(many('vessels'), 'vessel')}.`;
}
