import seedrandom from 'seedrandom';

/** Random numbers that come out the same for the same seed: the core has no randomness of its own. */
export interface Draws {
  /** 0 … 1. */
  uniform: () => number;
  normal: (mean: number, sd: number) => number;
}

export function drawsFrom(seed: string): Draws {
  const uniform = seedrandom(seed);
  return {
    uniform,
    // Box and Muller, Annals of Mathematical Statistics 29, 1958.
    normal: (mean, sd) =>
      mean + sd * Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform()),
  };
}
