'use client';

import { useEffect, useRef, useState } from 'react';
import type { Breed } from '@/core/dairy/breeds';
import { addDays } from '@/core/keeping/civilDate';
import type { WayToLast, WhatItTakes } from '@/core/planning/whatItTakes';
import type { YearInput } from '@/core/planning/yearAhead';
import type { YearTried } from '@/core/planning/yearTried';
import { nothingTried } from '@/core/planning/yearTried';
import { percent } from '@/core/quantities/formatQuantity';
import { useFarm, useSay } from '../../frame/FarmContext';
import { Quiet } from '../../theme/Enamel';
import { Press } from '../../theme/Press';
import { inWorker } from '@/workers/inWorker';
import { nineInTen, waySays } from './yearWords';
import styles from './YearAhead.module.css';

/** Possible years of each way: the year itself is drawn from more once it is taken. */
const runs = 150;
/** When a further animal could calve, days from today. */
const calvings = [30, 120, 210, 300];
const mostBreeds = 3;

/** Searches what a household can change for what lasts nine years in ten. */
export function WhatWouldItTake({
  base,
  demand,
  noSeparator,
  asked,
  onTake,
}: {
  base: Omit<YearInput, 'changes' | 'demand'>;
  demand: number;
  noSeparator: boolean;
  /** It was asked for: searched at once. */
  asked: boolean;
  onTake: (tried: Partial<YearTried>) => void;
}) {
  const say = useSay();
  const { prices } = useFarm();
  const [found, setFound] = useState<WhatItTakes>();
  const [share, setShare] = useState<number>();
  const stop = useRef<AbortController>(undefined);
  useEffect(() => () => stop.current?.abort(), []);
  const breeds: Breed[] = [...new Set<Breed>([...base.animals.map(({ breed }) => breed), 'jersey', 'goat'])];
  const search = () => {
    stop.current = new AbortController();
    const { signal } = stop.current;
    setFound(undefined);
    setShare(0);
    const own = breeds.slice(0, mostBreeds);
    inWorker('year.takes', { ...base, demand, runs, breeds: own, calvings, noSeparator, often: nineInTen }, { onProgress: setShare, signal })
      .then(setFound)
      .catch((error: unknown) => {
        if (!signal.aborted) throw error;
      })
      .finally(() => setShare(undefined));
  };
  const first = useRef(search);
  useEffect(() => {
    if (asked) first.current();
  }, [asked]);
  const take = ({ changes, less }: WayToLast) =>
    onTake({
      ...nothingTried,
      calfOff: changes.some(({ kind }) => kind === 'calfOff'),
      deeper: changes.some(({ kind }) => kind === 'deeper'),
      separator: changes.some(({ kind }) => kind === 'separator'),
      buyCream: changes.some(({ kind }) => kind === 'buyCream'),
      another: changes.flatMap((one) => (one.kind === 'another' ? [{ breed: one.breed, on: addDays(base.today, one.calvesInDays) }] : [])),
      demand: less > 0 ? demand * (1 - less) : null,
    });
  return (
    <div className={styles.inside}>
      {share === undefined ? (
        <Press style={{ justifySelf: 'start' }} onClick={search}>
          {found ? 'Search again' : 'Search'}
        </Press>
      ) : (
        <p role="status" className={styles.searching}>
          {percent(share, 0)} of what a household can change is tried
          <Press look="word" onClick={() => stop.current?.abort()}>
            Cancel
          </Press>
        </p>
      )}
      {found && (
        <>
          <p className={styles.came} role="status">
            {found.chance >= nineInTen
              ? `You are at ${percent(found.chance, 0)} already: nothing has to change.`
              : found.ways.length > 0
                ? `You are at ${percent(found.chance, 0)}. Any of these brings nine years in ten:`
                : 'Nothing that was tried brings nine years in ten. This comes nearest:'}
          </p>
          {found.chance < nineInTen && (
            <ul className={styles.ways}>
              {[...found.ways, ...(found.nearest ? [found.nearest] : [])].map((way) => {
                const said = waySays(way, base.today, say, prices);
                return (
                  <li key={said.says}>
                    <span>
                      <strong>
                        {said.says}: {percent(way.chance, 0)}
                      </strong>
                      <Quiet>{said.asks}</Quiet>
                    </span>
                    <Press onClick={() => take(way)}>Try it</Press>
                  </li>
                );
              })}
            </ul>
          )}
          <Quiet>
            {found.tried} ways, one to three changes at once, each lived through in {runs} possible years. Animals are taken to give as
            yours of their kind do, or as their breed usually does.
          </Quiet>
        </>
      )}
    </div>
  );
} // prettier-ignore
