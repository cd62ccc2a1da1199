'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { creamDensity } from '@/core/dairy/creamDensity';
import type { PailView } from '@/server/pail/views';
import { useSay } from '../frame/FarmContext';
import { newId } from '../outbox/newId';
import { useAct } from '../outbox/useAct';
import type { Risen } from '../standing/useRises';
import { cutBetween } from '../standing/useRises';
import type { LotNow } from '../standing/useStory';
import styles from './Pail.module.css';
import { creamGoesTo, toUse, usualSkimUse } from './usual';

/** A ladle a little under the line gets the thin cream too, mm. */
export const underLine = 4;

/** What to do about milk that stands, as one sentence with its reason and one button. */
export function pailSentence(
  lots: readonly LotNow[],
  rises: ReadonlyMap<string, Risen>,
  about: (grams: number) => string,
): { says: string; skim: LotNow[]; cool?: LotNow } {
  const name = (one: LotNow) => one.lot.vessel?.name ?? 'the milk';
  const bad = lots.find(({ waiting, lot }) => waiting.tone === 'danger' && lot.blockedReason === null);
  if (bad) return { says: `${name(bad)}: ${bad.waiting.word}. Look at it first.`, skim: [], cool: bad };
  const warm = lots.find(({ waiting }) => waiting.word === 'cooling' && waiting.tone === 'now');
  if (warm) return { says: `${name(warm)} is still warm: cool it now.`, skim: [], cool: warm };
  const ready = lots.filter(
    ({ lot, waiting }) =>
      lot.kind === 'milk' &&
      lot.blockedReason === null &&
      (waiting.word === 'ready to skim' || waiting.word === 'skim at once'),
  );
  if (ready.length > 0) {
    const gains = ready.reduce((sum, { lot }) => sum + (rises.get(lot.id)?.rise.waitingGains ?? 0), 0);
    const known = ready.every(({ lot }) => rises.has(lot.id));
    const most = ready.reduce((sum, { lot }) => sum + lot.fat, 0);
    const names = ready.length <= 3 ? list(ready.map(name)) : `${ready.length} vessels`;
    const late = ready.some(({ waiting }) => waiting.word === 'skim at once');
    if (known && !late && gains > 0.02 * most)
      return { says: `Let ${names} stand: six hours more gain about ${about(gains)} of fat.`, skim: ready };
    return {
      says:
        known && !late
          ? `Skim ${names} now. Waiting six hours gains under ${about(Math.max(5, Math.ceil(gains / 5) * 5))}.`
          : `Skim ${names} now.`,
      skim: ready,
    };
  }
  const rising = lots.find(({ waiting }) => waiting.word === 'cream rising' || waiting.word === 'cooling');
  if (rising)
    return {
      says: `Nothing presses: ${name(rising)} creams until it is ${Math.max(1, Math.round(12 - rising.ageHours))} h on.`,
      skim: [],
    };
  return {
    says: lots.length === 0 ? 'No milk stands here. What came in?' : 'Nothing presses here.',
    skim: [],
  };
}

export const list = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;

/** Skims what is ready in one tap, as it was done last: the ladle at the line, the skim to its usual use. */
export function SkimNow({
  view,
  lots,
  rises,
}: {
  view: PailView;
  lots: readonly LotNow[];
  rises: ReadonlyMap<string, Risen>;
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
  return (
    <>
      {known && creamMass > 0 && (
        <Button
          variant="contained"
          size="large"
          disabled={busy}
          sx={{
            minHeight: 96,
            fontSize: '1.3rem',
            flexDirection: 'column',
            alignItems: 'flex-start',
            px: 3.5,
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
          Skim {lots.length === 1 ? names : lots.length === 2 ? 'both' : `all ${lots.length}`},{' '}
          {say.volume(volume)}
          <small className={styles.small}>
            cream into {into.name}, skim {toUse[use]} as usual
          </small>
        </Button>
      )}
      <Button
        component={Link}
        href={`/pail/${lots[0]!.lot.id}`}
        variant="outlined"
        size="large"
        sx={{ minHeight: 96 }}
      >
        {known ? 'Differently' : 'To the skim gauge'}
      </Button>
      {refused && (
        <p className={styles.refused} role="alert">
          {refused.message}
        </p>
      )}
    </>
  );
}
