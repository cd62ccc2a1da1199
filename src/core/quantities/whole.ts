import { counted } from './counted';
import { decimal } from './formatQuantity';

/**
 * Whole numbers with their unit for the core's sentences and the server's refusals, which speak °C, g, mL, mm and the
 * clock; the screens put them in the farm's units (`wordsIn`). No sentence rounds for itself.
 */
const whole =
  (unit: string) =>
  (value: number): string =>
    `${decimal(value, 0)} ${unit}`;

export const wholeCelsius = whole('°C');
export const wholeGrams = whole('g');
export const wholeMillilitres = whole('mL');
export const wholeMillimetres = whole('mm');
export const wholeMinutes = whole('min');
export const wholeHours = whole('h');
export const wholeLitres = whole('L');
export const wholeKilograms = whole('kg');

/** What a scale in a kitchen shows: tens of grams. */
export const tensOfGrams = (grams: number): string => wholeGrams(Math.round(grams / 10) * 10);

/** Days of `hours`: “1 day”, “6 days”. */
export const wholeDays = (hours: number): string => counted(Math.round(hours / 24), 'day');

/** A difference of `kelvins`, “3°”, which is no temperature: the screens put it in °F by itself. */
export const apart = (kelvins: number): string => `${decimal(kelvins, 1)}°`;

/** An amount of money, to the hundredth; whose money it is stands beside it. */
export const moneySaid = (amount: number): string => amount.toFixed(2);
