'use client';

import { useState } from 'react';
import type { PieceForm } from '@/core/churning/batchEvents';
import { daysBetween } from '@/core/keeping/civilDate';
import { pastItsDay } from '@/core/keeping/pastItsDay';
import type { LarderView } from '@/server/larder/views';
import { Tag } from '../board/Board';
import { ButterPiece } from '../board/ButterPiece';
import { Said, Wall } from '../board/Wall';
import { useSay } from '../frame/FarmContext';
import { useNow } from '../frame/useNow';
import type { ButterShown } from '@/server/today/views';
import { butterWaits, isOut, isSalted, mixedIn, toEat } from './butterStanding';
import { InTheHand } from './InTheHand';
import styles from './Larder.module.css';

/** The cupboards, from the table inwards, each with the temperature it is usually at, °C (docs/handbook.md, keeping): 4 °C and 0 °F. */
const cupboards: { key: string; name: string; celsius?: number }[] = [
  { key: 'counter', name: 'Counter' },
  { key: 'crock', name: 'Crock' },
  { key: 'fridge', name: 'Fridge', celsius: 4 },
  { key: 'freezer', name: 'Freezer', celsius: -17.8 },
];
/** Pieces that stand in a cupboard before it is opened further. */
const atFirst = 12;

/** Butter and ghee in their places, in the order to eat them; the one that is chosen in hand below. */
export function Larder({ view, piece }: { view: LarderView; piece?: string | undefined }) {
  const say = useSay();
  // A page left open over a night is of the next day.
  const today = say.dateOf(useNow(15_000));
  const [gone, setGone] = useState<ReadonlySet<string>>(new Set());
  const butter = toEat(view.butter, today).filter(({ lotId }) => !gone.has(lotId));
  const [chosen, setChosen] = useState(piece);
  const inHand = butter.find(({ lotId }) => lotId === chosen) ?? butter[0];
  const total = butter.reduce((sum, { mass }) => sum + mass, 0);
  const fat = butter.reduce((sum, one) => sum + one.fat, 0);
  const mark = (lotId: string, isGone: boolean) =>
    setGone((before) => {
      const next = new Set(before);
      if (isGone) next.add(lotId);
      else next.delete(lotId);
      return next;
    });
  return (
    <div className={styles.larder}>
      <Wall className={styles.wall}>
        <Said
          says={sentence(butter[0], today, say)}
          why={
            butter.length > 0
              ? `${say.mass(total)} of butter in the house, ${say.mass(fat)} of it fat.`
              : 'No butter in the house. What you pack will stand here, in the order to eat it, with the day to eat it by.'
          }
        />
        <div className={styles.cupboards}>
          {cupboards
            .filter(({ key }) => key === 'fridge' || key === 'freezer' || butter.some(({ storage }) => storage === key))
            .map(({ key, name, celsius }) => (
              <Cupboard
                key={key}
                name={name}
                small={celsius === undefined ? undefined : say.temperature(celsius)}
                butter={butter.filter(({ storage }) => storage === key)}
                today={today}
                chosen={inHand?.lotId}
                onChoose={setChosen}
              />
            ))}
        </div>
      </Wall>
      {inHand && <InTheHand key={inHand.lotId} pat={inHand} today={today} onGone={mark} />}
    </div>
  );
} // prettier-ignore

function sentence(first: ButterShown | undefined, today: string, say: ReturnType<typeof useSay>): string {
  if (!first) return 'The larder is empty.';
  const left = daysBetween(today, first.keepUntil);
  if (first.blockedReason !== null || first.despite !== undefined)
    return `${first.code} is not for people: set it apart.`;
  if (isOut(first, today)) return `${first.code}: ${pastItsDay(first).says}`;
  if (left === 0) return `Finish ${first.code} today.`;
  if (left <= 3) return `Finish ${first.code} by ${say.day(first.keepUntil, today)}.`;
  return 'Everything here keeps a while.';
}

function Cupboard({
  name,
  small,
  butter,
  today,
  chosen,
  onChoose,
}: {
  name: string;
  small: string | undefined;
  butter: readonly ButterShown[];
  today: string;
  chosen: string | undefined;
  onChoose: (lotId: string) => void;
}) {
  const say = useSay();
  const [all, setAll] = useState(false);
  const shown = all ? butter : butter.slice(0, atFirst);
  const mass = butter.reduce((sum, one) => sum + one.mass, 0);
  return (
    <section className={styles.cupboard} aria-label={name} style={{ flexGrow: 2 + Math.min(6, butter.length) }}>
      <h2>
        {name} <small>{small}</small>
      </h2>
      <ul>
        {shown.map((pat) => {
          const waits = butterWaits(pat, today);
          return (
            <li key={pat.lotId}>
              <button
                type="button"
                className={styles.piece}
                aria-pressed={pat.lotId === chosen}
                onClick={() => onChoose(pat.lotId)}
              >
                {waits && <Tag waiting={waits} />}
                <ButterPiece
                  mass={Math.min(1500, pat.mass)}
                  form={(pat.pieces?.form as PieceForm | undefined) ?? 'block'}
                  salted={isSalted(pat)}
                />
                <strong>{pat.code}</strong>
                <span>{mixedIn(pat) || (pat.kind === 'ghee' ? 'ghee' : say.mass(pat.mass))}</span>
                <span>{say.day(pat.keepUntil, today)}</span>
              </button>
            </li>
          );
        })}
      </ul>
      {butter.length > shown.length && (
        <button type="button" className={styles.all} onClick={() => setAll(true)}>
          {butter.length - shown.length} more
        </button>
      )}
      <p>
        {butter.length === 0
          ? 'Nothing in it.'
          : `${say.mass(mass)} in ${butter.length} ${butter.length === 1 ? 'lot' : 'lots'}`}
      </p>
    </section>
  );
} // prettier-ignore
