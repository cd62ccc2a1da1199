/** An entry of the ledger as far as fat goes: what it took from (below nothing) and what it filled, g of fat. */
export interface FatEntry {
  kind: string;
  atSeconds: number;
  lines: readonly {
    lot?: string | undefined;
    account?: string | undefined;
    fat: number;
    mass?: number;
    /** One standard deviation of its fat, g, where it is known. */
    fatSd?: number;
  }[];
}

/** Where the fat of a batch's cream came from, and what of its milk's fat went elsewhere on the way, g. */
export interface FatUpstream {
  /** In the milk that its cream was skimmed off: its own part of it. */
  milk: number;
  /** g of that milk. */
  milkMass: number;
  /** One standard deviation of its fat: milk of one herd is off together, so that it does not average out. */
  milkSd: number;
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
 * Follows the cream of a batch, or of several, back to the milk: of every lot on the way only the part that came to these churns, of every skimming the
 * milk, skim and losses in proportion. What is made of skim or kept of it counts as skim.
 * @param creams the lots that were churned, and g of fat that went into the churn of each
 * @param kinds what each lot is of
 */
export function fatUpstream(
  creams: readonly { lot: string; fat: number }[],
  entries: readonly FatEntry[],
  kinds: ReadonlyMap<string, string>,
): FatUpstream {
  const churned = new Map(creams.map(({ lot, fat }) => [lot, fat]));
  const inflow = new Map<string, number>();
  const takers = new Map<string, { entry: FatEntry; fat: number }[]>();
  for (const entry of entries)
    for (const { lot, fat } of entry.lines) {
      if (lot === undefined || fat === 0) continue;
      if (fat > 0) inflow.set(lot, (inflow.get(lot) ?? 0) + fat);
      else takers.set(lot, [...(takers.get(lot) ?? []), { entry, fat: -fat }]);
    }
  // Poured there and back a lot would be asked for itself: what is being asked for already counts for nothing more.
  const known = new Map<FatEntry, number>();
  const asked = new Set<FatEntry>();
  const share = (lot: string): number => {
    const all = inflow.get(lot) ?? 0;
    const wanted =
      churned.get(lot) ?? (takers.get(lot) ?? []).reduce((sum, { entry, fat }) => sum + fat * part(entry), 0);
    return all <= 0 ? 0 : Math.min(1, wanted / all);
  };
  /** How much of what an entry moved came to this churn. Of a skimming its creams say it. */
  const part = (entry: FatEntry): number => {
    const before = known.get(entry);
    if (before !== undefined) return before;
    if (asked.has(entry)) return 0;
    asked.add(entry);
    const counted = countedOf(entry, kinds);
    const all = counted.reduce((sum, { fat }) => sum + fat, 0);
    const found = all > 0 ? counted.reduce((sum, { lot, fat }) => sum + fat * share(lot!), 0) / all : 0;
    known.set(entry, found);
    return found;
  };
  const found: FatUpstream = {
    milk: 0,
    milkMass: 0,
    milkSd: 0,
    skim: 0,
    spilled: 0,
    bought: 0,
    culture: 0,
    cream: creams.reduce((sum, { fat }) => sum + fat, 0),
  };
  for (const entry of entries) {
    const of = part(entry);
    if (of <= 0) continue;
    const counted = countedOf(entry, kinds);
    for (const line of entry.lines) {
      const { lot, account, fat, mass = 0, fatSd = 0 } = line;
      if (fat < 0 && lot !== undefined) {
        if (kinds.get(lot) === 'milk') {
          found.milk -= fat * of;
          found.milkMass -= mass * of;
          found.milkSd += fatSd * of;
        }
      } else if (fat < 0) found[account === 'culture' ? 'culture' : 'bought'] -= fat * of;
      else if (counted.includes(line)) continue;
      else if (account !== undefined && lost.has(account)) found.spilled += fat * of;
      else found.skim += fat * of;
    }
  }
  return found;
}

/** What an entry was for, as far as it goes on to a churn: the cream of a skimming, else all that it filled but milk. */
function countedOf({ lines }: FatEntry, kinds: ReadonlyMap<string, string>): FatEntry['lines'] {
  const filled = lines.filter(({ lot, fat }) => lot !== undefined && fat > 0 && kinds.get(lot) !== 'milk');
  const creams = filled.filter(({ lot }) => kinds.get(lot!) === 'cream');
  return creams.length > 0 ? creams : filled;
}
