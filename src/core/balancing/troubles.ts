import type { BatchFacts } from '../churning/batchEvents';
import type { BatchStory } from '../churning/batchStory';
import { tools } from '../churning/tools';
import { together } from '../quantities/estimate';
import { decimal, percent, spokenMinutes, text } from '../quantities/formatQuantity';
import type { Suspect } from './findings';
import type { Judgement } from './judgeBatch';

/** What may have gone wrong with a churning, as makers call it. */
export const troubleKeys = ['warm', 'cold', 'wet', 'misweighed', 'salty'] as const;
export type TroubleKey = (typeof troubleKeys)[number];

export const troubleNames: Record<TroubleKey, string> = {
  warm: 'Greasy and warm',
  cold: 'Stuck and cold',
  wet: 'Wet and heavy',
  misweighed: 'A figure was read wrong',
  salty: 'Too salty',
};

export interface Trouble {
  key: TroubleKey;
  /** What it was and what to do about it next time, with the numbers; °C, minutes and shares. */
  says: string;
}

/** So many K off the tool’s own degree is warm, or cold (handbook §6.7: two either way are a maker’s choice; twice that is none). */
const offDegree = 4;
/** Warmth alone is no trouble: it lost so much of its fat, a mass fraction; a usual churning loses 2 to 4 % (handbook §6.8). */
const greasyLoss = 0.04;
/** Cold alone is no trouble: it took so many times the tool’s usual, or had to be thinned. */
const stuckTimes = 1.6;
/** Salted butter holds 1.5 to 2.5 % (handbook §6.10): so much more than was meant, and more than this, is too much. */
const saltyOver = 0.026;
const saltyTimes = 1.4;

const suspectNames: Record<Suspect['of'], string> = {
  'cream.mass': 'how much cream there was',
  'cream.fat': 'the cream’s fat',
  'butter.mass': 'the butter’s weight',
  'buttermilk.mass': 'the buttermilk',
};

/**
 * What went wrong with a packed batch, by what was written down of it: named only where the figures say so beyond their
 * doubt, so that a good batch has none. The batch’s page, the trends and the books all take it from here.
 */
export function troublesOf(
  facts: BatchFacts,
  story: BatchStory,
  judged: Pick<Judgement, 'verdict' | 'findings' | 'churnEfficiency' | 'impliedButterFat' | 'water'>,
): Trouble[] {
  const { medianBreakMinutes, referenceTemperature } = tools[facts.tool];
  const usualDegree = referenceTemperature + facts.hardness;
  const off = facts.temperatureAssumed ? 0 : facts.temperature - usualDegree;
  const lost = 1 - judged.churnEfficiency;
  const found: Trouble[] = [];
  if (off >= offDegree && lost > greasyLoss)
    found.push({
      key: 'warm',
      says: `It began at ${celsius(facts.temperature)}: ${percent(lost, 0)} of the fat left with the buttermilk, and the butter was soft. Near ${celsius(usualDegree)} it loses a few in a hundred: chill the cream first, and wash with cold water.`,
    });
  const broke = story.marks.find(({ stage, inferred }) => stage === 'break' && !inferred);
  const minutes = broke && broke.elapsedSeconds / 60;
  const thinned = story.events.some(
    (event) => event.kind === 'water' && (!broke || event.atSeconds < broke.atSeconds),
  );
  if (off <= -offDegree && (thinned || (minutes ?? Infinity) > stuckTimes * medianBreakMinutes))
    found.push({
      key: 'cold',
      says: `It began at ${celsius(facts.temperature)} and ${thinned ? 'had to be thinned' : minutes === undefined ? 'never broke' : `took ${text(spokenMinutes(minutes))}`}. Near ${celsius(usualDegree)} it breaks by itself, usually in about ${text(spokenMinutes(medianBreakMinutes))}.`,
    });
  if (judged.verdict === 'contradicts') {
    const suspect = judged.findings.flatMap(({ suspects }) => suspects)[0];
    found.push({
      key: 'misweighed',
      says: suspect
        ? `Its figures cannot all be right: likeliest ${suspectNames[suspect.of]}, which should read about ${suspect.of === 'cream.fat' ? percent(suspect.fits, 0) : `${decimal(suspect.fits, 0)} g`}.`
        : 'Its figures cannot all be right: look at the weights and the cream’s fat.',
    });
  }
  const dry = judged.verdict === 'wet' && madeDry(story, judged);
  const heavy = dry ? tooHeavy(story, judged) : undefined;
  if (heavy !== undefined) found.push({ key: 'misweighed', says: heavy });
  // Washed clear and worked, and a little heavier than its fat: that is the account’s own doubt.
  else if (judged.verdict === 'wet' && !dry)
    found.push({
      key: 'wet',
      says: `By its weight it held ${percent(judged.impliedButterFat, 0)} of fat: water or buttermilk stayed in it. Wash it until the water is clear, and press it longer while it is cold.`,
    });
  const salty = tooSalty(facts, story);
  if (salty !== undefined) found.push({ key: 'salty', says: salty });
  return found;
}

/** The account has to leave so much more water than a worked and clear washed butter holds, in standard deviations of both. */
const drySurely = 1.5;

/** A sentence where butter is far heavier than its fat explains, and yet was worked as dry butter is: then a figure is likelier wrong than water in it. */
function tooHeavy(story: BatchStory, { water }: Pick<Judgement, 'water'>): string | undefined {
  const by = (source: 'balance' | 'working' | 'test') => water.sources.find((one) => one.source === source);
  const [account, known] = [by('balance'), by('test') ?? by('working')];
  if (!account || !known) return undefined;
  if (account.moisture - known.moisture < drySurely * together(account.sd, known.sd)) return undefined;
  return `By its weight it would be ${percent(account.moisture, 0)} water; ${by('test') ? 'the moisture test says' : 'butter worked and washed like this holds'} about ${percent(known.moisture, 0)}. Likelier a weight was read wrong: weigh it again.`;
}

/** Good butter holds 14 to 18 % water (handbook §6.8); a test that says more says that it is wet. */
const dryUnder = 0.19;

/** It was tested and is dry; or was worked until nothing wept, and washed clear. */
function madeDry(story: BatchStory, { water }: Pick<Judgement, 'water'>): boolean {
  const test = water.sources.find(({ source }) => source === 'test');
  return test ? test.moisture < dryUnder : story.worked.at(-1)?.way === 'worked' && washedClear(story);
}

const washedClear = ({ washes }: BatchStory): boolean => {
  const last = washes.at(-1);
  return last === undefined || last.clarity === undefined || last.clarity === 'clear';
};

/** A sentence on salt that was too much; undefined where it was not. */
function tooSalty(facts: BatchFacts, story: BatchStory): string | undefined {
  const rinsed = story.portions.some(({ reweighed }) => reweighed.some(({ why }) => why === 'rinsed'));
  const share = Math.max(
    0,
    ...story.events.flatMap((event) =>
      event.kind === 'portion' && event.mass > 0 ? [event.saltMass / event.mass] : [],
    ),
  );
  const meant = facts.usualSalt.way === 'share' ? facts.usualSalt.share : undefined;
  const over = share > saltyOver && (meant === undefined || share > saltyTimes * meant);
  if (!rinsed && !over) return undefined;
  return `${percent(share)} of salt went into it${meant === undefined ? '' : `, ${percent(meant)} was meant`}${rinsed ? ': it was rinsed back and weighed again' : ''}. Weigh the salt by the butter’s own weight.`;
}

const celsius = (degrees: number) => `${decimal(degrees, 1)} °C`;
