'use client';

import { addDays } from '@/core/keeping/civilDate';
import { colostrumDays } from '@/core/planning/lactation';
import { list } from '@/core/quantities/list';
import type { HerdYear } from '@/core/planning/yearHerd';
import { useSay } from '../../frame/FarmContext';
import styles from './YearAhead.module.css';

const days = 364;
const births = { cow: 'calves', buffalo: 'calves', goat: 'kids', sheep: 'lambs' } as const;
const young = { cow: 'calf', buffalo: 'calf', goat: 'kid', sheep: 'lamb' } as const;

/** Each animal’s year: in milk, dry, in milk again, with the days they turn on. */
export function HerdBands({ herd, today }: { herd: readonly HerdYear[]; today: string }) {
  const say = useSay();
  const on = (inDays: number) => say.day(addDays(today, inDays), today);
  if (herd.length === 0) return null;
  const withheld = herd.flatMap(({ animal }) =>
    animal.withheld.flatMap(({ to }) => (to >= 0 ? [`${animal.name}’s until ${on(to)}`] : [])),
  );
  const born = herd.some(({ calves }) => calves && calves.inDays <= days);
  return (
    <>
      <dl className={styles.herd} aria-label="The herd through the year">
        {herd.map(({ animal, species, stretches, calves, known }, i) => (
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
                  {stretchSaid(
                    from,
                    to,
                    is,
                    calves,
                    animal.calfShare > 0 && young[species],
                    on,
                    births[species],
                  )}
                </span>
              ))}
              {!known && stretches.some(({ is }) => is === 'milk') && (
                <small>as her breed usually gives</small>
              )}
            </dd>
          </div>
        ))}
      </dl>
      {(withheld.length > 0 || born) && (
        <p className={styles.kept}>
          {withheld.length > 0 && `Milk is kept back: ${list(withheld)}. `}
          {born &&
            `After each birth the first ${colostrumDays} days are the young one’s: none of that milk is counted.`}
        </p>
      )}
    </>
  );
}

function stretchSaid(
  from: number,
  to: number,
  is: 'milk' | 'dry',
  calves: HerdYear['calves'],
  sharing: string | false,
  on: (inDays: number) => string,
  birth: string,
): string {
  if (is === 'dry' && from === 0 && to >= days) return 'no calving is written down: counted as dry';
  if (is === 'dry') return from === 0 ? `dry till ${on(to)}` : `dry from ${on(from)}`;
  if (calves && from === calves.inDays)
    return `${birth} ${calves.said ? '' : 'about '}${on(from)}${calves.said ? '' : ', if served in time'}`;
  return sharing ? `in milk, ${sharing} at foot` : 'in milk';
}
