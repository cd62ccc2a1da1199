import { notTakenBack } from '@/core/standing/lotStory';
import type { ShownLot } from '@/server/pail/views';
import type { OwnYoghurt } from './YoghurtBegins';

/** Yoghurt lives so long that it still begins the next one, s (handbook §6.4: two weeks at most; engineering estimate). */
const lively = 10 * 86_400;

/** Yoghurt of the house’s own that yoghurt can be begun with: set, good for people, not frozen, the youngest first. */
export const ownYoghurts = (lots: readonly ShownLot[], nowSeconds: number): OwnYoghurt[] =>
  lots
    .filter(
      ({ kind, ripened, blockedReason, details, events, mass, madeSeconds }) =>
        kind === 'yoghurt' &&
        ripened &&
        mass > 20 &&
        nowSeconds - madeSeconds < lively &&
        blockedReason === null &&
        details.despite === undefined &&
        !notTakenBack(events).some((event) => event.kind === 'placed' && event.place === 'freezer'),
    )
    .toSorted((a, b) => b.madeSeconds - a.madeSeconds)
    .slice(0, 3)
    .map(({ id, code, mass }) => ({ id, code, mass }));
