import type { Caution } from '../keeping/cautions';
import type { Purpose } from '../standing/judgeLot';
import type { LotKind } from '../standing/lotKinds';

/**
 * Named uses milk, cream, skim, buttermilk and what is made of them can go to. The ledger’s accounts carry the same names, but for
 * what is made of it and kept: that is a lot of its own.
 */
export const uses = [
  'eaten',
  'drunk',
  'baked',
  'yoghurt',
  'curd',
  'whipped',
  'given',
  'sold',
  'pigs',
  'hens',
  'calves',
  'soap',
  'whey',
  'spilled',
  'spoiled',
] as const;
export type Use = (typeof uses)[number];

const people: ReadonlySet<Use> = new Set<Use>([
  'eaten',
  'drunk',
  'baked',
  'yoghurt',
  'curd',
  'whipped',
  'given',
  'sold',
]);
/** Uses in which nothing heats it any more. */
const rawFor: ReadonlySet<Use> = new Set<Use>(['eaten', 'drunk', 'whipped', 'given', 'sold']);
const animals: ReadonlySet<Use> = new Set<Use>(['pigs', 'hens', 'calves']);

/** What each use that feeds people asks of what goes there; the others feed nobody. */
export const purposeOf: Partial<Record<Use, Purpose>> = {
  eaten: 'drink',
  drunk: 'drink',
  given: 'drink',
  whipped: 'drink',
  baked: 'heat',
  yoghurt: 'heat',
  curd: 'heat',
  sold: 'sell',
};

/**
 * {@link purposeOf}, by how it is made: only what is heated first may be of milk that is not to drink. Yoghurt and curd of milk
 * that was not heated are eaten as it is.
 */
export const purposeFor = (use: Use, heated = true): Purpose | undefined =>
  heated || purposeOf[use] !== 'heat' || use === 'baked' ? purposeOf[use] : 'drink';

/** What a lot of a kind is put to by way of habit, the likely ones first; what is odd stands in none of them (nobody whips skim). */
const made: readonly Use[] = ['eaten', 'given', 'baked', 'sold', 'pigs', 'hens', 'spilled', 'spoiled'];
const strained: readonly Use[] = [...made, 'whey'];
const usual: Partial<Record<LotKind, readonly Use[]>> = { yoghurt: strained, curd: strained, whipped: made };
const ofMilk = new Set<Use>(['eaten', 'given', 'whipped', 'whey']);

/** What a lot of a kind can be put to. */
export const usesOf = (kind: LotKind): readonly Use[] =>
  usual[kind] ?? uses.filter((use) => !ofMilk.has(use) || (use === 'whipped' && kind === 'cream'));

/** Whether it may go there: what is kept from people’s food is offered to no use that feeds them (handbook §6.14). */
export const mayGoTo = (use: Use, blocked: boolean): boolean => !blocked || !people.has(use);

/** What to mind before it goes there (handbook §6.13, §7). */
export function cautionsOfUse(
  use: Use,
  {
    raw,
    blocked,
    asUsual = false,
    heated,
  }: {
    raw: boolean;
    blocked: boolean;
    asUsual?: boolean;
    /** What is made of it was heated first; undefined where nothing is. */
    heated?: boolean | undefined;
  },
): Caution[] {
  const said: Caution[] = [];
  if (raw && rawFor.has(use))
    said.push({
      key: 'raw',
      level: 'caution',
      says: 'Raw milk can carry dangerous bacteria, most of all for pregnant women, infants, the old and the ill. Selling it is restricted or forbidden in many places: ask the local authority.',
    });
  if (heated)
    said.push({
      key: 'hot',
      level: 'caution',
      says: 'Milk at 85 °C scalds: pour away from you, and keep children off.',
    });
  if (raw && heated === false)
    said.push({
      key: 'raw',
      level: 'caution',
      says: 'Milk that was not heated can carry dangerous bacteria, and warmth suits them too.',
    });
  if (blocked && animals.has(use))
    said.push({
      key: 'withdrawal',
      level: 'caution',
      says: 'What is kept from people goes to no animal without asking the vet.',
    });
  // Asked once, when it is chosen: what goes where it always went is not asked every day.
  if ((use === 'pigs' || use === 'hens') && !asUsual)
    said.push({
      key: 'ask',
      level: 'caution',
      says: 'Some laws forbid feeding animals what passed through a kitchen: ask.',
    });
  return said;
}
