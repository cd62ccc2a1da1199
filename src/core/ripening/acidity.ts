import { decimal, percent } from '../quantities/formatQuantity';
import { ranked } from '../prediction';
import type { Predicted } from '../prediction';
import type { Estimate } from '../quantities/estimate';
import type { AcidityInput } from './acidity.calc';
import { safePh } from './safetyClock';

export interface Acidity extends Predicted {
  /** Of the cream as it is: degrees Soxhlet–Henkel, Dornic and Thörner, and lactic acid as a mass fraction. */
  sh: number;
  dornic: number;
  thorner: number;
  lacticAcid: number;
  /** Degrees Soxhlet–Henkel of what is not fat, which is what sours. */
  serumSh: number;
  ph: Estimate;
  when: 'sweet' | 'souring' | 'churn' | 'sharp';
}

/** One degree Soxhlet–Henkel in the others: 0.25 N lye against 0.1 N and N/9 (Walstra et al., Dairy Science and Technology, 2006, §4.2). */
const dornicPerSh = 2.25;
const thornerPerSh = 2.5;
/** Lactic acid of one degree Dornic, mass fraction: 0.01 %. */
const lacticPerDornic = 1e-4;
/** Fresh milk, and what acid does to its pH from there, per degree SH of serum (engineering estimate through 6.65 at 7 and 5.1 at 30). */
const fresh = { sh: 7, ph: 6.65 };
const phPerSh = 0.067;
const phSd = 0.13;
/** pH under which cream is sharp: its butter tastes of it, and its fat is attacked in keeping (engineering estimate). */
const sharpUnder = 4.6;
const sweetFrom = 6.3;

/** A titration or a pH in every measure, pH with its spread, and whether to churn by it. Fat takes no part in the souring. */
export function acidity({ given, fat }: AcidityInput): Acidity {
  const serum = 1 - fat;
  const sh =
    given.in === 'sh'
      ? given.value
      : given.in === 'dornic'
        ? given.value / dornicPerSh
        : given.in === 'thorner'
          ? given.value / thornerPerSh
          : given.in === 'lacticPercent'
            ? given.value / 100 / lacticPerDornic / dornicPerSh
            : Math.max(0, fresh.sh + (fresh.ph - given.value) / phPerSh) * serum;
  const serumSh = sh / serum;
  const mid = given.in === 'ph' ? given.value : Math.max(3.5, fresh.ph - phPerSh * (serumSh - fresh.sh));
  const sd = given.in === 'ph' ? 0.05 : phSd;
  const ph = { low: mid - 1.645 * sd, mid, high: mid + 1.645 * sd };
  const when = mid >= sweetFrom ? 'sweet' : mid > safePh ? 'souring' : mid >= sharpUnder ? 'churn' : 'sharp';
  return {
    sh,
    dornic: sh * dornicPerSh,
    thorner: sh * thornerPerSh,
    lacticAcid: sh * dornicPerSh * lacticPerDornic,
    serumSh,
    ph,
    when,
    reasons: ranked([
      { says: `${percent(serum, 0)} of it is not fat: only that sours.`, weight: 2 },
      given.in === 'ph'
        ? { says: 'A pH meter, checked against a buffer today.', weight: 1 }
        : { says: 'Titration and pH go together only so well: protein and salts take part.', weight: 2 },
    ]),
    cautions:
      ph.high > safePh
        ? [
            {
              key: 'notYet',
              level: 'caution',
              says: `Surely at pH ${decimal(safePh, 1)} or under it is kept by its acid; until then its limit runs on.`,
            },
          ]
        : [],
  };
}
