import { allergensOf } from './allergens';
import { gheeDate } from './gheeDate';

describe('ghee', () => {
  it('keeps a year cold and three months cool, sealed and with a dry spoon', () => {
    expect(gheeDate('2026-11-23', 'fridge')).toMatchObject({ until: '2027-11-23', days: 365 });
    expect(gheeDate('2026-11-23', 'freezer').days).toBe(365);
    expect(gheeDate('2026-11-23', 'counter')).toMatchObject({ until: '2027-02-21', days: 90 });
    expect(gheeDate('2026-11-23', 'crock').reasons[0]).toMatch(/dry spoon/);
  });

  it('is not dated from what is no day', () => {
    expect(() => gheeDate('23rd', 'fridge')).toThrow(/made/);
  });
});

describe('allergens on a label', () => {
  it('say milk always, ghee too, and what was mixed in', () => {
    expect(allergensOf({ additions: [] })).toBe('Contains milk.');
    expect(allergensOf({ additions: [] }, true)).toMatch(/ghee keeps traces/);
    expect(allergensOf({ additions: ['spice'] })).toMatch(/mustard, celery or sesame/);
    expect(allergensOf({ additions: ['herbs', 'garlic'] })).toMatch(/Celery leaf/);
    expect(allergensOf({ additions: ['honey'] })).toMatch(/not for infants/);
    expect(allergensOf({ additions: ['colour'] })).toBe('Contains milk.');
  });
});
