import { usualMoisture } from './salts';

/** Of cream without its fat, so much is water: the rest is milk solids (handbook §6.1, skim at 9 % solids). */
const waterInSerum = 0.91;
/** A wash takes this share of the salt that is in the butter’s water along (engineering estimate). */
const washedOut = 0.5;

/**
 * Where salt goes that was put into the cream: it dissolves in its water, and most of that leaves as buttermilk; what stays
 * goes with the butter’s own water, less with each wash. Masses in g.
 * @param cream what was churned, `addedWater` g of water put in with it
 * @param butterMass g without salt
 */
export function creamSaltGoes(
  salt: number,
  cream: { creamMass: number; creamFat: number; addedWater: number },
  butterMass: number,
  washes: number,
): { butter: number; buttermilk: number; washWater: number } {
  const water = cream.creamMass * (1 - cream.creamFat) * waterInSerum + cream.addedWater;
  const stays = Math.min(1, (usualMoisture * butterMass) / Math.max(1, water));
  const butter = salt * stays * washedOut ** washes;
  return { butter, buttermilk: salt * (1 - stays), washWater: salt * stays - butter };
}
