import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import type { ChurnPace } from './churnPace';
import { usualPerDegree, usualScatter } from './churnPace';
import { alongSlopes, slopes, slopeSd } from './ownSlopes';
import type { ToolKey } from './tools';
import { priorSpread, tools } from './tools';

/** What one finished batch can teach about pace. */
export interface PaceLesson {
  /** Days on any one count, such as days since 1970. */
  day: number;
  tool: ToolKey;
  /** Which churn of that kind; the maker's only one when it is not said. */
  churn?: string;
  /** Break time marked over the break time the model gives at the tool's usual pace. */
  ratio: number;
  /** How much the logarithm of the break time grows for fat one kelvin harder, by the model, at this batch's temperature. */
  perDegreeHarder?: number;
  /** Cream as it went in, °C, and its fat, mass fraction: what the maker's own slopes are learned from. */
  temperature?: number;
  creamFat?: number;
}

export interface PaceTarget {
  day: number;
  tool: ToolKey;
  churn?: string;
  perDegreeHarder?: number;
}

/**
 * Prior variances of the logarithm. The handbook's factor of 1.6 is shared out between the maker's own way, the kind of
 * tool, and the single churn (shares: engineering estimates).
 */
const logVariance = Math.log(priorSpread) ** 2;
const priorVariance = { maker: 0.2 * logVariance, tool: 0.45 * logVariance, churn: 0.35 * logVariance };
/** Swing of fat hardness over the year, and its drift of late, standard deviations in K (engineering estimates). */
const seasonSd = 1.2;
const driftSd = 1;
/** How fast drift is forgotten, days: feed changes with the month (engineering estimate). */
const driftDays = 45;
const year = 365.25;
/** How many batches the usual scatter is worth as a guess (engineering estimate). */
const scatterWorth = 8;
/** Degrees of freedom of Student's t: an absurd batch weighs little, a mildly odd one almost fully. */
const tails = 4;
const mostRounds = 200;

/** Columns of the pace itself; the maker's own slopes follow. */
const paceColumns = ['maker', 'cosine', 'sine', 'drift'] as const;

/** What was learned from a maker's batches: the mean and covariance of every effect on pace. */
export interface PaceKnowledge {
  columns: ReadonlyMap<string, number>;
  mean: Float64Array;
  covariance: Float64Array[];
  scatter: number;
  /** How many batches each kind of tool was learned from. */
  byTool: ReadonlyMap<ToolKey, number>;
  today: number;
}

/**
 * Learns paces from a maker's batches: ln(ratio) = maker + kind of tool + this churn + (fat hardness: a yearly swing and a
 * drift of late) + scatter, a Bayesian linear model with Gaussian priors and Student-t scatter, fitted by iteratively
 * reweighted least squares (Gelman et al., Bayesian Data Analysis, 2013, §14.8 and §17.2). The result does not depend
 * on the order of the batches, and one absurd batch hardly moves it.
 * @param today day the knowledge is for: drift is reckoned back from it
 */
export function learnPace(lessons: readonly PaceLesson[], today: number): PaceKnowledge {
  const columns = new Map<string, number>();
  for (const name of [...paceColumns, ...slopes]) columns.set(name, columns.size);
  for (const { tool, churn } of lessons)
    for (const name of [toolColumn(tool), churnColumn(tool, churn)])
      if (!columns.has(name)) columns.set(name, columns.size);
  const size = columns.size;
  const precision = [...columns.keys()].map((name) => 1 / varianceOf(name));
  const rows = lessons.map((lesson) => lessonRow(columns, lesson, today));
  const logs = Float64Array.from(lessons, ({ ratio }) => Math.log(ratio));

  let mean = new Float64Array(size);
  let scatter = usualScatter;
  let weights = new Float64Array(lessons.length);
  let solved: CholeskyDecomposition | undefined;
  // Stryker disable next-line EqualityOperator: once it stands still another round changes nothing
  for (let round = 0; round < mostRounds; round += 1) {
    let spread = scatterWorth * usualScatter ** 2;
    weights = weights.map((_, i) => {
      const off = (logs[i]! - along(rows[i]!, mean)) ** 2;
      const weight = (tails + 1) / (tails + off / scatter ** 2);
      spread += weight * off;
      return weight;
    });
    // Before anything was fitted the residuals are as wide as the prior, so the scatter is judged from then on.
    // Stryker disable next-line ConditionalExpression,EqualityOperator: another beginning ends at the same place
    if (round > 0) scatter = Math.sqrt(spread / (scatterWorth + lessons.length));
    const normal = Array.from({ length: size }, () => new Float64Array(size));
    const right = new Float64Array(size);
    for (let a = 0; a < size; a += 1) normal[a]![a] = precision[a]!;
    for (let i = 0; i < rows.length; i += 1) {
      const { at, value } = rows[i]!;
      const weight = weights[i]! / scatter ** 2;
      for (let a = 0; a < at.length; a += 1) {
        const wa = weight * value[a]!;
        right[at[a]!]! += wa * logs[i]!;
        const line = normal[at[a]!]!;
        // Stryker disable next-line EqualityOperator: past the end is no column
        for (let b = 0; b < at.length; b += 1) line[at[b]!]! += wa * value[b]!;
      }
    }
    solved = new CholeskyDecomposition(symmetric(normal));
    const next = Float64Array.from(solved.solve(Matrix.columnVector(right)).to1DArray());
    // Stryker disable all: when it stops going round; going on changes nothing
    const moved = next.reduce((most, value, a) => Math.max(most, Math.abs(value - mean[a]!)), 0);
    mean = next;
    if (moved < 1e-12 && round > 1) break;
    // Stryker restore all
  }
  const covariance = solved!.solve(Matrix.eye(size));
  return {
    columns,
    mean,
    covariance: Array.from({ length: size }, (_, a) => Float64Array.from(covariance.getRow(a))),
    scatter,
    byTool: lessons.reduce(
      (counts, { tool }) => counts.set(tool, (counts.get(tool) ?? 0) + 1),
      new Map<ToolKey, number>(),
    ),
    today,
  };
}

/** The pace to expect of a churning, with the maker's slopes, from what was learned. What was never seen keeps its prior. */
export function paceOf(knowledge: PaceKnowledge, target: PaceTarget): ChurnPace {
  const { columns, covariance, mean, scatter, byTool, today } = knowledge;
  const itself = rowOf(columns, target, today);
  const rows = [itself, ...slopes.map((slope) => ({ at: [columns.get(slope)!], value: [1] }))];
  const together = rows.map((one) => rows.map((other) => covarianceOf(covariance, one, other)));
  if (!columns.has(toolColumn(target.tool))) together[0]![0]! += priorVariance.tool;
  if (!columns.has(churnColumn(target.tool, target.churn))) together[0]![0]! += priorVariance.churn;
  return {
    logMean: along(itself, mean),
    logSd: Math.sqrt(together[0]![0]!),
    scatter,
    batches: byTool.get(target.tool) ?? 0,
    own: { mean: rows.map((row) => along(row, mean)), covariance: together },
    harder: harderOn(knowledge, target.day),
  };
}

/** How much harder than the model was told the fat is on a day: the yearly swing, and the drift of late, K. */
function harderOn(
  { mean, covariance, columns, today }: PaceKnowledge,
  day: number,
): { mean: number; sd: number } {
  const { value } = rowOf(columns, { day, tool: 'jar', perDegreeHarder: 1 }, today);
  const season = { at: [1, 2, 3], value: value.slice(1, 4) };
  return { mean: along(season, mean), sd: Math.sqrt(covarianceOf(covariance, season, season)) };
}

function covarianceOf(covariance: readonly Float64Array[], one: Row, other: Row): number {
  let sum = 0;
  for (let a = 0; a < one.at.length; a += 1)
    for (let b = 0; b < other.at.length; b += 1)
      sum += one.value[a]! * other.value[b]! * covariance[one.at[a]!]![other.at[b]!]!;
  return sum;
}

interface Row {
  at: number[];
  value: number[];
}

const toolColumn = (tool: ToolKey) => `tool:${tool}`;
const churnColumn = (tool: ToolKey, churn = '') => `churn:${tool}:${churn}`;

function varianceOf(column: string): number {
  if (column === 'maker') return priorVariance.maker;
  if (column === 'cosine' || column === 'sine') return seasonSd ** 2;
  if (column === 'drift') return driftSd ** 2;
  if (column in slopeSd) return slopeSd[column as keyof typeof slopeSd] ** 2;
  return column.startsWith('tool:') ? priorVariance.tool : priorVariance.churn;
}

/** A batch as it was: its pace, and how far its cream was from what the tool is usually given. */
function lessonRow(columns: ReadonlyMap<string, number>, lesson: PaceLesson, today: number): Row {
  const row = rowOf(columns, lesson, today);
  const { temperature, creamFat = 0.38 } = lesson;
  const [, ...away] = alongSlopes({
    tool: lesson.tool,
    temperature: temperature ?? tools[lesson.tool].referenceTemperature,
    creamFat,
  });
  away.forEach((share, i) => {
    row.at.push(columns.get(slopes[i]!)!);
    row.value.push(share);
  });
  return row;
}

function rowOf(columns: ReadonlyMap<string, number>, target: PaceTarget, today: number): Row {
  const harder = target.perDegreeHarder ?? usualPerDegree;
  const angle = (2 * Math.PI * target.day) / year;
  const at: number[] = [0, 1, 2, 3];
  const value = [
    1,
    harder * Math.cos(angle),
    harder * Math.sin(angle),
    harder * Math.exp(-Math.abs(today - target.day) / driftDays),
  ];
  for (const name of [toolColumn(target.tool), churnColumn(target.tool, target.churn)]) {
    const column = columns.get(name);
    if (column !== undefined) {
      at.push(column);
      value.push(1);
    }
  }
  return { at, value };
}

function along({ at, value }: Row, mean: Float64Array): number {
  let sum = 0;
  for (let a = 0; a < at.length; a += 1) sum += value[a]! * mean[at[a]!]!;
  return sum;
}

/** The upper half stands for both, so that rounding cannot make the two differ. */
function symmetric(rows: readonly Float64Array[]): Matrix {
  const matrix = Matrix.zeros(rows.length, rows.length);
  // Stryker disable next-line EqualityOperator: past the last row there is nothing to copy
  for (let a = 0; a < rows.length; a += 1)
    for (let b = a; b < rows.length; b += 1) {
      matrix.set(a, b, rows[a]![b]!);
      matrix.set(b, a, rows[a]![b]!);
    }
  return matrix;
}
