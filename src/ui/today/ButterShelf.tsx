'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { additions as additionNames } from '@/core/churning/batchEvents';
import type { Addition, PieceForm } from '@/core/churning/batchEvents';
import { allergensOf } from '@/core/keeping/allergens';
import { daysBetween } from '@/core/keeping/civilDate';
import { pastItsDay } from '@/core/keeping/pastItsDay';
import { keepingCautions } from '@/core/keeping/cautions';
import type { Storage } from '@/core/keeping/keepingDate';
import type { ButterShown } from '@/server/today/views';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { useNotice } from '../frame/Notices';
import { useOutbox } from '../outbox/OutboxProvider';
import { Quiet } from '../theme/Enamel';
import { ButterDrawing } from '../vessel/Butter';
import { FatStick } from '../vessel/FatStick';
import { WhyDrawer } from '../why/Why';
import { pieceWords } from '../churning/words';
import styles from './ButterShelf.module.css';

const places: Record<string, string> = {
  fridge: 'fridge',
  freezer: 'freezer',
  counter: 'counter',
  crock: 'crock',
};

const piecesLeft = (mass: number, each: number): number => Math.max(1, Math.round(mass / each));

/** The butter in the house on one drawn shelf, oldest first, each with the day to eat it by and why. */
export function ButterShelf({ butter, today }: { butter: ButterShown[]; today: string }) {
  const say = useSay();
  const outbox = useOutbox();
  const router = useRouter();
  const notice = useNotice();
  const [gone, setGone] = useState<ReadonlySet<string>>(new Set());
  const largest = Math.max(...butter.map((pat) => pat.mass));
  const mostFat = Math.max(...butter.map((pat) => pat.fat));
  const mark = (lotId: string, isGone: boolean) =>
    setGone((before) => {
      const next = new Set(before);
      if (isGone) next.add(lotId);
      else next.delete(lotId);
      return next;
    });

  async function finish({ lotId, code }: ButterShown, how: 'eaten' | 'spoiled') {
    mark(lotId, true);
    notice({
      says: how === 'eaten' ? `${code} is finished.` : `${code} is thrown away.`,
      undo: () => {
        mark(lotId, false);
        void outbox.put('butter.restore', { lotId }).then(() => router.refresh());
      },
    });
    const answer = await outbox.put('butter.finish', { lotId, how });
    if (answer.status === 'refused') mark(lotId, false);
    router.refresh();
  }

  return (
    <ul className={styles.shelf} tabIndex={0} aria-label="Butter, oldest first">
      {butter
        .filter((pat) => !gone.has(pat.lotId))
        .map((pat) => {
          const left = daysBetween(today, pat.keepUntil);
          const unsafe = pat.blockedReason !== null || pat.despite !== undefined;
          const past = left < 0 || unsafe ? pastItsDay(pat) : undefined;
          const mixed = pat.additions
            .map((key) => additionNames[key as Addition]?.name.toLowerCase())
            .join(', ');
          return (
            <li key={pat.lotId} className={styles.pat}>
              <Link href={`/ledger/${pat.batchId}`} className={styles.code}>
                {pat.code}
              </Link>
              <div className={styles.drawn}>
                <ButterDrawing
                  mass={pat.mass}
                  largest={largest}
                  salted={pat.keepReasons.some(
                    (reason) => reason.includes('salted') && !reason.includes('unsalted'),
                  )}
                  label={`${say.mass(pat.mass)} of ${pat.kind}`}
                />
                <FatStick fat={pat.fat} most={mostFat} system={say.system} height={84} />
              </div>
              <strong>
                {say.mass(pat.mass)}
                {pat.kind === 'ghee' && ' of ghee'}
              </strong>
              {pat.pieces && (
                <span className={styles.place}>
                  {piecesLeft(pat.mass, pat.pieces.each)}{' '}
                  {
                    pieceWords[pat.pieces.form as PieceForm][
                      piecesLeft(pat.mass, pat.pieces.each) === 1 ? 'one' : 'many'
                    ]
                  }{' '}
                  of {say.mass(pat.pieces.each)}
                </span>
              )}
              <span className={styles.place}>
                {mixed ? `${mixed}, ` : ''}
                {places[pat.storage]}, made {say.day(pat.madeOn, today)}
              </span>
              <WhyDrawer
                title={`Eat ${pat.code} by ${say.day(pat.keepUntil, today)}`}
                section="6.12"
                opener={
                  <span className={left < 0 || unsafe ? styles.past : left <= 2 ? styles.soon : undefined}>
                    {unsafe
                      ? 'Not for people'
                      : left < 0
                        ? `Past ${say.day(pat.keepUntil, today)}`
                        : `Eat by ${say.day(pat.keepUntil, today)}`}
                  </span>
                }
              >
                {past && (
                  <p style={{ margin: 0 }}>
                    <strong>
                      {past.says[0]!.toUpperCase()}
                      {past.says.slice(1)}
                    </strong>
                  </p>
                )}
                <p style={{ margin: 0 }}>
                  Made {say.day(pat.madeOn, today)}, kept {pat.storage === 'counter' ? 'on' : 'in'} the{' '}
                  {places[pat.storage]}. The date is the earliest of the rules that apply:
                </p>
                <ul style={{ margin: 0, paddingLeft: 20, lineHeight: 1.6 }}>
                  {pat.keepReasons.map((reason) => (
                    <li key={reason}>{say.words(reason)}</li>
                  ))}
                </ul>
                <Cautions
                  cautions={keepingCautions(
                    { additions: pat.additions as Addition[], storage: pat.storage as Storage },
                    pat.raw,
                  )}
                />
                <p style={{ margin: 0 }}>{allergensOf(pat.additions as Addition[], pat.kind === 'ghee')}</p>
                <a href={`/api/lots/${pat.lotId}/label`}>Its label</a>
                <Link href={`/shelf/${pat.lotId}`}>Its whole way, back to the milkings</Link>
                <Quiet>
                  Quality dates on the careful side; your local rules and your own nose come first.
                </Quiet>
              </WhyDrawer>
              <Button
                variant="outlined"
                onClick={() => void finish(pat, past?.discard ? 'spoiled' : 'eaten')}
                aria-label={past?.discard ? `${pat.code} is thrown away` : `${pat.code} is finished`}
              >
                {past?.discard ? 'Thrown away' : 'Finished'}
              </Button>
            </li>
          );
        })}
    </ul>
  );
}
