import { planDoor } from './planDoor';
import { readDoor } from './readDoor';

const today = '2026-11-29';
const read = (text: string, system: 'metric' | 'us' | 'imperial' = 'metric', from = '2026-11-02') =>
  readDoor(text, from, today, system);
const days = (text: string) => read(text).flatMap(({ day }) => day ?? []);
const steps = (text: string) => planDoor(days(text));

describe('a page of the fridge door', () => {
  it('is a day a line, from the first one on; an empty line is a day on which nothing was written', () => {
    const lines = read(
      '11.2, 10.8, cream 0.9\n\nnothing\n11; 10,5; cream 1,1 L; churned 14 C 22 min; butter 612 g salted\n\n',
    );
    expect(lines.map(({ day, wrong }) => wrong ?? day!.date)).toEqual([
      '2026-11-02',
      '2026-11-03',
      '2026-11-04',
      '2026-11-05',
    ]);
    expect(lines[0]!.day).toMatchObject({
      morning: { typed: '11.2' },
      evening: { typed: '10.8' },
      cream: { volume: 900 },
    });
    expect(lines[0]!.day!.morning!.mass).toBeCloseTo(11.2 * 1020, -2);
    expect(lines[1]!.day).toEqual({ date: '2026-11-03' });
    // A comma with no space behind it is a decimal.
    expect(lines[3]!.day).toMatchObject({
      evening: { typed: '10,5' },
      cream: { volume: 1100 },
      celsius: 14,
      minutes: 22,
      butter: { mass: 612, salted: true },
    });
  });

  it('sets its day anew where one is named, always the next such day', () => {
    const dates = (text: string) => read(text).map(({ day, wrong }) => day?.date ?? wrong);
    expect(dates('Thu: 11\n12\n20: 10\n25 Nov: 9')).toEqual([
      '2026-11-05',
      '2026-11-06',
      '2026-11-20',
      '2026-11-25',
    ]);
    expect(dates('2026-11-10: 11\nTue 17 Nov: 3')).toEqual(['2026-11-10', '2026-11-17']);
    expect(dates('someday: 11')[0]).toMatch(/“someday” is no day/);
    expect(dates('30: 11')[0]).toMatch(/2026-11-30 is still to come/);
    // What was not understood loses no day but its own.
    expect(dates('Sun 2 Nov: 11')[0]).toMatch(/is no day|still to come/);
  });

  it('is read in the farm’s own units, and what is not understood is quoted', () => {
    expect(read('12, cream 1, churned 58 F, butter 1 lb 5 oz', 'us')[0]!.day).toMatchObject({
      morning: { typed: '12' },
      cream: { volume: expect.closeTo(946, 0) },
      celsius: expect.closeTo(14.44, 2),
      butter: { mass: expect.closeTo(595.3, 0), salted: false },
    });
    const wrong = (text: string, system: 'metric' | 'us' = 'metric') => read(text, system)[0]!.wrong;
    expect(wrong('butter 612', 'us')).toBeDefined();
    expect(wrong('churned 58')).toMatch(/not churned so warm/);
    expect(wrong('11, 10, 9')).toMatch(/third milking/);
    expect(wrong('cream 1, cream 2')).toMatch(/Cream is there twice/);
    expect(wrong('eleven cows')).toMatch(/“eleven cows” was not understood/);
    expect(wrong('evening 9, pm 8')).toMatch(/evening is there twice/);
    expect(read('evening 9')[0]!.day).toMatchObject({ evening: { typed: 'evening 9' } });
    expect(read('butter 250 g unsalted')[0]!.day!.butter).toMatchObject({ mass: 250, salted: false });
  });
});

describe('what is written down of it', () => {
  it('goes in the order it happened: cream off all the milk by then, butter of all the cream by then', () => {
    const { steps: all, problems } = steps('11, 10\n11, 10, cream 2\n11, 10, cream 1, butter 600');
    expect(problems).toEqual([]);
    expect(all.map(({ kind, date, hour }) => `${date.slice(8)} ${hour} ${kind}`)).toEqual([
      '02 7 milk', '02 18 milk', '03 7 milk', '03 9 skim', '03 18 milk', '04 7 milk', '04 9 skim', '04 10.5 churn', '04 18 milk',
    ]);
    expect(all[3]).toMatchObject({ of: [0, 1, 2] });
    expect(all[6]).toMatchObject({ of: [4, 5] });
    expect(all[7]).toMatchObject({ kind: 'churn', of: [3, 6], butter: { mass: 600 } });
  });

  it('takes cream of the evening’s milk in the evening, and cream of no milk as it is', () => {
    expect(steps('evening 10, cream 1, butter 400').steps.map(({ kind, hour }) => `${hour} ${kind}`)).toEqual(['18 milk', '20 skim', '21 churn']);
    expect(steps('cream 2').steps).toMatchObject([{ kind: 'cream', mass: expect.any(Number) }]);
  });

  it('says what cannot go together', () => {
    const says = (text: string) => steps(text).problems.map(({ says: it }) => it.split(':')[0]);
    expect(says('butter 600')).toEqual(['Butter, and no cream before it on this page']);
    expect(says('2, cream 1.5')).toEqual(['More cream than half of the milk it came off']);
    expect(says('cream 0.5, butter 600')).toEqual(['More butter than that cream can make']);
    expect(says('cream 2, churned 14 C')).toEqual(['A churning, and no butter']);
    // Cream is churned once.
    expect(says('cream 2, butter 600\nbutter 600')).toEqual(['Butter, and no cream before it on this page']);
  });
}); // prettier-ignore
