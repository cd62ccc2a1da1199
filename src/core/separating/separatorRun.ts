/** Coldest milk a bowl takes well, °C: below, it floods or leaves its fat in the skim (handbook §5, §6.3). */
export const coldestMilk = 28;
/** How well a run's balance knows the cream's fat, one standard deviation (engineering estimate). */
export const balanceSd = 0.02;
/** What does not add up by more than this share of the milk is said (handbook §6.9: jug ± 3 %). */
const plainlyOff = 0.05;
/** What is taken for the fat of what ran out and was measured by volume, to weigh it by (handbook §6.2, middles). */
export const usualFat = { cream: 0.36, skim: 0.001, water: 0, milk: 0.04 } as const;
/** What runs out of the bowl is about as warm as the milk, °C. */
export const outCelsius = 36;
/** Skim's fat when nothing is known of the machine (handbook §6.3). */
export const usualSkimFat = 0.0015;

/** What went through a separator, g and mass fractions. */
export interface SeparatorRun {
  milk: { mass: number; fat: number };
  /** Water or skim run through at the end. */
  flushMass: number;
  spilledMass: number;
  creamMass?: number | undefined;
  skimMass?: number | undefined;
  skimFat: number;
}

/**
 * What the balance of a run says (handbook §6.3): the cream's fat is all the fat, less what the skim keeps.
 * @returns `missing`, g: what went in and did not come out, when that is plainly more than jugs err
 */
export function balanceOfRun({ milk, flushMass, spilledMass, creamMass, skimMass, skimFat }: SeparatorRun): {
  creamFat: number | undefined;
  share: number | undefined;
  missing: number | undefined;
} {
  if (creamMass === undefined) return { creamFat: undefined, share: undefined, missing: undefined };
  const missing =
    skimMass === undefined ? undefined : milk.mass + flushMass - spilledMass - creamMass - skimMass;
  return {
    creamFat: (milk.mass * milk.fat - (milk.mass + flushMass - creamMass) * skimFat) / creamMass,
    share: creamMass / milk.mass,
    missing: missing !== undefined && Math.abs(missing) > plainlyOff * milk.mass ? missing : undefined,
  };
}

/** What each turn of the cream screw gave before: cream's fat, skim's where it was tested, and how often. */
export function byScrew(
  separations: readonly {
    way: string;
    screw?: number | undefined;
    creamFat: number;
    skimFat?: number | undefined;
  }[],
): ReadonlyMap<string, { creamFat: number; skimFat: number | undefined; times: number }> {
  const at = new Map<string, (typeof separations)[number][]>();
  for (const run of separations.filter(({ way }) => way === 'separator')) {
    const screw = String(run.screw ?? 0);
    at.set(screw, [...(at.get(screw) ?? []), run]);
  }
  const mean = (numbers: number[]) =>
    numbers.length === 0 ? undefined : numbers.reduce((a, b) => a + b, 0) / numbers.length;
  return new Map(
    [...at].map(([screw, all]) => [
      screw,
      {
        creamFat: mean(all.map(({ creamFat }) => creamFat))!,
        skimFat: mean(all.flatMap(({ skimFat }) => skimFat ?? [])),
        times: all.length,
      },
    ]),
  );
}
