import { sayIn } from './sayIn';

test('a stretch of temperatures has one unit, the farm’s; the same twice is one', () => {
  const [metric, us] = [sayIn('metric', 'Europe/Dublin'), sayIn('us', 'America/New_York')];
  expect(metric.temperatures(35, 40)).toBe('35–40 °C');
  expect(us.temperatures(35, 40)).toBe('95–104 °F');
  expect(metric.temperatures(4, 4)).toBe('4 °C');
  expect(us.temperatures(10, 10.05)).toBe('50 °F');
});
