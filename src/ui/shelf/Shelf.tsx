'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useEffect, useMemo, useState } from 'react';
import { thinCream } from '@/core/dairy/creamFat';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { ShelfView } from '@/server/shelf/views';
import { Board } from '../board/Board';
import { inTwo } from '../board/inTwo';
import { Said, Wall } from '../board/Wall';
import { useSay } from '../frame/FarmContext';
import { laterPart } from '../frame/laterPart';
import { useNow } from '../frame/useNow';
import type { KeptShelf } from '../frame/WithoutHouse';
import { keep } from '../outbox/kept';
import styles from '../pail/Pail.module.css';
import { ParkedEntries } from '../pail/Parked';
import { list } from '@/core/quantities/list';
import { pageOf } from '../standing/alarm';
import { standingLot } from '../standing/LotBoard';
import type { LotNow } from '../standing/lotNow';
import { useLotsNow } from '../standing/useLotsNow';
import { keptSaid } from '../today/wishesToday';
import { NextChurning } from './NextChurning';
import { nextCapacity } from '@/core/planning/proposeChurning';
import { churnable, nextOnes, pooledFat } from './nextOnes';
import { wholeHours } from '@/core/quantities/whole';

const CreamIn = laterPart(() => import('./CreamIn').then((part) => part.CreamIn));

/** Cream at rest: what it waits for, which lots make the next churning, and what stands beside it. */
export function Shelf({ view }: { view: ShelfView }) {
  const say = useSay();
  const all = useLotsNow(view.lots);
  const creams = useMemo(() => all.filter(({ lot }) => lot.kind === 'cream'), [all]);
  const beside = useMemo(
    () => all.filter(({ lot }) => lot.kind === 'skim' || lot.kind === 'buttermilk' || lot.kind === 'culture'),
    [all],
  );
  const now = Math.floor(useNow(15_000) / 60) * 60;
  const capacity = nextCapacity(view);
  const proposal = useMemo(() => nextOnes(creams, capacity), [creams, capacity]);
  useEffect(() => {
    void keep('shelf', { farmId: view.farm.id, lots: view.lots } satisfies KeptShelf);
  }, [view]);
  const [picked, setPicked] = useState<ReadonlySet<string>>();
  const [adding, setAdding] = useState(false);
  const chosen = picked ?? new Set(proposal.chosen);
  const standing = creams.filter(({ lot }) => chosen.has(lot.id));
  return (
    <div className={styles.pail}>
      <Wall boardFirst>
        <Said
          {...inTwo(
            sentence(creams, proposal.chosen, capacity, now, say),
            creams.length === 0 || picked
              ? undefined
              : `Proposed: the oldest first, up to half a churn of ${say.volume(capacity)}.${leftOut(proposal.leftOut, creams)}`,
          )}
          acts={
            <>
              {standing.length > 0 && churnable(standing) && (
                <Button
                  component={Link}
                  href={`/churn/new?lots=${standing.map(({ lot }) => lot.id).join(',')}`}
                  variant="contained"
                  size="large"
                  sx={{ minHeight: 76, minWidth: 180, fontSize: '1.3rem' }}
                >
                  Churn{' '}
                  {standing.length === 1
                    ? (standing[0]!.lot.vessel?.name ?? 'it')
                    : `these ${standing.length}`}
                </Button>
              )}
              {picked && (
                <Button variant="text" size="large" onClick={() => setPicked(undefined)}>
                  Propose again
                </Button>
              )}
              {!adding && (
                <Button
                  variant={creams.length === 0 ? 'contained' : 'text'}
                  size="large"
                  sx={creams.length === 0 ? { minHeight: 76 } : undefined}
                  onClick={() => setAdding(true)}
                >
                  Cream comes in
                </Button>
              )}
            </>
          }
        />
        <Board
          label="Cream, oldest first; choose what makes the next churning. Beside it skim, buttermilk and cultures"
          empty="No cream at rest. Skim some on the Pail, or say what you bought."
          things={[
            ...creams.map((one) => ({
              ...standingLot(one, say),
              chosen: chosen.has(one.lot.id),
              onPress: () => {
                const next = new Set(chosen);
                if (!next.delete(one.lot.id)) next.add(one.lot.id);
                setPicked(next);
              },
            })),
            ...beside.map((one) => ({ ...standingLot(one, say), href: pageOf(one) })),
          ]}
        />
      </Wall>
      {keptSaid(view.wishes, now, say).map(({ key, says, href }) => (
        <p key={key} style={{ margin: 0 }}>
          <Link href={href}>{says}</Link>
        </p>
      ))}
      {adding && <CreamIn view={view} onDone={() => setAdding(false)} />}
      <ParkedEntries parked={view.parked} />
      {standing.length > 0 && (
        <NextChurning
          key={[...chosen].join()}
          view={view}
          chosen={standing}
          others={all.filter(({ lot }) => lot.kind === 'skim' || lot.kind === 'milk')}
          capacity={capacity}
          onPoured={() => setPicked(undefined)}
        />
      )}
      {creams.length > 0 && (
        <nav aria-label="Cream, one by one" className={styles.steps}>
          {creams.map(({ lot }) => (
            <Button key={lot.id} component={Link} href={`/shelf/${lot.id}`} variant="text">
              {lot.vessel?.name ?? lot.code}: ripen, temper, use
            </Button>
          ))}
        </nav>
      )}
    </div>
  );
}

function leftOut(left: readonly { id: string; why: string }[], creams: readonly LotNow[]): string {
  if (left.length === 0) return '';
  const said = left.map(({ id, why }) => {
    const one = creams.find(({ lot }) => lot.id === id);
    return `${one?.lot.vessel?.name ?? one?.lot.code ?? id} (${why})`;
  });
  return ` Left out: ${list(said)}.`;
}

function sentence(
  creams: readonly LotNow[],
  proposed: readonly string[],
  capacity: number,
  nowSeconds: number,
  say: ReturnType<typeof useSay>,
): string {
  const name = (one: LotNow) => one.lot.vessel?.name ?? one.lot.code;
  if (creams.length === 0) return 'No cream at rest.';
  const danger = creams.find(({ waiting, lot }) => waiting.tone === 'danger' && lot.blockedReason === null);
  if (danger) return `${name(danger)}: ${danger.waiting.word}.`;
  const chill = creams.find(
    ({ waiting }) => waiting.word === 'chill it' || waiting.word === 'chill or churn',
  );
  if (chill) return `${name(chill)}: ${chill.waiting.word}.`;
  const chosen = creams.filter(({ lot }) => proposed.includes(lot.id));
  if (chosen.length === 0) {
    const souring = creams.find(({ waiting }) => waiting.word === 'souring');
    return souring
      ? `${name(souring)} is souring; nothing else waits to be churned.`
      : 'Nothing here waits for the churn.';
  }
  const volume = chosen.reduce((sum, one) => sum + one.volume, 0);
  const fat = pooledFat(chosen);
  const thin = fat < thinCream ? ` It is thin, ${text(spokenFraction(fat, 0))}: it churns slowly.` : '';
  const left = Math.min(
    ...chosen.map(({ judged }) => ((judged.untilSeconds ?? Infinity) - nowSeconds) / 3600),
  );
  const sweet = chosen.some(({ story }) => !story?.soured);
  if (sweet && left < 24)
    return `Churn ${say.volume(volume)} today: the oldest has ${wholeHours(Math.max(1, left))} left.${thin}`;
  if (volume >= 0.45 * capacity)
    return `${say.volume(volume)} of cream is a load${thin ? `.${thin}` : ': churn it when it suits.'}`;
  return `${say.volume(volume)} of cream so far${sweet ? `; it keeps ${Math.floor(Math.min(left, 999) / 24)} more ${Math.floor(left / 24) === 1 ? 'day' : 'days'}` : ''}.${thin}`;
}
