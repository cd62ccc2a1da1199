import { planDoor } from '@/core/jot/planDoor';
import { readDoor } from '@/core/jot/readDoor';
import type { DoorView } from '@/server/larder/views';
import { doorActs } from './doorActs';

const view = {
  animals: [],
  separations: [],
  vessels: [],
  last: undefined,
  farm: { fatHardness: 0 },
} as unknown as DoorView;
const midnight = (date: string) => Date.parse(`${date}T00:00:00Z`) / 1000;
const secondsAt = (date: string, hour: number) => midnight(date) + 3600 * hour;
const actsOf = (text: string, now = midnight('2026-12-01'), more: Partial<DoorView> = {}) => {
  const lines = readDoor(text, '2026-11-02', '2026-11-29', 'metric');
  return doorActs(planDoor(lines.flatMap(({ day }) => day ?? [])), { ...view, ...more }, { secondsAt, now });
};
const timeOf = ({ input }: { input: Record<string, unknown> }) =>
  (input.atSeconds ?? input.startedAtSeconds) as number | undefined;

it('writes each act at its hour, and each takes what the one before it made', () => {
  const acts = actsOf('11, 10\n11, cream 2, churned 14 C 22 min, butter 600 g salted');
  expect(acts.map(({ name }) => name)).toEqual([
    'milk.in',
    'milk.in',
    'milk.in',
    'milk.separate',
    'batch.begin',
    'batch.record',
  ]);
  const [first, , , skim, begin, record] = acts;
  expect(timeOf(first!)).toBe(secondsAt('2026-11-02', 7));
  expect((skim!.input.from as { lotId: string }[]).map(({ lotId }) => lotId)).toEqual(
    acts.slice(0, 3).map(({ input }) => input.lotId),
  );
  const [cut] = skim!.input.cuts as { lotId: string; fat: number; mass: number }[];
  expect(begin!.input.fromLots).toEqual([{ lotId: cut!.lotId }]);
  expect(begin!.input.facts).toMatchObject({
    creamMass: cut!.mass,
    creamFat: expect.closeTo(cut!.fat, 9),
    temperature: 14,
    temperatureAssumed: false,
    treatment: 'raw',
  });
  expect(record!.input.batchId).toBe(begin!.input.batchId);
  const events = record!.input.events as { kind: string; atSeconds: number; saltMass?: number }[];
  expect(events.map(({ kind }) => kind)).toEqual(['mark', 'drained', 'portion', 'packed']);
  expect(events[0]!.atSeconds - timeOf(begin!)!).toBeCloseTo(22 * 60, 3);
  expect(events[2]!.saltMass).toBeCloseTo(0.016 * 600, 9);
});

it('puts nothing later than now, and keeps the order of the day', () => {
  const now = secondsAt('2026-11-02', 9.1);
  const acts = actsOf('11, 10, cream 1, butter 400 g', now);
  const times = acts.flatMap((act) => timeOf(act) ?? []);
  expect([...times]).toEqual([...times].sort((a, b) => a - b));
  expect(Math.max(...times)).toBeLessThan(now);
  const events =
    acts.at(-1)!.name === 'batch.record' ? acts.at(-1)! : acts.find(({ name }) => name === 'batch.record')!;
  for (const { atSeconds } of events.input.events as { atSeconds: number }[])
    expect(atSeconds).toBeLessThanOrEqual(now);
});

it('skims as this farm does, and says of cream without milk only what is known', () => {
  const separated = actsOf('20, cream 2', undefined, {
    separations: [{ way: 'separator', skimUse: 'hens' }],
  } as unknown as Partial<DoorView>)[1]!;
  expect(separated.input).toMatchObject({ way: 'separator', skim: { to: 'use', use: 'hens' } });
  expect((separated.input.cuts as { fat: number }[])[0]!.fat).toBeGreaterThan(0.3);
  expect(actsOf('cream 2')[0]).toMatchObject({
    name: 'cream.in',
    input: { bought: false, treatment: 'raw' },
  });
});
