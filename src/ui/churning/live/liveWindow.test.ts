import type { BatchEvent } from '@/core/churning/batchEvents';
import { tellBatch } from '@/core/churning/tellBatch';
import { creamInChurn } from '@/core/churning/creamInChurn';
import { foresee } from '@/core/churning/foresee';
import { liveChurn } from '@/core/churning/liveChurn';
import { liveLoad } from '@/core/churning/liveLoad';
import { someFacts } from '@/core/testing/someFacts';
import { liveWindow } from './liveWindow';

const start = 1_800_000_000;
const foreseen = foresee(creamInChurn(someFacts));
const events = [
  { id: 'event-started', kind: 'started', atSeconds: start },
  { id: 'event-whipped', kind: 'mark', stage: 'whipped', atSeconds: start + 420 },
] as BatchEvent[];
const live = liveChurn({ input: liveLoad(someFacts, tellBatch(someFacts, events), start + 430)! });

test('before the first live answer it is what was foreseen', () => {
  expect(liveWindow(foreseen, undefined)).toBe(foreseen);
});

test('break, stages and course are those believed now; butter and buttermilk stay as foreseen', () => {
  const seen = liveWindow(foreseen, live);
  expect(seen.breakMinutes).toEqual(live.breakTime.breakMinutes);
  expect(seen.course).toBe(live.course);
  expect(seen.stageTimes).toBe(live.stageTimes);
  expect(seen.butter).toBe(foreseen.butter);
  const wide = ({ low, high }: { low: number; high: number }) => Math.log(high / low);
  expect(wide(seen.breakMinutes!)).toBeLessThan(wide(foreseen.breakMinutes!));
});

test('stages come in their order, the marked one where it was marked', () => {
  const { stageMinutes } = liveWindow(foreseen, live);
  const { thickening, whipped, grainy } = stageMinutes;
  expect(thickening!).toBeLessThan(whipped!);
  expect(whipped!).toBeCloseTo(7, 0);
  expect(grainy!).toBeGreaterThan(whipped!);
  expect(stageMinutes.break!).toBeGreaterThan(grainy!);
});
