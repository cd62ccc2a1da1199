'use client';

import { laterPart } from '../frame/laterPart';
import Button from '@mui/material/Button';
import Link from 'next/link';
import { cautionsOfUse, mayGoTo, purposeOf } from '@/core/byProducts/uses';
import type { Use } from '@/core/byProducts/uses';
import { isMade, kindWord } from '@/core/standing/lotKinds';
import type { Meaning } from '@/core/standing/lotWords';
import { meantFor } from '@/core/standing/meant';
import { places } from '@/core/standing/places';
import type { SeparationBefore, ShownLot } from '@/server/pail/views';
import { Door, Doors } from '../board/Door';
import { Cautions } from '../caution/Caution';
import { useSay } from '../frame/FarmContext';
import { useNow } from '../frame/useNow';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import { toUse, usualSkimUse } from '../pail/usual';
import { meantNames } from '../standing/meantNames';
import { longPast } from '../standing/alarm';
import { standingLot } from '../standing/LotBoard';
import type { LotNow } from '../standing/lotNow';
import { lotNow, sayAge, sayMuch } from '../standing/lotNow';
import { Quiet } from '../theme/Enamel';
import type { KeptPiece } from './keptPiece';
import { cupboardOf, keptFirst, keptUntil } from './keptPiece';
import styles from './Larder.module.css';

const TemperatureCard = laterPart(() =>
  import('../standing/TemperatureCard').then((part) => part.TemperatureCard),
);
const MeantFor = laterPart(() => import('../standing/MeantFor').then((part) => part.MeantFor));
const UseCard = laterPart(() => import('../standing/UseCard').then((part) => part.UseCard));

/** Skim, buttermilk, what is made of them, and cream that is kept, each as it stands in its cupboard, in the order to use them. */
export function keptPieces(
  lots: readonly ShownLot[],
  now: number,
  say: ReturnType<typeof useSay>,
): KeptPiece[] {
  return keptFirst(lots.map((lot) => lotNow(lot, now))).map((one) => {
    const { lot } = one;
    const { drawing, name, tag } = standingLot(one, say);
    const until = keptUntil(one);
    return {
      lotId: one.lot.id,
      cupboard: cupboardOf(one),
      name,
      says: one.lot.vessel ? `${sayMuch(one, say)} ${kindWord(one.lot.kind)}` : sayMuch(one, say),
      until: until === undefined || sets(one) ? undefined : say.day(say.dateOf(until), say.dateOf(now)),
      tag: one.waiting.tone === 'calm' && !sets(one) && meantFor(lot.events) === undefined ? undefined : tag,
      asked: longPast([one]).length > 0,
      drawing,
      one,
    };
  });
}

/** It sets or sours still, and has no day yet. */
const sets = ({ story }: LotNow): boolean => story?.souring !== undefined && !story.soured;

/** Where what is kept for something goes. */
const meantUse: Partial<Record<Meaning, Use>> = { baking: 'baked', drinking: 'drunk', soap: 'soap' };

/** What such a thing mostly goes to, in one tap; what must go is thrown out. */
function usualUse({ lot, story, judged }: LotNow, skimUse: Use): Use | undefined {
  if (judged.discard && lot.blockedReason === null) return 'spoiled';
  if (lot.kind === 'cream') return undefined;
  // What sets or sours is looked at before it goes anywhere.
  if (story?.souring && !story.soured) return undefined;
  const meant = meantFor(lot.events);
  const kept = meant && meantUse[meant];
  if (kept === 'soap') return kept;
  const use = kept ?? (isMade(lot.kind) ? 'eaten' : lot.kind === 'buttermilk' ? 'baked' : skimUse);
  const blocked = lot.blockedReason !== null;
  return mayGoTo(use, blocked) && !judged.mayNot[purposeOf[use] ?? 'pour'] ? use : undefined;
}

/** What is kept beside the butter, in hand: what it is, until when it is good, and what can be done with it. */
export function KeptInHand({
  one,
  all,
  separations,
  quiet,
}: {
  one: LotNow;
  /** All that is kept beside the butter. */
  all: readonly ShownLot[];
  separations: readonly SeparationBefore[];
  /** The blue button of the screen is another one. */
  quiet: boolean;
}) {
  const say = useSay();
  const now = Math.floor(useNow(15_000) / 60) * 60;
  const { act, refused, busy } = useAct();
  const { lot, story } = one;
  const { drawing, name } = standingLot(one, say);
  const until = keptUntil(one);
  const use = usualUse(one, usualSkimUse(separations));
  const out = one.judged.discard !== undefined && lot.blockedReason === null;
  return (
    <section className={styles.hand} aria-label={`In hand: ${name}`}>
      <div className={styles.drawn}>{drawing}</div>
      <div className={styles.words}>
        <h2>
          {name}, {sayMuch(one, say)}
          {lot.vessel && ` of ${kindWord(lot.kind)}`}
        </h2>
        <Quiet>
          {places[story?.place ?? 'fridge'].inSentence}, {sayAge(one.ageHours)}, {lot.treatment}
        </Quiet>
        <p className={styles.links}>
          {(out || one.waiting.tone === 'danger') && <strong className={styles.past}>{one.waiting.word}</strong>}
          {!out && sets(one) && <strong>{one.waiting.word}</strong>}
          {!out && !sets(one) && until !== undefined && (
            <span className={until < now ? styles.past : undefined}>
              {until < now ? 'Past' : 'Use by'} {say.day(say.dateOf(until), say.dateOf(now))}
            </span>
          )}
          <Link href={`/shelf/${lot.id}`}>All the way back to the milkings</Link>
          <Link href={`/recall/${lot.id}`}>Recall sheet</Link>
        </p>
        {use && (
          <Cautions
            cautions={cautionsOfUse(use, {
              raw: lot.treatment === 'raw',
              blocked: lot.blockedReason !== null,
              asUsual: true,
            })}
          />
        )}
        <RefusedSentence refused={refused} />
      </div>
      {use ? (
        <Button
          variant={quiet ? 'outlined' : 'contained'}
          size="large"
          sx={{ minHeight: 72 }}
          disabled={busy}
          onClick={() => void act('lot.use', { lotId: lot.id, to: use }, `All of ${name} ${toUse[use]}.`)}
        >
          {use === 'spoiled' ? 'Thrown out' : `All ${toUse[use]}`}
        </Button>
      ) : (
        <Button component={Link} href={`/shelf/${lot.id}`} variant={quiet ? 'outlined' : 'contained'} size="large" sx={{ minHeight: 72 }}>
          {sets(one) ? 'Look at it' : 'Open it'}
        </Button>
      )}
      <div className={styles.rarer}>
        <Doors>
          <Door name="Some of it" value={isMade(lot.kind) ? 'given, baked, sold, thrown out' : 'to the animals, baked, curd, sold'} group="hand">
            <UseCard one={one} usual={use === 'spoiled' ? undefined : use} yoghurts={all} />
          </Door>
          <Door
            name="Put it elsewhere"
            value={`${say.temperature(Math.round(one.celsius))}, ${places[story?.place ?? 'fridge'].inSentence}`}
            group="hand"
          >
            <TemperatureCard one={one} now={now} title="Temperature" />
          </Door>
          {!isMade(lot.kind) && lot.kind !== 'cream' && !out && (
            <Door name="Kept for" value={meantNames[meantFor(lot.events) ?? 'nothing']} group="hand">
              <MeantFor one={one} />
            </Door>
          )}
          <Door name="Label" value={lot.blockedReason || out ? 'not for drinking' : 'for the jar'} group="hand">
            <p className={styles.links}>
              <a href={`/api/lots/${lot.id}/label`}>Jar label</a>
              {!lot.blockedReason && !out && (
                <a href={`/api/lots/${lot.id}/label?for=animals`}>the same, not for drinking</a>
              )}
            </p>
          </Door>
        </Doors>
      </div>
    </section>
  );
} // prettier-ignore
