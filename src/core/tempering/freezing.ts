import { enthalpy, temperatureAtHeat } from './enthalpy';

/** Heat of freezing water, J/g; where dairy serum begins to freeze, °C; the share of its water that can (docs/models.md, Heat). */
const freezingHeat = 334;
export const freezesAt = -0.5;
const freezable = 0.9;
/** Water in serum, mass fraction (handbook §6.1: 9.0–9.2 % solids-not-fat). */
const serumWater = 0.909;
/** No vessel here is warmer or colder than this, °C. */
const hottest = 120;
const coldest = -60;

/** Share of the water that is ice: rising from the freezing point as Raoult's law has it, to about .85 at −10 °C. */
export const iceShare = (celsius: number): number =>
  celsius >= freezesAt ? 0 : freezable * (1 - freezesAt / celsius);

/** Enthalpy of milk or cream with the heat its ice still owes, J per g. */
const heatWithIce = (fat: number, celsius: number): number =>
  enthalpy(fat, celsius) - freezingHeat * (1 - fat) * serumWater * iceShare(celsius);

/** The temperature milk or cream comes to, °C, when so many joules are put into each of its grams: ice melts and forms on the way. */
export function warmedBy(fat: number, celsius: number, joulesPerGram: number): number {
  const wanted = heatWithIce(fat, celsius) + joulesPerGram;
  return temperatureAtHeat((t) => heatWithIce(fat, t), wanted, coldest, hottest);
}
