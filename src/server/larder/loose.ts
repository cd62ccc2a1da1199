import { tellBatch } from '@/core/churning/tellBatch';
import type { Storage } from '@/core/keeping/keepingDate';
import type { LooseButter } from '@/core/keeping/looseButter';
import { looseKept } from '@/core/keeping/looseButter';
import { saltWays } from '@/core/salting/saltWays';
import { isPerishable } from '@/core/working/mix';
import { batchById, eventsOf } from '@/data/churning/batches';
import type { FarmScope } from '@/data/farmScope';
import { farmOf } from '@/data/house/house';
import { datedLot, datesOf, partsOf } from '@/data/ledger/ledger';
import type { StandingLot } from '@/data/ledger/standing';
import { movesOf } from '../ledger/redateButter';
import { localDate } from '../localDate';
import { portionOf } from './butterLot';

/** What butter of no single batch carries of what its date goes by. */
export const looseOf = ({ details }: StandingLot): LooseButter | undefined =>
  details.loose as LooseButter | undefined;

/** Dates butter of no batch anew, with what was once part of it, by where each stands now. */
export async function redateLoose(scope: FarmScope, lot: StandingLot): Promise<void> {
  const loose = looseOf(lot);
  if (!loose) return;
  const { timeZone } = await farmOf(scope);
  const root = portionOf(lot);
  const ids = [root, ...((await partsOf(scope, [root])).get(root) ?? []).map(({ id }) => id)];
  const moves = await movesOf(scope, ids);
  const writtenDown = localDate(lot.madeAt, timeZone);
  for (const id of ids) {
    const { until, reasons } = looseKept(
      { ...loose, raw: lot.treatment === 'raw' },
      writtenDown,
      moves.get(id)!,
    );
    await datedLot(scope, id, {
      keepUntil: until,
      keepReasons: reasons,
      storage: moves.get(id)!.at(-1)?.storage ?? loose.storage,
    });
  }
}

/** The same of a piece of a batch, from what was done to its cream and its butter; with the day it keeps until now. */
export async function knownOf(scope: FarmScope, lot: StandingLot): Promise<LooseButter & { until: string }> {
  const { timeZone } = await farmOf(scope);
  const { keepUntil: until, storage } = await datesOf(scope, lot.id);
  const here = { until, storage: storage as Storage };
  const loose = looseOf(lot);
  if (loose) return { ...loose, ...here };
  const made = localDate(lot.madeAt, timeZone);
  const careful = { washed: false, salted: false, someSalt: false, cultured: false, perishable: false };
  const raw = lot.treatment === 'raw';
  const batch = lot.batchId ? await batchById(scope, lot.batchId, false) : undefined;
  if (!batch) return { ...careful, raw, made, ...here };
  const story = tellBatch(batch.facts, (await eventsOf(scope, [batch.id])).get(batch.id) ?? []);
  const portion = story.portions.find(({ id }) => id === portionOf(lot));
  if (!portion) return { ...careful, raw, made, ...here };
  return {
    washed: story.washes.length > 0,
    salted: saltWays(
      { way: 'mass', grams: portion.saltMass, kind: 'fine' },
      portion.mass - portion.saltMass,
      batch.facts.creamVolume,
    ).keeps,
    someSalt: portion.saltMass > 0,
    cultured: batch.facts.ripened,
    raw,
    perishable: portion.additions.some(isPerishable),
    made,
    ...here,
  };
}
