import { counted } from './counted';
import {
  decimal,
  clockText,
  percent,
  saidMass,
  saidMassRange,
  spokenDegrees,
  spokenFraction,
  spokenMass,
  spokenMinutes,
  spokenRange,
  spokenTemperature,
  spokenVolume,
  text,
  wordsIn,
} from './formatQuantity';
import { inPoints } from './points';

describe('masses, as a person says them', () => {
  it.each([
    [7.25, 'metric', '7.3 g'],
    [612.4, 'metric', '612 g'],
    [999.4, 'metric', '999 g'],
    [1000, 'metric', '1 kg'],
    [1419, 'metric', '1.42 kg'],
    [14400, 'metric', '14.4 kg'],
    [28.349523125, 'us', '1 oz'],
    [12, 'us', '0.42 oz'],
    [453.59237, 'us', '1 lb'],
    [680.388555, 'imperial', '1.5 lb'],
    [-30, 'metric', '−30 g'],
  ] as const)('%d g on a %s farm is %s', (grams, system, said) => {
    expect(text(spokenMass(grams, system))).toBe(said);
  });

  it.each([
    [883, '885 g'],
    [41.2, '41 g'],
    [2312, '2.3 kg'],
  ])('an estimate of %d g is said as %s', (grams, said) => {
    expect(text(saidMass(grams, 'metric'))).toBe(said);
  });

  it.each([
    [862, 904, 'metric', '860–905 g'],
    [812, 1108, 'metric', '0.81–1.11 kg'],
    [400, 470, 'us', '0.88–1.04 lb'],
    [500, 500, 'metric', '500 g'],
  ] as const)('from %d to %d g on a %s farm is %s', (low, high, system, said) => {
    expect(text(saidMassRange(low, high, system))).toBe(said);
  });
});

describe('volumes', () => {
  it.each([
    [750, 'metric', '750 mL'],
    [1400, 'metric', '1.4 L'],
    [4.9, 'metric', '4.9 mL'],
    [946.352946, 'us', '1 qt'],
    [118.29, 'us', '0.5 cup'],
    [354.88, 'us', '1.5 cups'],
    [14.79, 'us', '1 tbsp'],
    [1136.5225, 'imperial', '1 qt'],
  ] as const)('%d mL on a %s farm is %s', (millilitres, system, said) => {
    expect(text(spokenVolume(millilitres, system))).toBe(said);
  });
});

describe('temperatures, times and shares', () => {
  it('are rounded to what a thermometer shows', () => {
    expect(text(spokenTemperature(13.9, 'metric'))).toBe('14 °C');
    expect(text(spokenTemperature(13.6, 'metric'))).toBe('13.5 °C');
    expect(text(spokenTemperature(-2, 'metric'))).toBe('−2 °C');
    expect(text(spokenTemperature(4, 'us'))).toBe('39 °F');
    expect(text(spokenDegrees(2, 'us'))).toBe('3.6 °F');
    expect(text(spokenDegrees(2, 'imperial'))).toBe('2 °C');
  });

  it.each([
    [0.3, '20 s'],
    [0.01, '5 s'],
    [1.26, '1.5 min'],
    [11.7, '12 min'],
    [89.6, '90 min'],
    [132, '2 h 10'],
    [180, '3 h'],
  ])('%d minutes is %s', (minutes, said) => {
    expect(text(spokenMinutes(minutes))).toBe(said);
  });

  it('names both units when a range crosses them', () => {
    expect(text(spokenRange(0.5, 3, spokenMinutes))).toBe('30 s – 3 min');
    expect(text(spokenRange(4, 9, spokenMinutes))).toBe('4–9 min');
  });

  it.each([
    [0.016, '1.6 %'],
    [0.38, '38 %'],
    [1, '100 %'],
  ])('%d is %s', (share, said) => {
    expect(text(spokenFraction(share))).toBe(said);
  });

  it.each([
    [0, '0:00'],
    [65.9, '1:05'],
    [3845, '1:04:05'],
    [-3, '0:00'],
  ])('a clock at %d s reads %s', (seconds, reads) => {
    expect(clockText(seconds)).toBe(reads);
  });
});

describe('a sentence of the core in the farm’s units', () => {
  it('turns temperatures, ranges and amounts, and nothing else', () => {
    const said = 'Warm it from −18 °C to 35–40 °C in 12 min; add 60 mL of water to 500 g, pH 4.6.';
    expect(wordsIn(said, 'metric')).toBe(said);
    expect(wordsIn(said, 'us')).toBe(
      'Warm it from 0 °F to 95–104 °F in 12 min; add 0.25 cup of water to 1.1 lb, pH 4.6.',
    );
    expect(wordsIn(said, 'imperial')).toContain('35–40 °C');
  });
});

test('in a refusal litres are put in the farm’s units as well, and what was typed is quoted as it was', () => {
  expect(wordsIn('Tall can holds 1.2 L to the brim: “2 L” is more than fits.', 'us')).toBe(
    'Tall can holds 1.27 qt to the brim: “2 L” is more than fits.',
  );
});

test('degrees Fahrenheit are whole, but for a half that was read', () => {
  const said = (celsius: number) => text(spokenTemperature(celsius, 'us'));
  expect([said(118), said(7), said(-18), said((57.5 - 32) / 1.8)]).toEqual([
    '244 °F',
    '45 °F',
    '0 °F',
    '57.5 °F',
  ]);
});

test('lengths in a sentence are put in the farm’s units', () => {
  expect(wordsIn('Grains of about 3 mm.', 'us')).toBe('Grains of about 0.1 in.');
  expect(wordsIn('Grains of about 3 mm.', 'metric')).toBe('Grains of about 3 mm.');
});

test('no number ends in an idle nought, and one point is a point', () => {
  expect([decimal(1, 2), decimal(1.5, 2), decimal(-0.04, 1), decimal(10, 0)]).toEqual([
    '1',
    '1.5',
    '0',
    '10',
  ]);
  expect([inPoints(0.01), inPoints(0.015)]).toEqual(['1 point', '1.5 points']);
});

test('no share shows the digits of its arithmetic, in new sentences or in kept ones', () => {
  expect(percent(0.041)).toBe('4.1 %');
  expect(percent(0.36)).toBe('36 %');
  expect(wordsIn('Mixed herd: 4.1000000000000005 %.', 'metric')).toBe('Mixed herd: 4.1 %.');
});

test('what years add up to is read in threes, and what is typed stays as it is', () => {
  expect(decimal(10_184, 0)).toBe('10,184');
  expect(decimal(-1_234_567.25, 1)).toBe('−1,234,567.3');
  expect(decimal(9652, 0)).toBe('9652');
  expect(counted(10_184, 'batch', 'batches')).toBe('10,184 batches');
  expect(text(spokenMass(10_539_000, 'metric'))).toBe('10,539 kg');
});

test('what would round to a thousand of the smaller unit is said in the larger', () => {
  expect(text(spokenVolume(999.7, 'metric'))).toBe('1 L');
  expect(text(spokenVolume(999.4, 'metric'))).toBe('999 mL');
  expect(text(spokenMass(999.6, 'metric'))).toBe('1 kg');
  expect(text(spokenMass(-999.6, 'metric'))).toBe('−1 kg');
});
