/** A table of words that knows those in it and no others: what every object brings of itself (“constructor”) is no unit. */
export const table = <T>(entries: Readonly<Record<string, T>>): Readonly<Record<string, T>> =>
  Object.assign(Object.create(null) as Record<string, T>, entries);
