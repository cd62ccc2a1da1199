'use client';

import type { ReactNode } from 'react';
import { creamDensity } from '@/core/dairy/creamDensity';
import { cutBetween, underLine } from '@/core/separating/cutBetween';
import { list } from '@/core/quantities/list';
import type { PailView } from '@/server/pail/views';
import { useSay } from '../frame/FarmContext';
import { newId } from '../outbox/newId';
import { RefusedSentence } from '../outbox/RefusedSentence';
import { useAct } from '../outbox/useAct';
import type { Risen } from '../standing/useRises';
import type { LotNow } from '../standing/lotNow';
import styles from './Pail.module.css';
import { laterHours } from './pailSentence';
import { creamGoesTo, toUse, usualSkimUse } from './usual';
import { Press, PressLink } from '../theme/Press';

/** Skims what is ready in one tap, as it was done last: the ladle at the line, the skim to its usual use. */
export function SkimNow({
  view,
  lots,
  rises,
  waits = false,
  quiet = false,
  onLater,
  differently,
}: {
  view: PailView;
  lots: readonly LotNow[];
  rises: ReadonlyMap<string, Risen>;
  /** Waiting still pays: leaving it is the main button, skimming beside it. */
  waits?: boolean;
  /** Something else is the main thing to do here. */
  quiet?: boolean;
  /** Leaves them for so many hours; advised, when waiting was said to pay. */
  onLater: (lots: readonly LotNow[], hours: number, advised: boolean) => void;
  /** In place of the way to the gauge. */
  differently?: ReactNode;
}) {
  const say = useSay();
  const { act, refused, busy } = useAct();
  if (lots.length === 0) return null;
  const cuts = lots.map((one) => {
    const risen = rises.get(one.lot.id);
    const line = risen?.rise.lineDepth?.mid;
    return risen && line !== undefined
      ? { one, line, ...cutBetween(risen.rise, line + underLine) }
      : undefined;
  });
  const known = cuts.every((cut) => cut !== undefined);
  const creamMass = cuts.reduce((sum, cut) => sum + (cut?.creamMass ?? 0), 0);
  const creamFat =
    cuts.reduce((sum, cut) => sum + (cut ? cut.creamMass * cut.creamFat : 0), 0) / (creamMass || 1);
  const volume = creamMass / creamDensity(creamFat, 5);
  const use = usualSkimUse(view.separations);
  const into = creamGoesTo(view, volume, false);
  const names = list(lots.map(({ lot }) => lot.vessel?.name ?? lot.code));
  const later = (
    <Press
      look={waits ? (quiet ? 'quiet' : 'main') : 'word'}
      style={waits ? { minHeight: 76, fontSize: '1.3rem' } : undefined}
      onClick={() => onLater(lots, waits ? laterHours.waits : laterHours.now, waits)}
    >
      {waits ? `Look again in ${laterHours.waits} h` : 'Later'}
    </Press>
  );
  return (
    <>
      {waits && later}
      {known && creamMass > 0 && (
        <Press
          look={waits ? 'word' : quiet ? 'quiet' : 'main'}
          disabled={busy}
          style={{
            minHeight: 76,
            fontSize: '1.3rem',
            flexDirection: 'column',
            alignItems: 'flex-start',
            paddingInline: 28,
          }}
          onClick={() =>
            void act(
              'milk.separate',
              {
                way:
                  lots[0]!.lot.vessel?.kind === 'tapCan'
                    ? 'tap'
                    : lots[0]!.lot.vessel?.kind === 'pan'
                      ? 'pan'
                      : 'ladle',
                from: lots.map(({ lot }) => ({ lotId: lot.id })),
                cuts: [
                  { lotId: newId(), mass: creamMass, fat: creamFat, fatSd: 0.025, vesselId: into.vesselId },
                ],
                skim: { to: 'use', use },
                celsius: lots[0]!.celsius,
                details: {
                  standHours: Math.round(lots[0]!.ageHours * 10) / 10,
                  ladleDepth: Math.round(cuts[0]!.line + underLine),
                },
              },
              `${say.volume(volume)} of cream off ${names}, into ${into.name}; the skim ${toUse[use]}.`,
            )
          }
        >
          Skim {lots.length === 1 ? names : lots.length === 2 ? 'both' : `all ${lots.length}`}
          {waits ? ' now' : ''}, {say.volume(volume)}
          <small className={styles.small}>
            cream into {into.name}, skim {toUse[use]} as usual
          </small>
        </Press>
      )}
      {!waits && later}
      {differently ?? (
        <PressLink href={`/pail/${lots[0]!.lot.id}`} look="word">
          {known ? 'Differently' : 'To the skim gauge'}
        </PressLink>
      )}
      <RefusedSentence refused={refused} />
    </>
  );
}
