import type { Act } from './acts';
import type { RankedFarm, RankedLot } from './farmNow';
import { inOrder } from './habits';
import { houseActs } from './houseActs';
import { judgedActs } from './judgedActs';
import { butterActs, creamActs } from './poolActs';

/** What a lot asks for that was judged by its story; one that was not asks for nothing. */
const asJudged = (one: RankedLot): Act[] =>
  one.judged && one.kind !== 'butter' ? judgedActs(one, one.judged) : [];

/**
 * What waits to be done on the farm, in order.
 * @param actsOf what a lot asks for by itself
 */
export const rankFarm = (farm: RankedFarm, actsOf: (one: RankedLot) => Act[] = asJudged): Act[] =>
  inOrder([...farm.lots.flatMap(actsOf), ...creamActs(farm), ...butterActs(farm), ...houseActs(farm)], farm);
