import { gheeButter, gheeYield } from '@/core/byProducts/gheeYield';
import type { BatchFacts, EventOf, MixedIn, Salting } from '@/core/churning/batchEvents';
import type { PieceForm, Weighing } from '@/core/churning/batchWords';
import type { BatchStory } from '@/core/churning/batchStory';
import type { Foreseen } from '@/core/churning/foresee';
import type { Storage } from '@/core/keeping/keepingDate';
import { ninety } from '@/core/quantities/estimate';
import type { UnitSystem } from '@/core/quantities/units';
import { kitchenMeasures } from '@/core/quantities/units';
import { creamSaltGoes } from '@/core/salting/creamSalt';
import type { SaltTeaspoon } from '@/core/salting/salts';
import { saltedName } from '@/core/salting/salts';
import { saltWays, spoonGrams, unsaltedFrom } from '@/core/salting/saltWays';
import { calledByMix, mixedFacts, mixedWater } from '@/core/working/mix';
import { mixedGrams, piecesOfMix } from '@/core/working/mixedIn';
import { intoPieces, shapedPortions } from '@/core/working/intoPieces';
import { densities, pressedError, scaleSd } from '@/core/quantities/measuring';
import type { Understood } from '../../quantity/understand';
import { ownMeasures } from '../../quantity/ownMeasures';
import { understand } from '../../quantity/understand';
import type { Body } from '../makeDayEvents';
import type { SaltDraft } from './SaltChooser';
import { readSalt, saltDraftOf } from './SaltChooser';
import { wholeGrams } from '@/core/quantities/whole';

/** Less than this much still to come, g, is what clings to the churn (engineering estimate). */
const leastToCome = 40;
/** So far from what was expected a digit or a unit was mistyped, more likely than not (engineering estimates). */
const oddlyLight = 0.3;
const oddlyHeavy = 2;

/** One thing that is mixed in; typed: how much of it. */
export interface MixDraft {
  of: MixedIn['of'];
  name?: string | undefined;
  typed: string;
}

/** What is mixed in, however long ago the draft was kept. */
export const mixDrafts = (mixed: PortionDraft['mixed']): MixDraft[] =>
  mixed.map((one) => (typeof one === 'string' ? { of: one, typed: '' } : one));

/** What the panel holds before a portion is put by. */
export interface PortionDraft {
  noScale: boolean;
  /** Packed as much as its fat makes; not in drafts kept from before it was asked. */
  notWeighed?: boolean;
  typed: string;
  count: string;
  container: string;
  saltIn: boolean;
  salt: SaltDraft;
  /** In drafts kept from before they had amounts, only what of the list. */
  mixed: (MixDraft | MixDraft['of'])[];
  storage: Storage;
  name: string;
  /** Typed: what each piece is to weigh, and what it is shaped into. */
  piece: string;
  form: PieceForm;
  /** To be made into ghee; typed: how much it gave. */
  ghee: boolean;
  gheeTyped: string;
  dividing: boolean;
}

const sayPiece = (grams: number, system: UnitSystem): string =>
  system === 'metric' ? `${wholeGrams(grams)}` : `${(grams / 28.349523125).toFixed(1)} oz`;

/** What stands in the panel before anything is said: salt, place and shape as they usually are. */
export function freshPortion(
  facts: BatchFacts,
  moulds: readonly { id: string }[],
  dividing: boolean,
  system: UnitSystem,
): PortionDraft {
  return {
    noScale: false,
    typed: '',
    count: '1',
    container: moulds[0]?.id ?? 'cup',
    saltIn: true,
    salt: saltDraftOf(facts.usualSalt, system),
    mixed: [],
    storage: facts.usualStorage,
    name: '',
    piece: facts.usualPieces ? sayPiece(facts.usualPieces.each, system) : '',
    form: facts.usualPieces?.form ?? 'block',
    ghee: false,
    gheeTyped: '',
    dividing,
  };
}

interface Weighed {
  mass: number;
  massSd: number;
  measured: Weighing;
}

/** What a draft comes to. */
export type ReadPortion = ReturnType<typeof readPortion>;

/**
 * Reads a portion as it stands in the panel: what it weighs with its salt, the pieces it makes, and what is still to
 * come. Masses in g.
 * @param moulds the farm's, with what they hold in mL
 */
export function readPortion(
  draft: PortionDraft,
  {
    facts,
    story,
    foreseen,
    moulds,
    system,
    saltTeaspoon = {},
  }: {
    facts: BatchFacts;
    story: Pick<BatchStory, 'portions'> & Partial<Pick<BatchStory, 'creamSalt' | 'addedWater' | 'washes'>>;
    foreseen: Pick<Foreseen, 'butter'>;
    moulds: readonly { id: string; name?: string; capacity: number }[];
    system: UnitSystem;
    /** What this house’s salts weigh, g in a level teaspoon. */
    saltTeaspoon?: SaltTeaspoon;
  },
) {
  const { noScale, typed, count, container, piece, ghee, gheeTyped } = draft;
  // What its fat makes has no salt in it yet.
  const saltIn = draft.saltIn && draft.notWeighed !== true;
  const bareUnit = { metric: 'g', us: 'oz', imperial: 'oz' }[system];
  const already = story.portions.reduce((sum, { mass, additionMass = 0 }) => sum + mass - additionMass, 0);
  const typedMass: Understood = understand(typed, {
    system,
    kinds: ['mass', 'volume'],
    bareUnit: { metric: 'g', us: 'lb', imperial: 'lb' }[system],
    own: ownMeasures(
      moulds.flatMap(({ name, capacity }) => (name === undefined ? [] : [{ name, capacity }])),
    ),
    check: ({ value }) => (value <= 0 ? 'Butter weighs more than nothing.' : undefined),
  });
  const containerVolume =
    container === 'cup'
      ? kitchenMeasures[system].cup!
      : (moulds.find((mould) => mould.id === container)?.capacity ?? 250);
  const unweighed = draft.notWeighed === true && foreseen.butter.mass > already;
  const weighed: Weighed | undefined = unweighed
    ? { mass: foreseen.butter.mass - already, massSd: foreseen.butter.sd, measured: 'foreseen' }
    : noScale
      ? byCount(count, containerVolume)
      : byScale(typedMass);
  // So much to the quart of cream is so much to this butter’s part of it.
  const ofAll = draft.dividing || already > 0 ? (weighed?.mass ?? 0) / Math.max(1, foreseen.butter.mass) : 1;
  const creamOf = facts.creamVolume * Math.min(1, ofAll);
  const { salting } = readSalt(draft.salt, system, creamOf, saltTeaspoon);
  const mixed = mixDrafts(draft.mixed).map((one) => {
    const understood = understand(one.typed, {
      system,
      kinds: ['mass', 'volume'],
      bareUnit,
      own: (typed) => piecesOfMix(one.of, typed, system),
      check: (amount) =>
        amount.value <= 0
          ? 'More than nothing of it is mixed in.'
          : weighed !== undefined && mixedGrams(one.of, amount) >= weighed.mass
            ? 'What is mixed in weighs less than the butter with it.'
            : undefined,
    });
    const mass = understood && 'quantity' in understood ? mixedGrams(one.of, understood.quantity) : undefined;
    const { of, name, typed } = one;
    const thing: MixedIn = {
      of,
      ...(name === undefined ? {} : { name }),
      ...(mass === undefined ? {} : { mass, typed: typed.trim().slice(0, 40) }),
    };
    return { understood, mass, thing };
  });
  const things = mixed.map(({ thing }) => thing);
  const mixedMass = mixed.reduce((sum, { mass = 0 }) => sum + mass, 0);
  const mixedTooMuch = weighed !== undefined && mixedMass > 0 && mixedMass >= weighed.mass;
  /** Butter and its salt alone, g. */
  const butter = weighed && Math.max(0, weighed.mass - mixedMass);
  const expected = Math.max(1, foreseen.butter.mass - already);
  const unsalted = salting && butter !== undefined ? unsaltedFrom(salting, butter, saltIn) : expected;
  const part = Math.min(1, unsalted / foreseen.butter.mass);
  // Salt that was put into the cream, as far as it is still in this butter.
  const { creamSalt = 0, addedWater = 0, washes = [] } = story;
  const inIt =
    creamSalt > 0
      ? part * creamSaltGoes(creamSalt, { ...facts, addedWater }, foreseen.butter.mass, washes.length).butter
      : 0;
  const ways =
    salting &&
    saltWays(withCreamSalt(salting, inIt), unsalted, facts.creamVolume * part, undefined, saltTeaspoon);
  const total = weighed && ways && (saltIn ? weighed.mass : weighed.mass + ways.salt);
  const pieceRead: Understood = understand(piece, {
    system,
    kinds: ['mass'],
    bareUnit: system === 'metric' ? 'g' : 'oz',
    check: ({ value }) => (value < 5 ? 'A piece weighs 5 g and more.' : undefined),
  });
  const pieces =
    pieceRead && 'quantity' in pieceRead && total && !ghee
      ? intoPieces(total, pieceRead.quantity.value)
      : undefined;
  const gheeRead: Understood = understand(gheeTyped, {
    system,
    kinds: ['mass'],
    bareUnit,
    check: ({ value }) =>
      total !== undefined && value >= total
        ? 'Ghee weighs less than its butter: the water has gone.'
        : undefined,
  });
  const gheeForeseen = gheeYield({ butterMass: total ?? expected, ...gheeButter });
  const tooMuch = butter !== undefined && already + butter > facts.creamMass;
  const spread = ninety * foreseen.butter.sd;
  const low = Math.max(0, foreseen.butter.mass - spread - already);
  const high = foreseen.butter.mass + spread - already;
  const toCome = butter !== undefined && !tooMuch && low - butter > leastToCome;
  return {
    typedMass,
    weighed,
    mixed,
    things,
    mixedMass,
    mixedWater: mixedWater(things),
    mixedTooMuch,
    salting,
    ways,
    /** g of the salt that is in it from the cream. */
    inIt,
    total,
    pieceRead,
    pieces,
    gheeRead,
    gheeForeseen,
    creamOf,
    tooMuch,
    /** What is typed is a tenth of what was to be expected, or several times that: asked about, never refused. */
    odd:
      butter !== undefined &&
      !tooMuch &&
      already === 0 &&
      high > 0 &&
      (butter < oddlyLight * low || butter > oddlyHeavy * high)
        ? foreseen.butter.mass
        : undefined,
    /** Heavier than its fat explains, by so much. */
    heavier:
      butter !== undefined && !tooMuch && high > 0 && butter - high > Math.max(leastToCome, 0.03 * high)
        ? butter - high
        : undefined,
    /** What the scale should read, at least and at most. */
    low,
    high,
    /** Less is weighed than there should be: so much is still to come. */
    toCome: toCome ? { low: low - butter, high: high - butter } : undefined,
    called: nameOf(draft, things, ways?.share ?? 0),
    ready:
      weighed !== undefined &&
      ways !== undefined &&
      total !== undefined &&
      ways.salt < total &&
      !tooMuch &&
      !mixedTooMuch &&
      !mixed.some(({ understood }) => understood !== undefined && 'wrong' in understood) &&
      !(ghee && gheeRead !== undefined && 'wrong' in gheeRead),
  };
}

const plainGrams = (salting: Salting): number =>
  salting.way === 'mass' ? salting.grams : salting.way === 'spoon' ? spoonGrams(salting) : 0;

/** Salt told by weight or spoon comes on top of what is in it; a share is of all of it. */
function withCreamSalt(salting: Salting, inIt: number): Salting {
  if (inIt <= 0 || salting.way === 'share') return salting;
  return {
    way: 'mass',
    grams: inIt + plainGrams(salting),
    kind: salting.way === 'none' ? 'fine' : salting.kind,
  };
}

/** What a portion is called when the maker gives it no name. */
function nameOf({ name, ghee }: PortionDraft, things: readonly MixedIn[], salt: number): string {
  if (name.trim() !== '') return name.trim();
  if (ghee) return 'Ghee';
  if (things.length > 0) return calledByMix(things);
  return saltedName(salt);
}

/**
 * What is weighed, as the lots it makes: whole pieces, and what is over as one of its own.
 * @param newId makes the ids of the lots
 */
export function portionEvents(
  { storage, form, ghee }: PortionDraft,
  { weighed, ways, total, salting, called, things, pieces, gheeRead, gheeForeseen, ready }: ReadPortion,
  newId: () => string,
): Body[] {
  if (!ready || !weighed || !ways || !total || !salting) return [];
  const portion = {
    kind: 'portion' as const,
    portionId: newId(),
    name: called,
    mass: total,
    massSd: weighed.massSd,
    measured: weighed.measured,
    saltMass: ways.salt,
    salting,
    ...mixedFacts(things),
    storage,
  } satisfies Omit<EventOf<'portion'>, 'id' | 'atSeconds'>;
  if (ghee)
    return [
      {
        ...portion,
        ghee:
          gheeRead && 'quantity' in gheeRead
            ? { mass: gheeRead.quantity.value, weighed: true }
            : { mass: Math.min(0.99 * total, gheeForeseen.ghee.mid), weighed: false },
      },
    ];
  return pieces ? shapedPortions(portion, { form, each: pieces.each }, newId()) : [portion];
}

function byScale(understood: Understood): Weighed | undefined {
  if (!understood || !('quantity' in understood)) return undefined;
  const { kind, value, sd } = understood.quantity;
  if (kind === 'volume')
    return {
      mass: value * densities.butter,
      massSd: Math.hypot(pressedError * value, sd ?? 0) * densities.butter,
      measured: 'volume',
    };
  return { mass: value, massSd: sd ?? scaleSd(value), measured: 'scale' };
}

function byCount(count: string, volume: number): Weighed | undefined {
  const number = Number(count.replace(',', '.'));
  if (!(number > 0) || number > 1000) return undefined;
  const mass = number * volume * densities.butter;
  return { mass, massSd: mass * pressedError, measured: 'volume' };
}
