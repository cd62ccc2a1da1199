import { herdDates } from './herdDates';

const cow = { breed: 'kerry', calvedOn: '2026-02-10', servedOn: null, dryOn: null } as const;

describe('the days that lie ahead of an animal', () => {
  it('are counted from the service: when it is due, give or take, and when to dry off', () => {
    expect(herdDates({ ...cow, servedOn: '2026-05-01' }, '2026-11-30')).toEqual({
      due: { day: '2027-02-07', from: '2027-01-28', until: '2027-02-17', inDays: 69 },
      dryOff: { day: '2026-12-09', said: false, inDays: 9 },
    });
  });

  it.each([
    ['jersey', '2026-05-01', '2027-02-04'],
    ['brown-swiss', '2026-05-01', '2027-02-15'],
    ['goat', '2026-10-20', '2027-03-19'],
    ['sheep', '2026-10-20', '2027-03-16'],
    ['buffalo', '2026-05-01', '2027-03-07'],
  ] as const)('a %s served on %s is due on %s', (breed, servedOn, due) => {
    expect(herdDates({ ...cow, breed, servedOn }, '2026-11-30').due?.day).toBe(due);
  });

  it('a service that led to the last calving is over, and so is a dry time before it', () => {
    expect(herdDates({ ...cow, servedOn: '2025-05-04', dryOn: '2025-12-12' }, '2026-03-01')).toEqual({
      serviceFrom: '2026-05-04',
    });
  });

  it('no cow is served sooner than two months after calving, and goats have their season', () => {
    expect(herdDates({ ...cow, breed: 'buffalo' }, '2026-03-01').serviceFrom).toBe('2026-04-11');
    expect(herdDates({ ...cow, breed: 'goat' }, '2026-03-01')).toEqual({});
  });

  it('what was said of drying off goes before the rule', () => {
    expect(herdDates({ ...cow, servedOn: '2026-05-01', dryOn: '2026-12-20' }, '2026-11-30').dryOff).toEqual({
      day: '2026-12-20',
      said: true,
      inDays: 20,
    });
  });

  it('a birth that is long overdue is waited for no more', () => {
    const served = { ...cow, calvedOn: null, servedOn: '2026-01-10' };
    expect(herdDates(served, '2026-11-15').due?.inDays).toBe(-27);
    expect(herdDates(served, '2026-11-30')).toEqual({});
  });

  it('nothing is foreseen of an animal of which nothing was said', () => {
    expect(herdDates({ breed: 'mixed', calvedOn: null, servedOn: null, dryOn: null }, '2026-11-30')).toEqual(
      {},
    );
  });
});
