import type { Heated } from './heatedShare';
import { heatedShare } from './heatedShare';
import { creamDensity } from '../dairy/creamDensity';

/** A vessel of milk left to stand: a cylinder, or a cone cut off, wider or narrower at the top. */
export interface StandingVessel {
  /** mm, inside. */
  bottomDiameter: number;
  topDiameter: number;
  /** mm from the bottom to where the wall ends. */
  height: number;
}

export type Species = 'cow' | 'buffalo' | 'sheep' | 'goat';

export interface StandingMilk {
  vessel: StandingVessel;
  /** g */
  mass: number;
  /** Mass fraction. */
  fat: number;
  /** °C, held. */
  temperature: number;
  species: Species;
  /** Boiled, homogenised, or held so hot for so long: it flocculates less, or no more. */
  heated: Heated;
  happenings?: readonly StandingHappening[];
  /** Globules as measured, instead of the usual ones. */
  globules?: readonly Globules[];
}

/** Globules of one size: diameter in m, gathered in flocs or single, and their part of the flocs’ or the singles’ fat. */
export interface Globules {
  diameter: number;
  floc: boolean;
  part: number;
}

/** Something done to milk that stands. Either re-mixes the layer. */
export type StandingHappening = { atHours: number } & (
  | { kind: 'topUp'; mass: number; fat: number }
  /** Milk or skim let out at the bottom, g. */
  | { kind: 'draw'; mass: number }
);

/** One slice of the column, from the bottom up. */
export interface Slice {
  /** mm above the bottom, at its foot and at its top. */
  from: number;
  to: number;
  /** g */
  mass: number;
  fatMass: number;
  fat: number;
}

/** The column at one time. */
export interface Column {
  hours: number;
  /** mm of milk standing. */
  depth: number;
  slices: Slice[];
  /** mm below the surface at which the cream line shows; undefined until one does. */
  lineDepth: number | undefined;
}

/** g, m/s². */
const gravity = 9.81;
/** Fat is this much lighter than serum, kg/m³ (Walstra et al., Dairy Science and Technology, 2006). */
const lighter = 80;
/** Share of cow's, buffalo's, sheep's and goat's fat that cold agglutinin gathers into flocs (engineering estimates). */
const flocculating: Record<Species, number> = { cow: 0.9, buffalo: 0.35, sheep: 0.15, goat: 0.12 };
/** Flocs: lognormal, median 45 µm, σ 0.55, as five equal parts; single globules in µm and their shares (engineering estimates). */
const flocMedian = 45e-6;
const flocSigma = 0.55;
const flocQuantiles = [-1.2816, -0.5244, 0, 0.5244, 1.2816];
const singles: readonly (readonly [diameter: number, share: number])[] = [
  [1.5e-6, 0.1],
  [3e-6, 0.35],
  [4.5e-6, 0.35],
  [6.5e-6, 0.2],
];
/** Densest packing of flocs. */
const packed = 0.64;
/** Flocs grow with this time, s, and pack from 30 to 50 % fat with a day. */
const gathering = 25 * 60;
const packing = 24 * 3600;
const fewestCells = 80;
/** Thinnest cell worth reckoning with, mm: shallow milk has fewer. */
const thinnest = 0.5;
/** A line shows once the top is this many times richer than what lies at the bottom. */
const lineShows = 1.8;
/** The line is seen where the fat has come this much of the way from the milk under it to the cream on top. */
const lineAt = 0.25;

const usualGlobules: readonly Globules[] = [
  ...flocQuantiles.map((z) => ({ diameter: flocMedian * Math.exp(flocSigma * z), floc: true, part: 0.2 })),
  ...singles.map(([diameter, part]) => ({ diameter, floc: false, part })),
];

/** Viscosity of serum, Pa·s: 1.79e-3 at 20 °C, Arrhenius (engineering estimate after published skim milk). */
export const serumViscosity = (celsius: number): number =>
  1.79e-3 * Math.exp(2730 * (1 / (celsius + 273.15) - 1 / 293.15));

const sigmoid = (z: number): number => 1 / (1 + Math.exp(-z));

/** Area of the vessel at a height, mm². */
function areaAt({ bottomDiameter, topDiameter, height }: StandingVessel, h: number): number {
  const d = bottomDiameter + ((topDiameter - bottomDiameter) * Math.min(h, height)) / height;
  return (Math.PI / 4) * d * d;
}

/** Volume below a height, mL. */
export function volumeBelow(vessel: StandingVessel, h: number): number {
  const { bottomDiameter, topDiameter, height } = vessel;
  if (h > height) return volumeBelow(vessel, height) + (areaAt(vessel, height) * (h - height)) / 1000;
  const growth = (topDiameter - bottomDiameter) / height;
  const d = bottomDiameter;
  // ∫ π/4·(d + growth·x)² dx from 0 to h, in mm³.
  return ((Math.PI / 4) * (d * d * h + d * growth * h * h + (growth * growth * h ** 3) / 3)) / 1000;
}

/** Height that a volume reaches, mm. */
export function heightOf(vessel: StandingVessel, volume: number): number {
  let [low, high] = [0, 1];
  while (volumeBelow(vessel, high) < volume) high *= 2;
  for (let i = 0; i < 60; i += 1) {
    const middle = (low + high) / 2;
    if (volumeBelow(vessel, middle) < volume) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** The column of {@link riseCream}: volume fractions of each size in each cell. */
interface State {
  depth: number;
  /** Per size, per cell: fat as a share of volume. */
  fat: Float64Array[];
  /** s since it was last mixed. */
  stood: number;
}

/**
 * Cream rising in milk that stands: flocs and single globules in a column of cells, each size at its Stokes speed
 * hindered by the floc volume, upwind finite volumes (equations and constants in docs/models.md). Top-ups and draws mix
 * the column again. Mass and fat are conserved to rounding.
 * @param hours times at which the column is wanted, rising
 * @param most cells of a deep column; shallow milk has fewer, none thinner than half a millimetre
 * @param progress called now and then with the share done; may throw to stop
 * @param touched filled with how much was computed, for the benchmark
 */
export function riseCream(
  milk: StandingMilk,
  hours: readonly number[],
  most = fewestCells,
  progress?: (share: number) => void,
  touched?: { steps: number; cells: number; sizes: number },
): Column[] {
  const { vessel, temperature } = milk;
  const share =
    flocculating[milk.species] * sigmoid((17 - temperature) / 2.5) * (1 - heatedShare(milk.heated));
  const sizes = milk.globules ?? usualGlobules;
  const shares = sizes.map(({ floc, part }) => part * (floc ? share : 1 - share));
  const serum = creamDensity(0, temperature);
  const fatDensity = serum - lighter / 1000;
  const volumeShare = (fat: number) => fat / fatDensity / (fat / fatDensity + (1 - fat) / serum);
  const volumeOf = (mass: number, fat: number) => mass * (fat / fatDensity + (1 - fat) / serum);
  const startDepth = heightOf(vessel, volumeOf(milk.mass, milk.fat));
  const cells = Math.max(10, Math.min(most, Math.round(startDepth / thinnest)));
  const mixedState = (volume: number, phi: number): State => ({
    depth: heightOf(vessel, volume),
    fat: shares.map((part) => new Float64Array(cells).fill(phi * part)),
    stood: 0,
  });

  let state = mixedState(volumeOf(milk.mass, milk.fat), volumeShare(milk.fat));
  let now = 0;
  const last = hours.at(-1) ?? 0;
  const happenings = [...(milk.happenings ?? [])]
    .filter(({ atHours }) => atHours <= last)
    .sort((a, b) => a.atHours - b.atHours);
  const columns: Column[] = [];
  const advance = (to: number) => {
    const steps = settle(state, sizes, vessel, temperature, (to - now) * 3600, (done) =>
      progress?.((now + (to - now) * done) / Math.max(1e-9, last)),
    );
    if (touched) Object.assign(touched, { steps: touched.steps + steps, cells, sizes: sizes.length });
    now = to;
  };
  const mix = (volume: number, fatVolume: number) => {
    state = mixedState(volume, volume > 0 ? fatVolume / volume : 0);
  };
  for (const wanted of hours) {
    while (happenings[0] && happenings[0].atHours <= wanted) {
      const happening = happenings.shift()!;
      advance(happening.atHours);
      const total = volumeBelow(vessel, state.depth);
      const fatVolume = totalFat(state, vessel, cells);
      if (happening.kind === 'topUp')
        mix(
          total + volumeOf(happening.mass, happening.fat),
          fatVolume + (happening.mass * happening.fat) / fatDensity,
        );
      else {
        const drawn = drawnFrom(state, vessel, cells, happening.mass, serum, fatDensity);
        mix(total - drawn.volume, fatVolume - drawn.fatVolume);
      }
    }
    advance(wanted);
    columns.push(columnOf(state, vessel, cells, now, serum, fatDensity));
  }
  return columns;
}

// Taken out once: a day of settling calls them some ten million times.
const { exp, min, max } = Math;

/** (1 − Φ)^4.65, hindered settling (Richardson & Zaki, Trans. Inst. Chem. Eng. 32, 1954), at even steps of Φ: read between them to 1e-6. */
const fineness = 2048;
const hindrance = Float64Array.from({ length: fineness + 2 }, (_, i) => max(0, 1 - i / fineness) ** 4.65);

/** Moves the column on by some seconds; returns the steps it took. */
function settle(
  state: State,
  sizes: readonly Globules[],
  vessel: StandingVessel,
  temperature: number,
  seconds: number,
  progress: (share: number) => void,
): number {
  const cells = state.fat[0]!.length;
  const dz = state.depth / 1000 / cells;
  // A film has nowhere to rise to.
  if (state.depth < thinnest) return 0;
  const viscosity = serumViscosity(temperature);
  const faces = Float64Array.from({ length: cells + 1 }, (_, j) => areaAt(vessel, (j / cells) * state.depth));
  const volumes = Float64Array.from(
    { length: cells },
    (_, j) =>
      (volumeBelow(vessel, ((j + 1) / cells) * state.depth) -
        volumeBelow(vessel, (j / cells) * state.depth)) *
      1000,
  );
  const inverse = volumes.map((volume) => 1 / volume);
  /** How freely cream passes the face over each cell: hindrance below it, room above it, and its area. */
  const passing = new Float64Array(cells);
  const crowd = new Float64Array(cells);
  /** Fat in flocs and in single globules, cell by cell. */
  const flocs = new Float64Array(cells);
  const single = new Float64Array(cells);
  state.fat.forEach((fat, i) => {
    const kind = sizes[i]!.floc ? flocs : single;
    for (let j = 0; j < cells; j += 1) kind[j] = kind[j]! + fat[j]!;
  });
  let gone = 0;
  let steps = 0;
  let fastest = 0;
  while (gone < seconds - 1e-9) {
    const inFlocs = 0.3 + 0.2 * (1 - exp(-state.stood / packing));
    const grown = max(0.1, 1 - exp(-state.stood / gathering));
    const speeds = sizes.map(({ diameter, floc }) => {
      const d = floc ? diameter * grown : diameter;
      return (gravity * lighter * (floc ? inFlocs : 1) * d * d) / (18 * viscosity);
    });
    for (let j = 0; j < cells; j += 1) crowd[j] = flocs[j]! / inFlocs + single[j]!;
    flocs.fill(0);
    single.fill(0);
    for (let j = 0; j < cells - 1; j += 1) {
      // Read half-way between the cells: read in the lower one alone, the fat piles up in steps under the line.
      const at = min(fineness, 0.5 * (crowd[j]! + crowd[j + 1]!) * fineness);
      const whole = at | 0;
      const hindered = hindrance[whole]! + (at - whole) * (hindrance[whole + 1]! - hindrance[whole]!);
      passing[j] = hindered * min(1, max(0, 4 * (1 - crowd[j + 1]! / packed))) * faces[j + 1]!;
    }
    // The Courant number is watched every few steps: what moves fastest changes slowly, and what cannot leave stays.
    if (steps % 8 === 0 || state.stood < gathering) {
      fastest = 0;
      for (let i = 0; i < sizes.length; i += 1) {
        const fat = state.fat[i]!;
        for (let j = 0; j < cells - 1; j += 1)
          if (fat[j]! > 1e-7) fastest = max(fastest, (speeds[i]! * passing[j]!) / faces[j + 1]!);
      }
    }
    const step = min(
      seconds - gone,
      fastest > 0 ? (0.4 * dz) / fastest : Infinity,
      state.stood < 3600 ? 60 : 600,
    );
    for (let i = 0; i < sizes.length; i += 1) {
      const fat = state.fat[i]!;
      const v = speeds[i]! * 1000 * step;
      const kind = sizes[i]!.floc ? flocs : single;
      let entering = 0;
      // Nothing passes the top face, where `passing` is nought.
      for (let j = 0; j < cells; j += 1) {
        const here = fat[j]!;
        const leaving = here * min(v * passing[j]!, volumes[j]!);
        const then = here + (entering - leaving) * inverse[j]!;
        fat[j] = then;
        kind[j] = kind[j]! + then;
        entering = leaving;
      }
    }
    gone += step;
    state.stood += step;
    steps += 1;
    if (steps % 64 === 0) progress(gone / seconds);
  }
  return steps;
}

function totalFat(state: State, vessel: StandingVessel, cells: number): number {
  let sum = 0;
  for (let j = 0; j < cells; j += 1) {
    const volume =
      volumeBelow(vessel, ((j + 1) / cells) * state.depth) - volumeBelow(vessel, (j / cells) * state.depth);
    for (const fat of state.fat) sum += fat[j]! * volume;
  }
  return sum;
}

/** What comes out at the bottom when a mass is let out there. */
function drawnFrom(
  state: State,
  vessel: StandingVessel,
  cells: number,
  mass: number,
  serum: number,
  fatDensity: number,
): { volume: number; fatVolume: number } {
  let left = mass;
  let [volume, fatVolume] = [0, 0];
  for (let j = 0; j < cells && left > 0; j += 1) {
    const cell =
      volumeBelow(vessel, ((j + 1) / cells) * state.depth) - volumeBelow(vessel, (j / cells) * state.depth);
    const phi = state.fat.reduce((sum, fat) => sum + fat[j]!, 0);
    const cellMass = cell * (phi * fatDensity + (1 - phi) * serum);
    const part = Math.min(1, left / cellMass);
    volume += part * cell;
    fatVolume += part * cell * phi;
    left -= part * cellMass;
  }
  return { volume, fatVolume };
}

function columnOf(
  state: State,
  vessel: StandingVessel,
  cells: number,
  hours: number,
  serum: number,
  fatDensity: number,
): Column {
  const slices: Slice[] = [];
  for (let j = 0; j < cells; j += 1) {
    const from = (j / cells) * state.depth;
    const to = ((j + 1) / cells) * state.depth;
    const volume = volumeBelow(vessel, to) - volumeBelow(vessel, from);
    const phi = state.fat.reduce((sum, fat) => sum + fat[j]!, 0);
    const fatMass = volume * phi * fatDensity;
    const mass = fatMass + volume * (1 - phi) * serum;
    slices.push({ from, to, mass, fatMass, fat: fatMass / mass });
  }
  return { hours, depth: state.depth, slices, lineDepth: lineOf(slices, state.depth) };
}

/** The cream line: going down from the top, where the fat falls towards that of the milk at the bottom. */
function lineOf(slices: readonly Slice[], depth: number): number | undefined {
  const top = slices.at(-1)!.fat;
  const bottom = slices[Math.floor(slices.length / 10)]!.fat;
  if (top < lineShows * bottom || top - bottom < 0.02) return undefined;
  const edge = bottom + lineAt * (top - bottom);
  for (let j = slices.length - 2; j >= 0; j -= 1) {
    const [under, over] = [slices[j]!, slices[j + 1]!];
    if (under.fat < edge) {
      const share = (over.fat - edge) / Math.max(1e-12, over.fat - under.fat);
      const middle = (slice: Slice) => (slice.from + slice.to) / 2;
      return depth - (middle(over) - share * (middle(over) - middle(under)));
    }
  }
  return depth;
}

/** What a ladle set at a depth below the surface takes, and what it leaves. Masses g, fats mass fractions. */
export function cutAt({ slices, depth }: Column, ladleDepth: number) {
  let [creamMass, creamFat, mass, fat] = [0, 0, 0, 0];
  for (const slice of slices) {
    mass += slice.mass;
    fat += slice.fatMass;
    const above = Math.min(1, Math.max(0, (slice.to - (depth - ladleDepth)) / (slice.to - slice.from)));
    creamMass += above * slice.mass;
    creamFat += above * slice.fatMass;
  }
  return {
    creamMass,
    creamFat: creamMass > 0 ? creamFat / creamMass : 0,
    skimMass: mass - creamMass,
    skimFat: mass - creamMass > 1e-9 ? (fat - creamFat) / (mass - creamMass) : 0,
    recovery: fat > 0 ? creamFat / fat : 0,
  };
}
