import seedrandom from 'seedrandom';

/** Seeded randomness for the synthetic makers: the same seed draws the same farm. */
export class Noise {
  private readonly random: seedrandom.PRNG;

  constructor(seed: string) {
    this.random = seedrandom(seed);
  }

  between = (low: number, high: number): number => low + (high - low) * this.random();

  normal = (mean: number, sd: number): number =>
    mean + sd * Math.sqrt(-2 * Math.log(1 - this.random())) * Math.cos(2 * Math.PI * this.random());

  pick = <T>(choices: readonly T[]): T => choices[Math.floor(this.random() * choices.length)]!;
}
