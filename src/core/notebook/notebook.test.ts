import { readDay, ordersOf } from './readDay';
import type { Column } from './readNotebook';
import { notebookBatch } from './notebookBatch';
import { guessColumns, readNotebook } from './readNotebook';

const headers = [
  'Date',
  'Cream (qt)',
  'Fat %',
  'Temp F',
  'Churn',
  'Minutes',
  'Buttermilk',
  'Butter oz',
  'Salt',
  'Cultured',
  'Notes',
];
const columns = guessColumns(headers, 'us');
const line = (change: Partial<Record<number, string>> = {}): string[] =>
  ['5/3/2019', '2', '38', '57', 'crank churn', '22', '3 pints', '25', '1.5 %', 'yes', 'lovely'].map(
    (cell, i) => change[i] ?? cell,
  );
const readOne = (change?: Partial<Record<number, string>>, of: readonly Column[] = columns) =>
  readNotebook([line(change)], of, 'mdy', 'us')[0]!;

describe('the columns of a notebook', () => {
  it('are guessed by their headers, with the unit a header names or the farm’s', () => {
    expect(columns.map(({ field, unit }) => `${field} ${unit}`.trim())).toEqual([
      'date', 'cream qt', 'fat %', 'temperature °F', 'churn', 'minutes min', 'buttermilk qt', 'butter oz', 'salt oz', 'ripened', 'note',
    ]); // prettier-ignore
    expect(guessColumns(['When', 'Cream', 'Butter made [kg]', 'How warm °C', 'Weather'], 'metric')).toEqual([
      { field: 'date', unit: '' },
      { field: 'cream', unit: 'L' },
      { field: 'butter', unit: 'kg' },
      { field: 'temperature', unit: '°C' },
      { field: 'none', unit: '' },
    ]);
  });
});

describe('a line', () => {
  it('is read in its column’s units, or in those its cells name', () => {
    const { row } = readOne();
    expect(row).toMatchObject({
      day: '2019-05-03',
      fat: 0.38,
      minutes: 22,
      churn: 'crank churn',
      ripened: true,
      note: 'lovely',
    });
    expect(row!.cream.value).toBeCloseTo(1893, 0);
    expect(row!.butter.value).toBeCloseTo(708.7, 1);
    expect(row!.celsius).toBeCloseTo(13.9, 1);
    expect(row!.salt).toEqual({ kind: 'fraction', value: 0.015 });
    expect(readOne({ 1: '1400 ml' }).row!.cream.value).toBeCloseTo(1400);
    expect(readOne({ 7: '1 lb 4 oz' }).row!.butter.value).toBeCloseTo(567, 0);
  });

  it('understands “good pint”, and is as unsure of it as one is', () => {
    const { cream } = readOne({ 1: 'a good quart', 7: '1 lb' }).row!;
    expect(cream.value).toBeGreaterThan(946);
    expect(cream.sd).toBeGreaterThan(0);
  });

  it('leaves open what is not written', () => {
    const { row } = readOne({ 2: '', 3: '-', 4: '', 5: '?', 6: '', 8: 'no', 9: '', 10: '' });
    expect(row).toMatchObject({
      fat: undefined,
      celsius: undefined,
      churn: undefined,
      minutes: undefined,
      buttermilk: undefined,
      salt: undefined,
      ripened: false,
      note: undefined,
    });
  });

  it.each([
    [{ 0: '31/31/2019' }, 0, /no day in this order/],
    [{ 0: '' }, 0, /no day is written/],
    [{ 1: 'lots' }, 1, /lots/],
    [{ 7: '' }, 7, /how much butter is not written/],
    [{ 2: '380' }, 2, /more than the whole/],
    [{ 2: '8' }, 2, /12 to 60 %/],
    [{ 3: '157' }, 3, /between 0 and 35 °C/],
    [{ 7: '90' }, 7, /^so much butter \(“90 oz”\)/],
    [{ 5: '22 lb' }, 5, /is a mass; a duration is needed/],
  ])('that cannot be right is named by its column: %j', (change, column, says) => {
    const { dirty, row } = readOne(change as Partial<Record<number, string>>);
    expect(row).toBeUndefined();
    expect(dirty).toEqual([expect.objectContaining({ column, says: expect.stringMatching(says) })]);
  });

  it('names everything that is wrong with it at once', () => {
    expect(readOne({ 0: 'x', 1: 'x', 7: 'x' }).dirty).toHaveLength(3);
  });
});

describe('the batch of a line', () => {
  const churns = [
    { id: 'oak', name: 'Oak-lid paddle churn', tool: 'paddleHand' as const, capacity: 5000 },
    { id: 'old', name: 'Old churn', tool: 'dasher' as const, capacity: 9000 },
  ];
  const usual = { fat: 0.34, treatment: 'raw', churn: 'vessel:old' } as const;
  const of = (change?: Partial<Record<number, string>>, same = 0) =>
    notebookBatch(readOne(change).row!, usual, churns, 0, 1_600_000_000, same);

  it.each([
    ['paddle', 'paddleHand', 'oak'],
    ['the oak lid', 'paddleHand', 'oak'],
    ['motor barrel', 'barrel', null],
    ['stand mixer', 'standMixer', null],
    ['in the churn', 'dasher', 'old'],
    ['', 'dasher', 'old'],
  ])('was churned in what “%s” means', (churn, tool, vesselId) => {
    expect(of({ 4: churn }).facts).toMatchObject({ tool, vesselId });
  });

  it('assumes what is not written, and says so', () => {
    expect(of({ 2: '', 3: '', 5: '' }).facts).toMatchObject({
      creamFat: 0.34,
      fatMethod: 'separator',
      temperature: 14,
      temperatureAssumed: true,
    });
    expect(of({ 5: '' }).events.some((event) => event.kind === 'mark' && event.stage === 'break')).toBe(
      false,
    );
    expect(of({ 6: '' }).events).toContainEqual(
      expect.objectContaining({ kind: 'drained', measured: 'skipped' }),
    );
  });

  it('has the same ids each time, and others where another line says the same', () => {
    expect(of()).toEqual(of());
    expect(of({}, 1).batchId).not.toBe(of().batchId);
    for (const { id } of of({ 1: 'just under 2 1/2 quarts' }).events)
      expect(id).toMatch(/^[0-9a-zA-Z-]{8,64}$/);
  });

  it('takes salt by share, by weight and by spoon, never more than butter takes', () => {
    const salt = (typed: string) => {
      const event = of({ 8: typed }).events.find(({ kind }) => kind === 'portion')!;
      return event.kind === 'portion' ? event.saltMass / event.mass : NaN;
    };
    expect(salt('2 %')).toBeCloseTo(0.0196, 3);
    expect(salt('14 g')).toBeCloseTo(14 / 708.7, 3);
    expect(salt('2 tsp')).toBeCloseTo(11.8 / 708.7, 2);
    expect(salt('unsalted')).toBe(0);
    expect(salt('2 lb')).toBeCloseTo(0.12);
  });
});

describe('a day', () => {
  it.each([
    ['2019-5-3', 'mdy', '2019-05-03'],
    ['3/5/2019', 'dmy', '2019-05-03'],
    ['5/3/19', 'mdy', '2019-05-03'],
    ['3.5.2019', 'dmy', '2019-05-03'],
    ['Fri 3rd May 2019', 'mdy', '2019-05-03'],
    ['May 3, 2019', 'dmy', '2019-05-03'],
    ['3-Sept-2019', 'dmy', '2019-09-03'],
    ['29/2/2019', 'dmy', undefined],
    ['someday', 'dmy', undefined],
  ] as const)('%s, %s', (cell, order, day) => expect(readDay(cell, order)).toBe(day));

  it('is of the order that fits all of them, the house’s own where several do', () => {
    expect(ordersOf(['3/5/2019', '25/5/2019'], 'mdy')).toEqual(['dmy']);
    expect(ordersOf(['3/5/2019', '5/6/2019'], 'mdy')).toEqual(['mdy', 'dmy']);
    expect(ordersOf(['3 May 2019'], 'dmy')).toEqual(['dmy', 'mdy', 'ymd']);
  });
});
