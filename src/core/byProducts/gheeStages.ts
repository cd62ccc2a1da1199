/** Ghee on the flame, step by step (handbook §6.13): melted, crackling while its water boils off, quiet with amber solids, strained. */
export const gheeStages = ['melted', 'crackles', 'quiet', 'strained'] as const;
export type GheeStage = (typeof gheeStages)[number];
/** When each was seen, s. */
export type GheeTimes = Partial<Record<GheeStage, number>>;

/** While water boils off it hardly passes this; the solids turn amber from there on, and burn beyond, °C (handbook §6.13; engineering estimates). */
const boilsUntil = 105;
const amber = { from: 110, until: 118 };
const burns = 124;

/** What to do with it now. */
export interface GheeNow {
  next: GheeStage | 'weigh';
  /** Level of what is said: it burns, it is nearly there, or it goes its way. */
  tone: 'calm' | 'now' | 'danger';
  says: string;
}

/** Where ghee stands by what was seen of it and by a thermometer, °C. */
export function gheeNow(seen: GheeTimes, celsius?: number): GheeNow {
  // After the last that was seen: what was passed over in between was not looked at.
  const last = gheeStages.findLastIndex((stage) => seen[stage] !== undefined);
  const next = gheeStages[last + 1] ?? 'weigh';
  if (next === 'weigh')
    return { next, tone: 'calm', says: 'Let it cool under 60 °C before it goes into glass.' };
  if (celsius !== undefined && next !== 'strained') {
    if (celsius >= burns) return { next, tone: 'danger', says: 'Off the flame now: the solids burn.' };
    if (celsius > amber.until)
      return { next: 'strained', tone: 'now', says: 'Hot enough: off the flame, and strain it.' };
    if (celsius >= amber.from)
      return { next: 'quiet', tone: 'now', says: 'Nearly there: look at the solids and listen.' };
    if (celsius >= boilsUntil)
      return { next: 'quiet', tone: 'calm', says: 'The last of the water leaves: turn it low and stay.' };
  }
  const says: Record<GheeStage, string> = {
    melted: 'Melt it slowly over a low flame.',
    crackles: 'Let it come to a crackle.',
    quiet: 'It crackles while its water boils off. When it grows quiet and the solids are amber, it is done.',
    strained: 'Off the flame. Let it stand some minutes, then strain it through a cloth.',
  };
  return { next, tone: next === 'strained' ? 'now' : 'calm', says: says[next] };
}

/**
 * Marks a stage; earlier ones that nobody marked are left unsaid, and a later one that was marked before falls away.
 */
export function seenAt(seen: GheeTimes, stage: GheeStage, atSeconds: number): GheeTimes {
  const until = gheeStages.indexOf(stage);
  return Object.fromEntries([
    ...gheeStages.flatMap((one, i) => (i < until && seen[one] !== undefined ? [[one, seen[one]]] : [])),
    [stage, atSeconds],
  ]) as GheeTimes;
}
