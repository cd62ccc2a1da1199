import { usualSkimming } from '../dairy/butterOfMilk';
import { cutAt, riseCream } from '../separating/creamRise';

/** A jar as many houses have it: 20 cm of cow’s milk of 4.2 % fat, a day in the cold (handbook §6.2). */
const jar = {
  vessel: { bottomDiameter: 130, topDiameter: 130, height: 260 },
  mass: 2730,
  fat: 0.042,
  temperature: 5,
  species: 'cow',
  heated: false,
} as const;
const hours = 24;

/** A ladle goes no deeper than this, mm more than it did. */
export const deepestMore = 20;

interface Skimmed {
  /** Of the fat in the cream, times as much as before. */
  brings: number;
  /** Fat of the cream, mass fraction. */
  creamFat: number;
}
let table: Skimmed[] | undefined;

/**
 * What a ladle set some millimetres deeper brings, against one that takes the usual part of the fat: what is under the cream line is nearly skim, so
 * that a few millimetres bring more and ten hardly any, and the cream gets thinner (the model of cream rising, docs/models.md).
 * @param millimetres 0 … {@link deepestMore}, whole
 */
export function skimmedDeeper(millimetres: number): Skimmed {
  table ??= tabled();
  return table[Math.max(0, Math.min(deepestMore, Math.round(millimetres)))]!;
}

function tabled(): Skimmed[] {
  const [column] = riseCream(jar, [hours]);
  let usual = 0;
  while (cutAt(column!, usual).recovery < usualSkimming) usual += 0.5;
  const before = cutAt(column!, usual).recovery;
  return Array.from({ length: deepestMore + 1 }, (_, more) => {
    const { recovery, creamFat } = cutAt(column!, usual + more);
    return { brings: recovery / before, creamFat };
  });
}
