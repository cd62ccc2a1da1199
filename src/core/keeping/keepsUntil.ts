/** Hours that things keep at 4 °C, conservative (handbook §6.12, §7). */
export const keepsFor = { rawCream: 108, cream: 156, rawMilk: 96, milk: 132, skim: 96, buttermilk: 84 };

/** Latest age at which a lot of cream or milk is still used, hours. */
export function keepsUntil({
  kind,
  raw,
}: {
  kind: 'milk' | 'cream' | 'skim' | 'buttermilk' | 'butter';
  raw: boolean;
}): number {
  if (kind === 'cream') return raw ? keepsFor.rawCream : keepsFor.cream;
  if (kind === 'milk') return raw ? keepsFor.rawMilk : keepsFor.milk;
  return kind === 'skim' ? keepsFor.skim : kind === 'buttermilk' ? keepsFor.buttermilk : Infinity;
}
