import { paceOf, learnPace } from '../churning/learnPace';
import { someFacts } from '../testing/someFacts';
import { learnedChurns, learnedSeparator, learnedVessel, nextBatch } from './whatLearned';

const lessons = (many: number, ratio: number, churn = 'oak') =>
  Array.from({ length: many }, (_, i) => ({ day: 20_000 + i * 3, tool: 'barrel' as const, churn, ratio }));

describe('what was learned of churns', () => {
  it('goes from the book towards the churn’s own, and is surer with each batch', () => {
    const few = learnedChurns(lessons(2, 1.4), 20_100)[0]!;
    const many = learnedChurns(lessons(20, 1.4), 20_100)[0]!;
    expect(few).toMatchObject({ tool: 'barrel', churn: 'oak', from: 2 });
    expect(few.textbook.mid).toBe(30);
    expect(many.own.mid).toBeGreaterThan(few.own.mid);
    expect(many.own.mid).toBeCloseTo(42, -0.5);
    expect(many.width).toBeLessThan(few.width);
    expect(few.width).toBeLessThan(1);
  });

  it('tells two churns of one kind apart, each by its own batches', () => {
    const both = learnedChurns([...lessons(12, 1.5, 'oak'), ...lessons(12, 0.7, 'tin')], 20_100);
    expect(both.map(({ from }) => from)).toEqual([12, 12]);
    expect(both[0]!.own.low).toBeGreaterThan(both[1]!.own.high);
  });
});

it('a vessel without a reading is as the book has it', () => {
  const { own, textbook, width } = learnedVessel([]);
  expect(own).toEqual(textbook);
  expect(width).toBe(1);
  expect(learnedVessel([1.3, 1.3, 1.3]).own.mid).toBeGreaterThan(1.15);
});

it('a separator’s tests of the skim teach its skim, and its runs its cream', () => {
  const runs = Array.from({ length: 8 }, () => ({
    temperature: 36,
    flow: 1,
    screw: 0,
    creamFat: 0.3,
    skimFat: 0.003,
  }));
  const { cream, skim } = learnedSeparator('hand', runs);
  expect(Math.abs(cream.own.mid - 0.3)).toBeLessThan(Math.abs(cream.textbook.mid - 0.3));
  expect(skim).toMatchObject({ from: 8, tested: 8 });
  expect(skim.own.mid).toBeGreaterThan(skim.textbook.mid);
  expect(
    learnedSeparator(
      'hand',
      runs.map(({ temperature, flow, screw, creamFat }) => ({ temperature, flow, screw, creamFat })),
    ).skim,
  ).toMatchObject({ from: 0, width: 1 });
});

describe('the next batch', () => {
  const pace = paceOf(learnPace([], 20_000), { tool: 'barrel', day: 20_000 });
  it('is sent colder after a warm one, with the butter it brings', () => {
    const next = nextBatch({ ...someFacts, temperature: 21 }, pace)!;
    expect(next.asItIs).toBe(false);
    expect(next.celsius).toBeLessThan(18);
    expect(next.butter).toBeGreaterThan(5);
  });
  it('is sent warmer after one that would hardly break', () => {
    const next = nextBatch({ ...someFacts, temperature: 6 }, pace)!;
    expect(next.asItIs).toBe(false);
    expect(next.celsius).toBeGreaterThan(9);
  });
  it('stays where nothing is to be gained', () => {
    const good = nextBatch({ ...someFacts, temperature: 21 }, pace)!.celsius;
    expect(nextBatch({ ...someFacts, temperature: good }, pace)).toMatchObject({
      asItIs: true,
      celsius: good,
    });
  });
});
