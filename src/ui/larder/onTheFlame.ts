import type { GheeStage, GheeTimes } from '@/core/byProducts/gheeStages';
import { gheeNow, seenAt } from '@/core/byProducts/gheeStages';
import { keptDraft, keepDraft } from '../frame/useDraft';

/** What was typed and marked of ghee on the flame; kept on this device until it is written down. */
export interface OnTheFlame {
  someTyped: string;
  gheeTyped: string;
  seen: GheeTimes;
}

/** A pan of ghee is done or forgotten after this, s (engineering estimate). */
const longest = 4 * 3600;
/** Told to the page that shows the pan, where it is open. */
export const flameChanged = 'immulgo-flame';
export const flameKey = (lotId: string): string => `ghee:${lotId}`;

/** What was seen of a pan that is still on the flame: one of this morning is not any more. */
export const onTheFlame = (seen: GheeTimes, nowSeconds: number): GheeTimes =>
  Math.max(0, ...Object.values(seen)) > nowSeconds - longest ? seen : {};

/**
 * Marks a stage of the ghee a piece is made into, from anywhere on this device.
 * @returns what to do next
 */
export function markGheeStage(lotId: string, stage: GheeStage, atSeconds: number): string {
  const kept = keptDraft(flameKey(lotId)) as Partial<OnTheFlame> | undefined;
  const seen = seenAt(onTheFlame(kept?.seen ?? {}, atSeconds), stage, atSeconds);
  keepDraft(flameKey(lotId), { ...kept, seen });
  window.dispatchEvent(new CustomEvent(flameChanged, { detail: { lotId, seen } }));
  return gheeNow(seen).says;
}
