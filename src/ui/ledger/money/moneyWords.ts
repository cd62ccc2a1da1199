import type { Prices, YearBooks, YearMoney } from '@/core/planning/yearMoney';
import { costKnown } from '@/core/planning/yearMoney';
import { decimal } from '@/core/quantities/formatQuantity';
import type { UnitSystem } from '@/core/quantities/units';

/** How much of a litre and of a kilogram the farm’s own measure is. */
export const measures: Record<
  UnitSystem,
  { liquid: string; litres: number; weight: string; kilograms: number }
> = {
  metric: { liquid: 'litre', litres: 1, weight: 'kilogram', kilograms: 1 },
  us: { liquid: 'quart', litres: 0.946352946, weight: 'pound', kilograms: 0.45359237 },
  imperial: { liquid: 'pint', litres: 0.56826125, weight: 'pound', kilograms: 0.45359237 },
};

/** An amount in the house’s own money. */
export const sayMoney = (amount: number, { money }: Prices): string => {
  const said = Math.abs(amount).toFixed(2);
  return `${amount < 0 ? '−' : ''}${money ? `${money} ` : ''}${said}`;
};

/** What nobody knows to the hundredth: to two figures. */
const about = (amount: number, { money }: Prices): string =>
  `${money ? `${money} ` : ''}${decimal(Number(amount.toPrecision(2)), 0)}`;

/** What the year’s butter came to, in one sentence. */
export function moneySays(
  books: YearBooks,
  prices: Prices,
  cost: YearMoney | undefined,
  system: UnitSystem,
): { says: string; why: string } {
  const { weight, kilograms } = measures[system];
  if (!cost) return { says: 'No butter was packed in the last year.', why: 'Once some is, what it costs stands here.' };
  if (!costKnown(books, prices))
    return { says: 'What does your milk cost?', why: `Say what a ${measures[system].liquid} of it costs in feed, or would fetch, and what a ${weight} of your butter costs is worked out from the books.` };
  const each = cost.perKilogram.mid * kilograms;
  const against = cost.againstShop === undefined ? undefined : cost.againstShop * kilograms;
  const says = `A ${weight} of your butter costs ${sayMoney(each, prices)}${
    against === undefined ? '' : Math.abs(against) < 0.02 * each ? ', as much as in the shop' : `, ${sayMoney(Math.abs(against), prices)} ${against > 0 ? 'less' : 'more'} than in the shop`
  }.`;
  const dearest = cost.parts.toSorted((a, b) => b.perKilogram - a.perKilogram)[0];
  const why = [
    ...(dearest ? [`Its dearest part is ${partNames[dearest.name] ?? dearest.name.toLowerCase()}: ${sayMoney(dearest.perKilogram * kilograms, prices)}.`] : []),
    ...(prices.hour ? [`Without pay for the hours it would be ${sayMoney(cost.withoutHours * kilograms, prices)}.`] : []),
    ...(cost.earnedPerHour === undefined ? [] : [`Against the shop an hour of it earned ${sayMoney(cost.earnedPerHour, prices)}.`]),
    ...(cost.againstSelling === undefined
      ? []
      : [`Over the year making butter brought about ${about(Math.abs(cost.againstSelling), prices)} ${cost.againstSelling >= 0 ? 'more' : 'less'} than selling the cream would have.`]),
  ].join(' ');
  return { says, why };
} // prettier-ignore

export const partNames: Record<string, string> = {
  Cream: 'the milk and cream',
  Salt: 'salt',
  Culture: 'culture',
  Fuel: 'fuel and power',
  Packing: 'wrapping',
  Hours: 'the hours',
  Skim: 'what the skim was worth',
  Buttermilk: 'what the buttermilk was worth',
};
