/** One thing that is wrong with an input: the field ("lots.0.fat"), and in words what was given and what is allowed. */
export interface Problem {
  path: string | undefined;
  message: string;
}

/**
 * What a calculation throws when its input cannot be used. `path` names the field ("lots.0.fat"); the message says
 * what was given and what is allowed, in words a maker can act on. With several things wrong, the message says them all,
 * `path` is that of the first, and `all` holds each.
 */
export class CalculationError extends Error {
  readonly all: readonly Problem[];

  constructor(
    message: string,
    readonly path?: string,
    all?: readonly Problem[],
  ) {
    super(message);
    this.name = 'CalculationError';
    this.all = all ?? [{ path, message }];
  }
}

/** A {@link CalculationError} as the command line and the web answer it; `all` only where there is more than one thing to say. */
export function asJson({ message, path, all }: CalculationError) {
  return {
    error: { message, ...(path === undefined ? {} : { path }), ...(all.length > 1 ? { all } : {}) },
  };
}
