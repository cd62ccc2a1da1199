import type { LotKind } from '../standing/lotKinds';

/**
 * Hours that things keep at 4 °C, conservative (handbook §6.12, §7; soft curd three to five days, yoghurt and whipped cream engineering
 * estimates).
 */
export const keepsFor = {
  rawCream: 108,
  cream: 156,
  rawMilk: 96,
  milk: 132,
  skim: 96,
  buttermilk: 84,
  yoghurt: 240,
  curd: 96,
  whipped: 48,
};

/** What has one figure, however it was treated. */
type Simple = Exclude<LotKind, 'milk' | 'cream' | 'butter' | 'culture' | 'ghee'>;

/** Latest age at which a lot of cream or milk is still used, hours. */
export function keepsUntil({ kind, raw }: { kind: LotKind; raw: boolean }): number {
  if (kind === 'cream') return raw ? keepsFor.rawCream : keepsFor.cream;
  if (kind === 'milk') return raw ? keepsFor.rawMilk : keepsFor.milk;
  return keepsFor[kind as Simple] ?? Infinity;
}

/**
 * Hours in the cold after which it is thrown out unsoured. A week of cream pooled is a way people work (handbook §3), and what keeps
 * its best for four or five days is not at once unsafe on the next: past its best it is churned at once, and no more
 * drunk; a good week is the end (engineering estimates, conservative).
 */
const outAfter = {
  rawCream: 192,
  cream: 240,
  rawMilk: 144,
  milk: 192,
  skim: 144,
  buttermilk: 144,
  yoghurt: 504,
  curd: 168,
  whipped: 96,
};

/** Age at which cold, unsoured milk, cream or what is drawn from it is thrown out, hours. */
export function thrownOutAfter({ kind, raw }: Parameters<typeof keepsUntil>[0]): number {
  if (kind === 'cream') return raw ? outAfter.rawCream : outAfter.cream;
  if (kind === 'milk') return raw ? outAfter.rawMilk : outAfter.milk;
  return outAfter[kind as Simple] ?? Infinity;
}
