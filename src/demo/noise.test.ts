import { noiseFrom } from './noise';

describe('the demo farm’s noise', () => {
  it('is the same for the same seed and another for another', () => {
    const draws = (seed: string) =>
      Array.from(
        { length: 5 },
        (
          (noise) => () =>
            noise.normal(0, 1)
        )(noiseFrom(seed)),
      );
    expect(draws('larkfold')).toEqual(draws('larkfold'));
    expect(draws('larkfold')).not.toEqual(draws('other'));
  });

  it('has the mean and the spread it was asked for', () => {
    const noise = noiseFrom('spread');
    const draws = Array.from({ length: 4000 }, () => noise.normal(10, 2));
    const mean = draws.reduce((a, b) => a + b, 0) / draws.length;
    const sd = Math.sqrt(draws.reduce((sum, x) => sum + (x - mean) ** 2, 0) / draws.length);
    expect(Math.abs(mean - 10)).toBeLessThan(0.15);
    expect(Math.abs(sd - 2)).toBeLessThan(0.1);
  });

  it('makes ids that a command takes, each once', () => {
    const noise = noiseFrom('ids');
    const ids = Array.from({ length: 200 }, () => noise.id());
    expect(new Set(ids).size).toBe(200);
    expect(
      ids.every((id) => /^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-8[0-9a-f]{3}-[0-9a-f]{12}$/.test(id)),
    ).toBe(true);
  });
});
