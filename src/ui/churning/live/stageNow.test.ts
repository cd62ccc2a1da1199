import type { BatchEvent, BatchFacts } from '@/core/churning/batchEvents';
import { tellBatch } from '@/core/churning/tellBatch';
import { someFacts } from '@/core/testing/someFacts';
import { inTheChurn, isDrained, stageByNow, stageNow, likeliestMark } from './stageNow';

const facts: BatchFacts = { ...someFacts, creamMass: 2000, creamVolume: 2000, loads: 2, capacity: 5000, tool: 'barrel' }; // prettier-ignore
const at = (minutes: number, body: object): BatchEvent =>
  ({ id: `event-${minutes}-abc`, atSeconds: 1_800_000_000 + minutes * 60, ...body }) as BatchEvent;
const story = (...events: BatchEvent[]) => tellBatch(facts, [at(0, { kind: 'started' }), ...events]);
const mark = (minutes: number, stage: string) => at(minutes, { kind: 'mark', stage });

describe('how the cream should look now', () => {
  it('follows the marks of the load in hand', () => {
    expect(stageNow(story())).toBe('fluid');
    expect(stageNow(story(mark(5, 'whipped')))).toBe('whipped');
    expect(stageNow(story(mark(5, 'whipped'), mark(9, 'break')))).toBe('break');
    expect(stageNow(story(mark(9, 'break'), mark(10, 'stopped')))).toBe('grains');
    expect(stageNow(story(mark(9, 'break'), mark(10, 'stopped'), at(12, { kind: 'load' })))).toBe('fluid');
  });

  it('is one load of cream, and once drained only the butter in it', () => {
    const begun = inTheChurn(story(), facts);
    expect(begun).toMatchObject({ fat: 0.38, stage: 'fluid' });
    expect(begun.fill).toBeCloseTo(0.2, 2);
    const drained = inTheChurn(
      story(mark(9, 'break'), at(10, { kind: 'drained', measured: 'skipped' })),
      facts,
    );
    expect(drained.fill * drained.fat).toBeCloseTo(begun.fill * 0.38, 9);
    expect(drained.stage).toBe('mass');
  });
});

describe('what has been drained', () => {
  const drained = [mark(9, 'break'), mark(10, 'stopped'), at(12, { kind: 'drained', measured: 'skipped' })];

  it('is butter while it rests in the cold, and cream that is put by is cream', () => {
    const rests = story(...drained, at(13, { kind: 'paused', place: 'fridge' }));
    expect(isDrained(rests)).toBe(true);
    expect(inTheChurn(rests, facts).stage).toBe('mass');
    const putBy = story(mark(5, 'whipped'), at(6, { kind: 'paused', place: 'fridge' }));
    expect(isDrained(putBy)).toBe(false);
    expect(inTheChurn(putBy, facts).stage).toBe('whipped');
  });

  it('of the first load does not make butter of the second', () => {
    const second = story(...drained, at(14, { kind: 'load' }), at(16, { kind: 'paused' }));
    expect(isDrained(second)).toBe(false);
  });
});

describe('how the cream should look by now', () => {
  const minutes = { thickening: 2, whipped: 8, grainy: 14, break: 20 };
  it('is as it was marked, or further on when its time has come', () => {
    expect(stageByNow(story(), minutes, 60)).toEqual({ stage: 'fluid', seen: true });
    expect(stageByNow(story(), minutes, 9 * 60)).toEqual({ stage: 'whipped', seen: false });
    expect(stageByNow(story(mark(9, 'whipped')), minutes, 10 * 60)).toEqual({ stage: 'whipped', seen: true });
    expect(stageByNow(story(mark(12, 'grainy')), minutes, 12.5 * 60)).toEqual({
      stage: 'grainy',
      seen: true,
    });
  });

  it('never breaks before somebody saw it, nor goes on while it stands', () => {
    expect(stageByNow(story(), minutes, 60 * 60).stage).toBe('grainy');
    expect(stageByNow(story(at(1, { kind: 'paused' })), minutes, 60 * 60)).toEqual({
      stage: 'fluid',
      seen: true,
    });
  });
});

describe('the big button', () => {
  const due = (stage: 'fluid' | 'thickening' | 'whipped' | 'grainy') => ({ stage, seen: false });
  const window = { low: 20 };

  it('says what was not marked yet while nothing further is due', () => {
    expect(likeliestMark('thickening', { stage: 'fluid', seen: true }, window, 60)).toBe('thickening');
    expect(likeliestMark('whipped', { stage: 'thickening', seen: true }, window, 1200)).toBe('whipped');
    expect(likeliestMark('stopped', { stage: 'break', seen: true }, window, 1300)).toBe('stopped');
    // What is due is behind what was marked already.
    expect(likeliestMark('grainy', due('thickening'), window, 300)).toBe('grainy');
  });

  it('never lags behind what should have come by now, and asks for the break once that is near', () => {
    expect(likeliestMark('thickening', due('whipped'), window, 600)).toBe('whipped');
    expect(likeliestMark('whipped', due('grainy'), window, 16 * 60)).toBe('grainy');
    expect(likeliestMark('whipped', due('grainy'), window, 18 * 60)).toBe('break');
    expect(likeliestMark('grainy', due('grainy'), window, 18 * 60)).toBe('break');
    expect(likeliestMark('grainy', due('grainy'), undefined, 18 * 60)).toBe('grainy');
  });
});
