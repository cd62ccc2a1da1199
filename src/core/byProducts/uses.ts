import type { Caution } from '../keeping/cautions';
import type { Purpose } from '../standing/judgeLot';

/** Named uses milk, cream, skim and buttermilk can go to; the ledger’s accounts carry the same names. */
export const uses = [
  'drunk',
  'baked',
  'yoghurt',
  'curd',
  'sold',
  'pigs',
  'hens',
  'calves',
  'soap',
  'spilled',
  'spoiled',
] as const;
export type Use = (typeof uses)[number];

const people: ReadonlySet<Use> = new Set<Use>(['drunk', 'baked', 'yoghurt', 'curd', 'sold']);
const animals: ReadonlySet<Use> = new Set<Use>(['pigs', 'hens', 'calves']);

/** What each use that feeds people asks of what goes there; the others feed nobody. */
export const purposeOf: Partial<Record<Use, Purpose>> = {
  drunk: 'drink',
  baked: 'heat',
  yoghurt: 'heat',
  curd: 'heat',
  sold: 'sell',
};

/** Whether it may go there: what is kept from people’s food is offered to no use that feeds them (handbook §6.14). */
export const mayGoTo = (use: Use, blocked: boolean): boolean => !blocked || !people.has(use);

/** What to mind before it goes there (handbook §6.13, §7). */
export function cautionsOfUse(
  use: Use,
  { raw, blocked, asUsual = false }: { raw: boolean; blocked: boolean; asUsual?: boolean },
): Caution[] {
  const said: Caution[] = [];
  if (raw && (use === 'drunk' || use === 'sold'))
    said.push({
      key: 'raw',
      level: 'caution',
      says: 'Raw milk can carry dangerous bacteria, most of all for pregnant women, infants, the old and the ill. Selling it is restricted or forbidden in many places: ask the local authority.',
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
