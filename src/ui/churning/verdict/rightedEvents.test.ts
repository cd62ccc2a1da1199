import { judgeBatch } from '@/core/balancing/judgeBatch';
import type { BatchEvent, BatchFacts } from '@/core/churning/batchEvents';
import { correctedFacts } from '@/core/churning/correctedFacts';
import { tellBatch } from '@/core/churning/tellBatch';
import { rightedEvents } from './rightedEvents';

const begun = 1_800_000_000;
const facts = {
  creamMass: 2000, creamMassSd: 10, creamVolume: 2000, amountTyped: '2 kg', creamFat: 0.38, creamFatSd: 0.005, fatMethod: 'label',
  temperature: 13, temperatureAssumed: false, ripened: false, treatment: 'pasteurised', homogenised: false, hardness: 0, tool: 'standMixer',
  vesselId: null, capacity: 5000, loads: 1, usualSalt: { way: 'none' }, usualStorage: 'fridge',
} as unknown as BatchFacts; // prettier-ignore
const event = (minutes: number, body: object, id: string) =>
  ({
    id,
    atSeconds: begun + minutes * 60,
    ...body,
    device: 'tablet',
    recordedAtSeconds: begun,
  }) as unknown as BatchEvent;
/** A batch whose butter weighs so much, with so much buttermilk. */
const batch = (butter: number, buttermilk: number): BatchEvent[] => [
  event(10, { kind: 'mark', stage: 'break' }, 'mark-001'),
  event(12, { kind: 'drained', measured: 'mass', mass: buttermilk, massSd: 10 }, 'drain-01'),
  event(20, { kind: 'portion', portionId: 'portion-1', name: 'Unsalted', mass: butter, massSd: 2, measured: 'scale', saltMass: 0, salting: { way: 'none' }, additions: [] }, 'weigh-01'),
  event(30, { kind: 'packed' }, 'packed-1'),
]; // prettier-ignore
const judged = (of: BatchFacts, events: readonly BatchEvent[]) => judgeBatch(of, tellBatch(of, events))!;
const after = (events: readonly BatchEvent[], told: readonly object[]): BatchEvent[] => [
  ...events,
  ...told
    .map((body, i) => event(60 + i, body, `right-0${i}`))
    .map((one, i) => ({ ...one, ...told[i] }) as BatchEvent),
];

describe('the figure that is likeliest wrong, put right in one press', () => {
  it('butter that was weighed wrong is weighed anew at its own time, and the account agrees', () => {
    const events = batch(1350, 1050);
    const before = judged(facts, events);
    const suspect = before.findings[0]!.suspects.find(({ of }) => of === 'butter.mass')!;
    const told = rightedEvents(suspect, facts, tellBatch(facts, events))!;
    expect(told).toMatchObject([
      { kind: 'undone', eventId: 'weigh-01' },
      { kind: 'portion', portionId: 'portion-1', mass: suspect.fits, atSeconds: begun + 1200 },
    ]);
    expect(told[1]).not.toHaveProperty('device');
    expect(judged(facts, after(events, told)).findings).toEqual([]);
  });

  it('the cream’s fat as a correction of the start, what it was beside it', () => {
    const events = batch(930, 1050);
    const [correction] = rightedEvents({ of: 'cream.fat', fits: 0.4 }, facts, tellBatch(facts, events))!;
    expect(correction).toEqual({ kind: 'corrected', to: { creamFat: 0.4 }, was: { creamFat: 0.38 } });
    expect(correctedFacts(facts, events, after(events, [correction!])).creamFat).toBe(0.4);
    const more = rightedEvents({ of: 'cream.mass', fits: 2500 }, facts, tellBatch(facts, events))!;
    expect(more).toMatchObject([{ to: { creamMass: 2500, creamMassSd: 12.5, creamVolume: 2500, amountTyped: '2500 g' } }]);
  });

  it('buttermilk drained in two goes is told once, and butter of two portions not at all', () => {
    const twice = [...batch(930, 500), event(14, { kind: 'drained', measured: 'mass', mass: 100, massSd: 5 }, 'drain-02')];
    const told = rightedEvents({ of: 'buttermilk.mass', fits: 1050 }, facts, tellBatch(facts, twice))!;
    expect(told).toMatchObject([{ eventId: 'drain-01' }, { eventId: 'drain-02' }, { kind: 'drained', mass: 1050, atSeconds: begun + 840 }]);
    expect(tellBatch(facts, after(twice, told)).drains.map(({ mass }) => mass)).toEqual([1050]);
    const two = [...batch(400, 1050), event(21, { kind: 'portion', portionId: 'portion-2', name: 'Rest', mass: 500, massSd: 2, measured: 'scale', saltMass: 0, salting: { way: 'none' }, additions: [] }, 'weigh-02')];
    expect(rightedEvents({ of: 'butter.mass', fits: 900 }, facts, tellBatch(facts, two))).toBeUndefined();
  });

  it('no account that holds has a suspect', () => {
    expect(judged(facts, batch(920, 1050)).findings).toEqual([]);
  });
}); // prettier-ignore
