/** A number at one end of what the answer to a question usually is. */
export interface AtEnd {
  /** The answer, in the unit of what is asked. */
  answer: number;
  /** The number it gives; undefined where it gives none, such as a time that never comes. */
  gives: number | undefined;
}

/** A question whose answer would sharpen a number, with what the number is at either end of the usual answers. */
export interface Ask<K extends string = string> {
  of: K;
  low: AtEnd;
  high: AtEnd;
}

/** A number that moves by less than this share between the ends is sharp enough without the answer (engineering estimate). */
const sharpEnough = 0.15;
/** What never comes at one end counts as so much more than what comes. */
const neverComes = 20;

/** How far the answer moves its number: the logarithm of high over low, without sign. */
export function moves({ low, high }: Ask): number {
  if (low.gives === undefined && high.gives === undefined) return 0;
  if (low.gives === undefined || high.gives === undefined) return Math.log(neverComes);
  return Math.abs(Math.log(Math.max(1e-9, high.gives) / Math.max(1e-9, low.gives)));
}

/** Of the questions that could be asked, the one that sharpens most; none where every one of them is hardly worth the answering. */
export function worthAsking<K extends string>(asks: readonly Ask<K>[]): Ask<K> | undefined {
  const [first] = asks.toSorted((a, b) => moves(b) - moves(a));
  return first && moves(first) > Math.log(1 + sharpEnough) ? first : undefined;
}
