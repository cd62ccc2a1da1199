import { percent } from '../quantities/formatQuantity';
import { inPoints } from '../quantities/points';
import type { BatchFacts } from '../churning/batchEvents';
import type { BatchStory } from '../churning/batchStory';
import type { Churned } from '../churning/churned';
import { churned } from '../churning/churned';
import { usualButterFat, usualLossSd } from '../churning/expectedButter';
import { ninety } from '../quantities/estimate';
import type { ButterMoisture } from '../working/butterMoisture';
import { batchAccount } from './batchAccount';
import { batchFigures } from './batchFigures';
import { suspectAbove, verdictOf, wetBelow } from './churnBalance';
import type { Verdict } from './churnBalance';
import type { Figure } from './figure';
import type { Finding } from './findings';
import { findingsOf } from './findings';
import type { Trouble } from './troubles';
import { troublesOf } from './troubles';

/** Implied fat less sure than this says little about water, one standard deviation (engineering estimate). */
const unsureAbove = 0.035;

/** What butter is made of: shares of it as it is, salt and all, that add up to one. */
export interface Composition {
  fat: number;
  water: number;
  salt: number;
  /** Curd, and what was mixed in. */
  rest: number;
}

/** What a batch came to; `contradicts` when its figures cannot all be right. */
/** What the account says; that its figures contradict one another; or that nobody weighed it, and nothing can be said. */
export const verdicts = ['wet', 'plausible', 'suspect', 'contradicts', 'unweighed'] as const;
export type BatchVerdict = (typeof verdicts)[number];

export interface Judgement {
  verdict: BatchVerdict;
  /** Where the account contradicts itself, with the likeliest wrong number. */
  findings: Finding[];
  /** What went wrong, by name; none with a good batch. */
  troubles: Trouble[];
  composition: Composition;
  /** One sentence: what the weight means. */
  meaning: string;
  /** One sentence: what to do now. */
  advice: string;
  /** Said when no scale was used and a scale would tell more. */
  withAScale?: string;
  /** Said when the cream's fat is known too badly for the weight to tell much. */
  unsure?: string;
  /** Water in the butter from everything known of it. */
  water: ButterMoisture;
  /** Butter beyond (or short of) what its fat makes at the usual 82 %, g. */
  excessMass: number;
  figures: Figure[];
  butterMass: number;
  saltMass: number;
  /** g of what was mixed in. */
  additionMass: number;
  /** Butter without salt and what was mixed in, g. */
  unsaltedMass: number;
  buttermilkMass: number;
  buttermilkMeasured: boolean;
  buttermilkFat: number;
  /** g of salt of the cream in it. */
  buttermilkSalt: number;
  lossFat: number;
  fatIn: number;
  fatToButter: number;
  churnEfficiency: number;
  impliedButterFat: number;
  impliedSd: number;
}

/**
 * The arithmetic of a finished batch and what it means: the one judgement that the batch's page, the ledger, the shelf
 * and the books take their figures from. What the buttermilk holds comes from what was marked ({@link churned}).
 * Undefined while no butter has been weighed.
 */
export const judgeBatch = (facts: BatchFacts, story: BatchStory): Judgement | undefined =>
  story.portions.length === 0 ? undefined : judgeWith(facts, story, churned(facts, story));

/** {@link judgeBatch} with what came of the churning given. */
export function judgeWith(
  facts: BatchFacts,
  story: BatchStory,
  given: Pick<Churned, 'buttermilkFat' | 'buttermilkLogSd' | 'from'>,
): Judgement | undefined {
  const account = batchAccount(facts, story, given);
  if (!account) return undefined;
  const {
    butterMass,
    saltMass,
    additionMass,
    butterSd,
    unsalted,
    buttermilkMeasured,
    buttermilkMass,
    buttermilkSd,
  } = account;
  const { buttermilkFatSpread, lossFat, drainedFat, balance, water, impliedSd } = account;
  const tested = story.moistureTests.length > 0;
  const byAccount = accountVerdict(balance.impliedButterFat, impliedSd, story);
  const composition = compositionOf(water, saltMass / butterMass, {
    // Plainly wet, and nothing tested: then the account says how much water is still in it.
    fat: byAccount === 'wet' && !tested ? (balance.impliedButterFat * unsalted) / butterMass : undefined,
    mixedIn: additionMass / butterMass,
  });
  const findings = findingsOf({
    cream: { value: facts.creamMass, sd: facts.creamMassSd },
    creamFat: { value: facts.creamFat, sd: facts.creamFatSd },
    addedWater: story.addedWater + account.buttermilkSalt,
    butter: { value: unsalted, sd: Math.max(1, butterSd) },
    ...(buttermilkMeasured ? { buttermilk: { value: buttermilkMass, sd: Math.max(1, buttermilkSd) } } : {}),
    buttermilkFat: { value: drainedFat, sd: Math.max(0.001, drainedFat * buttermilkFatSpread) },
    lossFat: { value: lossFat, sd: usualLossSd * balance.fatIn },
    washed: story.washes.length > 0,
    implied: { value: balance.impliedButterFat, sd: impliedSd },
  });
  const volumeOnly = story.portions.some((portion) => portion.measured !== 'scale');
  const notWeighed = story.portions.some((portion) => portion.measured === 'foreseen');
  const figures = batchFigures(facts, story, account, composition, given.from, volumeOnly);
  const verdict = notWeighed
    ? ('unweighed' as const)
    : findings.some(({ about }) => about === 'fat')
      ? ('contradicts' as const)
      : byAccount;
  const troubles = troublesOf(facts, story, {
    verdict,
    findings,
    churnEfficiency: balance.churnEfficiency,
    impliedButterFat: balance.impliedButterFat,
    water,
  });
  const said =
    words[verdict === 'wet' && troubles.some(({ key }) => key === 'misweighed') ? 'heavy' : verdict];
  return {
    verdict,
    findings,
    troubles,
    composition,
    meaning: verdict === 'contradicts' ? findings.find(({ about }) => about === 'fat')!.says : said.meaning,
    advice: said.advice,
    excessMass: unsalted - balance.fatToButter / usualButterFat,
    unsure:
      verdict !== 'contradicts' && !volumeOnly && impliedSd > unsureAbove
        ? unsureWords(balance.impliedButterFat, impliedSd, facts)
        : undefined,
    withAScale:
      verdict !== 'contradicts' && volumeOnly && !notWeighed
        ? scaleWords(balance.fatToButter, unsalted, butterSd)
        : undefined,
    figures,
    butterMass,
    saltMass,
    additionMass,
    unsaltedMass: unsalted,
    buttermilkMass,
    buttermilkMeasured,
    buttermilkFat: drainedFat,
    buttermilkSalt: account.buttermilkSalt,
    lossFat,
    water,
    fatIn: balance.fatIn,
    fatToButter: balance.fatToButter,
    churnEfficiency: balance.churnEfficiency,
    impliedButterFat: balance.impliedButterFat,
    impliedSd,
  };
}

/** So many standard deviations off (five in six sure: “most likely”) before the maker is told that something is wrong: a doubt of the account is no fault of theirs. */
const plainly = 1;

/** The same where what was done says so as well: washing ended cloudy, and nothing was worked out of it. */
const likely = 0.5;

/** What the account plainly says of the butter: off by the handbook's limits, and by more than the account is unsure. */
function accountVerdict(implied: number, sd: number, story: BatchStory): Verdict {
  const verdict = verdictOf(implied);
  const beyond = verdict === 'wet' && leftWet(story) ? likely : plainly;
  return Math.abs(implied - usualButterFat) > beyond * sd ? verdict : 'plausible';
}

/** Its last water still ran off cloudy, and it was not worked until nothing wept. */
const leftWet = ({ washes, worked }: BatchStory): boolean => {
  const clarity = washes.at(-1)?.clarity;
  return (clarity === 'milky' || clarity === 'cloudy') && worked.at(-1)?.way !== 'worked';
};

/** Shares of one thing that add up to one: fat, water, salt, and curd with what was mixed in. */
function compositionOf(
  water: ButterMoisture,
  salt: number,
  { fat, mixedIn }: { fat: number | undefined; mixedIn: number },
): Composition {
  const room = Math.max(0, 1 - salt - mixedIn);
  const curd = Math.max(0, 1 - water.moisture.mid - water.fat.mid - salt);
  const wet = fat === undefined ? Math.min(room, water.moisture.mid) : Math.max(0, room - fat - curd);
  const rest = Math.min(room - wet, curd) + mixedIn;
  return { fat: Math.max(0, 1 - wet - salt - rest), water: wet, salt, rest };
}

const words: Record<BatchVerdict | 'heavy', { meaning: string; advice: string }> = {
  heavy: {
    meaning:
      'Heavier than its fat can explain, though it was washed and worked dry: likelier a weight was read wrong, or the cream was richer than thought.',
    advice: 'Weigh it again first. If it still weighs that, press and work it again while it is cold.',
  },
  contradicts: {
    meaning: 'These figures cannot all be right.',
    advice: 'Look at that number first; anything here can be put right.',
  },
  wet: {
    meaning:
      'Heavier than its fat can explain: water or buttermilk is still in it, or the cream was richer than thought.',
    advice: 'Press and work it again while it is cold, pour off what weeps, and weigh it once more.',
  },
  plausible: {
    meaning: 'The weight fits the fat: this is butter, well worked.',
    advice: 'Nothing to mend. Wrap it against light and fridge smells.',
  },
  unweighed: {
    meaning: 'It was not weighed: this is what its fat makes, no more and no less.',
    advice: 'Weighed, it would say whether water is still in it or fat went missing.',
  },
  suspect: {
    meaning:
      'Lighter than its fat should make: some fat went uncounted, or the cream was leaner than thought.',
    advice:
      'Look for flecks in the buttermilk, and butter left on whisk, cloth and hands; then check the scale and the cream’s fat.',
  },
};

const wholePercent = (share: number): number => Math.round(Math.min(1, share) * 100);

function unsureWords(implied: number, sd: number, facts: BatchFacts): string {
  const range = `${wholePercent(implied - ninety * sd)} to ${wholePercent(implied + ninety * sd)} %`;
  const byAmount = facts.creamMassSd / facts.creamMass;
  const why =
    byAmount > facts.creamFatSd / facts.creamFat
      ? `the cream was measured only to ± ${percent(byAmount, 0)}. Weighing it next time would settle it.`
      : `the cream’s fat is known only to ± ${inPoints(facts.creamFatSd)}. A label or a fat test would settle it.`;
  return `How sure? The butter’s fat could be anything from ${range}, because ${why}`;
}

function scaleWords(fatToButter: number, unsalted: number, butterSd: number): string {
  const low = fatToButter / (unsalted + ninety * butterSd);
  const high = fatToButter / Math.max(1, unsalted - ninety * butterSd);
  return `Measured by volume, so the butter’s fat could be anything from ${wholePercent(low)} to ${wholePercent(high)} %. A scale would settle whether it is ${low < wetBelow ? 'wet' : 'good'}${high > suspectAbove ? ', good, or short of fat' : ' or good'}.`;
}
