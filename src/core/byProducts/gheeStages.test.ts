import { gheeNow, gheeStages, seenAt } from './gheeStages';

describe('ghee on the flame', () => {
  it('goes from stage to stage, and is weighed at the end', () => {
    let seen = {};
    for (const [i, stage] of gheeStages.entries()) {
      expect(gheeNow(seen).next).toBe(stage);
      seen = seenAt(seen, stage, 100 * i);
    }
    expect(gheeNow(seen)).toMatchObject({ next: 'weigh', tone: 'calm' });
  });

  it('is told by a thermometer before it is told by ear', () => {
    const seen = { melted: 0, crackles: 300 };
    expect(gheeNow(seen, 101)).toMatchObject({ tone: 'calm', next: 'quiet' });
    expect(gheeNow(seen, 107).says).toMatch(/stay/);
    expect(gheeNow(seen, 112)).toMatchObject({ tone: 'now', next: 'quiet' });
    expect(gheeNow(seen, 120)).toMatchObject({ tone: 'now', next: 'strained' });
    expect(gheeNow(seen, 130)).toMatchObject({ tone: 'danger' });
    // Strained it cools, and nothing burns any more.
    expect(gheeNow({ ...seen, quiet: 900, strained: 1200 }, 130).tone).toBe('calm');
  });

  it('marked again at an earlier stage forgets the later ones', () => {
    const seen = { melted: 0, crackles: 300, quiet: 900 };
    expect(seenAt(seen, 'crackles', 400)).toEqual({ melted: 0, crackles: 400 });
    // A stage nobody saw is left unsaid.
    expect(seenAt({ melted: 0 }, 'quiet', 900)).toEqual({ melted: 0, quiet: 900 });
    expect(gheeNow({ melted: 0, quiet: 900 }).next).toBe('strained');
  });
});
