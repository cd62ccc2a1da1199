import { stopTime } from './stopTime';

const story = (
  marks: {
    stage: 'thickening' | 'whipped' | 'break';
    load: number;
    elapsedSeconds: number;
    inferred?: true;
  }[],
) => ({ load: 1, marks }) as unknown as Parameters<typeof stopTime>[1];
const window = {
  stageMinutes: { thickening: 4, whipped: 12.4, grainy: 19.7 },
  breakMinutes: { low: 21.2, mid: 25, high: 31.4 },
};

describe('the time under a stop', () => {
  it('is when it happened, in the load in hand', () => {
    const told = story([
      { stage: 'thickening', load: 1, elapsedSeconds: 195 },
      { stage: 'thickening', load: 2, elapsedSeconds: 300 },
    ]);
    expect(stopTime('thickening', told, window, 200)).toEqual({ seen: true, says: '3:15' });
    expect(stopTime('thickening', { ...told, load: 2 }, window, 200)).toEqual({ seen: true, says: '5:00' });
  });

  it('is no sign that anybody saw it where it was worked out from the break', () => {
    const told = story([{ stage: 'whipped', load: 1, elapsedSeconds: 700, inferred: true }]);
    expect(stopTime('whipped', told, window, 1500)).toEqual({ seen: false, says: 'about 12 min' });
  });

  it('or when it is foreseen, in whole minutes, and “about now” from shortly before', () => {
    expect(stopTime('grainy', story([]), window, 60)).toEqual({ seen: false, says: '20 min' });
    expect(stopTime('grainy', story([]), window, 17 * 60).says).toBe('about now');
    expect(stopTime('break', story([]), window, 60).says).toBe('21–31 min');
    expect(stopTime('break', story([]), window, 22 * 60).says).toBe('about now');
    expect(stopTime('break', story([]), { ...window, breakMinutes: { low: 0.2, mid: 0.4, high: 0.9 } }, 0).says).toBe('1 min');
  }); // prettier-ignore

  it('and nothing where nothing is foreseen', () => {
    expect(stopTime('stopped', story([]), window, 60).says).toBe('');
    expect(stopTime('break', story([]), { ...window, breakMinutes: undefined }, 60).says).toBe('');
    expect(stopTime('whipped', story([]), { ...window, stageMinutes: {} }, 60).says).toBe('');
  });
});
