/** The part of jstat the core uses; the package ships no types of its own. */
declare module 'jstat' {
  interface Distribution {
    cdf(x: number, ...parameters: number[]): number;
    inv(probability: number, ...parameters: number[]): number;
  }
  const jStat: { chisquare: Distribution; studentt: Distribution; normal: Distribution };
  export default jStat;
}
