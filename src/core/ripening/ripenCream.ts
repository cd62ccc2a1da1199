/** A clock of souring: its speeds at the best temperature, per hour, and the temperatures between which it runs, °C. */
export interface Flora {
  /** Growth μ and acid making κ. */
  growth: number;
  acid: number;
  coldest: number;
  best: number;
  hottest: number;
}

/** Engineering estimates fitted to published ripening times. */
export const mesophilic: Flora = { growth: 0.55, acid: 0.445, coldest: 4, best: 30, hottest: 39 };
export const yoghurt: Flora = { growth: 1.6, acid: 1.3, coldest: 15, best: 42, hottest: 52 };
/** What sours raw cream of itself: mesophilic, slower, from next to nothing. */
export const wild: Flora = { ...mesophilic, growth: mesophilic.growth * 0.7 };

export interface Culture {
  flora: Flora;
  /** X0: active share at the start, of what the culture comes to. */
  start: number;
}

/** A stretch of time at one temperature. */
export interface Spell {
  hours: number;
  celsius: number;
}

/** Fresh milk's pH, and how far acid takes it down. */
const freshPh = 6.6;
const deepest = 2;

/**
 * γ(T): speed at a temperature against the best, 0 … 1, the cardinal temperature model (Rosso, Lobry & Flandrois,
 * Journal of Theoretical Biology 162, 1993).
 */
export function cardinal({ coldest, best, hottest }: Flora, celsius: number): number {
  if (celsius <= coldest || celsius >= hottest) return 0;
  const over = (celsius - hottest) * (celsius - coldest) ** 2;
  const under =
    (best - coldest) *
    ((best - coldest) * (celsius - best) - (best - hottest) * (best + coldest - 2 * celsius));
  return over / under;
}

export interface SourMoment {
  hours: number;
  ph: number;
}

/** Hours between steps; the clocks have time constants of half an hour and more. */
const step = 0.04;
/** Past this share of its acid nothing more is to be seen. */
const soured = 0.985;

/**
 * pH of souring cream over time: each culture grows, dX = μ·γ(T)·X·(1 − X), and makes acid, dA = κ·γ(T)·X·(1 − A), together
 * when there are two; pH = 6.6 − 2.0·A. Midpoint steps of 0.04 h.
 * @param speed factor on all rates, for cultures livelier or wearier than usual
 * @param spells temperature over time; the last one goes on for ever
 */
export function ripenCream(
  cultures: readonly Culture[],
  spells: readonly Spell[],
  hours: number,
  speed = 1,
): SourMoment[] {
  const active = cultures.map(({ start }) => Math.min(1, start));
  let acid = 0;
  let spell = 0;
  let spellEnds = spells[0]?.hours ?? Infinity;
  let gammas = gammasOf(cultures, spells[0]?.celsius ?? 0, speed);
  const moments: SourMoment[] = [{ hours: 0, ph: freshPh }];
  const steps = Math.ceil(hours / step);
  const keepEvery = Math.max(1, Math.ceil(steps / 2000));
  for (let n = 0; n < steps; n += 1) {
    const now = n * step;
    while (now >= spellEnds - 1e-9 && spell < spells.length - 1) {
      spell += 1;
      spellEnds += spells[spell]!.hours;
      gammas = gammasOf(cultures, spells[spell]!.celsius, speed);
    }
    if (spell === spells.length - 1 && (acid > soured || gammas.every((gamma) => gamma === 0))) {
      // As it is now it stays.
      moments.push({ hours: now, ph: freshPh - deepest * acid }, { hours, ph: freshPh - deepest * acid });
      break;
    }
    let making = 0;
    for (let i = 0; i < active.length; i += 1) {
      const { growth, acid: rate } = cultures[i]!.flora;
      const gamma = gammas[i]!;
      const x = active[i]!;
      const middle = x + 0.5 * step * growth * gamma * x * (1 - x);
      active[i] = Math.min(1, x + step * growth * gamma * middle * (1 - middle));
      making += rate * gamma * middle;
    }
    const half = acid + 0.5 * step * making * (1 - acid);
    acid = Math.min(1, acid + step * making * (1 - half));
    if ((n + 1) % keepEvery === 0 || n === steps - 1)
      moments.push({ hours: (n + 1) * step, ph: freshPh - deepest * acid });
  }
  return moments;
}

const gammasOf = (cultures: readonly Culture[], celsius: number, speed: number): number[] =>
  cultures.map(({ flora }) => speed * cardinal(flora, celsius));

/** Hours until a pH is reached; undefined within the time the moments cover. */
export function hoursToPh(moments: readonly SourMoment[], ph: number): number | undefined {
  for (let i = 1; i < moments.length; i += 1) {
    const [before, after] = [moments[i - 1]!, moments[i]!];
    if (after.ph <= ph)
      return before.hours + ((before.ph - ph) / (before.ph - after.ph || 1)) * (after.hours - before.hours);
  }
  return undefined;
}
