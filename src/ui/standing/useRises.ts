'use client';

import { useEffect, useMemo, useState } from 'react';
import type { CreamRise, RiseInput } from '@/core/separating/creamRise.calc';
import { howHeated } from '@/core/separating/heatedShare';
import { notTakenBack } from '@/core/standing/lotStory';
import type { SeparationBefore } from '@/server/pail/views';
import { inWorker } from '@/workers/inWorker';
import type { LotNow } from './lotNow';
import { shapeOf } from './lotNow';

/** Depths at which a cut is worked out: enough to read any ladle depth between two of them. */
const cutsAcross = 80;

/** What the settling model needs of milk that stands; undefined for what does not cream. */
export function riseOf(
  { lot, story, celsius, fatShare, ageHours }: LotNow,
  separations: readonly SeparationBefore[],
  moreHours = 0,
): RiseInput | undefined {
  if (lot.kind !== 'milk') return undefined;
  const { diameter, height } = shapeOf(lot);
  const stops = separations.flatMap(({ foreseen, stopped, vesselId }) =>
    vesselId === (lot.vessel?.id ?? null) && foreseen && stopped ? [{ foreseen, stopped }] : [],
  );
  const volume = lot.mass / 1.03;
  const depth = Math.min(height, (volume * 1000) / ((Math.PI / 4) * diameter ** 2));
  return {
    milkMass: story?.firstMass ?? lot.mass,
    milkFat: Math.min(0.12, Math.max(0.001, story?.firstFat ?? fatShare)),
    // Milk that is put in the cold stands at its temperature before much has risen.
    temperature: Math.max(
      0,
      Math.min(25, ageHours + moreHours > 4 ? Math.min(celsius, story?.around ?? celsius) : celsius),
    ),
    species: lot.details.species ?? 'cow',
    heated: howHeated(lot.treatment, lot.details.homogenised === true, notTakenBack(lot.events)),
    // A little head room, for milk that was measured by a jug.
    vessel: { bottomDiameter: diameter, height: Math.max(height, depth) * 1.2 },
    hours: Math.min(168, ageHours + moreHours),
    ladleDepths: Array.from({ length: cutsAcross }, (_, i) => (depth * (i + 1)) / cutsAcross),
    happenings: story?.happenings ?? [],
    stops: stops.slice(0, 40),
  };
}

export interface Risen {
  rise: CreamRise;
  input: RiseInput;
}

/**
 * Cream risen in each vessel, worked out one after another beside the page. Milk that cannot have creamed yet, or cannot
 * cream, has no entry; neither has milk still being worked out.
 */
export function useRises(
  lots: readonly LotNow[],
  separations: readonly SeparationBefore[],
): ReadonlyMap<string, Risen> {
  const [rises, setRises] = useState<ReadonlyMap<string, Risen>>(new Map());
  // Every quarter of an hour is often enough for cream.
  const wanted = useMemo(
    () =>
      lots
        .filter(({ ageHours }) => ageHours > 1)
        .flatMap((one) => {
          const input = riseOf({ ...one, ageHours: Math.round(one.ageHours * 4) / 4 }, separations);
          return input ? [{ id: one.lot.id, input }] : [];
        }),
    [lots, separations],
  );
  const key = JSON.stringify(
    wanted.map(({ id, input }) => [id, input.hours, input.milkMass, input.happenings.length]),
  );
  useEffect(() => {
    const stop = new AbortController();
    void (async () => {
      for (const { id, input } of wanted) {
        try {
          const rise = await inWorker('cream.rise', input, {
            onProgress: () => undefined,
            signal: stop.signal,
          });
          if (stop.signal.aborted) return;
          setRises((before) => new Map(before).set(id, { rise, input }));
        } catch {
          // Stopped, or milk too shallow to cream: there is no line to show then.
        }
      }
    })();
    return () => stop.abort();
    // The key says what matters of the wanted ones.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return rises;
}
