import { ranked } from '../prediction';
import type { Predicted } from '../prediction';
import type { HeatTreatmentInput } from './heatTreatment.calc';
import { codes, minutesAt, tenfold } from './pasteurising';
import { apart } from '../quantities/whole';

export interface HeatTreatment extends Predicted {
  /** What was held counts for so much of what the code asks; 1 is enough. */
  share: number;
  meets: boolean;
  /** Minutes more at the last temperature read; absent when it is enough, or too cold to count. */
  minutesMore?: number;
  /** Every reading that counted, with what it had brought by its end. */
  log: { fromMinutes: number; toMinutes: number; celsius: number; share: number }[];
  /** Cooled to 7 °C within two hours; absent while nobody said. */
  cooledInTime?: boolean;
}

/** Chilled to this within so long after heating (docs/handbook.md, cautions), °C and min. */
const chilled = 7;
const within = 120;

/**
 * A pasteurising by its log against a code's figures: each stretch between two readings counts at the colder of the two, as a
 * share of the minutes that temperature asks (ten times the effect for every {@link tenfold} K: Bigelow's thermal death time,
 * in Walstra et al., Dairy Science and Technology, 2006, §7.3); what is under the code's lowest temperature counts nothing.
 */
export function heatTreatment({ readings, code, cooled, fat }: HeatTreatmentInput): HeatTreatment {
  const asked = code ?? (fat >= 0.1 ? 'cream' : 'milk');
  const ordered = readings.toSorted((a, b) => a.minutes - b.minutes);
  let share = 0;
  const log = ordered.slice(1).flatMap((to, i) => {
    const from = ordered[i]!;
    const celsius = Math.min(from.celsius, to.celsius);
    const needed = minutesAt(asked, celsius);
    if (needed === undefined) return [];
    share += (to.minutes - from.minutes) / needed;
    return [{ fromMinutes: from.minutes, toMinutes: to.minutes, celsius, share }];
  });
  const last = ordered.at(-1)!;
  const needed = minutesAt(asked, last.celsius);
  const meets = share >= 1 - 1e-9;
  const cooledInTime = cooled && cooled.celsius <= chilled && cooled.minutes <= within;
  return {
    share,
    meets,
    ...(meets || needed === undefined ? {} : { minutesMore: (1 - share) * needed }),
    log,
    ...(cooledInTime === undefined ? {} : { cooledInTime }),
    reasons: ranked([
      {
        says: `Asked are ${codes[asked].celsius} °C for ${codes[asked].minutes} min, or the same effect hotter: a tenth of the time for every ${apart(tenfold)}.`,
        weight: 2,
      },
      { says: 'Between two readings the colder counts.', weight: 1 },
      ...(asked === 'cream' ? [{ says: 'Three degrees more than milk, for its fat.', weight: 1 }] : []),
    ]),
    cautions: [
      {
        key: 'code',
        level: 'caution',
        says: 'These are common figures: your local code decides, and some ask more. A checked thermometer, and hot air above the batch.',
      },
      {
        key: 'scald',
        level: 'danger',
        says: 'Hot milk and steam burn, and milk boils over in a moment: stay with it.',
      },
      ...(cooledInTime === false
        ? [
            {
              key: 'cooling',
              level: 'danger' as const,
              says: 'It was not at 7 °C within two hours: what grows back has had its time. Use it at once, hot, or discard it.',
            },
          ]
        : []),
      ...(meets
        ? []
        : [
            {
              key: 'short',
              level: 'danger' as const,
              says: 'That does not pasteurise: treat it as raw.',
            },
          ]),
    ],
  };
}
