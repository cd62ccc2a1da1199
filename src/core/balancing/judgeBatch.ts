import { percent } from '../quantities/formatQuantity';
import type { BatchFacts } from '../churning/batchEvents';
import type { BatchStory } from '../churning/batchStory';
import type { Churned } from '../churning/churned';
import { churned } from '../churning/churned';
import { usualButterFat, usualLoss, usualLossSd } from '../churning/expectedButter';
import { fatMethods } from '../dairy/creamFat';
import { ninety, together } from '../quantities/estimate';
import { butterMoisture } from '../working/butterMoisture';
import type { ButterMoisture } from '../working/butterMoisture';
import { churnBalance, suspectAbove, verdictOf, wetBelow } from './churnBalance';
import type { Verdict } from './churnBalance';
import type { Figure, FigureInput } from './figure';
import type { Finding } from './findings';
import { findingsOf } from './findings';

/** At most this share of the fat that went in leaves with the buttermilk of what was packed as butter (engineering estimate). */
const mostInButtermilk = 0.6;
/** Buttermilk and water that cling to cloths and bowls when the buttermilk was not measured, g/g cream (engineering estimate). */
const unmeasuredSpread = 0.05;

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
export type BatchVerdict = Verdict | 'contradicts';

export interface Judgement {
  verdict: BatchVerdict;
  /** Where the account contradicts itself, with the likeliest wrong number. */
  findings: Finding[];
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
  {
    buttermilkFat,
    buttermilkLogSd,
    from: churnedFrom,
  }: Pick<Churned, 'buttermilkFat' | 'buttermilkLogSd' | 'from'>,
): Judgement | undefined {
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
  const buttermilkMass = buttermilkMeasured
    ? sum(measured.map((drain) => drain.mass ?? 0))
    : Math.max(0, facts.creamMass + story.addedWater - unsalted);
  const buttermilkSd = buttermilkMeasured
    ? together(...measured.map((drain) => drain.massSd ?? 0))
    : unmeasuredSpread * facts.creamMass;
  const buttermilkFatSpread = Math.expm1(buttermilkLogSd);
  const lossFat = usualLoss * fatIn;
  const addedWater = Math.min(story.addedWater, buttermilkMass);
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
      worked: story.worked.at(-1)?.way ?? 'worked',
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

  const tested = story.moistureTests.length > 0;
  const byAccount = accountVerdict(balance.impliedButterFat, impliedSd);
  const composition = compositionOf(water, saltMass / butterMass, {
    // Plainly wet, and nothing tested: then the account says how much water is still in it.
    fat: byAccount === 'wet' && !tested ? (balance.impliedButterFat * unsalted) / butterMass : undefined,
    mixedIn: additionMass / butterMass,
  });
  const findings = findingsOf({
    cream: { value: facts.creamMass, sd: facts.creamMassSd },
    creamFat: { value: facts.creamFat, sd: facts.creamFatSd },
    addedWater: story.addedWater,
    butter: { value: unsalted, sd: Math.max(1, butterSd) },
    ...(buttermilkMeasured ? { buttermilk: { value: buttermilkMass, sd: Math.max(1, buttermilkSd) } } : {}),
    buttermilkFat: { value: drainedFat, sd: Math.max(0.001, drainedFat * buttermilkFatSpread) },
    lossFat: { value: lossFat, sd: usualLossSd * fatIn },
    washed: story.washes.length > 0,
    implied: { value: balance.impliedButterFat, sd: impliedSd },
  });
  const cream: FigureInput = {
    name: 'Cream',
    value: facts.creamMass,
    unit: 'mass',
    sd: facts.creamMassSd,
    origin: 'measured',
    from: `typed as “${facts.amountTyped}”`,
  };
  const fat: FigureInput = {
    name: 'Cream fat',
    value: facts.creamFat,
    unit: 'fraction',
    sd: facts.creamFatSd,
    origin: facts.fatMethod === 'test' ? 'measured' : facts.fatMethod === 'label' ? 'told' : 'assumed',
    from: `${fatMethods[facts.fatMethod].name}: ${fatMethods[facts.fatMethod].says}`,
  };
  const volumeOnly = story.portions.some((portion) => portion.measured === 'volume');
  const butter: FigureInput = {
    name: 'Butter',
    value: butterMass,
    unit: 'mass',
    sd: butterSd,
    origin: 'measured',
    from: volumeOnly ? 'by volume at 0.95 g/mL ± 8 % (engineering estimate)' : 'on the scale',
  };
  const salt: FigureInput = {
    name: 'Salt in it',
    value: saltMass,
    unit: 'mass',
    origin: saltMass > 0 ? 'worked out' : 'told',
    from: saltMass > 0 ? 'by the way it was salted' : 'none',
  };
  const buttermilk: FigureInput = {
    name: 'Buttermilk',
    value: buttermilkMass,
    unit: 'mass',
    sd: buttermilkSd,
    origin: buttermilkMeasured ? 'measured' : 'assumed',
    from: buttermilkMeasured
      ? 'as drained, with any water added'
      : 'not measured: cream and added water less the butter',
  };
  const buttermilkFatInput: FigureInput = {
    name: 'Fat of the buttermilk',
    value: drainedFat,
    unit: 'fraction',
    sd: drainedFat * buttermilkFatSpread,
    origin: 'assumed',
    from: `${buttermilkFrom[churnedFrom]}${addedWater > 0 ? ', thinned by the water in it' : ''}`,
  };
  const loss: FigureInput = {
    name: 'Lost to wash and smears',
    value: lossFat,
    unit: 'mass',
    sd: usualLossSd * fatIn,
    origin: 'assumed',
    from: '1 % of the fat (engineering estimate)',
  };
  const waterAdded: FigureInput = {
    name: 'Water added',
    value: story.addedWater,
    unit: 'mass',
    origin: 'measured',
    from: story.addedWater > 0 ? 'as entered' : 'none entered',
  };
  const source = 'Fat balance of a churning (Walstra et al., Dairy Science and Technology, 2006, ch. 18).';
  const fatToButter: FigureInput = {
    name: 'Fat in the butter',
    value: balance.fatToButter,
    unit: 'mass',
    sd: fatToButterSd,
    origin: 'worked out',
    from: 'the figure above',
  };
  const litres = facts.creamVolume / 1000;
  const figures: Figure[] = [
    {
      key: 'fatIn',
      name: 'Fat in',
      value: balance.fatIn,
      sd: fatInSd,
      unit: 'mass',
      formula: 'cream × its fat',
      inputs: [cream, fat],
      source,
    },
    {
      key: 'fatToButter',
      name: 'Fat in the butter',
      value: balance.fatToButter,
      sd: fatToButterSd,
      unit: 'mass',
      formula: 'fat in − buttermilk × its fat − what washing and smearing took',
      inputs: [
        {
          ...cream,
          name: 'Fat in',
          value: balance.fatIn,
          sd: fatInSd,
          origin: 'worked out',
          from: 'cream × its fat',
        },
        buttermilk,
        buttermilkFatInput,
        loss,
      ],
      source,
    },
    {
      key: 'churnEfficiency',
      name: 'Churn efficiency',
      value: balance.churnEfficiency,
      sd: fatOutSd / balance.fatIn,
      unit: 'fraction',
      formula: 'fat in the butter ÷ fat in',
      inputs: [
        fatToButter,
        {
          ...cream,
          name: 'Fat in',
          value: balance.fatIn,
          sd: fatInSd,
          origin: 'worked out',
          from: 'cream × its fat',
        },
      ],
      source,
    },
    {
      key: 'butterFat',
      name: 'Fat of the butter',
      value: composition.fat,
      sd: (water.fat.high - water.fat.low) / (2 * ninety),
      unit: 'fraction',
      formula: 'what is neither water nor salt nor curd',
      inputs: [
        {
          name: 'Water in it',
          value: composition.water,
          unit: 'fraction',
          origin: 'worked out',
          from: 'from everything known of it',
        },
        {
          name: 'By the account of the fat',
          value: Math.min(1, balance.impliedButterFat),
          sd: impliedSd,
          unit: 'fraction',
          origin: 'worked out',
          from: `fat in the butter ÷ butter without its salt${balance.impliedButterFat > 1 ? ': more than all of it' : ''}`,
        },
        butter,
        salt,
      ],
      source: `${source} Under ${percent(wetBelow)} by the account says wet, over ${percent(suspectAbove)} says fat went uncounted; farm butter is usually 80–84 %.`,
    },
    {
      key: 'moisture',
      name: 'Water in the butter',
      value: composition.water,
      sd: (water.moisture.high - water.moisture.low) / (2 * ninety),
      unit: 'fraction',
      formula: 'what is said below, each weighed by how sure it is',
      inputs: water.sources.map(({ source: by, moisture, sd }) => ({
        ...waterSources[by],
        value: moisture,
        sd,
        unit: 'fraction' as const,
      })),
      source:
        'Inverse-variance mean; sources that disagree widen it (Birge, Physical Review 40, 1932). 14–18 % is usual, 16 % a common legal limit.',
    },
    {
      key: 'overrun',
      name: 'Overrun',
      value: balance.overrun,
      sd: impliedSd / balance.impliedButterFat ** 2,
      unit: 'fraction',
      formula: '(butter − fat in it) ÷ fat in it, salt counted as butter',
      inputs: [butter, fatToButter],
      source: `${source} 20–25 % is typical.`,
    },
    {
      key: 'netButtermilk',
      name: 'Net buttermilk',
      value: Math.max(0, buttermilkMass - story.addedWater),
      sd: buttermilkSd,
      unit: 'mass',
      formula: 'buttermilk drained − water added to the churn',
      inputs: [buttermilk, waterAdded],
      source,
    },
    {
      key: 'yield',
      name: 'Butter per litre of cream',
      value: butterMass / litres,
      sd: (butterMass / litres) * together(butterSd / butterMass, facts.creamMassSd / facts.creamMass),
      unit: 'massPerLitre',
      formula: 'butter ÷ volume of cream at its own temperature',
      inputs: [butter, { ...cream, from: `${litres.toFixed(2)} L by its density` }],
      source: 'Density of cream from its fat and temperature (docs/models.md).',
    },
  ];
  const verdict = findings.some(({ about }) => about === 'fat') ? ('contradicts' as const) : byAccount;
  const said = words[verdict];
  return {
    verdict,
    findings,
    composition,
    meaning: verdict === 'contradicts' ? findings.find(({ about }) => about === 'fat')!.says : said.meaning,
    advice: said.advice,
    excessMass: unsalted - balance.fatToButter / usualButterFat,
    unsure:
      verdict !== 'contradicts' && !volumeOnly && impliedSd > unsureAbove
        ? unsureWords(balance.impliedButterFat, impliedSd, facts)
        : undefined,
    withAScale:
      verdict !== 'contradicts' && volumeOnly
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

/** What the account plainly says of the butter: off by the handbook's limits, and by more than the account is unsure. */
function accountVerdict(implied: number, sd: number): Verdict {
  const verdict = verdictOf(implied);
  return Math.abs(implied - usualButterFat) > plainly * sd ? verdict : 'plausible';
}

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

/** Resolution of a pan scale, g (engineering estimate). */
const panScale = 0.1;
const waterSources: Record<'balance' | 'working' | 'test', Pick<FigureInput, 'name' | 'origin' | 'from'>> = {
  balance: { name: 'By the fat balance', origin: 'worked out', from: 'what is neither fat, curd nor salt' },
  working: {
    name: 'By how it was worked',
    origin: 'assumed',
    from: 'usual for butter drained, pressed or worked like this',
  },
  test: { name: 'By the moisture test', origin: 'measured', from: 'pan weighed before and after heating' },
};

const sum = (numbers: readonly number[]): number => numbers.reduce((a, b) => a + b, 0);

const buttermilkFrom: Record<Churned['from'], string> = {
  marks: 'by the churning model, run through what was marked',
  forecast: 'foreseen by the churning model: its break was not marked',
  usual: 'usual for sweet, cool churnings: the model cannot follow these marks',
};

const words: Record<BatchVerdict, { meaning: string; advice: string }> = {
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
      ? `the cream was measured only to ± ${(byAmount * 100).toFixed(0)} %. Weighing it next time would settle it.`
      : `the cream’s fat is known only to ± ${(facts.creamFatSd * 100).toFixed(1)} points. A label or a fat test would settle it.`;
  return `How sure? The butter’s fat could be anything from ${range}, because ${why}`;
}

function scaleWords(fatToButter: number, unsalted: number, butterSd: number): string {
  const low = fatToButter / (unsalted + ninety * butterSd);
  const high = fatToButter / Math.max(1, unsalted - ninety * butterSd);
  return `Measured by volume, so the butter’s fat could be anything from ${wholePercent(low)} to ${wholePercent(high)} %. A scale would settle whether it is ${low < wetBelow ? 'wet' : 'good'}${high > suspectAbove ? ', good, or short of fat' : ' or good'}.`;
}
