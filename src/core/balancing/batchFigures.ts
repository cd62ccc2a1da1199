import type { BatchFacts } from '../churning/batchEvents';
import type { BatchStory } from '../churning/batchStory';
import type { Churned } from '../churning/churned';
import { usualLossSd } from '../churning/expectedButter';
import { fatMethods } from '../dairy/creamFat';
import { ninety, together } from '../quantities/estimate';
import { decimal, percent } from '../quantities/formatQuantity';
import type { BatchAccount } from './batchAccount';
import { suspectAbove, wetBelow } from './churnBalance';
import type { Figure, FigureInput } from './figure';
import type { Composition } from './judgeBatch';

/** Every figure of a batch with its formula, what went into it and where that came from. */
export function batchFigures(
  facts: BatchFacts,
  story: BatchStory,
  account: BatchAccount,
  composition: Composition,
  churnedFrom: Churned['from'],
  volumeOnly: boolean,
): Figure[] {
  const {
    butterMass,
    saltMass,
    butterSd,
    fatInSd,
    buttermilkMeasured,
    buttermilkMass,
    buttermilkSd,
    buttermilkFatSpread,
    lossFat,
    addedWater,
    drainedFat,
    balance,
    water,
    fatOutSd,
    fatToButterSd,
    impliedSd,
  } = account;
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
    sd: usualLossSd * balance.fatIn,
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
  const fatIn: FigureInput = {
    ...cream,
    name: 'Fat in',
    value: balance.fatIn,
    sd: fatInSd,
    origin: 'worked out',
    from: 'cream × its fat',
  };
  const litres = facts.creamVolume / 1000;
  return [
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
      inputs: [fatIn, buttermilk, buttermilkFatInput, loss],
      source,
    },
    {
      key: 'churnEfficiency',
      name: 'Churn efficiency',
      value: balance.churnEfficiency,
      sd: fatOutSd / balance.fatIn,
      unit: 'fraction',
      formula: 'fat in the butter ÷ fat in',
      inputs: [fatToButter, fatIn],
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
      inputs: [butter, { ...cream, from: `${decimal(litres, 2)} L by its density` }],
      source: 'Density of cream from its fat and temperature (docs/models.md).',
    },
  ];
}

const waterSources: Record<'balance' | 'working' | 'test', Pick<FigureInput, 'name' | 'origin' | 'from'>> = {
  balance: { name: 'By the fat balance', origin: 'worked out', from: 'what is neither fat, curd nor salt' },
  working: {
    name: 'By how it was worked',
    origin: 'assumed',
    from: 'usual for butter drained, pressed or worked like this',
  },
  test: { name: 'By the moisture test', origin: 'measured', from: 'pan weighed before and after heating' },
};

const buttermilkFrom: Record<Churned['from'], string> = {
  marks: 'by the churning model, run through what was marked',
  forecast: 'foreseen by the churning model: its break was not marked',
  usual: 'usual for sweet, cool churnings: the model cannot follow these marks',
};
