import type { FatEntry, FatUpstream } from '@/core/balancing/fatUpstream';
import { fatUpstream } from '@/core/balancing/fatUpstream';
import type { FarmScope } from '@/data/farmScope';
import { linesBehind } from '@/data/ledger/movements';

interface Churned {
  lot: string;
  fat: number;
}

/** The cream of batches, back to the milk it was skimmed off, and what stayed behind on the way ({@link fatUpstream}). */
export const upstreamOf = async (scope: FarmScope, ...creams: readonly Churned[]): Promise<FatUpstream> =>
  (await upstreamsOf(scope, [creams]))[0]!;

/** {@link upstreamOf} several groups of batches, each by itself, with one question to the books. */
export async function upstreamsOf(
  scope: FarmScope,
  groups: readonly (readonly Churned[])[],
): Promise<FatUpstream[]> {
  const entries = new Map<
    string,
    FatEntry & { lines: { lot?: string; account?: string; mass: number; fat: number; fatSd?: number }[] }
  >();
  const kinds = new Map<string, string>();
  for (const { entryId, kind, at, lot, lotKind, account, ...moved } of await linesBehind(
    scope,
    groups.flat().map(({ lot }) => lot),
  )) {
    const entry = entries.get(entryId) ?? { kind, atSeconds: at.getTime() / 1000, lines: [] };
    entries.set(entryId, entry);
    entry.lines.push({
      ...(lot === null ? {} : { lot }),
      ...(account === null ? {} : { account }),
      ...moved,
    });
    if (lot !== null && lotKind !== null) kinds.set(lot, lotKind);
  }
  const told = [...entries.values()];
  return groups.map((creams) => fatUpstream(creams, told, kinds));
}
