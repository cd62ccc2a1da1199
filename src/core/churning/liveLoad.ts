import type { BatchFacts, EventOf } from './batchEvents';
import { pauseCelsius, pauseHeat, speeds } from './batchWords';
import type { BatchStory } from './batchStory';
import type { LiveInput } from './breakTime';
import type { ChurnHappening } from './churnInput.calc';
import { inChurn, usualRoom } from './churnInput';
import type { Contents } from './contents';
import { movedInto } from './contents';
import { temperatureSpread } from './creamInChurn';

/** Water put in to loosen cream is cold, °C. */
const coldWater = 10;
const mostMinutes = 10_000;
/** Nothing shorter is a pause to the model, min. */
const shortest = 0.05;

/** The model takes cream from 0 to 40 °C. */
const coldest = (celsius: number): number => Math.min(40, Math.max(0, celsius));

/** Whether a load is on its way to the break or past it and not yet drained. */
export const isLive = ({ phase }: Pick<BatchStory, 'phase'>): boolean =>
  phase === 'churning' || phase === 'paused' || phase === 'stopped';

/**
 * The load looked at as the live calculations take it: marks, readings, water, pauses with where it stood, other tools,
 * and what was taken out or poured in, at minutes since that load began.
 * @param nowSeconds s since 1970
 * @returns undefined when that load was not begun
 */
export function liveLoad(
  facts: BatchFacts,
  story: Pick<BatchStory, 'events' | 'load' | 'loads' | 'loadOf' | 'poured'>,
  nowSeconds: number,
): LiveInput | undefined {
  const load = story.loads[story.load - 1];
  if (!load?.begun || load.begunAt === undefined) return undefined;
  const { begun, begunAt } = load;
  const happenings: ChurnHappening[] = [];
  const marks: LiveInput['marks'] = [];
  let vessel = { tool: begun.tool, capacity: begun.capacity };
  let stands: { since: number; event?: EventOf<'paused'> } | undefined;
  const minutes = (atSeconds: number) => Math.min(mostMinutes, Math.max(0, (atSeconds - begunAt) / 60));
  const rest = (until: number) => {
    if (!stands) return;
    const long = Math.min(mostMinutes, (until - stands.since) / 60);
    const place = stands.event?.place ?? 'room';
    if (long > shortest)
      happenings.push({
        kind: 'pause',
        atMinutes: minutes(stands.since),
        minutes: long,
        temperature: stands.event?.celsius ?? pauseCelsius[place],
        in: pauseHeat[place],
      });
    stands = undefined;
  };
  for (const event of story.events) {
    if (story.loadOf[event.id] !== story.load) continue;
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
      case 'speed':
        happenings.push({ kind: 'speed', atMinutes, factor: speeds[event.to] });
        break;
      case 'takenOut':
        happenings.push({ kind: 'takeOut', atMinutes, share: event.share });
        break;
      case 'merged':
        happenings.push({
          kind: 'cream',
          atMinutes,
          mass: facts.creamMass * (story.poured[event.id] ?? 0),
          fat: facts.creamFat,
          temperature: coldest(facts.temperature),
        });
        break;
      case 'paused':
        rest(event.atSeconds);
        stands = { since: event.atSeconds, event };
        break;
      case 'resumed':
        rest(event.atSeconds);
        break;
      case 'tool':
        vessel = { tool: event.tool, capacity: movedInto(event, vessel) };
        happenings.push({ kind: 'move', atMinutes, ...vessel });
        break;
      default:
        break;
    }
  }
  rest(nowSeconds);
  return {
    creamMass: facts.creamMass * begun.share,
    creamFat: facts.creamFat,
    creamFatSd: facts.creamFatSd,
    temperature: coldest(facts.temperature),
    temperatureSd: temperatureSpread(facts),
    roomTemperature: usualRoom,
    ripened: facts.ripened,
    homogenised: facts.homogenised,
    treatment: facts.treatment,
    hardness: facts.hardness,
    crystallised: 1,
    tool: begun.tool,
    capacity: begun.capacity,
    happenings: happenings.toSorted((a, b) => a.atMinutes - b.atMinutes).slice(-200),
    day: 0,
    batches: [],
    marks: marks.slice(-100),
    elapsedMinutes: minutes(nowSeconds),
  };
}

/**
 * What is in the churn of the load looked at, by everything that was done to it: the account of the model, the drawing and
 * the books. Undefined when that load was not begun.
 */
export function loadContents(facts: BatchFacts, story: Parameters<typeof liveLoad>[1]): Contents | undefined {
  const load = liveLoad(facts, story, story.events.at(-1)?.atSeconds ?? 0);
  return load && inChurn(load);
}
