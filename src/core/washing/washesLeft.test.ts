import { usualWashPlan, washesLeft } from './washesLeft';

describe('washes still to go', () => {
  it('are as the plan says before the first, and fewer the clearer the last ran', () => {
    const first = washesLeft(600, 600);
    expect(first.mid).toBe(usualWashPlan(600, 600).washes);
    const seen = (['milky', 'cloudy', 'hazy', 'clear'] as const).map(
      (clarity) => washesLeft(600, 600, clarity).mid,
    );
    expect(seen).toEqual([...seen].sort((a, b) => b - a));
    expect(seen.at(-1)).toBe(0);
    expect(seen[0]).toBeLessThanOrEqual(first.mid);
  });

  it('are more with less water, and a range that holds its middle', () => {
    expect(washesLeft(600, 200, 'milky').mid).toBeGreaterThan(washesLeft(600, 1200, 'milky').mid);
    for (const clarity of ['milky', 'cloudy', 'hazy'] as const) {
      const { low, mid, high } = washesLeft(600, 500, clarity);
      expect(low).toBeLessThanOrEqual(mid);
      expect(mid).toBeLessThanOrEqual(high);
    }
  });
});
