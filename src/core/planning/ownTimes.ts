/** A time as it is expected: its median, minutes, and the standard deviation of its logarithm. */
export interface Takes {
  minutes: number;
  logSd: number;
}

/** The finish as this farm does it. */
export interface OwnFinish {
  /** Against the book. */
  factor: number;
  /** Standard deviation of the logarithm of the next one. */
  logSd: number;
  /** Batches it was learned from. */
  batches: number;
}

/** How far farms lie apart in their pace of washing, working and packing, and one batch from another (engineering estimates), logarithms. */
const between = 0.3;
const within = 0.33;
/** What was marked after supper, or left standing, teaches no pace: at most so far from the book. */
const furthest = 1.3;
/** Minutes of the finish by the book, break to packed (engineering estimates): what is the same for any amount, and for each kilogram. */
const book = { finish: 25, finishEach: 12, rest: 30, pack: 12, packEach: 6 };

/** Minutes from the break on, by the book. */
export const bookFinish = (
  mass: number,
  salted: boolean,
): { finish: number; rest: number; pack: number } => ({
  finish: book.finish + (book.finishEach * mass) / 1000,
  rest: salted ? book.rest : 0,
  pack: book.pack + (book.packEach * mass) / 1000,
});

/** Minutes that were taken from the break to packed, for so much butter. */
export interface FinishSeen {
  minutes: number;
  mass: number;
  salted: boolean;
}

/**
 * How long this farm takes from break to packed against the book: a normal on the logarithm with the book before it (Gelman et al.,
 * Bayesian Data Analysis, 2013, §2.5 and §3.2); the middle of what was seen stands for it, so that one forgotten mark moves
 * little, and its own scatter is taken as it shows.
 */
export function learnFinish(seen: readonly FinishSeen[]): OwnFinish {
  const logs = seen
    .map(({ minutes, mass, salted }) => {
      const { finish, rest, pack } = bookFinish(mass, salted);
      return Math.max(-furthest, Math.min(furthest, Math.log(Math.max(1, minutes) / (finish + rest + pack))));
    })
    .toSorted((a, b) => a - b);
  if (logs.length === 0) return { factor: 1, logSd: Math.hypot(between, within), batches: 0 };
  const middle = medianOf(logs);
  // A median’s own error is a quarter wider than a mean’s; the scatter leans on the book until there are some.
  const scatter = Math.sqrt(
    (4 * within ** 2 + logs.reduce((sum, one) => sum + Math.min(0.8, Math.abs(one - middle)) ** 2, 0)) /
      (4 + logs.length),
  );
  const error = (1.25 * scatter) / Math.sqrt(logs.length);
  const weight = between ** 2 / (between ** 2 + error ** 2);
  return {
    factor: Math.exp(weight * middle),
    logSd: Math.hypot(scatter, Math.sqrt(weight) * error),
    batches: logs.length,
  };
}

function medianOf(sorted: readonly number[]): number {
  const half = Math.floor(sorted.length / 2);
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
}
