/** Boiled milk creams by another way, with a skin: the middle of what is known (handbook §6.3, estimate). */
const recovery = 0.52;
const creamFat = 0.35;

/** What is likely to come off boiled milk. `fat` is all the fat in it, g. */
export const boiledCream = (fat: number): { creamMass: number; creamFat: number } => ({
  creamMass: (recovery * fat) / creamFat,
  creamFat,
});
