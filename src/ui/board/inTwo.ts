/** A sentence stands large, what follows it small: “Skim the blue jar now.” and why. */
export function inTwo(says: string, why?: string): { says: string; why?: string } {
  const end = says.search(/[.!?] (?=[A-Z])/);
  if (end < 0) return why === undefined ? { says } : { says, why };
  return { says: says.slice(0, end + 1), why: [says.slice(end + 2), why].filter(Boolean).join(' ') };
}
