import { againstUsual } from './againstUsual';

const day = 86_400;
const composition = { fat: 0.82, water: 0.16, salt: 0, rest: 0.02 };
const judged = { fatIn: 500, fatToButter: 470, composition, verdict: 'plausible' as const };
/** Batches a week apart that kept so much of their fat. */
const weeks = (...shares: number[]) =>
  shares.map((share, i) => ({
    atSeconds: 1_800_000_000 - i * 7 * day,
    fatIn: 400,
    fatToButter: 400 * share,
  }));
const habit = weeks(0.95, 0.96, 0.97, 0.96, 0.955, 0.965, 0.96, 0.96);
const upstream = {
  milk: 640,
  milkMass: 0,
  milkSd: 0,
  skim: 140,
  spilled: 0,
  bought: 0,
  culture: 0,
  cream: 500,
};
const skimmings = [0.1, 0.12, 0.11, 0.13, 0.2, 0.15, 0.14, 0.12];

describe('a batch against the maker’s own', () => {
  it('says less, as or more than usual, by where nine in ten of the batches before lie', () => {
    const says = (fatToButter: number) => againstUsual({ judged: { ...judged, fatToButter }, before: habit, skimmings: [] }).says;
    expect(says(450)).toBe('That is 90 % of what was churned, less than usual: 96 %, over 8 batches.');
    expect(says(480)).toMatch(/, as usual: 96 %/);
    expect(says(495)).toMatch(/, more than usual: 96 %/);
  });

  it('says nothing of a habit that is none, and invents no change', () => {
    const few = againstUsual({ judged, upstream, before: habit.slice(0, 4), skimmings: skimmings.slice(0, 4) });
    expect(few).toEqual({ says: '' });
  });

  it('names what would have brought most, each time and a year', () => {
    const warm = { celsius: 17, lost: 0.06, best: 13, lostThere: 0.03 };
    const found = againstUsual({ judged, upstream, before: habit, skimmings, churned: warm });
    // 140 g of 640 g stayed in the skim; the better quarter leaves 11.75 %: 64.8 g of fat, 79 g of butter of 82 %.
    expect(found.change).toMatchObject({ key: 'skimming', butter: expect.closeTo(79, 0), aYear: expect.closeTo(79 * 52.18, -2) });
    expect(found.change!.says).toBe('Most would come of the skimming: your better ones leave 12 % of the milk’s fat in the skim, here it was 22 %. About 79 g more butter each time, 4.1 kg a year.');
    const churned = againstUsual({ judged, before: habit, skimmings, churned: warm });
    expect(churned.change).toMatchObject({ key: 'warmth', butter: expect.closeTo((0.03 * 500) / 0.82, 6) });
    expect(churned.change!.says).toMatch(/^Next time, churn at 13 °C instead of 17 °C: .* About 18 g more butter each time, 1 kg a year\.$/);
    expect(againstUsual({ judged, upstream: { ...upstream, skim: 60, spilled: 30 }, before: [], skimmings }).change).toMatchObject({ key: 'spilled', says: 'Most would come of what was spilled on the way. About 37 g more butter each time.' });
  });

  it('says nothing of a few grams', () => {
    expect(againstUsual({ judged, before: habit, skimmings, churned: { celsius: 14, lost: 0.034, best: 13, lostThere: 0.03 } }).change).toBeUndefined();
  });
}); // prettier-ignore
