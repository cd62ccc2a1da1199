import { calculate } from '../calculations';
import type { ThawTime } from '../standing/thawTime';
import type { ChillIce } from './chillIce';

const ice = (change: object = {}) =>
  calculate('chill.ice', { mass: 4000, fat: 0.04, from: 36, ...change }) as ChillIce;
const thaw = (change: object = {}) => calculate('thaw.time', { mass: 880, fat: 0.35, ...change }) as ThawTime;

it('ice takes the heat that has to go: four litres of milk want about two kilograms', () => {
  // 4 kg · 3.9 J/gK · 32 K and 4 kg of water by 10 K, over 334 + 2 · 4.18 J/g.
  const least = (4000 * 3.9 * 32 + 4000 * 4.18 * 10) / 342.4;
  expect(ice().ice.low / (1.1 * least)).toBeCloseTo(1, 1);
  expect(ice().ice.mid).toBeGreaterThan(ice().ice.low);
  expect(ice({ iceCelsius: -18 }).ice.mid).toBeLessThan(ice().ice.mid);
  expect(ice({ bottleMass: 500 }).bottles).toBe(Math.ceil(ice().ice.mid / 500));
  expect(ice({ waterMass: 0 }).ice.mid).toBeLessThan(ice().ice.mid);
  expect(() => ice({ to: 1 })).toThrow(/about 2 °C/);
  expect(() => ice({ to: 40 })).toThrow(/colder than it is/);
});

it('cream thaws through its ice: 0.9 L in a room of 20 °C takes about ten hours to 4 °C, not two', () => {
  const room = thaw({ place: 'room', around: 20 });
  expect(room.hours.mid).toBeGreaterThan(7);
  expect(room.hours.mid).toBeLessThan(13);
  expect(room.iceHours / room.hours.mid).toBeGreaterThan(0.5);
  expect(room.cautions[0]).toMatchObject({ key: 'fridge', level: 'danger' });
  expect(thaw({ place: 'coldWater' }).hours.mid).toBeLessThan(room.hours.mid);
  expect(() => thaw({ place: 'fridge', around: 4, to: 12 })).toThrow(/does not come to that/);
});
