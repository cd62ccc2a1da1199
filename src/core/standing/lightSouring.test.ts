import type { LotEvent } from './lotEvents';
import { judgeLot } from './judgeLot';
import type { ToldLot } from './lotStory';
import { lotStory } from './lotStory';
import { souringNow } from './souringNow';
import { restingCream } from '../planning/proposeChurning';

const start = 1_800_000_000;
const hour = 3600;
const at = (hours: number) => start + hours * hour;
type Body = LotEvent extends infer E ? (E extends LotEvent ? Omit<E, 'id' | 'atSeconds'> : never) : never;

/** A litre of raw cream, set out in a room of 21 °C after a night in the fridge. */
function raw(hours: number, ...more: [number, Body][]) {
  const events = (
    [
      [0, { kind: 'poured', mass: 1000, fat: 0.3, celsius: 4 }],
      [0, { kind: 'placed', place: 'room', celsius: 21 }],
      [0.001, { kind: 'soured', route: 'natural', generation: 0, lightly: true }],
      ...more,
    ] as [number, Body][]
  ).map(([when, body], i) => ({ id: `event-${i}-xx`, atSeconds: at(when), ...body }) as LotEvent);
  const lot: ToldLot = {
    kind: 'cream',
    treatment: 'raw',
    ripened: false,
    vessel: { kind: 'jar', diameter: 110, height: 160, wall: 'glass' } as unknown as ToldLot['vessel'],
    vesselFactor: 1,
    events,
  };
  const story = lotStory(lot, at(hours))!;
  const judged = judgeLot(
    {
      kind: 'cream',
      treatment: 'raw',
      ripened: false,
      blockedReason: null,
      oldestSeconds: start - 12 * hour,
      madeSeconds: start,
      souring: souringNow(lot, story)?.state,
    },
    story,
    at(hours),
  );
  return { story, judged, ripening: souringNow(lot, story)! };
}

test('cream that is to turn a little is tasted sooner than it would be ripe, on the same safety clock', () => {
  const { ripening, judged } = raw(1);
  expect(judged.waiting.word).toBe('souring a little');
  expect(judged.discard).toBeUndefined();
  const light = ripening.readyHours!.mid;
  expect(light).toBeGreaterThan(3);
  expect(light).toBeLessThan(40);
  // Sooner than thick and tart.
  expect(light).toBeLessThan(
    0.9 * raw(1, [0.5, { kind: 'soured', route: 'natural', generation: 0 }]).ripening.readyHours!.mid,
  );
  const later = raw(1.2 * light);
  expect(later.ripening.phNow.mid).toBeLessThan(6);
  expect(later.judged.waiting.word).toBe('tart? taste');
});

test('tasted, it is churned or chilled, is no ripened cream, and is proposed to the churn', () => {
  const tasted: [number, Body] = [10, { kind: 'looked', seen: 'lightlyTart' }];
  const { story, judged } = raw(10.1, tasted);
  expect(judged.waiting).toEqual({ word: 'churn or chill', tone: 'now' });
  expect(judged.mayNot.churn).toBeUndefined();
  expect(story.soured).toBe(false);
  const resting = restingCream({
    lot: { id: 'cream-001', ripened: false, blockedReason: null, details: {} },
    story,
    volume: 1000,
    ageHours: 22,
    judged,
    table: false,
  });
  expect(resting).toMatchObject({ souring: false, ripened: false });
  const chilled = raw(16, tasted, [10.2, { kind: 'placed', place: 'fridge', celsius: 4 }]);
  expect(chilled.judged.waiting.word).toBe('to churn');
});

test('a little sour keeps nothing: neither churned nor chilled in time it is thrown out, tasted or not', () => {
  expect(raw(80).judged.discard).toBeDefined();
  expect(raw(80, [10, { kind: 'looked', seen: 'lightlyTart' }]).judged.discard).toBeDefined();
  // Thick and tart in time it is ripened cream, whatever was meant.
  const ripe = raw(50, [40, { kind: 'looked', seen: 'thickAndTart' }]);
  expect(ripe.judged.discard).toBeUndefined();
  expect(ripe.story.soured).toBe(true);
});

test('said of cream that was never set to sour, it changes nothing', () => {
  const { story } = raw(5);
  expect(story.souring?.lightly).toBe('meant');
});
