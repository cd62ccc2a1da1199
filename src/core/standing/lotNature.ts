/** How milk and cream were treated, the least of them first. */
export const treatments = ['raw', 'pasteurised', 'boiled'] as const;
export type Treatment = (typeof treatments)[number];

/** What of several treatments holds for all of them together: raw stays raw. */
export const leastTreated = (given: readonly (Treatment | undefined)[]): Treatment | undefined =>
  treatments.find((one) => given.includes(one));

/** Why something is kept from people's food, and the last day that asks for it. */
export interface Block {
  reason: string;
  until: string | null;
}

/** What stays with a lot from everything that ever went into it. */
export interface LotNature {
  treatment: Treatment;
  /** When the oldest of what is in it was milked or bought, s since 1970. A spoon of culture makes cream no older. */
  oldestSeconds: number;
  /** Why it is kept from people; none: it is not. */
  blocks: Block[];
}

/** One pour into a lot. */
export interface Inflow {
  atSeconds: number;
  /** Lots it came from. */
  sources: string[];
  /** What came from outside the books: milked, bought. */
  outside?: LotNature;
  /** Heated on its way. */
  heated?: 'pasteurised' | 'boiled';
}

/** A lot as it is traced: what flowed in, and when it was heated. */
export interface TracedLot {
  id: string;
  kind: string;
  inflows: Inflow[];
  heatings: { atSeconds: number; how: 'pasteurised' | 'boiled' }[];
  /** Known already: what it came of is not looked at again. */
  settled?: LotNature;
}

/**
 * What each lot is, from everything that ever went into it, sources included: treatment is the least of it at the time it
 * flowed, heating lifts what was in the vessel then, age is that of the oldest part, and what is kept from people keeps
 * whatever it reached from them. So undoing a heating makes raw again what was poured on as heated, and undoing a pour
 * gives back what was.
 */
export function naturesOf(lots: ReadonlyMap<string, TracedLot>): Map<string, LotNature> {
  const told = new Map<string, LotNature | undefined>();
  const working = new Set<string>();
  let cuts = 0;
  const natureAt = (id: string, atSeconds: number): LotNature | undefined => {
    const lot = lots.get(id);
    if (!lot) return undefined;
    if (lot.settled) return lot.settled;
    const steps = lot.inflows.filter((one) => one.atSeconds <= atSeconds);
    const heated = lot.heatings.filter((one) => one.atSeconds <= atSeconds);
    const key = `${id} ${steps.length} ${heated.length}`;
    if (told.has(key)) return told.get(key);
    // Poured to and fro in one second: what is being worked out already adds nothing to itself.
    if (working.has(key)) {
      cuts += 1;
      return undefined;
    }
    working.add(key);
    const cutsBefore = cuts;
    let treatment: Treatment | undefined;
    let oldestSeconds = Infinity;
    const blocks = new Map<string, Block>();
    // In order; what flowed in at the moment of a heating was in it (equal ones stay as they stand).
    const all = [
      ...steps.map((step) => ({ atSeconds: step.atSeconds, step, how: undefined })),
      ...heated.map(({ atSeconds: at, how }) => ({ atSeconds: at, step: undefined, how })),
    ].sort((a, b) => a.atSeconds - b.atSeconds);
    for (const { step, how } of all) {
      if (how !== undefined) {
        if (treatment !== undefined) treatment = how;
        continue;
      }
      const from = step.sources.flatMap((source) => {
        const nature = natureAt(source, step.atSeconds);
        return nature ? [{ nature, culture: lots.get(source)!.kind === 'culture' }] : [];
      });
      const parts = [...from.map(({ nature }) => nature), ...(step.outside ? [step.outside] : [])];
      treatment = leastTreated([treatment, ...parts.map((one) => step.heated ?? one.treatment)]);
      for (const { nature, culture } of [
        ...from,
        ...(step.outside ? [{ nature: step.outside, culture: false }] : []),
      ])
        if (!culture || lot.kind === 'culture') oldestSeconds = Math.min(oldestSeconds, nature.oldestSeconds);
      for (const block of parts.flatMap((one) => one.blocks)) blocks.set(block.reason, block);
    }
    const nature =
      treatment === undefined
        ? undefined
        : {
            treatment,
            oldestSeconds: Number.isFinite(oldestSeconds) ? oldestSeconds : steps[0]!.atSeconds,
            blocks: [...blocks.values()].sort((a, b) => a.reason.localeCompare(b.reason)),
          };
    working.delete(key);
    // What was cut short on the way of another is worked out anew by itself.
    if (cuts === cutsBefore || working.size === 0) told.set(key, nature);
    return nature;
  };
  const natures = new Map<string, LotNature>();
  for (const id of lots.keys()) {
    const nature = natureAt(id, Infinity);
    if (nature) natures.set(id, nature);
  }
  return natures;
}
