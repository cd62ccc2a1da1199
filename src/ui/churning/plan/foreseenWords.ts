import type { BatchFacts } from '@/core/churning/batchEvents';
import type { Foreseen } from '@/core/churning/foresee';
import { worthTempering } from '@/core/churning/worthTempering';
import { thinCream } from '@/core/dairy/creamFat';
import { hardlyKnown, ninety } from '@/core/quantities/estimate';
import { spokenFraction, spokenMinutes, spokenRange, text } from '@/core/quantities/formatQuantity';
import type { useSay } from '../../frame/FarmContext';
import { thinWords } from '../words';

/** The sentence of a plan, and why: butter and minutes; or what keeps it from breaking, and what to do about it. */
export function foreseenWords(
  foreseen: Foreseen,
  facts: Pick<BatchFacts, 'temperature' | 'creamFat' | 'loads'>,
  say: Pick<ReturnType<typeof useSay>, 'temperature' | 'massRange'>,
): { says: string; why: string } {
  const { better, butter, fatLost } = foreseen;
  const window = foreseen.breakMinutes;
  const here = say.temperature(facts.temperature);
  const there = say.temperature(better.temperature);
  const thin = facts.creamFat < thinCream ? [thinWords(facts.creamFat)] : [];
  if (!window)
    return foreseen.outcome === 'oils'
      ? {
          says: `Chill it to ${there} first.`,
          why: [`At ${here} the fat is too soft: it oils and will not grain.`, ...thin].join(' '),
        }
      : {
          says: `At ${here} it will whip and hardly break.`,
          why: [
            ...(better.breakMinutes
              ? [`At ${there} it would take about ${text(spokenMinutes(better.breakMinutes))}.`]
              : []),
            ...thin,
          ].join(' '),
        };
  const range = say.massRange(butter.mass - ninety * butter.sd, butter.mass + ninety * butter.sd);
  const minutes = text(spokenRange(window.low, window.high, spokenMinutes));
  const lost = text(spokenRange(fatLost.low, fatLost.high, (x) => spokenFraction(x)));
  const each = facts.loads > 1 ? ' a load' : '';
  return {
    says: hardlyKnown(window)
      ? `${range} of butter; how long it takes at ${here} is hardly known.`
      : `${range} of butter, in ${minutes}${each}.`,
    why: [
      ...(hardlyKnown(window)
        ? [`About ${text(spokenMinutes(window.mid))}${each}, and nine times in ten ${minutes}.`]
        : []),
      worthTempering(foreseen)
        ? `${better.temperature > facts.temperature ? 'Warmed' : 'Chilled'} to ${there} first: about ${text(spokenMinutes(better.breakMinutes!))}, with ${text(spokenFraction(better.buttermilkFat))} fat in the buttermilk.`
        : `At ${here} it loses ${lost} of its fat.`,
      ...thin,
    ].join(' '),
  };
}
