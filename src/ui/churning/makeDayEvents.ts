import type { BatchEvent, BatchFacts, Salting } from '@/core/churning/batchEvents';
import type { BatchStory } from '@/core/churning/batchStory';
import type { MakeDay } from '@/core/jot/readMakeDay';
import type { Quantity } from '@/core/quantities/parseQuantity';
import { saltWays, unsaltedFrom } from '@/core/salting/saltWays';
import { newId } from '../outbox/newId';

export type Body = BatchEvent extends infer E
  ? E extends BatchEvent
    ? Omit<E, 'id' | 'atSeconds'>
    : never
  : never;

/** Densities, g/mL: buttermilk at 12 °C, and butter (engineering estimates); errors of jug and scale (handbook §6.9). */
const density = { buttermilk: 1.033, water: 1, butter: 0.95 } as const;
const jugError = 0.03;
const butterByVolume = 0.08;
const scale = (mass: number) => Math.max(2, 0.005 * mass);

const grams = ({ kind, value }: Quantity, of: keyof typeof density): number =>
  kind === 'mass' ? value : value * density[of];

/** What leans on where the batch stands. */
type Leaning = 'butter' | 'packed' | 'undo';

/** What a jot becomes: the events of the batch. */
export function makeDayEvents(act: Exclude<MakeDay, { kind: Leaning }>): Body[] {
  switch (act.kind) {
    case 'mark':
    case 'resumed':
    case 'load':
    case 'abandoned':
    case 'paused':
      return [act];
    case 'reading':
      return [{ kind: 'reading', temperature: act.celsius }];
    case 'water':
      return [{ kind: 'water', mass: grams(act.amount, 'water') }];
    case 'drained': {
      if (!act.amount) return [{ kind: 'drained', measured: 'skipped' }];
      const mass = grams(act.amount, 'buttermilk');
      const weighed = act.amount.kind === 'mass';
      const usualSd = weighed ? scale(mass) : jugError * mass;
      return [
        {
          kind: 'drained',
          measured: weighed ? 'mass' : 'volume',
          mass,
          massSd: act.amount.sd === undefined ? usualSd : (act.amount.sd * mass) / act.amount.value,
        },
      ];
    }
    case 'washed':
      return [
        {
          kind: 'washed',
          clarity: act.clarity,
          ...(act.amount ? { waterMass: grams(act.amount, 'water') } : {}),
        },
      ];
  }
}

/** Butter jotted down, as a portion kept and salted as usual unless it was said otherwise; a sentence when it cannot be. */
export function butterEvent(
  act: Extract<MakeDay, { kind: 'butter' }>,
  facts: BatchFacts,
  story: BatchStory,
): Body | string {
  const mass = grams(act.amount, 'butter');
  if (story.portions.reduce((sum, portion) => sum + portion.mass, mass) > facts.creamMass)
    return 'That is more butter than there was cream: check the unit.';
  const salting: Salting =
    act.salt === 'none'
      ? { way: 'none' }
      : act.salt === 'usual'
        ? facts.usualSalt
        : { way: 'share', share: act.salt.share, kind: 'fine' };
  return {
    kind: 'portion',
    portionId: newId(),
    name: salting.way === 'none' ? 'Unsalted' : 'Salted',
    mass,
    massSd: act.amount.kind === 'mass' ? (act.amount.sd ?? scale(mass)) : butterByVolume * mass,
    measured: act.amount.kind === 'mass' ? 'scale' : 'volume',
    saltMass: saltWays(salting, unsaltedFrom(salting, mass, true), facts.creamVolume).salt,
    salting,
    additions: [],
    storage: facts.usualStorage,
  };
}
