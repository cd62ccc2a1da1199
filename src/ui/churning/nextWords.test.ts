import type { BatchEvent } from '@/core/churning/batchEvents';
import { batchStory } from '@/core/churning/batchStory';
import { foresee } from '@/core/churning/foresee';
import { someCream } from '@/core/testing/someCream';
import { nextWords } from './nextWords';

const cream = someCream;
const say = { temperature: (celsius: number) => `${Math.round(celsius)} °C` } as Parameters<
  typeof nextWords
>[4];
const start = { id: 'event-start', atSeconds: 1_800_000_000, kind: 'started' } as const;
const story = (...events: BatchEvent[]) =>
  batchStory({ tool: 'standMixer', capacity: 4500, loads: 1 }, [start, ...events]);
const mark = (stage: 'break' | 'stopped', at = 60): BatchEvent => ({
  id: `event-${stage}`,
  atSeconds: start.atSeconds + at,
  kind: 'mark',
  stage,
});

describe('what comes next', () => {
  const seen = foresee(cream);

  it('counts down to the break, and says when it may come any moment', () => {
    expect(nextWords(story(), seen, 0, undefined, say).next).toMatch(/^Break in \d/);
    expect(nextWords(story(), seen, seen.breakMinutes!.mid * 60, undefined, say).next).toMatch(
      /^Break any moment/,
    );
  });

  it('when it is late says so, why that usually is, and asks for the temperature', () => {
    const late = nextWords(story(), seen, seen.breakMinutes!.high * 61, undefined, say);
    expect(late.next).toBe('Later than nine in ten');
    expect(late.more).toMatch(/too cold, too full, or thin cream.*Take its temperature/);
    expect(nextWords(story(), seen, seen.breakMinutes!.high * 61, 9, say).more).toMatch(/It was 9 °C/);
  });

  it('does not blame the cold for cream that is as warm as it should be', () => {
    const late = nextWords(story(), seen, seen.breakMinutes!.high * 61, 14.5, say);
    expect(late.more).toMatch(/as warm as it should be: usually it is too full, or the cream is thin/);
    expect(late.more).not.toMatch(/too cold/);
  });

  it('lets drained butter rest, and does not send it back to be churned', () => {
    const resting = story(
      mark('break'),
      mark('stopped', 80),
      { id: 'event-drain', atSeconds: start.atSeconds + 90, kind: 'drained', measured: 'skipped' },
      { id: 'event-chill', atSeconds: start.atSeconds + 100, kind: 'paused', place: 'fridge', minutes: 16 },
    );
    expect(nextWords(resting, seen, 80, undefined, say).next).toBe('Let the butter rest');
  });

  it('warns of cream too warm to grain and too cold to break, with the temperature to aim for', () => {
    expect(nextWords(story(), foresee({ ...cream, temperature: 27 }), 30, undefined, say)).toMatchObject({
      next: 'Too warm to grain: chill it',
      more: expect.stringMatching(/Chill it to about 14 °C/),
    });
    const cold = foresee({ ...cream, tool: 'barrel', temperature: 1, roomTemperature: 1 });
    expect(nextWords(story(), cold, 30, undefined, say).next).toBe('Too cold to break soon');
  });

  it('leads on from the break to stopping, draining and washing', () => {
    expect(nextWords(story(mark('break')), seen, 70, undefined, say).next).toBe('Stop at wheat-grain size');
    expect(nextWords(story(mark('break'), mark('stopped', 80)), seen, 80, undefined, say).next).toBe(
      'Drain the buttermilk',
    );
    const paused = story({ id: 'event-pause', atSeconds: start.atSeconds + 90, kind: 'paused' });
    expect(nextWords(paused, seen, 90, undefined, say).next).toBe('Go on when you are ready');
  });
});
