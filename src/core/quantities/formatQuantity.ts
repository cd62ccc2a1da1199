import { fahrenheitFrom } from './temperature';
import { gramsPerOunce, gramsPerPound, kitchenMeasures } from './units';
import type { UnitSystem } from './units';

/** A number and its unit, kept apart so that the unit can be set smaller. */
export interface Spoken {
  number: string;
  unit: string;
}

export const text = (spoken: Spoken): string =>
  spoken.unit.startsWith('%') ? `${spoken.number} %` : `${spoken.number} ${spoken.unit}`.trim();

/** Rounds to as many figures as a person would say: three below a hundred thousand, never more than `places` decimals. */
function round(value: number, places: number): string {
  const size = Math.abs(value);
  return decimal(value, size >= 100 ? 0 : Math.min(size >= 10 ? 1 : 2, places));
}

/** From here on it is a kilogram or a litre: what would round to a thousand of the smaller is said in the larger. */
const thousand = 999.5;

/** Mass `grams` in the farm's own units: g and kg, or oz and lb. */
export function spokenMass(grams: number, system: UnitSystem): Spoken {
  if (system === 'metric') {
    if (Math.abs(grams) >= thousand) return { number: round(grams / 1000, 2), unit: 'kg' };
    return { number: round(grams, Math.abs(grams) < 10 ? 1 : 0), unit: 'g' };
  }
  if (Math.abs(grams) >= gramsPerPound) return { number: round(grams / gramsPerPound, 2), unit: 'lb' };
  return { number: round(grams / gramsPerOunce, Math.abs(grams) < gramsPerOunce ? 2 : 1), unit: 'oz' };
}

/** Volume `millilitres` in the farm's own units: mL and L, or quarts, cups and spoons. */
export function spokenVolume(millilitres: number, system: UnitSystem): Spoken {
  const size = Math.abs(millilitres);
  if (system === 'metric') {
    if (size >= thousand) return { number: round(millilitres / 1000, 2), unit: 'L' };
    return { number: round(millilitres, size < 10 ? 1 : 0), unit: 'mL' };
  }
  const { quart, cup, tablespoon } = kitchenMeasures[system] as Record<
    'quart' | 'cup' | 'tablespoon',
    number
  >;
  if (size >= quart * 0.99) return { number: round(millilitres / quart, 2), unit: 'qt' };
  if (size >= cup / 4) return { number: round(millilitres / cup, 2), unit: size > cup ? 'cups' : 'cup' };
  return { number: round(millilitres / tablespoon, 1), unit: 'tbsp' };
}

/** Temperature `celsius` as °C, or °F on a US farm. */
export function spokenTemperature(celsius: number, system: UnitSystem): Spoken {
  const shown = system === 'us' ? fahrenheitFrom(celsius) : celsius;
  return {
    // Half a degree Fahrenheit is said where somebody read it, and not for what comes out of a conversion.
    number: decimal(
      system === 'us' && Math.abs((shown * 2) % 1) > 0.02 && Math.abs((shown * 2) % 1) < 0.98
        ? Math.round(shown)
        : Math.round(shown * 2) / 2,
      1,
    ),
    unit: system === 'us' ? '°F' : '°C',
  };
}

/** A difference of `kelvins`, as °C, or °F on a US farm. */
export function spokenDegrees(kelvins: number, system: UnitSystem): Spoken {
  return { number: round(system === 'us' ? kelvins * 1.8 : kelvins, 1), unit: system === 'us' ? '°F' : '°C' };
}

/** Share of the whole as a percentage with at most `places` decimals. */
export function spokenFraction(share: number, places = 1): Spoken {
  return { number: decimal(share * 100, places), unit: '%' };
}

/** A share in words: “4.1 %”. */
export const percent = (share: number, places = 1): string => text(spokenFraction(share, places));

/** A number of nothing in particular with at most `places` decimals, none of them an idle zero: “1.5”, “2”. */
export const decimal = (value: number, places: number): string =>
  (places > 0 ? value.toFixed(places).replace(/\.?0+$/, '') : value.toFixed(0))
    .replace(/^-0$/, '0')
    .replace(/^-?\d{5,}/, grouped)
    .replace('-', '−');

/** Digits in threes, where they are many: what years add up to, and nobody types. */
const grouped = (digits: string): string => digits.replace(/\B(?=(\d{3})+$)/g, ',');

/** `minutes` as a person would say it: 40 s, 12 min, 2 h 10. */
export function spokenMinutes(minutes: number): Spoken {
  if (minutes < 0.95) return { number: String(Math.max(5, Math.round((minutes * 60) / 5) * 5)), unit: 's' };
  if (minutes < 9.5) return { number: (Math.round(minutes * 2) / 2).toString(), unit: 'min' };
  if (minutes < 90) return { number: String(Math.round(minutes)), unit: 'min' };
  const quarter = Math.round(minutes / 10) * 10;
  const hours = Math.floor(quarter / 60);
  return { number: `${hours} h${quarter % 60 ? ` ${String(quarter % 60).padStart(2, '0')}` : ''}`, unit: '' };
}

/**
 * A range in one unit ("860–905 g"), rounded as a person would say it.
 * `speak` gives number and unit for one end.
 */
export function spokenRange(low: number, high: number, speak: (value: number) => Spoken): Spoken {
  const top = speak(high);
  const bottom = speak(low);
  if (bottom.unit === top.unit)
    return {
      number: bottom.number === top.number ? top.number : `${bottom.number}–${top.number}`,
      unit: top.unit,
    };
  return { number: `${text(bottom)} – ${top.number}`, unit: top.unit };
}

/** Rounds an estimate of grams to the nearest 5 g (or 0.1 oz at small sizes): ranges, not false precision. */
export function saidMass(grams: number, system: UnitSystem): Spoken {
  if (system !== 'metric') return spokenMass(grams, system);
  const step = grams >= 2000 ? 50 : grams >= 200 ? 5 : 1;
  return spokenMass(Math.round(grams / step) * step, system);
}

/** A range of masses, both ends in the unit of the larger: “0.81–1.11 kg”, “860–905 g”. */
export function saidMassRange(low: number, high: number, system: UnitSystem): Spoken {
  const top = saidMass(high, system);
  const bottom = saidMass(low, system);
  if (top.unit === bottom.unit) return spokenRange(low, high, (grams) => saidMass(grams, system));
  const per = top.unit === 'kg' ? 1000 : gramsPerPound;
  return { number: `${round(low / per, 2)}–${round(high / per, 2)}`, unit: top.unit };
}

/** Elapsed seconds as a clock reads: 4:05, 1:04:05. */
export function clockText(seconds: number): string {
  const whole = Math.max(0, Math.floor(seconds));
  const hours = Math.floor(whole / 3600);
  const minutes = Math.floor((whole % 3600) / 60);
  const rest = String(whole % 60).padStart(2, '0');
  return hours > 0 ? `${hours}:${String(minutes).padStart(2, '0')}:${rest}` : `${minutes}:${rest}`;
}

/** A length in mm, or in inches on US and imperial farms. */
export function spokenLength(millimetres: number, system: UnitSystem): Spoken {
  return system === 'metric'
    ? { number: String(Math.round(millimetres)), unit: 'mm' }
    : { number: round(millimetres / 25.4, 1), unit: 'in' };
}

const celsiusSaid = /(−|-)?(\d+(?:\.\d+)?)(?:(–| to )(\d+(?:\.\d+)?))? °C/g;
const degreesApart = /(\d+(?:\.\d+)?)°(?! ?[CF])/g;
const millilitresSaid = /(\d+(?:\.\d+)?) (m?)L\b/g;
const millimetresSaid = /(\d+(?:\.\d+)?) mm\b/g;
const unrounded = /\d+\.\d{9,}/g;
const gramsSaid = /(\d+(?:\.\d+)?) (k?)g\b/g;

/** A sentence of the core, which speaks °C, mL and g, in the farm's own units. */
export function wordsIn(words: string, system: UnitSystem): string {
  // Sentences kept from before they were rounded.
  const rounded = words.replace(unrounded, (number) => String(Number(Number(number).toFixed(3))));
  if (system === 'metric') return rounded;
  // What somebody typed is quoted as it was typed.
  return rounded
    .split(/(“[^”]*”)/)
    .map((part) => (part.startsWith('“') ? part : partIn(part, system)))
    .join('');
}

function partIn(words: string, system: UnitSystem): string {
  return words
    .replace(celsiusSaid, (_, minus: string | undefined, from: string, dash?: string, to?: string) => {
      const low = spokenTemperature(Number(from) * (minus ? -1 : 1), system);
      return to === undefined
        ? text(low)
        : `${low.number}${dash}${text(spokenTemperature(Number(to), system))}`;
    })
    .replace(degreesApart, (_, kelvins: string) => `${spokenDegrees(Number(kelvins), system).number}°`)
    .replace(millilitresSaid, (_, amount: string, small: string) =>
      text(spokenVolume(Number(amount) * (small ? 1 : 1000), system)),
    )
    .replace(millimetresSaid, (_, length: string) => text(spokenLength(Number(length), system)))
    .replace(gramsSaid, (_, amount: string, kilo: string) =>
      text(spokenMass(Number(amount) * (kilo ? 1000 : 1), system)),
    );
}
