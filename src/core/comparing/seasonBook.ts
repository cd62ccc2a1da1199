import type { Feed } from '../churning/batchWords';

/** Which half of the world it is, as far as grass goes; none where there is no winter. */
export type Half = 'north' | 'south';

/** Half the distance between soft summer and hard winter fat, K: churned at 10–12 and at 12–15 °C (handbook §6.4–6.7). */
const swing = 1.25;
/** Milk is fattest in January and leanest in June, by so much about its mean (Heck et al., J. Dairy Sci. 92, 2009: 4.57 and 4.10 % in the north). */
const milkSwing = 0.054;
/** Month in whose middle winter is deepest, 1 to 12. */
const deepest: Record<Half, number> = { north: 1, south: 7 };

const winterly = (month: number, half: Half): number =>
  Math.cos((2 * Math.PI * (month - deepest[half])) / 12);

/** How hard the fat is in a month by the book, K about the mean curve. */
export const bookHardness = (month: number, half: Half): number => swing * winterly(month, half);

/** Fat of the milk in a month over its mean of the year, by the book. */
export const bookMilkSwing = (month: number, half: Half): number => 1 + milkSwing * winterly(month, half);

/** What cows eat in a month where nobody said: grass for five months about midsummer, a month of change on either side (engineering estimate). */
export function usualFeed(month: number, half: Half): Feed {
  const fromMidsummer = Math.abs(((month - deepest[half] + 12) % 12) - 6);
  return fromMidsummer <= 2 ? 'grass' : fromMidsummer === 3 ? 'mixed' : 'hay';
}

/** How yellow cow's butter is by what she ate, 1 white … 6 deep yellow (engineering estimate; handbook §4). */
export const cowColour: Record<Feed, readonly [number, number]> = {
  grass: [4, 6],
  mixed: [3, 4],
  hay: [1, 3],
};

/** How yellow butter is by the book: that of goats, ewes and buffaloes is white (handbook §4). */
export const bookColour = (feed: Feed, white: boolean): readonly [number, number] =>
  white ? [1, 1] : cowColour[feed];

/** Fewer words of what they ate say nothing of where the farm is. */
const leastFed = 6;

/** The half of the world by what was fed in which month, where that was said often enough; else as the clock has it. */
export function halfFed(batches: readonly { month: number; feed?: Feed }[], byClock: Half): Half {
  const fed = batches.filter(({ feed }) => feed === 'grass' || feed === 'hay');
  if (fed.length < leastFed) return byClock;
  const north = fed.reduce(
    (sum, { month, feed }) => sum + winterly(month, 'north') * (feed === 'hay' ? 1 : -1),
    0,
  );
  return Math.abs(north) < 0.15 * fed.length ? byClock : north > 0 ? 'north' : 'south';
}

/** Where clocks are never put forward, by the zones that lie in the south. */
const southern =
  /^(?:Antarctica|Australia|Indian\/(?:Antananarivo|Mauritius|Reunion)|Pacific\/(?:Auckland|Fiji|Tongatapu|Noumea|Apia)|Africa\/(?:Johannesburg|Harare|Lusaka|Maputo|Gaborone|Maseru|Mbabane|Windhoek|Luanda|Blantyre)|America\/(?:Argentina\/.*|Buenos_Aires|Sao_Paulo|Montevideo|Asuncion|Santiago|Punta_Arenas|La_Paz|Lima|Bahia|Campo_Grande|Cuiaba|Recife|Fortaleza))/;

/** The half of the world a time zone lies in (IANA names); places on the line count as north. */
export const halfOf = (timeZone: string): Half => (southern.test(timeZone) ? 'south' : 'north');
