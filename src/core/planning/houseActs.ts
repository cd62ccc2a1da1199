import { waterFrom, waterUntil } from '../keeping/crockWater';
import { cultureState } from '../ripening/cultureLine';
import type { Act } from './acts';
import type { RankedFarm } from './farmNow';

/** Vessels are washed up within the day, and a question is answered within it (engineering estimates), h. */
const withinTheDay = 24;

/** What the house asks for beside its milk, cream and butter: a churning under way, culture, crock, washing up, questions. */
export function houseActs({
  inHand = [],
  cultures = [],
  crockWaterDays,
  unclean = 0,
  questions = 0,
}: RankedFarm): Act[] {
  const act = (which: Act['act'], lots: string[], says: string, rest: Partial<Act> = {}): Act => ({
    act: which,
    lots,
    says,
    now: true,
    waiting: { kind: 'freshness', grams: 0 },
    ...rest,
  });
  const acts = inHand.map((batch) => act('goOn', [batch], 'A churning is under way.'));
  for (const { id, ageHours } of cultures) {
    const state = cultureState(ageHours);
    if (state === 'lively') continue;
    acts.push(
      act(
        'renew',
        [id],
        state === 'tooOld'
          ? 'This culture is too old to trust: begin it anew.'
          : 'Use this culture, or renew it.',
        { untilHours: state === 'tooOld' ? 0 : 2 * withinTheDay },
      ),
    );
  }
  if (crockWaterDays !== undefined && crockWaterDays >= waterFrom - 1)
    acts.push(
      act('freshWater', [], 'Change the water over the butter in the crock.', {
        now: crockWaterDays >= waterFrom,
        untilHours: 24 * (waterUntil - crockWaterDays),
        ...(crockWaterDays < waterFrom ? { inHours: 24 * (waterFrom - crockWaterDays) } : {}),
      }),
    );
  if (questions > 0)
    acts.push(
      act(
        'answer',
        [],
        questions === 1 ? 'A question waits for you.' : `${questions} questions wait for you.`,
        {
          untilHours: withinTheDay,
        },
      ),
    );
  if (unclean > 0)
    acts.push(
      act(
        'clean',
        [],
        unclean === 1 ? 'A vessel waits to be washed up.' : `${unclean} vessels wait to be washed up.`,
      ),
    );
  return acts;
}
