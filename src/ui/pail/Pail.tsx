'use client';

import { useMemo } from 'react';
import type { PailView } from '@/server/pail/views';
import { ahead, milkPegs, pegsOf } from '../board/pegs';
import { Then } from '../board/Thread';
import { inTwo } from '../board/inTwo';
import { Said, Wall } from '../board/Wall';
import { useSay } from '../frame/FarmContext';
import { laterPart } from '../frame/laterPart';
import { useNow } from '../frame/useNow';
import { useOfferedJot } from '../jot/HeaderJot';
import { alarmWords } from '../standing/alarm';
import { LotBoard } from '../standing/LotBoard';
import { useRises } from '../standing/useRises';
import { useLotsNow } from '../standing/useLotsNow';
import { MilkIn } from './MilkIn';
import styles from './Pail.module.css';
import { pailSentence } from './pailSentence';
import { SkimNow } from './SkimNow';
import { useAnswers } from './useAnswers';
import { toUse } from './usual';
import { PressLink } from '../theme/Press';

const Cleaning = laterPart(() => import('./Cleaning').then((part) => part.Cleaning), null);
const ParkedEntries = laterPart(() => import('./Parked').then((part) => part.ParkedEntries), null);

/** Milk: what stands, what it waits for, what came in, and where the skim went. */
export function Pail({ view }: { view: PailView }) {
  const say = useSay();
  const all = useLotsNow(view.lots);
  const lots = useMemo(() => all.filter(({ lot }) => lot.kind === 'milk' || lot.kind === 'skim'), [all]);
  const milk = useMemo(() => lots.filter(({ lot }) => lot.kind === 'milk'), [lots]);
  const rises = useRises(milk, view.separations);
  const { leftAlone, later } = useAnswers(view.answered);
  const now = Math.floor(useNow(15_000) / 60) * 60;
  const { says, skim, waits, cool } = pailSentence(
    lots,
    rises,
    { about: say.about, alarm: (one) => alarmWords(one, now, say) },
    (lotId) => leftAlone('skim', [lotId]),
  );
  useOfferedJot(view);
  const pegs = ahead([...pegsOf(lots, now, say), ...milkPegs(view.milkings, now, say)], now);
  const byProducts = view.uses.filter(({ account }) => account in toUse);
  return (
    <div className={styles.pail}>
      <Wall boardFirst>
        <Said
          {...inTwo(says)}
          acts={
            <>
              <SkimNow
                view={view}
                lots={skim}
                rises={rises}
                waits={waits}
                onLater={(which, hours, advised) =>
                  later({ act: 'skim', lots: which.map(({ lot }) => lot.id) }, hours, advised)
                }
              />
              {cool && (
                <PressLink
                  look="main"
                  href={`/pail/${cool.lot.id}`}
                  style={{ minHeight: 76, minWidth: 180, fontSize: '1.35rem' }}
                >
                  To {cool.lot.vessel?.name ?? 'the milk'}
                </PressLink>
              )}
              {milk.length > 0 && (
                <PressLink href="/pail/separator" look={skim.length > 0 || cool ? 'word' : 'quiet'}>
                  Through the separator
                </PressLink>
              )}
            </>
          }
          then={<Then pegs={pegs.filter(({ unlessDone }) => !unlessDone)} nowSeconds={now} />}
        />
        <LotBoard
          lots={lots}
          label="Milk and skim, oldest first"
          empty="Milk that comes in stands here, with how far its cream has risen."
        />
      </Wall>
      {view.parked.length > 0 && <ParkedEntries parked={view.parked} />}
      <MilkIn view={view} open={view.milkings.length === 0} main={skim.length === 0 && !cool} />
      {byProducts.length > 0 && (
        <section className={styles.stack} aria-labelledby="week">
          <h2 id="week" style={{ margin: 0 }}>
            Where it went this week
          </h2>
          <dl className={styles.uses}>
            {byProducts.map(({ kind, account, mass }) => (
              <div key={`${kind}${account}`}>
                <dt>
                  {kind} {toUse[account as keyof typeof toUse]}
                </dt>
                <dd>{say.about(mass)}</dd>
              </div>
            ))}
          </dl>
        </section>
      )}
      {view.dirty.length > 0 && <Cleaning view={view} />}
    </div>
  );
}
