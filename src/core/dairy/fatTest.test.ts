import { calculate } from '../calculations';
import type { FatTest } from './fatTest';

const tested = (input: object) => calculate('milk.fatTest', input) as FatTest;
const line = (change: object = {}) =>
  tested({ reading: { kind: 'creamLine', height: 200, creamHeight: 32, hours: 24, ...change } });

it('a test by acid is surer than a capillary, and that than a cream line', () => {
  const width = ({ fat }: FatTest) => fat.high - fat.low;
  const gerber = tested({ reading: { kind: 'gerber', percent: 4.1 } });
  const capillary = tested({ reading: { kind: 'capillary', columnPercent: 6.6 } });
  expect(gerber.fat.mid).toBeCloseTo(0.041, 9);
  expect(capillary.fat.mid).toBeCloseTo(0.0412, 4);
  expect(width(gerber)).toBeLessThan(width(capillary));
  expect(width(capillary)).toBeLessThan(width(line()));
  expect(gerber.cautions).toEqual([expect.objectContaining({ key: 'acid', level: 'danger' })]);
});

it('a cream line of a sixth is milk of about four per cent, and packs with the days', () => {
  expect(line().fat.mid).toBeGreaterThan(0.035);
  expect(line().fat.mid).toBeLessThan(0.047);
  expect(line({ hours: 48 }).fat.mid).toBeGreaterThan(line().fat.mid);
  expect(() => line({ hours: 3 })).toThrow(/after 6 hours/);
  expect(() => line({ creamHeight: 200 })).toThrow(/less than the whole/);
});

it('a lactometer tells solids by Richmond’s rule, and water in them', () => {
  const milk = (lactometer: number, celsius = 15.5) =>
    tested({ reading: { kind: 'gerber', percent: 4 }, lactometer, celsius });
  // 32/4 + 6·4/5 + 0.14 = 12.94 %
  expect(milk(32).solids!.total).toBeCloseTo(0.1294, 6);
  expect(milk(31, 20.5).solids!.total).toBeCloseTo(0.1294, 6);
  expect(milk(32).cautions.map(({ key }) => key)).not.toContain('thin');
  expect(milk(26).cautions.map(({ key }) => key)).toContain('thin');
});
