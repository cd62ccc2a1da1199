import type { BatchFacts } from '../churning/batchEvents';
import type { BatchStory } from '../churning/batchStory';
import type { Working } from '../churning/batchWords';
import { workings } from '../churning/batchWords';
import type { Churned } from '../churning/churned';
import { usualLoss, usualLossSd } from '../churning/expectedButter';
import { together } from '../quantities/estimate';
import { butterMoisture } from '../working/butterMoisture';
import { creamSaltGoes } from '../salting/creamSalt';
import { churnBalance } from './churnBalance';

/** At most this share of the fat that went in leaves with the buttermilk of what was packed as butter (engineering estimate). */
const mostInButtermilk = 0.6;
/** Buttermilk and water that cling to cloths and bowls when the buttermilk was not measured, g/g cream (engineering estimate). */
const unmeasuredSpread = 0.05;
/** Resolution of a pan scale, g (engineering estimate). */
const panScale = 0.1;

/** What a batch adds up to, before anything is made of it. Masses in g, `…Sd` one standard deviation. */
export type BatchAccount = NonNullable<ReturnType<typeof batchAccount>>;

/**
 * Adds a batch up: what went in, what came out, and what the butter must then hold. Undefined while there is no butter
 * without its salt, and for figures nothing can be worked out of.
 */
export function batchAccount(
  facts: BatchFacts,
  story: BatchStory,
  { buttermilkFat, buttermilkLogSd }: Pick<Churned, 'buttermilkFat' | 'buttermilkLogSd'>,
) {
  const butterMass = sum(story.portions.map((portion) => portion.mass));
  const saltMass = sum(story.portions.map((portion) => portion.saltMass));
  const additionMass = sum(story.portions.map((portion) => portion.additionMass ?? 0));
  const butterSd = together(...story.portions.map((portion) => portion.massSd));
  const unsalted = butterMass - saltMass - additionMass;
  if (unsalted <= 0) return undefined;
  const fatIn = facts.creamMass * facts.creamFat;
  const fatInSd = fatIn * together(facts.creamMassSd / facts.creamMass, facts.creamFatSd / facts.creamFat);
  const measured = story.drains.filter((drain) => drain.mass !== undefined);
  const buttermilkMeasured = measured.length > 0;
  // Salt of the cream leaves with the buttermilk, and is no more of it than the water is.
  const buttermilkSalt = creamSaltGoes(
    story.creamSalt,
    { ...facts, addedWater: story.addedWater },
    unsalted,
    0,
  ).buttermilk;
  const added = story.addedWater + buttermilkSalt;
  const buttermilkMass = buttermilkMeasured
    ? sum(measured.map((drain) => drain.mass ?? 0))
    : Math.max(0, facts.creamMass + added - unsalted);
  const buttermilkSd = buttermilkMeasured
    ? together(...measured.map((drain) => drain.massSd ?? 0))
    : unmeasuredSpread * facts.creamMass;
  const buttermilkFatSpread = Math.expm1(buttermilkLogSd);
  const lossFat = usualLoss * fatIn;
  const addedWater = Math.min(added, buttermilkMass);
  // As drained: water that went in with it thins it.
  const drainedFat =
    buttermilkMass > 0
      ? Math.min(buttermilkFat * (buttermilkMass - addedWater), mostInButtermilk * fatIn) / buttermilkMass
      : 0;
  const drained = {
    creamMass: facts.creamMass,
    creamFat: facts.creamFat,
    buttermilkMass,
    buttermilkFat: drainedFat,
    lossFat,
  };
  let balance;
  let water;
  try {
    balance = churnBalance({
      ...drained,
      butterMass: butterMass - additionMass,
      saltMass,
      addedWaterMass: addedWater,
    });
    const test = story.moistureTests.at(-1);
    water = butterMoisture({
      butterMass,
      butterMassSd: butterSd,
      saltMass,
      worked: workedBy(story),
      washes: Math.min(50, story.washes.length),
      gathered: story.gathered ?? 'grains',
      balance: { ...drained, creamMassSd: facts.creamMassSd, creamFatSd: facts.creamFatSd },
      ...(test
        ? { test: { tare: test.tare, before: test.before, after: test.after, scaleSd: panScale } }
        : {}),
    });
  } catch {
    return undefined;
  }
  const fatOutSd = together(
    drainedFat * buttermilkSd,
    drainedFat * buttermilkFatSpread * buttermilkMass,
    usualLossSd * fatIn,
  );
  const fatToButterSd = together(fatInSd, fatOutSd);
  const impliedSd =
    balance.impliedButterFat * together(fatToButterSd / balance.fatToButter, butterSd / unsalted);
  return {
    butterMass,
    saltMass,
    additionMass,
    butterSd,
    unsalted,
    fatInSd,
    buttermilkMeasured,
    buttermilkMass,
    buttermilkSd,
    buttermilkFatSpread,
    lossFat,
    addedWater,
    buttermilkSalt,
    drainedFat,
    balance,
    water,
    fatOutSd,
    fatToButterSd,
    impliedSd,
  };
}

const sum = (numbers: readonly number[]): number => numbers.reduce((a, b) => a + b, 0);

/** How far its water was got out: by the thorough-most of what was done since it was last washed; what is not said is worked. */
function workedBy({ worked, washes }: Pick<BatchStory, 'worked' | 'washes'>): Working {
  const wet = washes.at(-1)?.atSeconds ?? -Infinity;
  const since = worked.filter(({ atSeconds }) => atSeconds >= wet);
  const ways = (since.length > 0 ? since : worked).map(({ way }) => workings.indexOf(way));
  return ways.length === 0 ? 'worked' : workings[Math.max(...ways)]!;
}
