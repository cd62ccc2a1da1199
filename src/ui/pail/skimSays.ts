import { creamDensity } from '@/core/dairy/creamDensity';
import { spokenFraction, text } from '@/core/quantities/formatQuantity';
import type { Cut } from '@/core/separating/cutBetween';
import { noGain } from '@/core/separating/waitingPays';
import type { useSay } from '../frame/FarmContext';

/** The sentence of the skim gauge, and why: what the ladle takes at a depth, or why it takes nothing yet. */
export function skimSays(
  {
    at,
    cut,
    isBoiled,
    tap,
    hardlyCreams,
    known,
    foreseeable,
    later,
    waitingGains,
    warm = false,
  }: {
    /** Where the ladle or the tap stops, mm below the surface. */
    at: number;
    cut: Cut | undefined;
    isBoiled: boolean;
    tap: boolean;
    /** Goat’s and sheep’s milk. */
    hardlyCreams: boolean;
    /** How far it has creamed is worked out. */
    known: boolean;
    /** It can be: it stands in a vessel with a shape. */
    foreseeable: boolean;
    /** Hours from now that are looked at. */
    later: number;
    /** g of fat that six hours more would gain. */
    waitingGains: number | undefined;
    /** It has to be cooled before anything else is done with it. */
    warm?: boolean;
  },
  say: Pick<ReturnType<typeof useSay>, 'about' | 'length' | 'volume'>,
): { says: string; why: string | undefined } {
  if (warm)
    return {
      says: 'Cool it first.',
      why: 'Its cream rises once it is cold, and is foreseen here then.',
    };
  if (isBoiled)
    return {
      says: 'Take the cream off with its skin.',
      why: 'Boiled milk creams by another way: about half its fat, at 25 to 45 %. Say how much you took.',
    };
  if (!foreseeable)
    return {
      says: 'Its cream cannot be foreseen yet.',
      why: 'Pour it into a vessel with a name, and it can.',
    };
  if (!known) return { says: 'Working out how far it has risen…', why: undefined };
  if (!cut)
    return hardlyCreams
      ? { says: 'This milk hardly creams.', why: 'Goat’s and sheep’s milk wants the separator.' }
      : { says: 'No line yet: let it stand.', why: undefined };
  const cream = `${say.volume(cut.creamMass / creamDensity(cut.creamFat, 5))} of cream at about ${text(spokenFraction(cut.creamFat, 0))}`;
  const { low, high } = cut.recovery;
  const [least, most] = [Math.round(low * 100), Math.round(high * 100)];
  const shares = `${least === most ? most : `${least}–${most}`}\u00a0% of the fat.`;
  const waiting =
    later > 0
      ? `That is in ${later} h.`
      : waitingGains === undefined
        ? undefined
        : waitingGains < noGain
          ? 'Waiting six hours gains next to nothing.'
          : `Waiting six hours gains about ${say.about(waitingGains)} of fat.`;
  return {
    says: tap ? `Stop the tap at ${say.length(at)}: ${cream} stays.` : `Ladle ${say.length(at)}: ${cream}.`,
    why: [`With ${shares}`, ...(waiting === undefined ? [] : [waiting])].join(' '),
  };
}
