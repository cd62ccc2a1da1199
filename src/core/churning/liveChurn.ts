import type { Advice } from './adviseChurn';
import { adviseChurn } from './adviseChurn';
import type { BatchFacts, EventOf, PausePlace } from './batchEvents';
import type { BatchStory } from './batchStory';
import type { BreakTime, LiveInput } from './breakTime';
import { breakTime } from './breakTime';
import type { ChurnHappening } from './churnInput';
import { usualRoom } from './churnInput';
import type { ChurnPace } from './churnPace';
import { priorPace } from './churnPace';
import { tools } from './tools';

/** Temperatures of places nobody measured, °C (handbook §6.12, §7; engineering estimates). */
const placeCelsius: Record<PausePlace, number> = { room: usualRoom, fridge: 4, bath: 25, iceWater: 1 };
const placeHeat = { room: 'air', fridge: 'fridge', bath: 'water', iceWater: 'water' } as const;
/** Water put in to loosen cream is cold, °C. */
const coldWater = 10;
const mostMinutes = 10_000;
/** Nothing shorter is a pause to the model, min. */
const shortest = 0.05;

/** What the live calculations are asked of: one load, with all that was done to it, told on its own clock. */
export interface LiveChurn {
  breakTime: BreakTime;
  advice: Advice;
}

/**
 * The load in hand as the live calculations take it: marks, readings, water, pauses with where it stood, other tools and
 * what was taken out, at minutes since that load began.
 * @param nowSeconds s since 1970
 * @returns undefined when no load was begun
 */
export function liveLoad(
  facts: BatchFacts,
  story: Pick<BatchStory, 'events' | 'load' | 'shares'>,
  nowSeconds: number,
): LiveInput | undefined {
  let begun: number | undefined;
  let load = 0;
  let share = 0;
  let happenings: ChurnHappening[] = [];
  let marks: LiveInput['marks'] = [];
  let stands: { since: number; event?: EventOf<'paused'> } | undefined;
  let { tool, capacity } = facts as { tool: BatchFacts['tool']; capacity: number };
  const minutes = (atSeconds: number) => Math.min(mostMinutes, Math.max(0, (atSeconds - begun!) / 60));
  const begin = (atSeconds: number) => {
    begun = atSeconds;
    load += 1;
    share = facts.loads >= load ? 1 / facts.loads : (story.shares[load - 1] ?? 1 / facts.loads);
    happenings = [];
    marks = [];
    stands = undefined;
  };
  const rest = (until: number) => {
    if (!stands || begun === undefined) return;
    const long = Math.min(mostMinutes, (until - stands.since) / 60);
    const place = stands.event?.place ?? 'room';
    if (long > shortest)
      happenings.push({
        kind: 'pause',
        atMinutes: minutes(stands.since),
        minutes: long,
        temperature: stands.event?.celsius ?? placeCelsius[place],
        in: placeHeat[place],
      });
    stands = undefined;
  };
  let inLoad = { tool, capacity };
  for (const event of story.events) {
    if (event.kind === 'started' || event.kind === 'load') {
      begin(event.atSeconds);
      inLoad = { tool, capacity };
      continue;
    }
    if (begun === undefined) continue;
    const atMinutes = minutes(event.atSeconds);
    switch (event.kind) {
      case 'mark':
        if (event.stage === 'stopped') stands ??= { since: event.atSeconds };
        else marks.push({ stage: event.stage, atMinutes });
        break;
      case 'reading':
        happenings.push({ kind: 'reading', atMinutes, temperature: event.temperature });
        break;
      case 'water':
        happenings.push({ kind: 'water', atMinutes, mass: event.mass, temperature: coldWater });
        break;
      case 'takenOut':
        happenings.push({ kind: 'takeOut', atMinutes, share: event.share });
        break;
      case 'paused':
        rest(event.atSeconds);
        stands = { since: event.atSeconds, event };
        break;
      case 'resumed':
        rest(event.atSeconds);
        break;
      case 'tool':
        ({ tool } = event);
        capacity = event.capacity ?? tools[tool].usualVolume;
        happenings.push({ kind: 'move', atMinutes, tool, capacity });
        break;
      default:
        break;
    }
  }
  if (begun === undefined) return undefined;
  rest(nowSeconds);
  return {
    creamMass: facts.creamMass * share,
    creamFat: facts.creamFat,
    creamFatSd: facts.creamFatSd,
    temperature: Math.min(40, Math.max(0, facts.temperature)),
    temperatureSd: facts.temperatureAssumed ? 2 : 0.5,
    roomTemperature: usualRoom,
    ripened: facts.ripened,
    homogenised: facts.homogenised,
    treatment: facts.treatment,
    hardness: facts.hardness,
    crystallised: 1,
    tool: inLoad.tool,
    capacity: inLoad.capacity,
    happenings: happenings.slice(-200),
    day: 0,
    batches: [],
    marks: marks.slice(-100),
    elapsedMinutes: minutes(nowSeconds),
  };
}

/** When the load in hand will break by now, and what to do about it if something is wrong. */
export function liveChurn({
  input,
  pace = priorPace,
}: {
  input: LiveInput;
  pace?: ChurnPace | undefined;
}): LiveChurn {
  return { breakTime: breakTime(input, pace), advice: adviseChurn(input, pace) };
}
