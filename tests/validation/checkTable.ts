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
  [16, 0.9],
  [18, 0.83],
  [20, 0.78],
  [21, 0.8],
  [22, 0.95],
  [23, 1.7],
];
/** °C and what the buttermilk keeps, percent of fat. */
export const tableButtermilk: readonly (readonly [number, number])[] = [
  [8, 1.5],
  [10, 1],
  [12, 0.8],
  [14, 0.8],
  [16, 0.9],
  [18, 1.1],
  [20, 1.8],
  [21, 2.6],
  [22, 3.8],
];
/** How full a closed vessel is, and the break time against one that is 0.4 full. */
export const tableFills: readonly (readonly [number, number])[] = [
  [0.4, 1],
  [0.5, 1.1],
  [0.55, 1.3],
  [0.6, 1.7],
  [0.67, 2.6],
  [0.75, 5],
];
