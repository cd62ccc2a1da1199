/** The conditions of the churning check table: isothermal, 38 % fat, 0.4 full, a 15-minute prior at 14 °C. */
export const table = {
  churn: { rate: 1.37 / 900, power: 4, exchange: 0.5, airMost: 0.8, closed: true },
  fat: 0.38,
  temperature: 14,
  roomTemperature: 20,
  fill: 0.4,
  ripened: false,
  hardness: 0,
  isothermal: true,
} as const;
/** °C and the break time of the table over its prior. */
export const tableBreaks: readonly (readonly [number, number])[] = [
  [6, 7.9],
  [8, 3.4],
  [10, 1.8],
  [12, 1.2],
  [14, 1],
  [16, 0.94],
  [18, 0.95],
  [20, 1.04],
  [22, 1.4],
  [23, 2],
];
