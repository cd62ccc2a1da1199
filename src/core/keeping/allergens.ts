import type { Addition } from '../churning/batchWords';

/** What a label says of allergens: milk always; what dry spice may bring with it; honey for infants (handbook §7). */
export function allergensOf(additions: readonly Addition[], ghee = false): string {
  const said = [ghee ? 'Contains milk: ghee keeps traces of it.' : 'Contains milk.'];
  if (additions.includes('spice'))
    said.push('Spice mixes can hold mustard, celery or sesame: read the packet.');
  if (additions.includes('herbs')) said.push('Celery leaf among the herbs is an allergen too.');
  if (additions.includes('honey')) said.push('Honey: not for infants under one year.');
  return said.join(' ');
}
