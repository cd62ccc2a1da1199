import { sayIn } from '../frame/sayIn';
import { correctedWords } from './correctedWords';

const metric = sayIn('metric', 'UTC');
const us = sayIn('us', 'UTC');

test('what was put right is said with what it was, in the farm’s units', () => {
  const to = { creamMass: 1600, creamVolume: 1590, creamFat: 0.4, temperature: 12 };
  const was = { creamMass: 1400, creamVolume: 1390, creamFat: 0.36, temperature: 14 };
  expect(correctedWords(to, was, metric)).toBe(
    '1.59 L of cream, was 1.39 L; 40 % fat, was 36 %; 12 °C, was 14 °C',
  );
  expect(correctedWords(to, was, us)).not.toMatch(/ L|°C| g\b/);
});

test.each([
  [{ treatment: 'raw' }, { treatment: 'pasteurised' }, 'raw, was pasteurised'],
  [{ ripened: true }, { ripened: false }, 'ripened, was sweet'],
  [{ homogenised: true }, { homogenised: false }, 'homogenised'],
  [{ tool: 'jar', vesselId: null }, { tool: 'barrel', vesselId: 'v1' }, /^a shaken jar, was/],
  [{ capacity: 4000 }, { capacity: 5000 }, 'a churn of 4 L, was 5 L'],
  [{ creamMass: 2000 }, { creamMass: 2010 }, /^2 kg of cream, was 2\.01 kg$/],
  [{ creamFatSd: 0.01 }, { creamFatSd: 0.02 }, 'how sure it is'],
] as const)('%j is said', (to, was, words) => {
  const said = correctedWords(to, was, metric);
  if (typeof words === 'string') expect(said).toBe(words);
  else expect(said).toMatch(words);
});
