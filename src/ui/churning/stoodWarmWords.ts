import type { StoodWarm } from '@/core/churning/stoodWarm';
import type { Caution } from '@/core/keeping/cautions';
import { spokenMinutes, text } from '@/core/quantities/formatQuantity';

/** What sweet cream that was put by in the warm means: one sentence, on the churn and on its verdict alike. */
export function stoodWarmCaution({ hours, said, level }: StoodWarm, raw: boolean): Caution {
  const stood = `It was put by for ${text(spokenMinutes(60 * hours))}${said ? ' where it is warm' : ', in the room as far as anybody said'}.`;
  const means =
    level === 'caution'
      ? 'Sweet cream stays over 5 °C for two hours at most.'
      : raw
        ? 'Raw and unsoured that long in the warm it can carry dangerous bacteria: smell it, and when in doubt throw it out.'
        : 'Heated and unsoured, over four hours in the warm, it is thrown out: cold afterwards does not undo a toxin.';
  return {
    key: 'stood-warm',
    level,
    says: `${stood} ${means}${said ? '' : ' If it stood colder, say where.'}`,
  };
}
