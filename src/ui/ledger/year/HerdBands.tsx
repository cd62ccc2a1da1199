'use client';

import { addDays } from '@/core/keeping/civilDate';
import type { HerdYear } from '@/core/planning/yearHerd';
import { useSay } from '../../frame/FarmContext';
import styles from './YearAhead.module.css';

const days = 364;

/** Each animal’s year: in milk, dry, in milk again, with the days they turn on. */
export function HerdBands({ herd, today }: { herd: readonly HerdYear[]; today: string }) {
  const say = useSay();
  const on = (inDays: number) => say.day(addDays(today, inDays), today);
  if (herd.length === 0) return null;
  return (
    <dl className={styles.herd} aria-label="The herd through the year">
      {herd.map(({ animal, stretches, calves, known }, i) => (
        <div key={`${animal.name}-${i}`}>
          <dt>{animal.name}</dt>
          <dd>
            {stretches.map(({ from, to, is }) => (
              <span
                key={from}
                data-is={is}
                style={{ left: `${(100 * from) / days}%`, width: `${(100 * (to - from)) / days}%` }}
                title={`${is === 'milk' ? 'in milk' : 'dry'} from ${on(from)} to ${on(to)}`}
              >
                {stretchSaid(from, to, is, calves, animal.calfShare > 0, on)}
              </span>
            ))}
            {!known && stretches.some(({ is }) => is === 'milk') && <small>as her breed usually gives</small>}
          </dd>
        </div>
      ))}
    </dl>
  );
}

function stretchSaid(
  from: number,
  to: number,
  is: 'milk' | 'dry',
  calves: HerdYear['calves'],
  sharing: boolean,
  on: (inDays: number) => string,
): string {
  if (is === 'dry' && from === 0 && to >= days) return 'no calving is written down: counted as dry';
  if (is === 'dry') return from === 0 ? `dry till ${on(to)}` : `dry from ${on(from)}`;
  if (calves && from === calves.inDays)
    return `calves ${calves.said ? '' : 'about '}${on(from)}${calves.said ? '' : ', if served in time'}`;
  return sharing ? 'in milk, calf at foot' : 'in milk';
}
