import { CalculationError } from '../calculationError';
import { readJot } from './readJot';
import type { JotWords } from './readJot';

/**
 * The phrase book: what is read from everything a maker is known to write, as it was when somebody last looked at it. After a
 * change that is meant: look at what moved, then `npx jest phrases -u`.
 */
const words: JotWords = {
  animals: [
    { id: 'tansy', name: 'Tansy' },
    { id: 'plover', name: 'Plover' },
    { id: 'old-fern', name: 'Old Fern' },
    { id: 'old-sorrel', name: 'Old Sorrel' },
  ],
  vessels: [
    { id: 'blue', name: 'Blue jar', holds: 'milk' },
    { id: 'green', name: 'Green jar', holds: 'milk' },
    { id: 'tub', name: 'Cream tub', holds: 'cream' },
    { id: 'can', name: 'Tall can', holds: null },
    { id: 'skim', name: 'Lean pan', holds: 'skim' },
  ],
};
const oneJar = { ...words, vessels: words.vessels.slice(1) };
const none = { animals: [{ id: 'tansy', name: 'Tansy' }], vessels: [] };

const lines = {
  when: `11.2 tansy last night|same last night|yesterday evening 11.2 herd|skim blue jar 0.8 at 6:30|cream 2 L 36 % two days ago|blue jar 6 C an hour ago|broke 5 min ago
    broke at 8|butter 612 g salted last night|packed yesterday 18:40|11.2 herd at 35 C this morning|11.2 herd Monday 6:30|11.2 tansy tomorrow|11.2 herd at 25:70|11.20 herd`,
  milk: `11.2 tansy|tansy 11.2|11,2 herd|5 all|5 everyone|tansy and plover 14 into tall can at 34 C|6.5 kg old fern|old 5|5 old sorrel
    4 bought|2 1/2 tansy|½ plover|about 5 tansy|5 blue jar|5 into tall can|same|as yesterday|same as last time|same as yesterday please
    11.2|tansy|0 tansy|-3 tansy|twelve tansy|12 parsecs tansy|12 min tansy|11.2 tansy 36 C|11.2 l tansy at 97 F||  “5 TANSY”  |5 tansy 38 %`,
  skim: `skim blue jar 0.8|skimmed blue jar 800 ml|ladled green jar 1 1/2|skim both blue jar and green jar 1.5 to the pigs|blue jar 0.8 to hens
    blue jar 0.8 calf|skim blue 0.8 to calves|skim blue 0.8 yogurt|skim blue jar 0.8 to curd|skim blue jar 0.8 to drink|skim 0.8|skim tub 0.8
    skim tall can 0.8|skim blue jar|skim blue jar 0|blue jar 0.8 yoghurt tansy`,
  cream: `cream 2 L 36 %|cream 2|cream 2 36 percent|cream 1.2 kg|cream 2 into tub 30%|cream|2 l cream at 5 C`,
  made: `lean pan to yoghurt with 60 g at 43 C wrapped|yoghurt of blue jar|2 L of blue jar to yoghurt with 2 tbsp kept warm|blue jar to yoghurt at 43 C
    begin yoghurt of 1 L of lean pan with a spoon of live yoghurt in the room|lean pan yoghurt gave 1.9 kg unheated|lean pan 3 L to curd with vinegar gave 300 g
    curd of lean pan, clabber|curd of lean pan cultured|lean pan 2 L to the pigs|lean pan to the pigs|lean pan given away|lean pan thrown out|lean pan for soap
    tub whipped|whip 200 ml of tub|thin tub to 20 % with blue jar|tub 1 L thinned to half-and-half|thin tub|thin tub to light cream|thin tub to 20 parsecs
    yoghurt of blue jar with 60 parsecs|yoghurt of 60 parsecs of blue jar|yoghurt of both blue jar and green jar`,
  reading: `blue jar 6 C|6 C|tub 6,5 °C|can 43 F|-2 C|15c|blue jar|6`,
  marks: `thick|it thickens|thickening|whipped|it whips|grainy|it is grainy|has broken|it has broke|broke|just broke|break|stop|stopped
    undo|undo that|undo it|next load|another load in|go on|resume|resumed|churned again|churn on|packed|pack|pause|paused|put by
    paused overnight|put by for the night, in the fridge|pause fridge|pause in the bath|pause ice|pause, ice water|paused in the shed
    keep whipped|kept it whipped|stopped at whipped cream|gave up|give up: too warm|gave up, tired`,
  water: `water 60 ml|water 60|water|water about 60|water 1/4 cup|water 60 g|water 60 C|drained 0.9 l|drained|drained 900|buttermilk 0.9 l
    drained 900 g of buttermilk|drained buttermilk 300 ml|drained lots`,
  wash: `washed clear|washed cloudy|wash milky|washed|washed clear at 8 C|washed clear 8 C with 1 l|washed cloudy in the bowl|wash clear under the tap
    washed clear in churn 500 ml|washed clear in the mixer|washed clear with 46 F water|washed clear with 500`,
  butter: `butter 612 g salted|butter 612|butter 612 unsalted|butter 612 g no salt|butter 612 g 1.8 %|butter 612 g 2 % salted|butter 600 g in 250 g blocks
    butter 600 into 50 g pats|butter 1 lb 6 oz salted|butter 400 g to ghee 310 g|butter 400 into ghee|butter 400 g to ghee lots|butter 600 g with chives
    butter 600 g 1.5 % with garlic and chives in 125 g rolls|butter 600 g in 250 g bricks|butter 14 C|butter -1 c|butter 57 F|butter|butter lots|butter 0 g`,
  work: `greasy|the butter is hard|butter is waxy|butter feels greasy|it is hard|feels waxy|grains|stopped at lumps|one mass|in one lump|it is grains
    pressed|pressed 30 ml|pressed out|pressed dry|pressed 30 ml of water out|worked|worked once|worked it 20|weighs 598 g now|weighs 598|reweighed 598 again
    weighs|took out a third|take out half of it|taken out a quarter|took out a fifth|merged|pour together|poured the next load in too|poured next in
    moved to the stand mixer|in the stand mixer|now in a jar|moved it into jar|in the cellar`,
  end: `moisture 80.2 90.4 88.8|moisture 80,2 90,4 88,8|moisture 80.2g, 90.4g, 88.8g|moisture 80 90|moisture 80 90 x|moisture 80 90 -1|tastes nutty
    tastes sweet and nutty|tasted flat, colour 4|tastes of hay|tastes nutty on grass|colour 4|color 6|colour 7|colour|colour 40|tasted sour color 2 on hay`,
  mixed: `butter 600 g with herbs|butter 600 g with fresh herb|butter 600 g with chive|butter 600 g with wild garlic|butter 600 g with ramsons|butter 600 g with ramson & mint
    butter 600 g with nettle|butter 600 g with nettles and dill|butter 600 g with thyme, sage, basil, rosemary, tarragon and parsley|butter 600 g with fresh garlic|butter 600 g with honey|butter 600 g with runny honey
    butter 600 g with spice|butter 600 g with dry spices|butter 600 g with pepper + paprika|butter 600 g with cumin and cinnamon|butter 600 g with caraway|butter 600 g with colour|butter 600 g with color|butter 600 g with carrot
    butter 600 g with carrot juice|butter 600 g with carrot cake|butter 600 g with annatto|butter 600 g with annatto seed|butter 600 g with salt|butter 600 g with 1.8 % salt|butter 600 g with 12 %salt and honey|butter 600 g with salt flakes|butter 600 g with a pinch of sea salt|butter 600 g with garlic salt|butter 600 g with 1.8% salted
    butter 600 g with honey,garlic|butter 600 g with|butter 600 g with stones|butter 600 g with garlic bread|butter 600 g with honeycomb|butter 600 g with dry honey|butter 600 g with colourful spice`,
  numbers: `15.55 C|15.5C|15,25 f|15c|15  C|butter 14.25 C|butter 14,5c|butter 14C|butter about 612|butter roughly 600 g|water 64|water 65|water 1 1/2|water ½|pressed 1/4|washed clear at 8.25 C|washed clear 8C|washed clear at 8,5 c
    washed clear  with  500|wash clear under tap|washed hazy in a bowl|washed clear in bowl|washed clear in machine|washed milky in the churn|weighs 598now|weighs 598 now now|pressed water out 30 ml|worked 30 ml out|moisture 0 10 9|moisture 80.2;90.4;88.8
    moisture 80.2,  90.4  88.8|moisture g80 90 88|drained of buttermilk 300 ml|drained 300 ml buttermilk|buttermilk 300 ml of buttermilk|tastes sweet colour 3 please|tasted colour 9|color 3|color: 3|butter 400 g to ghee  310 g|butter 400 g ghee
    butter 612 1.85 %|butter 612 12% salted|butter 612 g 1.8% salt in 250 g blocks|butter 612 salted into 250 g block`,
} as const;

const round = (_: string, value: unknown) =>
  typeof value === 'number' ? Number(value.toPrecision(6)) : value;

function read(line: string, ...[of, system]: [JotWords, 'metric' | 'us' | 'imperial']): string {
  try {
    return JSON.stringify(readJot(line, of, system), round);
  } catch (error) {
    if (error instanceof CalculationError) return error.message;
    throw error;
  }
}

describe.each(Object.entries(lines))('%s', (_, told) => {
  const all = told.split(/\||\n\s*/);

  it.each(['metric', 'us', 'imperial'] as const)('as written on a farm with %s units', (system) => {
    const metric = (line: string) => read(line, words, 'metric');
    const said = all.map((line) => [line, read(line, words, system)] as const);
    // The other units are told where they read it otherwise.
    expect(
      said
        .filter(([line, reads]) => system === 'metric' || reads !== metric(line))
        .map(([line, reads]) => `${line} → ${reads}`),
    ).toMatchSnapshot();
  });

  it('and with a word too many before or after it', () => {
    expect(
      all
        .flatMap((line) => [`oh ${line}`, `${line} ok`, `no${line}`, `${line}x`])
        .flatMap((line) => {
          const reads = read(line, words, 'metric');
          // What is not taken is refused in words, which are held above.
          return reads.startsWith('{') ? [`${line} → ${reads}`] : [];
        }),
    ).toMatchSnapshot();
  });

  it('where one jar stands, and where nothing does', () => {
    expect(
      all.flatMap((line) =>
        [oneJar, none].flatMap((of) => {
          const reads = read(line, of, 'metric');
          return reads === read(line, words, 'metric') ? [] : [`${line} → ${reads}`];
        }),
      ),
    ).toMatchSnapshot();
  });
});
