import { Matrix, solve } from 'ml-matrix';
import { median } from 'simple-statistics';
import { incidence } from '@/core/balancing/network';
import type { Network } from '@/core/balancing/network';
import { reconcile } from '@/core/balancing/reconcile';
import { calculate, exactNames } from '@/core/calculations';
import { churnSlope, prepare, stateSize } from '@/core/churning/churnModel';
import { conditionsOf, longestSeconds } from '@/core/churning/churnInput';
import { learnPace, paceOf } from '@/core/churning/learnPace';
import type { PaceLesson } from '@/core/churning/learnPace';
import { riseCream } from '@/core/separating/creamRise';
import type { StandingMilk } from '@/core/separating/creamRise';
import { simulateChurn } from '@/core/churning/simulateChurn';
import vectors from '@/core/vectors.json';
import { examples, plainLoad } from '@tests/validation/examples';
import { Noise } from '@tests/validation/noise';

/** One line of the table: what was timed, and the floor it is held against, both measured in this run. */
interface Bench {
  name: string;
  run: () => unknown;
  floor: () => unknown;
  floorIs: string;
  /** Ratio it must stay within, where one was promised. */
  within?: number;
}

const loops = 15;
/** Long enough for the clock, short enough for fifteen of each, ms. */
const sliceMs = 12;
const warmMs = 300;

const timed = (work: () => unknown, times: number): number => {
  const start = performance.now();
  for (let i = 0; i < times; i += 1) work();
  return ((performance.now() - start) * 1000) / times;
};

/** How often something is done in a slice, once it has run long enough to be compiled. */
function timesOf(work: () => unknown): number {
  for (const until = performance.now() + warmMs; performance.now() < until;) work();
  for (let times = 1; ; times *= 2) if (timed(work, times) * times >= sliceMs * 1000) return times;
}

/** Medians of both in µs, taken in turn so that a machine that slows down slows both. */
function measure({ run, floor }: Bench): { micros: number; ratio: number } {
  const [runs, floors] = [timesOf(run), timesOf(floor)];
  const pairs = Array.from({ length: loops }, () => [timed(run, runs), timed(floor, floors)] as const);
  return {
    micros: median(pairs.map(([mine]) => mine)),
    ratio: median(pairs.map(([mine, bare]) => mine / bare)),
  };
}

function reconcileBench(): Bench {
  const network = (vectors as { calculation: string; input: unknown }[]).filter(
    ({ calculation }) => calculation === 'reconcile',
  )[1]!.input as Network;
  const [kkt, right] = kktOf(network);
  return {
    name: 'reconcile (2 nodes, 6 streams)',
    run: () => reconcile(network),
    floor: () => solve(kkt, right),
    floorIs: 'one bare solve of the same KKT system',
    within: 6,
  };
}

/** The system one Gauss–Newton step of a network stands for, multipliers and all. */
function kktOf(network: Network): [Matrix, Matrix] {
  const a = incidence(network);
  const n = network.streams.length;
  const size = 2 * n + 2 * a.length;
  const kkt = Matrix.zeros(size, size);
  const right = Matrix.zeros(size, 1);
  network.streams.forEach(({ mass, fat }, i) => {
    if (mass) {
      kkt.set(i, i, 1 / mass.sd ** 2);
      right.set(i, 0, mass.value / mass.sd ** 2);
    }
    if (fat) {
      const m = mass?.value ?? 1000;
      const [byMass, byFat] = [-fat.value / (m * fat.sd), 1 / (m * fat.sd)];
      kkt.set(i, i, kkt.get(i, i) + byMass ** 2);
      kkt.set(n + i, n + i, byFat ** 2);
      kkt.set(i, n + i, byMass * byFat);
      kkt.set(n + i, i, byMass * byFat);
    }
  });
  a.forEach((row, r) =>
    row.forEach((sign, i) => {
      for (const [at, offset] of [
        [2 * n + r, 0],
        [2 * n + a.length + r, n],
      ] as const) {
        kkt.set(at, i + offset, sign);
        kkt.set(i + offset, at, sign);
      }
    }),
  );
  return [kkt, right];
}

function simulateBench(): Bench {
  const conditions = conditionsOf(plainLoad);
  const run = () => simulateChurn(conditions, longestSeconds(plainLoad));
  const { evaluations } = run();
  const prepared = prepare({
    churn: conditions.churn,
    airMost: conditions.churn.airMost,
    fat: conditions.fat,
    fill: conditions.fill,
    ripened: false,
    hardness: 0,
    surroundings: 18,
    exchange: conditions.churn.exchange,
    isothermal: false,
    largest: 80,
  });
  const state = Float64Array.from([0.3, 0.5, 0.4, 0.1, 0.6, 0.4, 14]);
  const out = new Float64Array(stateSize);
  return {
    name: 'churn.simulate (one run of the model)',
    run,
    floor: () => {
      for (let i = 0; i < evaluations; i += 1) {
        state[6] = 12 + (i % 64) / 16;
        churnSlope(prepared, state, out);
      }
    },
    floorIs: `its right-hand side ${evaluations} times`,
    within: 2,
  };
}

/** A day's settling against a loop that touches as many cells, sizes and steps and does one multiplication in each. */
function riseBench(): Bench {
  const milk: StandingMilk = {
    vessel: { bottomDiameter: 120, topDiameter: 120, height: 250 },
    mass: 2340,
    fat: 0.042,
    temperature: 4,
    species: 'cow',
    heated: false,
  };
  const touched = { steps: 0, cells: 0, sizes: 0 };
  riseCream(milk, [48], undefined, undefined, touched);
  const { steps, cells, sizes } = touched;
  const fat = Array.from({ length: sizes }, () => new Float64Array(cells).fill(0.01));
  const flux = new Float64Array(cells + 1);
  return {
    name: 'cream.rise (48 h, 80 cells)',
    run: () => riseCream(milk, [48]),
    floor: () => {
      for (let n = 0; n < steps; n += 1)
        for (let i = 0; i < sizes; i += 1) {
          const column = fat[i]!;
          for (let j = 0; j < cells - 1; j += 1) flux[j + 1] = 1e-6 * column[j]! * (1 - column[j + 1]!);
          for (let j = 0; j < cells; j += 1) column[j] = column[j]! + flux[j]! - flux[j + 1]!;
        }
    },
    floorIs: `a bare upwind loop over the same ${cells} cells, ${sizes} sizes and ${steps} steps`,
    within: 3,
  };
}

function relearnBench(): Bench {
  const noise = new Noise('a thousand batches');
  const lessons = Array.from({ length: 1000 }, (_, i): PaceLesson => ({
    day: i * 2,
    tool: noise.pick(['paddleHand', 'barrel', 'standMixer'] as const),
    churn: noise.pick(['old', 'new'] as const),
    ratio: Math.exp(noise.normal(-0.2, 0.25)),
  }));
  const knowledge = learnPace(lessons, 2000);
  return {
    name: 'relearning from 1,000 batches',
    run: () => learnPace(lessons, 2000),
    floor: () => lessons.map((lesson) => paceOf(knowledge, lesson)),
    floorIs: 'one prediction over all of them',
    within: 100,
  };
}

/** Every calculation through the one door, against one run of the model or copying its input. */
function doorBenches(): Bench[] {
  const conditions = conditionsOf(plainLoad);
  const firstCase = (name: string) =>
    (vectors as { calculation: string; input: unknown; error?: boolean }[]).find(
      (one) => one.calculation === name && !one.error,
    )!.input;
  const inputs: [string, unknown][] = [
    ...exactNames.map((name): [string, unknown] => [name, firstCase(name)]),
    ...Object.entries(examples),
  ];
  return inputs.map(([name, input]) => {
    const models = /^(churn\.(?!balance)|blend)/.test(name);
    return {
      name,
      run: () => calculate(name, input),
      floor: models
        ? () => simulateChurn(conditions, longestSeconds(plainLoad))
        : () => JSON.parse(JSON.stringify(input)) as unknown,
      floorIs: models ? 'one run of the model' : 'copying its input as JSON',
    };
  });
}

process.stdout.write(`${'calculation'.padEnd(40)}${'median'.padStart(12)}${'ratio'.padStart(9)}  floor\n`);
let broken = 0;
for (const bench of [reconcileBench(), simulateBench(), riseBench(), relearnBench(), ...doorBenches()]) {
  const { micros, ratio } = measure(bench);
  const time = micros >= 1000 ? `${(micros / 1000).toFixed(2)} ms` : `${micros.toFixed(1)} µs`;
  const kept =
    bench.within === undefined
      ? ''
      : ratio <= bench.within
        ? `, within ${bench.within}`
        : `, OVER ${bench.within}`;
  if (bench.within !== undefined && ratio > bench.within) broken += 1;
  process.stdout.write(
    `${bench.name.padEnd(40)}${time.padStart(12)}${`${ratio.toFixed(2)}×`.padStart(9)}  ${bench.floorIs}${kept}\n`,
  );
}
process.exitCode = broken > 0 ? 1 : 0;
