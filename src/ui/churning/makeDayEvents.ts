import { gheeButter, gheeYield } from '@/core/byProducts/gheeYield';
import type { BatchEvent, BatchFacts, Salting } from '@/core/churning/batchEvents';
import type { BatchStory } from '@/core/churning/batchStory';
import type { ChurnPace } from '@/core/churning/churnPace';
import { foreseenOf } from '@/core/churning/foreseenOf';
import type { MakeDay } from '@/core/jot/readMakeDay';
import type { Quantity } from '@/core/quantities/parseQuantity';
import { calledByMix, mixedFacts, mixedMass } from '@/core/working/mix';
import { saltedName } from '@/core/salting/salts';
import { saltWays, unsaltedFrom } from '@/core/salting/saltWays';
import { shapedPortions } from '@/core/working/intoPieces';
import { densities, pressedError, scaleSd, weighed } from '@/core/quantities/measuring';
import { newId } from '../outbox/newId';

export type Body = BatchEvent extends infer E
  ? E extends BatchEvent
    ? Omit<E, 'id' | 'atSeconds'>
    : never
  : never;

/** What is written down: it happened now, unless it says when. */
export type Told = Body & { atSeconds?: number };

const grams = ({ kind, value }: Quantity, of: keyof typeof densities): number =>
  kind === 'mass' ? value : value * densities[of];

/** What leans on where the batch stands. */
type Leaning = 'butter' | 'notWeighed' | 'packed' | 'undo' | 'reweighed';

/** What a jot becomes: the events of the batch. */
export function makeDayEvents(act: Exclude<MakeDay, { kind: Leaning }>): Body[] {
  switch (act.kind) {
    case 'mark':
    case 'noted':
    case 'resumed':
    case 'load':
    case 'abandoned':
    case 'paused':
    case 'takenOut':
    case 'speed':
    case 'merged':
    case 'tool':
    case 'gathered':
    case 'felt':
    case 'moisture':
      return [act];
    case 'worked':
      return [
        {
          kind: 'worked',
          way: act.way,
          ...(act.amount ? { waterMass: grams(act.amount, 'water') } : {}),
          ...(act.minutes === undefined ? {} : { minutes: act.minutes }),
        },
      ];
    case 'tasted': {
      const { tastes, ...rest } = act;
      return [{ ...rest, ...(tastes.length > 0 ? { tastes } : {}) }];
    }
    case 'reading':
      return [{ kind: 'reading', temperature: act.celsius }];
    case 'salted':
      return [{ kind: 'salted', mass: act.grams }];
    case 'water':
      return [{ kind: 'water', mass: grams(act.amount, 'water') }];
    case 'drained': {
      if (!act.amount) return [{ kind: 'drained', measured: 'skipped' }];
      return [
        {
          kind: 'drained',
          measured: act.amount.kind === 'mass' ? 'mass' : 'volume',
          ...weighed(act.amount, densities.buttermilk),
        },
      ];
    }
    case 'washed':
      return [
        {
          kind: 'washed',
          clarity: act.clarity,
          ...(act.amount ? { waterMass: grams(act.amount, 'water') } : {}),
          ...(act.celsius === undefined ? {} : { celsius: act.celsius }),
          ...(act.where === undefined ? {} : { where: act.where }),
        },
      ];
  }
}

/** Butter jotted down, as a portion kept and salted as usual unless it was said otherwise; a sentence when it cannot be. */
export function butterEvent(
  act: Extract<MakeDay, { kind: 'butter' }>,
  facts: BatchFacts,
  story: BatchStory,
): Body[] | string {
  const mass = grams(act.amount, 'butter');
  if (story.portions.reduce((sum, portion) => sum + portion.mass, mass) > facts.creamMass)
    return 'That is more butter than there was cream: check the unit.';
  const salting: Salting =
    act.salt === 'none'
      ? { way: 'none' }
      : act.salt === 'usual'
        ? facts.usualSalt
        : { way: 'share', kind: 'fine', ...act.salt };
  const ghee =
    act.ghee &&
    (act.ghee === true ? gheeYield({ butterMass: mass, ...gheeButter }).ghee.mid : act.ghee.value);
  if (ghee && ghee >= mass) return 'Ghee weighs less than its butter: the water has gone.';
  const besides = mixedMass(act.mixedIn) ?? 0;
  if (besides >= mass) return 'What is mixed in weighs less than the butter with it.';
  const salt = saltWays(salting, unsaltedFrom(salting, mass - besides, true), facts.creamVolume);
  const portion = {
    kind: 'portion' as const,
    portionId: newId(),
    name: ghee ? 'Ghee' : act.mixedIn.length > 0 ? calledByMix(act.mixedIn) : saltedName(salt.share),
    ...(ghee ? { ghee: { mass: ghee, weighed: act.ghee !== true } } : {}),
    mass,
    massSd: weighed(act.amount, densities.butter, pressedError).massSd,
    measured: act.amount.kind === 'mass' ? ('scale' as const) : ('volume' as const),
    saltMass: salt.salt,
    salting,
    ...mixedFacts(act.mixedIn),
    storage: facts.usualStorage,
  };
  return act.pieces && !ghee ? shapedPortions(portion, act.pieces, newId()) : [portion];
}

/** Butter that nobody weighed, packed as much as its fat makes; a sentence when there is none to come. */
export function unweighedEvents(
  facts: BatchFacts,
  story: BatchStory,
  pace: ChurnPace | undefined,
): Body[] | string {
  const { butter } = foreseenOf(facts, story, pace);
  const value = butter.mass - story.portions.reduce((sum, { mass }) => sum + mass, 0);
  if (value <= 0) return 'All its fat makes is put by already: say “packed”.';
  const usual = butterEvent(
    { kind: 'butter', amount: { kind: 'mass', value, sd: butter.sd }, salt: 'usual', mixedIn: [] },
    facts,
    story,
  )[0] as Extract<Body, { kind: 'portion' }>;
  // What its fat makes has no salt in it yet.
  const salt = saltWays(usual.salting, value, facts.creamVolume).salt;
  return [{ ...usual, mass: value + salt, saltMass: salt, measured: 'foreseen' }, { kind: 'packed' }];
}

/** The one portion there is, weighed again; a sentence when there is none or more than one. */
export function reweighedEvent(
  act: Extract<MakeDay, { kind: 'reweighed' }>,
  story: BatchStory,
): Body | string {
  const [portion, ...others] = story.portions;
  if (!portion) return 'There is no butter yet: say what it weighs first.';
  if (others.length > 0) return 'There are several portions: put the one right where it stands, above.';
  if (act.amount.value <= portion.saltMass) return 'Butter weighs more than the salt in it.';
  return {
    kind: 'reweighed',
    portionId: portion.id,
    why: 'wept',
    mass: act.amount.value,
    massSd: act.amount.sd ?? scaleSd(act.amount.value),
    saltMass: portion.saltMass,
  };
}
