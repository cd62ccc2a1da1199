'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import type { ReactNode } from 'react';
import { useMemo, useState } from 'react';
import type { PieceForm } from '@/core/churning/batchWords';
import { crockWater } from '@/core/keeping/crockWater';
import type { Storage } from '@/core/keeping/keepingDate';
import type { Waiting } from '@/core/standing/judgeLot';
import type { LarderView } from '@/server/larder/views';
import { useAct } from '../outbox/useAct';
import { Tag } from '../board/Board';
import { ButterPiece } from '../board/ButterPiece';
import { inTwo } from '../board/inTwo';
import { Said, Wall } from '../board/Wall';
import { Quiet } from '../theme/Enamel';
import { useFarm, useSay } from '../frame/FarmContext';
import { laterPart } from '../frame/laterPart';
import { useLater } from '../frame/useLater';
import { useNow } from '../frame/useNow';
import type { ButterShown } from '@/server/today/views';
import { butterWaits, mixedIn, ownName } from './butterStanding';
import { toEat } from './toEat';
import { DatesCountOn } from './DatesCountOn';
import { FreezerRoom } from './FreezerRoom';
import { InTheHand } from './InTheHand';
import type { KeptPiece } from './keptPiece';
import { isDanger, larderSays, otherFirst, presses, stockWords } from './larderSays';
import styles from './Larder.module.css';

const ButterIn = laterPart(() => import('./ButterIn').then((part) => part.ButterIn));

/** The cupboards, from the table inwards, each with the temperature it is usually at, °C (docs/handbook.md, keeping): 4 °C and 0 °F. */
const cupboards: { key: Storage; name: string; celsius?: number }[] = [
  { key: 'counter', name: 'Counter' },
  { key: 'crock', name: 'Crock' },
  { key: 'fridge', name: 'Fridge', celsius: 4 },
  { key: 'freezer', name: 'Freezer', celsius: -17.8 },
];
/** What is kept beside the butter is told by its story, which is fetched where there is some. */
const theKept = () => import('./Kept');
/** Pieces that stand in a cupboard before it is opened further. */
const atFirst = 12;

/** Butter and ghee in their places, in the order to eat them; the one that is chosen in hand below. */
export function Larder({ view, piece }: { view: LarderView; piece?: string | undefined }) {
  const say = useSay();
  const own = useFarm().placeCelsius;
  // A page left open over a night is of the next day.
  const now = Math.floor(useNow(15_000) / 60) * 60;
  const today = say.dateOf(now);
  const [gone, setGone] = useState<ReadonlySet<string>>(new Set());
  const butter = toEat(view.butter, today).filter(({ lotId }) => !gone.has(lotId));
  const beside = useLater(theKept, view.kept.length > 0);
  const kept = useMemo(() => beside?.keptPieces(view.kept, now, say) ?? [], [beside, view.kept, now, say]);
  const [picked, setChosen] = useState(piece);
  const water = view.crockWaterOn === undefined ? undefined : crockWater(view.crockWaterOn, today);
  const first = butter[0];
  const other = otherFirst(first, today, water, kept);
  // Until somebody takes another in hand, it is the one the sentence speaks of.
  const chosen = [...butter, ...kept].some(({ lotId }) => lotId === picked) ? picked : other?.lotId;
  const keptInHand =
    kept.find(({ lotId }) => lotId === chosen) ?? (butter.length === 0 ? kept[0] : undefined);
  const inHand = keptInHand ? undefined : (butter.find(({ lotId }) => lotId === chosen) ?? butter[0]);
  const { act, busy } = useAct();
  const [adding, setAdding] = useState(false);
  const frozen = butter.reduce((sum, { storage, mass }) => sum + (storage === 'freezer' ? mass : 0), 0);
  const pressing = presses(first, today);
  const watering = water?.waits?.tone === 'now' && !pressing && !other;
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
          {...inTwo(
            larderSays(first, today, water, say, kept, view.kept.length),
            butter.length > 0
              ? stockWords(butter, today, view.rate, say)
              : 'What you pack will stand here, in the order to eat it, with the day to eat it by.',
          )}
          acts={
            water?.waits && (
              <Button
                variant={watering ? 'contained' : 'outlined'}
                size="large"
                sx={{ minHeight: 64 }}
                disabled={busy}
                onClick={() => void act('crock.water', {}, 'Fresh water in the crock.')}
              >
                Fresh water in the crock
              </Button>
            )
          }
        />
        <div className={styles.cupboards} tabIndex={0} role="group" aria-label="Cupboards" data-picture>
          {cupboards
            .filter(
              ({ key }) =>
                key === 'fridge' ||
                key === 'freezer' ||
                butter.some(({ storage }) => storage === key) ||
                kept.some(({ cupboard }) => cupboard === key),
            )
            .map(({ key, name, celsius }) => (
              <Cupboard
                key={key}
                name={name}
                small={key === 'crock' ? water?.says : celsius === undefined ? undefined : say.temperature(key === 'fridge' || key === 'freezer' ? (own[key] ?? celsius) : celsius)}
                waits={key === 'crock' ? water?.waits : undefined}
                butter={butter.filter(({ storage }) => storage === key)}
                kept={kept.filter(({ cupboard }) => cupboard === key)}
                today={today}
                foot={key === 'freezer' && <FreezerRoom lies={frozen} />}
                chosen={keptInHand?.lotId ?? inHand?.lotId}
                onChoose={setChosen}
              />
            ))}
        </div>
      </Wall>
      <DatesCountOn />
      {inHand && <InTheHand key={inHand.lotId} pat={inHand} today={today} onGone={mark} quiet={watering} frozen={frozen} all={butter} />}
      {keptInHand && beside && (
        <beside.KeptInHand key={keptInHand.lotId} one={keptInHand.one} all={view.kept} separations={view.separations} quiet={watering} />
      )}
      {adding ? (
        <ButterIn onDone={() => setAdding(false)} />
      ) : (
        <Button variant="outlined" sx={{ minHeight: 48, justifySelf: 'start' }} onClick={() => setAdding(true)}>
          Butter that was there before, or bought
        </Button>
      )}
      <Quiet>
        <a href={`/api/papers/fridge-door${say.system === 'us' ? '?paper=letter' : ''}`}>
          A page for the fridge door: four weeks to write on by hand
        </a>
        {' · '}
        <Link href="/larder/door">What was written on it, typed in</Link>
      </Quiet>
    </div>
  );
} // prettier-ignore

function Cupboard({
  name,
  small,
  waits,
  butter,
  kept,
  foot,
  today,
  chosen,
  onChoose,
}: {
  name: string;
  small: string | undefined;
  waits?: Waiting | undefined;
  butter: readonly ButterShown[];
  kept: readonly KeptPiece[];
  /** Under what is in it. */
  foot?: ReactNode;
  today: string;
  chosen: string | undefined;
  onChoose: (lotId: string) => void;
}) {
  const say = useSay();
  const [all, setAll] = useState(false);
  const shown = all ? butter : butter.slice(0, atFirst);
  const ware = ({ lotId, name, says, until, tag, drawing }: KeptPiece) => (
          <li key={lotId}>
            <button
              type="button"
              className={`${styles.piece} ${styles.ware}`}
              aria-pressed={lotId === chosen}
              onClick={() => onChoose(lotId)}
            >
              {tag && <Tag waiting={tag} />}
              {drawing}
              <strong>{name}</strong>
              <span>{says}</span>
              <span>{until}</span>
            </button>
          </li>
  );
  return (
    <section className={styles.cupboard} aria-label={name} style={{ flexGrow: 2 + Math.min(6, butter.length + kept.length) }}>
      <h2>
        {name} <small>{small}</small>
      </h2>
      {waits && (
        <p className={styles.waits}>
          <Tag waiting={waits} />
        </p>
      )}
      <ul>
        {kept.filter(isDanger).map(ware)}
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
                  salted={pat.salted}
                />
                <strong>{pat.code}</strong>
                <span>{ownName(pat) ?? (mixedIn(pat) || (pat.kind === 'ghee' ? 'ghee' : say.mass(pat.mass)))}</span>
                <span>{say.day(pat.keepUntil, today)}</span>
              </button>
            </li>
          );
        })}
        {kept.filter((one) => !isDanger(one)).map(ware)}
      </ul>
      {butter.length > shown.length && (
        <button type="button" className={styles.all} onClick={() => setAll(true)}>
          {butter.length - shown.length} more
        </button>
      )}
      <p>
        {holds(butter, kept, say)}
      </p>
      {foot}
    </section>
  );
} // prettier-ignore

/** What is in a cupboard, summed up. */
function holds(
  butter: readonly ButterShown[],
  kept: readonly KeptPiece[],
  say: ReturnType<typeof useSay>,
): string {
  const pats =
    butter.length > 0 &&
    `${say.mass(butter.reduce((sum, one) => sum + one.mass, 0))} of butter in ${butter.length} ${butter.length === 1 ? 'lot' : 'lots'}`;
  const others = kept.length > 0 && `${kept.length} other ${kept.length === 1 ? 'thing' : 'things'}`;
  return [pats, others].filter(Boolean).join(', ') || 'Nothing in it.';
}
