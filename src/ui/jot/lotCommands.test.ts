import { readJot } from '@/core/jot/readJot';
import { sayIn } from '../frame/sayIn';
import { lookedAt, shownLot, someLot } from '../testing/someLot';
import { lotNow } from '../standing/lotNow';
import { commandOfThinning, commandOfUse } from './lotCommands';

const say = sayIn('metric', 'UTC');
const vessels = [
  { id: 'blue', name: 'Blue jar', holds: 'milk' as const },
  { id: 'tub', name: 'Cream tub', holds: 'cream' as const },
];
const milk = someLot();
const cream = someLot({
  id: 'cream-01',
  kind: 'cream',
  mass: 1000,
  fat: 400,
  vessel: { ...shownLot().vessel!, id: 'tub', name: 'Cream tub' },
});
const us = sayIn('us', 'UTC');

function used(line: string, one = milk, speak = say) {
  const jot = readJot(line, { animals: [], vessels }, speak.system);
  if (jot.kind !== 'used') throw new Error(jot.kind);
  return commandOfUse(jot.of, one, one.lot.vessel!.name, speak);
}
function thinned(line: string, lean = [milk]) {
  const jot = readJot(line, { animals: [], vessels }, 'metric');
  if (jot.kind !== 'thinned') throw new Error(jot.kind);
  return commandOfThinning(jot.of, cream, lean, say);
}

describe('a vessel jotted to a use', () => {
  it('yoghurt begins of all of it, with what nobody said as the form fills it in', () => {
    expect(used('yoghurt of blue jar')).toMatchObject({
      name: 'lot.use',
      input: {
        lotId: milk.lot.id,
        to: 'yoghurt',
        made: { heated: true, setting: { culture: 0.03 * 2575, celsius: 42, place: 'warm', around: 42 } },
      },
      says: 'Yoghurt of all of Blue jar, with 77 g of live yoghurt at 42 °C assumed, where it is kept warm',
    });
    expect(used('yoghurt of blue jar')).not.toHaveProperty('input.mass');
  });

  it('says what was said of it, some of it in grams by its density', () => {
    const command = used('1 L of blue jar to yoghurt with 2 tbsp at 44 C wrapped unheated');
    expect(command).toMatchObject({
      input: { made: { heated: false, setting: { celsius: 44, place: 'wrapped' } } },
    });
    const { input } = command as unknown as {
      input: { mass: number; made: { setting: { culture: number } } };
    };
    expect(input.mass).toBeCloseTo(1032, -1);
    expect(input.made.setting.culture).toBeCloseTo(30.9, 1);
  });

  it('no culture is put into what kills it, none that is no dose, and no more than there is', () => {
    expect(used('yoghurt of blue jar at 60 C')).toBe(
      'At 60 °C the culture dies: let it come to 44 °C first.',
    );
    expect(used('yoghurt of blue jar at 140 F', milk, us)).toBe(
      'At 140 °F the culture dies: let it come to 111 °F first.',
    );
    expect(used('yoghurt of blue jar with 1 kg')).toBe(
      'That is 39 % of it: 2 to 5 % is usual, 20 % the most.',
    );
    expect(used('9 L of blue jar to yoghurt')).toBe('There is 2.49 L of it.');
  });

  it('curd by heat and acid, weighed or foreseen; sweet milk gives none in a cloth', () => {
    expect(used('curd of blue jar with vinegar gave 400 g')).toMatchObject({
      input: { to: 'curd', made: { way: 'heatAcid', heated: true, mass: 400 } },
      says: '400 g of curd made of all of Blue jar',
    });
    expect(used('curd of blue jar')).toMatchObject({
      says: expect.stringMatching(/^About 4\d\d–5\d\d g of curd made of all of Blue jar$/),
    });
    expect(used('curd of blue jar, clabber')).toBe(
      'In Blue jar it is still sweet: set it to sour first, and say what came of it once it is thick.',
    );
    expect(used('curd of blue jar gave 2.6 kg')).toMatch(/^At most .* can come of 2\.58 kg\.$/);
  });

  it('goes to the animals, or is thrown out; milk is not whipped', () => {
    expect(used('1 L of blue jar to the pigs')).toMatchObject({
      input: { to: 'pigs' },
      says: '1 L of Blue jar to the pigs',
    });
    expect(used('blue jar thrown out')).toMatchObject({
      input: { to: 'spoiled' },
      says: 'All of Blue jar thrown out',
    });
    expect(used('whip blue jar')).toBe('In Blue jar stands milk: that is not what is done with it.');
  });
});

describe('cream jotted thinner', () => {
  it('takes of the milk what brings it to its fat', () => {
    const command = thinned('thin cream tub to 20 %');
    // Pearson’s square: 1000 · (0.40 − 0.20) / (0.20 − 0.04).
    expect(command).toMatchObject({
      name: 'lot.pour',
      input: { from: [{ lotId: 'cream-01' }, { lotId: milk.lot.id, mass: expect.closeTo(1250, 6) }], kind: 'cream', cut: 'top' },
      says: expect.stringMatching(/^2\.21 L of 20 % cream: 998 mL and 1\.21 L of milk$/),
    });
  });

  it('says why not: not richer, too little milk, none at all, or which of two', () => {
    expect(thinned('thin cream tub to 50 %')).toBe('It has 40 % fat: thinning does not bring it to 50 %.');
    expect(thinned('thin cream tub to half-and-half')).toBe('It takes 3.4 L of milk, and there is 2.49 L.');
    expect(thinned('thin cream tub to 20 %', [])).toBe('No milk and no skim stands here to thin it with.');
    const other = lotNow(shownLot({ id: 'milk-0002', vessel: { ...shownLot().vessel!, id: 'g', name: 'Green jar' } }), lookedAt);
    expect(thinned('thin cream tub to 20 %', [milk, other])).toBe('With which: Blue jar, Green jar? Say for example “… with blue jar”.');
    const kept = lotNow(shownLot({ blockedReason: 'medicine' }), lookedAt);
    expect(thinned('thin cream tub to 20 %', [kept])).toBe('No milk and no skim stands here to thin it with.');
  });
}); // prettier-ignore
