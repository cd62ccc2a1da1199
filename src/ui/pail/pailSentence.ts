import { list } from '@/core/quantities/list';
import { waitingPays } from '@/core/separating/waitingPays';
import type { Risen } from '../standing/useRises';
import type { LotNow } from '../standing/lotNow';

/** What to do about milk that stands: the sentence, what to skim, whether waiting still pays, what to cool. */
export interface PailSays {
  says: string;
  skim: LotNow[];
  waits?: boolean;
  cool?: LotNow;
}

/** Hours milk that rises is left to cream; its line is good by the twelfth (docs/handbook.md, creaming). */
const creamsFor = ({ ageHours }: LotNow): number => Math.max(1, Math.round(12 - ageHours));

/**
 * For how many hours this milk is better left alone, by the same judgement as the sentence over all milk; undefined when
 * it may be skimmed now.
 * @param gains g of fat that six hours more would gain, once that is worked out
 */
export function betterLeft(one: LotNow, gains: number | undefined): number | undefined {
  const { word } = one.waiting;
  if (word === 'cream rising' || word === 'cooling') return creamsFor(one);
  if (word !== 'ready to skim' || gains === undefined) return undefined;
  return waitingPays(gains, one.lot.fat) ? laterHours.waits : undefined;
}

const capital = (words: string): string => words[0]!.toUpperCase() + words.slice(1);

/** Hours a vessel is left alone after “later”: as long as waiting is said to pay, or a short while. */
export const laterHours = { waits: 6, now: 2 };

/** What to do about milk that stands, as one sentence with its reason. */
export function pailSentence(
  lots: readonly LotNow[],
  rises: ReadonlyMap<string, Risen>,
  { about, alarm }: { about: (grams: number) => string; alarm: (one: LotNow) => string },
  putOff: (lotId: string) => boolean = () => false,
): PailSays {
  // Two in vessels without a name are told apart by what is on their labels.
  const unnamed = lots.filter(({ lot }) => !lot.vessel).length;
  const name = ({ lot }: LotNow) => lot.vessel?.name ?? (unnamed > 1 ? lot.code : 'the milk');
  const bad = lots.find(({ waiting, lot }) => waiting.tone === 'danger' && lot.blockedReason === null);
  if (bad) return { says: alarm(bad), skim: [], cool: bad };
  const warm = lots.find(({ waiting }) => waiting.word === 'cooling' && waiting.tone === 'now');
  if (warm) return { says: `${capital(name(warm))} is still warm: cool it now.`, skim: [], cool: warm };
  const isReady = ({ lot, waiting }: LotNow) =>
    lot.kind === 'milk' &&
    lot.blockedReason === null &&
    (waiting.word === 'ready to skim' || waiting.word === 'skim at once');
  const ready = lots.filter(
    (one) => isReady(one) && (one.waiting.word === 'skim at once' || !putOff(one.lot.id)),
  );
  if (ready.length > 0) {
    const gains = ready.reduce((sum, { lot }) => sum + (rises.get(lot.id)?.rise.waitingGains ?? 0), 0);
    const known = ready.every(({ lot }) => rises.has(lot.id));
    const most = ready.reduce((sum, { lot }) => sum + lot.fat, 0);
    const names = ready.length <= 3 ? list(ready.map(name)) : `${ready.length} vessels`;
    const late = ready.some(({ waiting }) => waiting.word === 'skim at once');
    if (known && !late && waitingPays(gains, most))
      return {
        says: `Let ${names} stand: six hours more gain about ${about(gains)} of fat.`,
        skim: ready,
        waits: true,
      };
    return {
      says:
        known && !late
          ? `Skim ${names} now. Waiting six hours gains under ${about(Math.max(5, Math.ceil(gains / 5) * 5))}.`
          : `Skim ${names} now.`,
      skim: ready,
    };
  }
  const left = lots.filter(isReady);
  if (left.length > 0)
    return { says: `Nothing presses: ${list(left.map(name))} may stand a while yet.`, skim: [] };
  const rising = lots.find(({ waiting }) => waiting.word === 'cream rising' || waiting.word === 'cooling');
  if (rising)
    return {
      says: `Nothing presses: ${name(rising)} creams for about ${creamsFor(rising)} h more.`,
      skim: [],
    };
  return {
    says: lots.length === 0 ? 'No milk stands here. What came in?' : 'Nothing presses here.',
    skim: [],
  };
}
