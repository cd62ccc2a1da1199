/** About a tenth of added salt leaves with the water it draws (handbook §6.11). */
export const weeps = 0.1;

/**
 * Salt left in butter that wept and was weighed again: what ran off was its brine, at most a tenth of the salt
 * (handbook §6.11). Masses in g, `water` the mass fraction of water in the butter.
 */
export function saltAfterWeeping(
  { mass, saltMass }: { mass: number; saltMass: number },
  massNow: number,
  water: number,
): number {
  if (saltMass <= 0) return 0;
  const brine = saltMass / (saltMass + water * mass);
  return saltMass - Math.min(weeps * saltMass, brine * Math.max(0, mass - massNow));
}

/** Unsalted butter that is worked in: how much of each portion, in their order, and how much that is together, g. */
export function takenForBlend(
  unsalted: readonly { id: string; mass: number }[],
  wanted: number,
): { takes: { id: string; taken: number; left: number }[]; together: number } {
  const takes: { id: string; taken: number; left: number }[] = [];
  let still = wanted;
  for (const { id, mass } of unsalted) {
    const taken = Math.min(still, mass);
    if (taken <= 0) break;
    still -= taken;
    takes.push({ id, taken, left: mass - taken });
  }
  return { takes, together: wanted - Math.max(0, still) };
}
