import { CalculationError } from '../calculationError';
import { estimate, logEstimate, ninety, together } from './estimate';
import * as speak from './formatQuantity';
import { list } from './list';
import { parseQuantity } from './parseQuantity';
import { quantityKinds, unitSystems } from './units';

/**
 * The phrase book of amounts: what is read from everything people are known to type, and how amounts are said, as it was when
 * somebody last looked at it. After a change that is meant: look at what moved, then `npx jest phrases -u`.
 */
const typed =
  `1 l|1l|1.5 L|1,5 l|.5 kg|0.5kg|5 kilos|250 g|250 grams|250 grammes|3 dl|30 cl|900 ml|900 millilitres|2 litres|2 liters|1 gal|1 gallon|1/2 gal
  half a gallon|half gallon|a gallon and a half|one and a half gallons|1 1/2 gal|1½ gal|1 ½ gallons|1-1/2 qt|2 qts|2 qt. 1 pt|a quart and a half|3 quarts|a pint|2 pints|1 cup|2 cups|2 c|1 1/2 c|1 c. cream
  two and a half cups|three quarters of a cup|quarter cup|a quarter of a pint|a third of a cup|two thirds cup|⅔ cup|¾ pint|¼ tsp|1 tsp|2 tsps|1 teaspoon|1 tbsp|2 tablespoons|a tablespoon and a teaspoon|1 heaping tbsp|heaped teaspoon|scant cup
  a scant half cup|about 2 lb|about a pint|almost a pint|nearly 2 litres|roughly 3 kg|around 900 ml|approximately 1 kg|approx. 500 g|ca 500 g|some 500 g|just under 2 lb|just over 2 lb|a bit over 2 lb|a good pint
  2 lb|2 lbs|2 lb.|2 pounds|a pound|half a pound|1/2 lb|1 lb 4 oz|1 lb. 4 oz.|1lb4oz|4 oz|4 ounces|4 fl oz|4 fl. oz.|4 fluid ounces|8 floz|1 stick|2 sticks|half a stick|three sticks|1 t|3 stone|2 pecks
  14 C|14c|14 °C|14°|14 degrees|14 degrees celsius|57 F|57 °F|57f|57 fahrenheit|-2 C|−2 C|+3 C|-300 C|-500 F|0 C|minus two C|14 c warm
  38 %|38%|38 percent|38 per cent|38 per dozen|0.38|0,38|110 %|-3 %|38 %%|0 %|100 %|half|three quarters
  20 min|20 minutes|1 h|1 hour|1 h 20 min|1h20|an hour and a half|half an hour|quarter of an hour|45 s|90 seconds|2 days|a day|1 hr 5 mins|20'|-5 min|an hour and twenty minutes
  0|0 l|1|12|900|1e3 g|1 234 g|1,234 g|1.234 g|1,234,567 g|1.000,5 g|1,000.5 g|1.2.3 l|1,2,3 g|5..|5,|1/0 l|1/2/3 l|3/4|0/4 cup|7/8 cup|1 3/4 lb|2 5 l|2 l 3|2 l and|and 2 l|and a half|a|an|the|of
  twelve|twelve litres|twenty one litres|a dozen litres|one litre|no litres|two litres and a half|two litres and three|one two litres|a half and a quarter cups|forty grams|ninety grams|a hundred grams
  -2 l|- 2 l|+2 l|~2 l|2 l ~|2~l|2 ± 1 kg|2-3 l|2 l kg|2 kg l|2 l 20 C|2 C 3 l|2 l 3 qt|1 kg 200 g|1 kg and 200 g|1 l 20 %|20 % 3|1 h 3 l|?|5 ?|5 l!|“5 l”|  5   l  |5 parsecs|lots|5 lots|l 5|litre|cup of 5
  3 T|3 Tsp|3 KG|3 ML|0,125 kg|.125|.|,|5.|5. l|½|½ ½ l|1½½ l|¼ ¾ l|⅛ gal|half half cup|a a cup|a cup a cup|an a|2 and l|one and a|one and a half|one and half a pint|two and two thirds cups`.split(
    /\||\n\s*/,
  );

const round = (_: string, value: unknown) =>
  typeof value === 'number' ? Number(value.toPrecision(7)) : value;

function read(...given: Parameters<typeof parseQuantity>): string {
  try {
    return JSON.stringify(parseQuantity(...given), round);
  } catch (error) {
    if (error instanceof CalculationError) return error.message;
    throw error;
  }
}

describe.each(unitSystems)('typed on a farm with %s units', (system) => {
  it('with nothing said of what it is', () => {
    expect(typed.map((text) => `${text} → ${read(text, system)}`)).toMatchSnapshot();
  });

  it.each(quantityKinds)('where a %s is asked for', (kind) => {
    expect(
      typed.flatMap((text) => {
        const reads = read(text, system, kind);
        return reads === read(text, system) || / is needed\.$/.test(reads) ? [] : [`${text} → ${reads}`];
      }),
    ).toMatchSnapshot();
  });
});

const amounts = [0, 0.04, 0.4, 0.96, 1, 1.49, 3.2, 4.96, 9.94, 9.96, 14.2, 28.3, 56.7, 99.4, 99.6, 113, 227, 249.6, 340, 453.6, 499.5, 567, 748, 907, 999.4, 999.6, 1000, 1049, 1134, 1995, 2268, 4536, 9949, 9951, 12_345, 99_950, 123_456, 999_999]; // prettier-ignore

it.each(unitSystems)('amounts said in %s units', (system) => {
  const { text } = speak;
  const row = (name: string, of: readonly number[], say: (value: number) => speak.Spoken | string) =>
    `${name}: ${of.map((value) => { const said = say(value); return `${value}=${typeof said === 'string' ? said : text(said)}`; }).join('; ')}`; // prettier-ignore
  const degrees = [-18, -17.8, -0.4, 0, 3.94, 4, 13.5, 14.04, 14.06, 20, 37.5, 100];
  expect([
    row('mass', amounts, (one) => speak.spokenMass(one, system)),
    row('volume', amounts, (one) => speak.spokenVolume(one, system)),
    row('said mass', amounts, (one) => speak.saidMass(one, system)),
    row('temperature', degrees, (one) => speak.spokenTemperature(one, system)),
    row('degrees', [0, 0.4, 1, 2.54, 5, 10], (one) => speak.spokenDegrees(one, system)),
    row('length', [0, 0.4, 1, 6, 12.7, 25.4, 30, 119, 250, 999, 1200], (one) => speak.spokenLength(one, system)),
    row('minutes', [0, 0.2, 0.5, 0.99, 1, 1.5, 9.4, 9.6, 59.4, 59.6, 60, 61, 90, 119.6, 600, 1439, 1440, 2000, 4320, 20_000], (one) => speak.spokenMinutes(one)),
    row('share', [0, 0.001, 0.0149, 0.018, 0.36, 0.3649, 0.9996, 1], (one) => speak.spokenFraction(one)),
    row('percent', [0.0149, 0.36, 0.3651], (one) => speak.percent(one, 0)),
    row('clock', [0, 1, 59.9, 60, 61, 599, 600, 3599, 3600, 3661, 36_000, 360_000], (one) => speak.clockText(one)),
    row('range of mass', amounts, (one) => speak.spokenRange(one, one * 1.2, (value) => speak.spokenMass(value, system))),
    row('range of said mass', amounts, (one) => speak.saidMassRange(one, one * 1.2, system)),
    row('range of nothing', [0, 5, 900], (one) => speak.spokenRange(one, one, (value) => speak.spokenVolume(value, system))),
    ...['It was at 4 °C for 2 h, then 10.5 °C', '250 g of it, 1.5 kg in all', '0.8 L and 30 mL, 6 mm deep', 'two degrees colder: 2 K', '−18 °C or 4–7 °C', 'nothing to say'].map((words) => speak.wordsIn(words, system)),
  ]).toMatchSnapshot();
}); // prettier-ignore

describe('what is said of how sure something is', () => {
  it('nine times in ten lies between low and high, and never under the floor', () => {
    expect(estimate(10, 2)).toEqual({ low: expect.closeTo(10 - 2 * ninety, 12), mid: 10, high: expect.closeTo(10 + 2 * ninety, 12) });
    expect(estimate(1, 2)).toMatchObject({ low: 0, mid: 1 });
    expect(estimate(1, 2, 0.5).low).toBe(0.5);
    const wide = logEstimate(10, 0.3);
    expect(wide.low * wide.high).toBeCloseTo(100, 9);
    expect(wide.high / wide.mid).toBeCloseTo(Math.exp(0.3 * ninety), 12);
    expect(together(3, 4)).toBe(5);
  }); // prettier-ignore

  it('names are listed as a person lists them', () => {
    expect([[], ['a'], ['a', 'b'], ['a', 'b', 'c']].map(list)).toEqual(['', 'a', 'a and b', 'a, b and c']);
  });
});
