'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import type { Addition, PieceForm } from '@/core/churning/batchWords';
import { allergensOf } from '@/core/keeping/allergens';
import { keepingCautions } from '@/core/keeping/cautions';
import { daysBetween } from '@/core/keeping/civilDate';
import type { Storage } from '@/core/keeping/keepingDate';
import { pastItsDay } from '@/core/keeping/pastItsDay';
import type { ButterShown } from '@/server/today/views';
import { ButterPiece } from '../board/ButterPiece';
import { Door, Doors } from '../board/Door';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { laterPart } from '../frame/laterPart';
import { useNotice } from '../frame/Notices';
import { useOutbox } from '../outbox/OutboxProvider';
import { Quiet } from '../theme/Enamel';
import { WhyDrawer } from '../why/Why';
import { mixedIn, ownName, piecesOf } from './butterStanding';
import { isOut } from './toEat';
import { storageWords } from '../churning/words';
import { Elsewhere, placesFor } from './Elsewhere';
import { joinableTo } from './joinableTo';
import { SomeOfIt } from './SomeOfIt';
import styles from './Larder.module.css';

const ClarifyButter = laterPart(() => import('./ClarifyButter').then((part) => part.ClarifyButter));
const JoinButter = laterPart(() => import('./JoinButter').then((part) => part.JoinButter));

const inPlace: Record<string, string> = {
  fridge: 'in the fridge',
  freezer: 'in the freezer',
  counter: 'on the counter',
  crock: 'in the crock',
};

/** The piece that is chosen: what it is, until when it is good and why, and what can be done with it. */
export function InTheHand({
  pat,
  today,
  onGone,
  quiet,
  frozen,
  all,
}: {
  pat: ButterShown;
  today: string;
  onGone: (lotId: string, isGone: boolean) => void;
  /** The blue button of the screen is another one. */
  quiet: boolean;
  /** Butter that lies in the freezer, g. */
  frozen: number;
  /** All butter in the house. */
  all: readonly ButterShown[];
}) {
  const say = useSay();
  const outbox = useOutbox();
  const router = useRouter();
  const notice = useNotice();
  const left = daysBetween(today, pat.keepUntil);
  const out = isOut(pat, today);
  const unsafe = pat.blockedReason !== null || pat.despite !== undefined;
  const past = out ? pastItsDay(pat) : undefined;
  const mixed = mixedIn(pat);
  const name = ownName(pat);
  const others = joinableTo(pat, all);

  async function finish(how: 'eaten' | 'spoiled') {
    const { lotId, code } = pat;
    onGone(lotId, true);
    notice({
      says: how === 'eaten' ? `${code} is finished.` : `${code} is thrown away.`,
      undo: () => {
        onGone(lotId, false);
        void outbox.put('butter.restore', { lotId }).then(() => router.refresh());
      },
    });
    const answer = await outbox.put('butter.finish', { lotId, how });
    if (answer.status === 'refused') onGone(lotId, false);
    router.refresh();
  }

  return (
    <section className={styles.hand} aria-label={`In hand: ${pat.code}`}>
      <div className={styles.drawn}>
        <ButterPiece
          mass={Math.min(1500, pat.mass)}
          form={(pat.pieces?.form as PieceForm | undefined) ?? 'block'}
          salted={pat.salted}
          label={`${say.mass(pat.mass)} of ${pat.kind}`}
        />
      </div>
      <div className={styles.words}>
        <h2>
          {pat.code}
          {mixed && `, with ${mixed}`}, {say.mass(pat.mass)}
          {pat.kind === 'ghee' && ' of ghee'}
        </h2>
        <Quiet>
          {name && `${name}, `}
          {pat.pieces && `${piecesOf(pat, say)}, `}
          {inPlace[pat.storage]}, {pat.madeUnknown ? 'written down' : 'made'} {say.day(pat.madeOn, today)}
        </Quiet>
        {past && (
          <p className={styles.past}>
            {past.says[0]!.toUpperCase()}
            {past.says.slice(1)}
          </p>
        )}
        <p className={styles.links}>
          <WhyDrawer
            title={`Eat ${pat.code} by ${say.day(pat.keepUntil, today)}`}
            section="6.12"
            opener={
              <span className={out ? styles.past : left <= 2 ? styles.soon : undefined}>
                {unsafe
                  ? 'Not for people'
                  : left < 0
                    ? `Past ${say.day(pat.keepUntil, today)}`
                    : `Eat by ${say.day(pat.keepUntil, today)}`}
              </span>
            }
          >
            <p style={{ margin: 0 }}>
              {pat.madeUnknown ? 'Written down' : 'Made'} {say.day(pat.madeOn, today)}, kept {inPlace[pat.storage]}. The date is the earliest of the
              rules that apply:
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
            <p style={{ margin: 0 }}>{allergensOf(pat, pat.kind === 'ghee')}</p>
            <Quiet>Quality dates on the careful side; your local rules and your own nose come first.</Quiet>
          </WhyDrawer>
          <Link href={`/shelf/${pat.lotId}`}>{pat.batchId ? 'All the way back to the milkings' : 'Where it came from'}</Link>
          {pat.batchId && <Link href={`/ledger/${pat.batchId}`}>Its batch</Link>}
          <Link href={`/recall/${pat.lotId}`}>Recall sheet</Link>
        </p>
      </div>
      <Button
        variant={quiet ? 'outlined' : 'contained'}
        size="large"
        sx={{ minHeight: 72 }}
        onClick={() => void finish(past?.discard ? 'spoiled' : 'eaten')}
        aria-label={past?.discard ? `${pat.code} is thrown away` : `${pat.code} is finished`}
      >
        {past?.discard ? 'Thrown away' : 'Finished'}
      </Button>
      {past && !past.discard && (
        <Button variant="text" onClick={() => void finish('spoiled')} aria-label={`${pat.code} is thrown away`}>
          Thrown away
        </Button>
      )}
      <div className={styles.rarer}>
        <Doors>
          <Door name="Some of it" value={unsafe ? 'thrown away' : 'eaten, given, sold, baked'} group="hand">
            <SomeOfIt pat={pat} unsafe={unsafe} />
          </Door>
          <Door
            name="Put it elsewhere"
            value={placesFor(pat).map((place) => storageWords[place].toLowerCase()).join(', ')}
            group="hand"
          >
            <Elsewhere pat={pat} frozen={frozen} />
          </Door>
          {others.length > 0 && (
            <Door name="Work it into one" value="with other butter" group="hand">
              <JoinButter pat={pat} others={others} />
            </Door>
          )}
          {pat.kind === 'butter' && (
            <Door name="Make ghee of it" value="on a low flame, with its clock" group="hand">
              <ClarifyButter pat={pat} />
            </Door>
          )}
          <Door name="Labels" value={pat.pieces ? piecesOf(pat, say) : 'one, or a sheet of them'} group="hand">
            <p className={styles.links}>
              <a href={`/api/lots/${pat.lotId}/label`}>One label</a>
              <a href={`/api/lots/${pat.lotId}/label?sheet=a4-24`}>A4, 24 of 70 × 37 mm</a>
              <a href={`/api/lots/${pat.lotId}/label?sheet=a4-14`}>A4, 14 of 99 × 38 mm</a>
              <a href={`/api/lots/${pat.lotId}/label?sheet=letter-30`}>Letter, 30 of 2 5/8 × 1 in</a>
            </p>
          </Door>
        </Doors>
      </div>
    </section>
  );
} // prettier-ignore
