'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import { useSay } from '../frame/FarmContext';
import { Field } from '../quantity/Field';
import styles from './Notes.module.css';

export interface NoteShown {
  id: string;
  atSeconds: number;
  note: string;
}

/** Free words about a thing: those that stand, and a line for another. */
export function Notes({
  notes,
  now,
  onNote,
  about,
}: {
  notes: readonly NoteShown[];
  now: number;
  /** Writes one down. */
  onNote: (note: string) => void;
  /** What they are about, in a word. */
  about: string;
}) {
  const say = useSay();
  const [typed, setTyped] = useState('');
  const write = () => {
    if (typed.trim() === '') return;
    onNote(typed.trim());
    setTyped('');
  };
  return (
    <div className={styles.notes}>
      {notes.length > 0 && (
        <ul>
          {notes.map(({ id, atSeconds, note }) => (
            <li key={id}>
              <time>{say.when(atSeconds, now)}</time> {note}
            </li>
          ))}
        </ul>
      )}
      <Field
        label={`A note on ${about}`}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && !event.shiftKey) {
            event.preventDefault();
            write();
          }
        }}
        slotProps={{ htmlInput: { maxLength: 500 } }}
        multiline
      />
      <Button variant="outlined" disabled={typed.trim() === ''} onClick={write}>
        Write the note down
      </Button>
    </div>
  );
}
