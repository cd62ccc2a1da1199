'use client';

import { examplesFor } from '@/core/jot/jotExamples';
import { useSay } from '../frame/FarmContext';
import { useOwnNames } from './HeaderJot';
import styles from './JotGrammar.module.css';

/** What the line understands, by example, in the farm’s own units. */
export function JotGrammar() {
  const { system } = useSay();
  const names = useOwnNames();
  return (
    <section className={styles.grammar} aria-labelledby="jot-grammar">
      <h2 id="jot-grammar">
        What the line understands <kbd>/</kbd>
      </h2>
      <dl>
        {examplesFor(system, names).map(([line, says]) => (
          <div key={line}>
            <dt>{line}</dt>
            <dd>{says}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
