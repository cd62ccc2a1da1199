/** When something was: just now, some hours ago, or the moment that was typed: “last night”, “Monday 6:30”. */
export interface SaidWhen {
  chosen: 'now' | 'h8' | 'h12' | 'h24' | 'h36' | 'typed';
  typed: string;
  /** The moment that was typed, s since 1970; it stays that moment, however long the page stands open. */
  at?: number | undefined;
}
export const justNow: SaidWhen = { chosen: 'now', typed: '' };

export const hoursAgo: Record<Exclude<SaidWhen['chosen'], 'typed'>, number> = {
  now: 0,
  h8: 8,
  h12: 12,
  h24: 24,
  h36: 36,
};

/** The moment that is meant, s since 1970; undefined while what was typed is not understood. */
export const momentOf = ({ chosen, at }: SaidWhen, now: number): number | undefined =>
  chosen === 'typed' ? at : now - 3600 * hoursAgo[chosen];

/** What a command is told of it: nothing when it was just now. */
export const whenTold = (when: SaidWhen, now: number): { atSeconds?: number } => {
  const at = when.chosen === 'now' ? undefined : momentOf(when, now);
  return at === undefined ? {} : { atSeconds: at };
};
