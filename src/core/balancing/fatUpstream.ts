/** An entry of the ledger as far as fat goes: what it took from (below nothing) and what it filled, g of fat. */
export interface FatEntry {
  kind: string;
  atSeconds: number;
  lines: readonly { lot?: string | undefined; account?: string | undefined; fat: number }[];
}

/** Where the fat of a batch's cream came from, and what of its milk's fat went elsewhere on the way, g. */
export interface FatUpstream {
  /** In the milk that its cream was skimmed off: its own part of it. */
  milk: number;
  /** That stayed in the skim. */
  skim: number;
  /** Spilled and smeared before it was churned. */
  spilled: number;
  /** Cream that came in as cream. */
  bought: number;
  /** Culture that was put in. */
  culture: number;
  /** In the churn. */
  cream: number;
}

const lost = new Set(['spilled', 'smeared', 'spoiled']);

/**
 * Follows a batch's cream back to the milk: of every lot on the way only the part that came to this churn, of every skimming the
 * milk, skim and losses in proportion. What is made of skim or kept of it counts as skim.
 * @param cream the lot that was churned, and g of fat that went into the churn
 * @param kinds what each lot is of
 */
export function fatUpstream(
  cream: { lot: string; fat: number },
  entries: readonly FatEntry[],
  kinds: ReadonlyMap<string, string>,
): FatUpstream {
  const inflow = new Map<string, number>();
  for (const { lines } of entries)
    for (const { lot, fat } of lines)
      if (lot !== undefined && fat > 0) inflow.set(lot, (inflow.get(lot) ?? 0) + fat);
  const wanted = new Map<string, number>([[cream.lot, cream.fat]]);
  const share = (lot: string | undefined): number => {
    const all = lot === undefined ? 0 : (inflow.get(lot) ?? 0);
    return lot === undefined || all <= 0 ? 0 : Math.min(1, (wanted.get(lot) ?? 0) / all);
  };
  const found: FatUpstream = { milk: 0, skim: 0, spilled: 0, bought: 0, culture: 0, cream: cream.fat };
  // Latest first: what a lot is wanted for is known before what filled it.
  for (const { lines } of entries.toSorted((a, b) => b.atSeconds - a.atSeconds)) {
    const filled = lines.filter(({ lot, fat }) => lot !== undefined && fat > 0);
    const creams = filled.filter(({ lot }) => kinds.get(lot!) === 'cream');
    const counted = creams.length > 0 ? creams : filled;
    const all = counted.reduce((sum, { fat }) => sum + fat, 0);
    const part = all > 0 ? counted.reduce((sum, { lot, fat }) => sum + fat * share(lot), 0) / all : 0;
    if (part <= 0) continue;
    for (const { lot, account, fat } of lines) {
      if (fat < 0 && lot !== undefined) {
        if (kinds.get(lot) === 'milk') found.milk -= fat * part;
        else wanted.set(lot, (wanted.get(lot) ?? 0) - fat * part);
      } else if (fat < 0) found[account === 'culture' ? 'culture' : 'bought'] -= fat * part;
      else if (counted.some((line) => line.lot === lot && lot !== undefined)) continue;
      else if (account !== undefined && lost.has(account)) found.spilled += fat * part;
      else found.skim += fat * part;
    }
  }
  return found;
}
