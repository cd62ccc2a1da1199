import seedrandom from 'seedrandom';

/** Noise that comes out the same for the same seed. */
export interface Noise {
  /** Normal, with mean and standard deviation. */
  normal: (mean: number, sd: number) => number;
  /** An id for the command line's demo rows, shaped like a device's. */
  id: () => string;
}

export function noiseFrom(seed: string): Noise {
  const random = seedrandom(seed);
  const hex = (length: number) =>
    Array.from({ length }, () => Math.floor(random() * 16).toString(16)).join('');
  return {
    // Box and Muller, Annals of Mathematical Statistics 29, 1958.
    normal: (mean, sd) =>
      mean + sd * Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random()),
    id: () => `${hex(8)}-${hex(4)}-4${hex(3)}-8${hex(3)}-${hex(12)}`,
  };
}
