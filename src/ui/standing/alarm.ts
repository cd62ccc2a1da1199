import { isMade, kindWord } from '@/core/standing/lotKinds';
import type { useSay } from '../frame/FarmContext';
import type { LotNow } from './lotNow';

/** What is milk and cream: what is made beside them is asked about, and alarms nobody. */
const alarming = new Set(['milk', 'cream']);

/** What does harm if nobody comes, worst first: milk that will not be cold in time, then what must be thrown out. */
export const alarmsOf = (lots: readonly LotNow[]): LotNow[] =>
  lots
    .filter(({ judged, lot }) => judged.urgent && alarming.has(lot.kind))
    .toSorted((a, b) => Number(a.judged.discard !== undefined) - Number(b.judged.discard !== undefined));

/** By-products past their time: what became of them is asked, once for all of them. */
export const longPast = (lots: readonly LotNow[]): LotNow[] =>
  lots.filter(({ judged, lot }) => judged.discard !== undefined && !alarming.has(lot.kind));

/** Where a lot is looked at and worked with. */
export const pageOf = ({ lot }: LotNow): string =>
  lot.kind === 'milk' ? `/pail/${lot.id}` : isMade(lot.kind) ? `/larder?piece=${lot.id}` : `/shelf/${lot.id}`;

export const nameOf = ({ lot }: LotNow): string =>
  lot.vessel?.name ?? (isMade(lot.kind) ? `${kindWord(lot.kind)} ${lot.code}` : lot.code);

/** Why a lot alarms, the same on every screen: since when, and what to do. */
export function alarmWords(one: LotNow, nowSeconds: number, say: ReturnType<typeof useSay>): string {
  const { discard, urgent } = one.judged;
  if (!discard) return unbroken(`${nameOf(one)} ${urgent ? notInTime() : stillWarm()}`);
  const since = discard.sinceSeconds;
  const when = since !== undefined && since < nowSeconds ? `, since ${say.when(since, nowSeconds)}` : '';
  return unbroken(
    `${nameOf(one)}: throw it out. ${discard.why[0]!.toUpperCase()}${say.words(discard.why.slice(1))}${when}.`,
  );

  function notInTime(): string {
    const late = `will not be at ${say.temperature(10)} in time`;
    return one.story?.place === 'iceWater'
      ? `${late} even in ice water: stir it, add ice, or part it into smaller vessels.`
      : `${late} where it stands: put it in ice water now.`;
  }

  function stillWarm(): string {
    return `is still at ${say.temperature(Math.round(one.celsius))} and was not cold in time: cool it now. It is not to drink or sell.`;
  }
}

/** A number and its unit stay on one line. */
const unbroken = (words: string): string => words.replace(/(\d) (?=°|h\b|min\b)/g, '$1\u00a0');
