'use client';

import { useMemo } from 'react';
import { creamDensity } from '@/core/dairy/creamDensity';
import type { FatMethod } from '@/core/dairy/creamFat';
import { fatMethods } from '@/core/dairy/creamFat';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import { lotsMix } from '@/core/tempering/lotsMix';
import type { ShelfView, ShownLot } from '@/server/shelf/views';
import { PlanChurning } from '../churning/plan/PlanChurning';
import type { CreamFromShelf } from '../churning/plan/planDraft';
import { useSay } from '../frame/FarmContext';
import { useNow } from '../frame/useNow';
import { list } from '@/core/quantities/list';
import { lotNow } from '../standing/lotNow';

/** The plan for cream chosen on the Shelf: what it is, is known; the churn and its temperature are asked. */
export function PlanFromShelf({
  view,
  lots,
  aim,
}: {
  view: ShelfView;
  lots: ShownLot[];
  /** °C that was taken up to bring it to. */
  aim?: number | undefined;
}) {
  const say = useSay();
  // Left open over a night, what it is judges itself anew.
  const minute = Math.floor(useNow(15_000) / 60) * 60;
  const from = useMemo((): CreamFromShelf => {
    const now = lots.map((lot) => lotNow(lot, minute));
    const { mass, fat, temperature } = lotsMix({
      lots: now.map((one) => ({ mass: one.lot.mass, fat: one.fatShare, temperature: one.celsius })),
    });
    const volume = mass / creamDensity(Math.min(0.6, fat), Math.max(0, Math.min(45, temperature)));
    const method = lots[0]!.fatMethod as FatMethod | null;
    const ripened = now.every(({ story }) => story?.soured);
    return {
      lots: lots.map(({ id, mass: held }) => ({ lotId: id, mass: held })),
      facts: {
        creamMass: mass,
        creamMassSd: 0.02 * mass,
        creamVolume: volume,
        amountTyped: say.volume(volume),
        creamFat: Math.max(0.05, Math.min(0.6, fat)),
        creamFatSd: Math.max(
          0.005,
          Math.hypot(...lots.map((lot) => ((lot.fatSd ?? 0.03) * lot.mass) / mass)),
        ),
        fatMethod: method && method in fatMethods ? method : 'gravity',
        ripened,
        treatment: lots.some(({ treatment }) => treatment === 'raw') ? 'raw' : 'pasteurised',
        homogenised: lots.some(({ details }) => details.homogenised === true),
      },
      despite: [...new Set(now.flatMap(({ judged }) => judged.mayNot.churn ?? []))].join('; ') || undefined,
      celsius: temperature,
      says: `${say.volume(volume)} of ${text(spokenFraction(fat, 0))} cream, from ${list(lots.map((lot) => lot.vessel?.name ?? lot.code))}.`,
      small: `${ripened ? 'Ripened' : 'Sweet'}, ${lots.some(({ treatment }) => treatment === 'raw') ? 'raw' : 'heated'}; it should stand at ${say.temperature(Math.round(temperature))} now.`,
    };
  }, [lots, minute, say]);
  return <PlanChurning plan={view} front={undefined} from={from} aim={aim} />;
}
