import { amountRules, fatRules, sizeRules, temperatureRules } from './creamRules';
import type { BatchFacts, Salting } from '@/core/churning/batchEvents';
import type { Loads } from '@/core/churning/splitLoads';
import { splitLoads } from '@/core/churning/splitLoads';
import type { ToolKey } from '@/core/churning/tools';
import { tools } from '@/core/churning/tools';
import type { WayOfWorking } from '@/core/churning/wayOfWorking.calc';
import type { Breed } from '@/core/dairy/breeds';
import { breedFat } from '@/core/dairy/breeds';
import { creamDensity } from '@/core/dairy/creamDensity';
import type { FatMethod, KnownFat } from '@/core/dairy/creamFat';
import { creamFatByBreed, fatMethods, usualCreams } from '@/core/dairy/creamFat';
import {
  percent,
  spokenFraction,
  spokenTemperature,
  spokenVolume,
  text,
} from '@/core/quantities/formatQuantity';
import type { UnitSystem } from '@/core/quantities/units';
import type { SaltKind } from '@/core/salting/salts';
import { weighed } from '@/core/quantities/measuring';
import type { PlanView } from '@/server/churning/views';
import type { Farm } from '@/server/house/views';
import type { Understood } from '../../quantity/understand';
import { ownMeasures } from '../../quantity/ownMeasures';
import { understand } from '../../quantity/understand';
import { wholeGrams } from '@/core/quantities/whole';

/** What a maker has typed and tapped so far; kept as it is, right or wrong. */
export interface PlanDraft {
  amount: string;
  /** A usual cream, `batches`, or `other`. */
  cream: string;
  fatTyped: string;
  fatMethod: FatMethod;
  breed: Breed;
  /** `aimed`: nobody measured it yet; it is meant to be brought to `aim`, °C. */
  cold: 'fridge' | 'cool' | 'room' | 'measured' | 'aimed';
  aim?: number | undefined;
  temperatureTyped: string;
  ripened: boolean;
  treatment: BatchFacts['treatment'];
  homogenised: boolean;
  /** `vessel:ID` of the farm's own, or `tool:KEY`. */
  churn: string;
  sizeTyped: string;
  /** Loads, where the maker wants others than leave the churn half full. */
  loads?: number | undefined;
  /** Of cream from the Shelf only so much. */
  some?: string | undefined;
  /** What is meant to be done differently once it broke. */
  after?:
    | {
        usualSalt?: BatchFacts['usualSalt'] | undefined;
        usualWashes?: number | 'clear';
        usualStorage?: BatchFacts['usualStorage'];
      }
    | undefined;
  /** Id of the named way it follows. */
  way?: string | undefined;
}

/** A churn is full, share of what it holds. */
const brimfull = 1;

/** Temperatures that go without a thermometer, °C (engineering estimates: fridge, cool larder, room). */
const usualTemperatures = { fridge: 4, cool: 12, room: 18 } as const;
/** How warm cream is that nobody measured, °C, by where it stood: as this farm said of the place, else as is usual. */
export const coldsOf = ({
  placeCelsius: own,
}: Pick<Farm, 'placeCelsius'>): Record<keyof typeof usualTemperatures, number> => ({
  fridge: own.fridge ?? usualTemperatures.fridge,
  cool: own.cool ?? usualTemperatures.cool,
  room: own.room ?? usualTemperatures.room,
});

/** An amount of cream, or of what else is measured by jug or scale on make day. */
export type CreamInFront = 'tub' | 'jar' | 'again' | undefined;

/**
 * The draft a maker starts from. The way of working is as last time: churn, and what comes after the break. What was measured,
 * typed or ripened then is not today's cream: how much, how warm, how rich by a test, and whether it is ripe are asked.
 */
export function freshDraft(
  plan: Pick<PlanView, 'last' | 'vessels' | 'farm' | 'fatFromBatches'>,
  front: CreamInFront,
): PlanDraft {
  const own = plan.vessels.find((vessel) => vessel.kind === 'churn');
  const { last } = plan;
  const base: PlanDraft = {
    amount: '',
    cream: front === 'jar' ? 'gravity' : 'heavy',
    fatTyped: '',
    fatMethod: 'label',
    breed: 'mixed',
    cold: 'fridge',
    temperatureTyped: '',
    ripened: false,
    treatment: front === 'jar' ? 'raw' : 'pasteurised',
    homogenised: false,
    churn: own ? `vessel:${own.id}` : 'tool:jar',
    sizeTyped: '',
  };
  if (!last) return base;
  return {
    ...base,
    ...ofToday(plan, base, asBefore(plan, last), last),
  };
}

/** What of a batch's draft may hold for other cream: churn and kind of cream, and a fridge that nobody measures. */
function ofToday(
  { fatFromBatches, farm }: Pick<PlanView, 'fatFromBatches' | 'farm'>,
  base: PlanDraft,
  before: Omit<PlanDraft, 'amount' | 'breed'>,
  last: WayOfWorking,
): Partial<PlanDraft> {
  const colds = coldsOf(farm);
  const assumed = (Object.keys(colds) as (keyof typeof colds)[]).find(
    (key) =>
      'temperatureAssumed' in last && last.temperatureAssumed === true && colds[key] === last.temperature,
  );
  return {
    ...before,
    // A fat that was tested then is not this cream’s; what several batches taught is the likeliest.
    ...(before.cream === 'other' && fatFromBatches ? { cream: 'batches' } : {}),
    fatTyped: '',
    ripened: base.ripened,
    cold: assumed ?? 'measured',
    temperatureTyped: '',
  };
}

/** What a draft takes over from how a batch was worked. */
function asBefore(
  plan: Pick<PlanView, 'vessels' | 'farm' | 'fatFromBatches'>,
  last: WayOfWorking,
): Omit<PlanDraft, 'amount' | 'breed'> {
  const usual = usualCreams.find(
    (cream) =>
      cream.method === last.fatMethod &&
      (cream.method !== 'label' || Math.abs(cream.fat - last.creamFat) < 0.0005),
  );
  const learned = last.fatMethod === 'batches' && plan.fatFromBatches;
  return {
    cream: learned ? 'batches' : (usual?.key ?? 'other'),
    fatTyped: learned || usual ? '' : text(spokenFraction(last.creamFat)),
    fatMethod: last.fatMethod,
    cold: 'measured',
    temperatureTyped: sayTemperature(last.temperature, plan.farm.unitSystem),
    ripened: last.ripened,
    treatment: last.treatment,
    homogenised: last.homogenised,
    churn:
      last.vesselId && plan.vessels.some((vessel) => vessel.id === last.vesselId)
        ? `vessel:${last.vesselId}`
        : `tool:${last.tool}`,
    sizeTyped: last.vesselId ? '' : text(spokenVolume(last.capacity, plan.farm.unitSystem)),
  };
}

type Waying = Pick<PlanView, 'vessels' | 'farm' | 'fatFromBatches' | 'ways'>;

/**
 * A named way taken up: the churn and the kind of cream, and what comes after the break. How warm the cream is, whether it is ripe and
 * how rich it was found to be then are no facts of today’s: {@link creamByWay} says what it was.
 */
export function draftByWay(plan: Waying, wayId: string, fromShelf: boolean): Partial<PlanDraft> {
  const found = plan.ways.find(({ id }) => id === wayId);
  if (!found) return { way: undefined };
  const { churn, sizeTyped, cream, fatMethod, treatment, homogenised } = asBefore(plan, found.way);
  return {
    churn,
    sizeTyped,
    ...(fromShelf
      ? {}
      : {
          ...(cream === 'other' ? {} : { cream, fatMethod, fatTyped: '' }),
          treatment,
          homogenised,
        }),
    way: wayId,
  };
}

/**
 * The cream that a named way was kept with, as far as a draft has another: one tap says that today’s is so too.
 * @returns nothing where it is so already, or where there is no such way
 */
export function creamByWay(
  plan: Waying,
  draft: PlanDraft,
  fromShelf: boolean,
): { ripened: boolean; celsius: number; so: Partial<PlanDraft> } | undefined {
  const way = plan.ways.find(({ id }) => id === draft.way)?.way;
  if (!way) return undefined;
  const { cold, temperatureTyped, ripened } = asBefore(plan, way);
  const so = { cold, temperatureTyped, ...(fromShelf ? {} : { ripened }) };
  const same = Object.entries(so).every(([key, value]) => draft[key as keyof PlanDraft] === value);
  return same ? undefined : { ripened: way.ripened, celsius: way.temperature, so };
}

/** Cream chosen on the Shelf: its lots, and the facts nobody needs to be asked for. */
export interface CreamFromShelf {
  /** Each with the g that stand in it. */
  lots: { lotId: string; mass: number }[];
  facts: Pick<
    BatchFacts,
    | 'creamMass'
    | 'creamMassSd'
    | 'creamVolume'
    | 'amountTyped'
    | 'creamFat'
    | 'creamFatSd'
    | 'fatMethod'
    | 'ripened'
    | 'treatment'
    | 'homogenised'
  >;
  /** Why it should not be churned at all, as it is judged. */
  despite: string | undefined;
  /** °C as it should stand now. */
  celsius: number;
  says: string;
  small: string;
}

/**
 * Cream of the Shelf as far as it is churned: all of it, or so much as was typed, of each of its lots alike.
 * @param typed how much of it; empty for all
 */
export function someOf(
  from: CreamFromShelf,
  typed: string,
  system: UnitSystem,
): { facts: CreamFromShelf['facts']; lots: { lotId: string; mass?: number }[]; wrong?: string } {
  const all = { facts: from.facts, lots: from.lots.map(({ lotId }) => ({ lotId })) };
  const amount = understand(typed, amountRules(system));
  if (!amount) return all;
  if ('wrong' in amount) return { ...all, wrong: 'How much of it needs another look.' };
  const { creamMass, creamMassSd, creamVolume } = from.facts;
  const { kind, value, sd } = amount.quantity;
  const whole = kind === 'mass' ? creamMass : creamVolume;
  const share = value / whole;
  if (share > 1 + allOfIt) return { ...all, wrong: 'That is more than stands there.' };
  if (share > 1 - allOfIt) return all;
  return {
    facts: {
      ...from.facts,
      creamMass: creamMass * share,
      creamMassSd: sd === undefined ? creamMassSd * share : (sd / value) * creamMass * share,
      creamVolume: creamVolume * share,
      amountTyped: typed.trim(),
    },
    lots: from.lots.map(({ lotId, mass }) => ({ lotId, mass: mass * share })),
  };
}

/** So near to all of it is all of it. */
const allOfIt = 0.005;

/** The draft for cream from the Shelf: churn and temperature are all that is left to say. */
export function draftFromShelf(
  plan: Pick<PlanView, 'last' | 'vessels' | 'farm' | 'fatFromBatches'>,
  { facts, celsius }: CreamFromShelf,
): PlanDraft {
  return {
    ...freshDraft(plan, undefined),
    amount: `${wholeGrams(facts.creamMass)}`,
    cream: 'other',
    fatMethod: 'label',
    fatTyped: percent(facts.creamFat),
    cold: 'measured',
    temperatureTyped: sayTemperature(celsius, plan.farm.unitSystem),
    ripened: facts.ripened,
    treatment: facts.treatment,
    homogenised: facts.homogenised,
  };
}

const sayTemperature = (celsius: number, system: UnitSystem): string =>
  text(spokenTemperature(celsius, system));

/** Everything read from a draft: what each field understood, and the facts once nothing is missing. */
export interface ReadPlan {
  amount: Understood;
  temperature: Understood;
  fat: Understood;
  size: Understood;
  tool: ToolKey;
  capacity: number | undefined;
  knownFat: KnownFat | undefined;
  celsius: number | undefined;
  loads: Loads | undefined;
  facts: BatchFacts | undefined;
  /** What is still needed, in words. */
  needs: string | undefined;
}

export function readPlan(
  draft: PlanDraft,
  plan: Pick<PlanView, 'last' | 'vessels' | 'farm' | 'fatFromBatches'> & Partial<Pick<PlanView, 'ways'>>,
): ReadPlan {
  const system = plan.farm.unitSystem;
  const amount = understand(draft.amount, { ...amountRules(system), own: ownMeasures(plan.vessels) });
  const temperature =
    draft.cold === 'measured' ? understand(draft.temperatureTyped, temperatureRules(system)) : undefined;
  const fat =
    draft.cream === 'other' && draft.fatMethod !== 'breed'
      ? understand(draft.fatTyped, fatRules(system))
      : undefined;
  const size = understand(draft.sizeTyped, sizeRules(system));
  const vessel = plan.vessels.find((one) => `vessel:${one.id}` === draft.churn);
  const tool: ToolKey =
    vessel?.tool ??
    (draft.churn.replace(/^tool:/, '') in tools ? (draft.churn.replace(/^tool:/, '') as ToolKey) : 'jar');
  const capacity =
    vessel?.capacity ??
    (size && 'quantity' in size ? size.quantity.value : size ? undefined : tools[tool].usualVolume);
  const celsius =
    draft.cold === 'measured'
      ? temperature && 'quantity' in temperature
        ? temperature.quantity.value
        : undefined
      : draft.cold === 'aimed'
        ? draft.aim
        : coldsOf(plan.farm)[draft.cold];
  const knownFat = fatOf(draft, fat, plan.fatFromBatches);
  const read = { amount, temperature, fat, size, tool, capacity, knownFat, celsius };
  if (!amount || 'wrong' in amount)
    return {
      ...read,
      loads: undefined,
      facts: undefined,
      needs: amount ? 'The amount needs another look.' : 'How much cream is there?',
    };
  if (!knownFat) return { ...read, loads: undefined, facts: undefined, needs: 'How rich is it?' };
  if (celsius === undefined) return { ...read, loads: undefined, facts: undefined, needs: 'How cold is it?' };
  if (capacity === undefined)
    return { ...read, loads: undefined, facts: undefined, needs: 'What does the churn hold?' };
  const density = creamDensity(knownFat.fat, celsius, plan.farm.fatHardness);
  const { mass: creamMass, massSd: creamMassSd } = weighed(amount.quantity, density);
  const named = plan.ways?.find(({ id }) => id === draft.way);
  const usual = named?.way ?? plan.last;
  const creamVolume = creamMass / density;
  const loads = splitLoads(creamVolume, capacity, draft.loads);
  if (loads.loads > 60)
    return {
      ...read,
      loads,
      facts: undefined,
      needs: `That would be ${loads.loads} loads: check the amount, or the size of the churn.`,
    };
  if (loads.fillEach > brimfull)
    return {
      ...read,
      loads,
      facts: undefined,
      needs: `So much does not go into it: ${loads.loads === 1 ? 'it' : 'each load'} would be ${percent(loads.fillEach, 0)} of what it holds.`,
    };
  return {
    ...read,
    loads,
    needs: undefined,
    facts: {
      creamMass,
      creamMassSd,
      creamVolume,
      amountTyped: draft.amount.trim(),
      creamFat: knownFat.fat,
      creamFatSd: knownFat.sd,
      fatMethod: knownFat.method,
      temperature: celsius,
      temperatureAssumed: draft.cold !== 'measured',
      ripened: draft.ripened,
      treatment: draft.treatment,
      homogenised: draft.homogenised,
      hardness: plan.farm.fatHardness,
      tool,
      vesselId: vessel?.id ?? null,
      capacity,
      loads: loads.loads,
      ...afterwards(draft.after, usual, plan.farm),
      ...(usual?.usualPieces === undefined ? {} : { usualPieces: usual.usualPieces }),
      ...(named ? { way: named.name } : {}),
    },
  };
}

/** By weight the kind of salt is no matter of the batch: it is the one the house takes, where it said which. */
const ofKind = (salting: Salting, kind: SaltKind | null): Salting =>
  salting.way === 'share' && kind ? { ...salting, kind } : salting;

/** What is done once it broke: as it was said here, else as it is usual, else as most do. */
export function afterwards(
  said: PlanDraft['after'],
  usual: Pick<WayOfWorking, 'usualSalt' | 'usualStorage' | 'usualWashes'> | undefined,
  { usualSalt: kind }: Pick<Farm, 'usualSalt'>,
): Pick<BatchFacts, 'usualSalt' | 'usualStorage' | 'usualWashes'> {
  const washes = said?.usualWashes ?? usual?.usualWashes;
  return {
    usualSalt: ofKind(
      said?.usualSalt ?? usual?.usualSalt ?? { way: 'share', share: 0.016, kind: 'fine' },
      kind,
    ),
    usualStorage: said?.usualStorage ?? usual?.usualStorage ?? 'fridge',
    ...(washes === undefined || washes === 'clear' ? {} : { usualWashes: washes }),
  };
}

function fatOf(draft: PlanDraft, typed: Understood, learned: KnownFat | undefined): KnownFat | undefined {
  if (draft.cream === 'batches') return learned;
  const usual = usualCreams.find((cream) => cream.key === draft.cream);
  if (usual) return { fat: usual.fat, sd: fatMethods[usual.method].sd, method: usual.method };
  if (draft.fatMethod === 'breed') return creamFatByBreed(breedFat[draft.breed].fat);
  return typed && 'quantity' in typed
    ? { fat: typed.quantity.value, sd: fatMethods[draft.fatMethod].sd, method: draft.fatMethod }
    : undefined;
}
