import { refuseSouring } from '../ripening/refuseSouring';
import type { Ripening } from '../ripening/ripenPredict';
import { discardCaution, ripenWords } from '../ripening/ripenPredict';
import type { LotEvent } from './lotEvents';
import type { LotStory, ToldLot } from './lotStory';
import { lotStory } from './lotStory';
import { souringInput, souringNow } from './souringNow';

/** How far a souring lot has come ({@link souringNow}), with what decides it and what to mind; by the lot’s own limit. */
export function souringSaid(
  lot: Pick<ToldLot, 'kind' | 'treatment'>,
  story: LotStory | undefined,
): Ripening | undefined {
  const forecast = souringNow(lot, story);
  const souring = story?.souring;
  if (!forecast || !souring) return undefined;
  const { reasons, cautions } = ripenWords(souringInput(lot, story, souring), forecast.discardAfterHours);
  return {
    ...forecast,
    reasons,
    cautions: cautions.map((caution) =>
      caution.key === 'discard' ? discardCaution(souring.elapsedHours, forecast.discardAfterHours) : caution,
    ),
  };
}

/**
 * How a lot would sour if this were done to it: the very forecast its page has afterwards.
 * @param begun what would be written down of it
 * @param nowSeconds when it is asked, s since 1970
 * @throws {CalculationError} for what cannot sour
 */
export function souringIf(
  lot: ToldLot,
  begun: readonly LotEvent[],
  nowSeconds: number,
): Ripening | undefined {
  const told = { ...lot, events: [...lot.events, ...begun] };
  const story = lotStory(told, nowSeconds);
  if (story?.souring) refuseSouring(souringInput(told, story, story.souring));
  return souringSaid(told, story);
}
