import type { RipenInput } from '../ripening/ripenPredict.calc';
import type { RipenForecast } from '../ripening/ripenForecast';
import { ripenForecast } from '../ripening/ripenForecast';
import { souringLeft } from '../ripening/safetyClock';
import type { LotStory, Souring, ToldLot } from './lotStory';

/** pH to which dairy things are soured here (handbook §6.4). */
export const ripePh = 5;
/** pH of cream that has turned a little while it warmed, before it thickens (engineering estimate). */
export const lightPh = 6;

/** pH about which yoghurt is set (engineering estimate). */
export const setPh = 4.8;

/** What ripening a lot can be predicted for: cream, or milk, skim and buttermilk. */
export const ripenedKind = (kind: ToldLot['kind']): NonNullable<RipenInput['of']> =>
  kind === 'milk' || kind === 'skim' || kind === 'buttermilk' ? kind : kind === 'yoghurt' ? 'milk' : 'cream';

/** Hours a souring lot has left of its limit, where it stands and as warm as it will be there. */
export const leftToSour = (
  { celsius, around, ahead }: Pick<LotStory, 'celsius' | 'around' | 'ahead'>,
  { route, used }: Pick<Souring, 'route' | 'used'>,
): number => souringLeft(route, used, celsius, around, ahead);

/** A souring lot as the ripening model takes it: its own temperatures, and where it stands for what is to come. */
export const souringInput = (
  lot: Pick<ToldLot, 'kind' | 'treatment'>,
  story: LotStory,
  souring: Souring,
): RipenInput => ({
  of: ripenedKind(lot.kind),
  route: souring.route,
  // What was not said is not there, or undefined: to the model it is the same.
  ...(souring.dose === undefined ? {} : { dose: souring.dose }),
  treatment: lot.treatment,
  ...(souring.culture === undefined ? {} : { culture: souring.culture }),
  generation: souring.generation,
  ...(souring.own === undefined ? {} : { own: souring.own }),
  temperatures: [
    ...souring.spells.map(({ hours, celsius }) => ({
      hours: Math.max(0.001, Math.round(hours * 50) / 50),
      celsius: Math.round(celsius * 4) / 4,
    })),
    ...(story.ahead ?? []).map(({ hours, celsius }) => ({ hours, celsius: Math.round(celsius * 4) / 4 })),
    { hours: 400, celsius: Math.round(story.around * 2) / 2 },
  ],
  elapsedHours: Math.round(souring.elapsedHours * 10) / 10,
  readings: souring.readings,
  readyPh: souring.lightly ? lightPh : lot.kind === 'yoghurt' ? setPh : ripePh,
});

/**
 * How far a lot that was set to sour has come, from the temperatures it had and what was seen: the ripening model over
 * the lot's own story. Undefined while it does not sour.
 */
export function souringNow(
  lot: Pick<ToldLot, 'kind' | 'treatment'>,
  story: LotStory | undefined,
): RipenForecast | undefined {
  const souring = story?.souring;
  if (!souring) return undefined;
  const ripening = ripenForecast(souringInput(lot, story, souring));
  // The limit is the lot's own, by every minute it had, and what was seen before it: a past limit is past on every screen.
  const { limitSeconds, seenInTime, startedSeconds } = souring;
  const discardAfterHours =
    limitSeconds === undefined
      ? souring.elapsedHours + leftToSour(story, souring)
      : (limitSeconds - startedSeconds) / 3600;
  return {
    ...ripening,
    discardAfterHours,
    state:
      limitSeconds !== undefined && !seenInTime
        ? 'discard'
        : seenInTime || story.soured || souring.lightly === 'tasted'
          ? 'ready'
          : ripening.state === 'discard'
            ? 'souring'
            : ripening.state,
  };
}
