import type { BatchEvent } from './batchEvents';
import { stoodWarm } from './stoodWarm';

const hour = 3600;
const start = { id: 's', kind: 'started', atSeconds: 0 } as BatchEvent;
const paused = (at: number, more: object = {}) =>
  ({ id: `p${at}`, kind: 'paused', atSeconds: at * hour, ...more }) as BatchEvent;
const resumed = (at: number) => ({ id: `r${at}`, kind: 'resumed', atSeconds: at * hour }) as BatchEvent;
const broke = (at: number) =>
  ({ id: `b${at}`, kind: 'mark', stage: 'break', atSeconds: at * hour }) as BatchEvent;
const stood = (events: BatchEvent[], now: number, ripened = false) =>
  stoodWarm({ ripened }, { events: [start, ...events] }, now * hour);

describe('sweet cream that was put by', () => {
  it('in the warm is worth a word after two hours, and a danger after four', () => {
    expect(stood([paused(0.2, { place: 'room' })], 2.1)).toBeUndefined();
    expect(stood([paused(0.2, { place: 'room' })], 2.3)).toMatchObject({ level: 'caution', said: true });
    expect(stood([paused(0.2, { place: 'room' })], 4.3)).toMatchObject({ level: 'danger', said: true });
    expect(stood([paused(0.2)], 9.2)).toEqual({ hours: 9, said: false, level: 'danger' });
  });

  it('in the cold may stand over night, and as it was measured there', () => {
    expect(stood([paused(0.2, { place: 'fridge' })], 12)).toBeUndefined();
    expect(stood([paused(0.2, { place: 'room', celsius: 6 })], 12)).toBeUndefined();
    expect(stood([paused(0.2, { place: 'fridge', celsius: 9 })], 12)).toMatchObject({ level: 'danger' });
  });

  it('is told of all its pauses together, and stays told after it went on and broke', () => {
    const twice = [paused(0, { place: 'room' }), resumed(2.5), paused(3, { place: 'room' }), resumed(5)];
    expect(stood(twice, 5)).toMatchObject({ hours: 4.5, level: 'danger' });
    expect(stood([...twice, broke(6)], 30)).toMatchObject({ hours: 4.5 });
  });

  it('moved into the fridge is warm only until then', () => {
    expect(stood([paused(0, { place: 'room' }), paused(3, { place: 'fridge' })], 12)).toMatchObject({
      hours: 3,
      level: 'caution',
    });
  });

  it('after the break it is butter that rests, and soured it may stand', () => {
    expect(stood([broke(0.5), paused(0.6, { place: 'room' })], 9)).toBeUndefined();
    expect(stood([paused(0.2, { place: 'room' })], 9, true)).toBeUndefined();
    expect(stood([], 9)).toBeUndefined();
  });
});
