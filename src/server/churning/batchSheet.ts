import { sayFigure } from '@/core/balancing/sayFigure';
import { troubleNames } from '@/core/balancing/troubles';
import { verdictSaid } from '@/core/balancing/verdictWords';
import { stageSigns } from '@/core/churning/stages';
import type { BatchStory } from '@/core/churning/batchStory';
import { tellBatch } from '@/core/churning/tellBatch';
import { tools } from '@/core/churning/tools';
import { list } from '@/core/quantities/list';
import {
  percent,
  spokenMass,
  spokenMinutes,
  spokenTemperature,
  spokenVolume,
  text,
  wordsIn,
} from '@/core/quantities/formatQuantity';
import type { BatchSheet } from '@/formats/batchSheet';
import { batchSheet } from '@/formats/batchSheet';
import type { Paper } from '@/formats/print';
import { now } from '../clock';
import type { BatchView } from './views';
import { batchView } from './views';

/** A packed batch on one page to print; undefined where there is none, or nothing of it was packed yet. */
export async function batchSheetOf(
  farmId: string,
  batchId: string,
  paper: Paper,
): Promise<Uint8Array | undefined> {
  const view = await batchView(farmId, batchId);
  return view?.judged ? batchSheet(sheetOf(view, view.judged), paper, now()) : undefined;
}

/** What stands on the sheet: the same figures, in the same words, as on the batch’s page. */
export function sheetOf(view: BatchView, judged: NonNullable<BatchView['judged']>): BatchSheet {
  const { farm, facts, events, number, expected } = view;
  const system = farm.unitSystem;
  const story = tellBatch(facts, events);
  const mass = (grams: number) => text(spokenMass(grams, system));
  const { fatIn, fatToButter, lossFat } = judged;
  const inButtermilk = Math.max(0, fatIn - fatToButter - lossFat);
  const fat = (name: string, grams: number) => ({
    name,
    amount: `${mass(grams)}, ${percent(Math.min(1, grams / fatIn), 0)}`,
    share: grams / fatIn,
  });
  const day = new Intl.DateTimeFormat(system === 'us' ? 'en-US' : 'en-GB', {
    day: 'numeric', month: 'long', year: 'numeric', timeZone: farm.timeZone,
  }).format(new Date(Math.min(...events.map(({ atSeconds }) => atSeconds)) * 1000)); // prettier-ignore
  return {
    farm: farm.name,
    number,
    day,
    came: `${judged.verdict === 'unweighed' ? 'About ' : ''}${mass(judged.butterMass)} of butter: ${verdictSaid(judged)}.`,
    meaning: `${wordsIn(judged.meaning, system)} ${judged.advice}`,
    troubles: judged.troubles
      .filter(({ key }) => key !== 'misweighed' || judged.verdict === 'wet')
      .map(({ key, says }) => `${troubleNames[key]}. ${wordsIn(says, system)}`),
    figures: [
      { name: 'Cream', value: `${mass(facts.creamMass)}, ${text(spokenVolume(facts.creamVolume, system))}` },
      { name: 'Its fat', value: percent(facts.creamFat, 1) },
      {
        name: 'Begun at',
        value: `${facts.temperatureAssumed ? 'about ' : ''}${text(spokenTemperature(facts.temperature, system))}`,
      },
      { name: 'It was', value: `${facts.treatment === 'raw' ? 'raw' : 'heated'}, ${facts.ripened ? 'ripened' : 'sweet'}` },
      { name: 'Churned in', value: tools[facts.tool].inSentence.replace(/^an? /, '') },
      ...(view.maker === null ? [] : [{ name: 'Churned by', value: view.maker }]),
      ...judged.figures.map(({ name, value, unit }) => ({
        name: system === 'metric' ? name : name.replace('per litre', 'per quart'),
        value: sayFigure(value, unit, system),
      })),
      ...(expected && judged.verdict !== 'unweighed' ? [{ name: 'Foreseen, without salt', value: mass(expected.mass) }] : []),
    ],
    fat: [
      fat('Into the butter', fatToButter),
      fat('Into the buttermilk', inButtermilk),
      fat('Into the wash, and onto hands and tools', lossFat),
    ],
    course: courseOf(story, mass),
    butter: story.portions.map((portion) => ({
      name: [portion.name || 'Butter', ...(portion.saltMass > 0 ? [`${mass(portion.saltMass)} of salt`] : ['unsalted'])].join(', '),
      value: mass(portion.mass),
    })),
    notes: [
      ...(story.tasted ? [tastedSays(story.tasted)] : []),
      ...story.notes.map(({ note }) => note),
    ].filter(Boolean),
    cautions:
      facts.treatment === 'raw'
        ? ['Raw cream can carry dangerous bacteria, most of all for pregnant women, infants, the old and the ill. Ask your local authority before any of it is sold.']
        : [],
  };
} // prettier-ignore

/** What was seen, and after how long; what was done with the butter afterwards. */
function courseOf(story: BatchStory, mass: (grams: number) => string): BatchSheet['course'] {
  const marks = story.marks
    .filter(({ load, echo, inferred }) => load === 1 && !echo && !inferred)
    .map(({ stage, elapsedSeconds }) => ({
      what: stageSigns[stage].name,
      when: text(spokenMinutes(elapsedSeconds / 60)),
    }));
  const drained = story.drains.reduce((sum, { mass: grams }) => sum + (grams ?? 0), 0);
  const last = story.washes.at(-1)?.clarity;
  return [
    ...marks,
    ...(drained > 0 ? [{ what: 'Buttermilk drained', when: mass(drained) }] : []),
    ...(story.washes.length > 0
      ? [{ what: 'Washed', when: `${story.washes.length} ×${last ? `, ${last} at last` : ''}` }]
      : []),
  ];
}

function tastedSays({ colour, feed, tastes = [], note }: NonNullable<BatchStory['tasted']>): string {
  const parts = [
    ...(colour === undefined ? [] : [`colour ${colour} of 6`]),
    ...(feed === undefined ? [] : [`fed ${feed}`]),
    ...(tastes.length > 0 ? [`tastes ${list(tastes)}`] : []),
  ];
  const said = parts.join(', ');
  return [said ? `${said[0]!.toUpperCase()}${said.slice(1)}.` : '', note ?? ''].filter(Boolean).join(' ');
}
