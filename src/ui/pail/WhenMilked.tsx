'use client';

import { spokenMinutes, text } from '@/core/quantities/formatQuantity';
import { useSay } from '../frame/FarmContext';
import { useNow } from '../frame/useNow';
import { Chips } from '../quantity/Chips';
import type { Understood } from '../quantity/understand';
import { QuantityField } from '../quantity/QuantityField';
import { understand } from '../quantity/understand';

/** How long milk has stood: just now, about a half day or a day, or as it is typed. */
export interface MilkedWhen {
  chosen: 'now' | 'h8' | 'h12' | 'h24' | 'h36' | 'typed';
  typed: string;
}
export const milkedNow: MilkedWhen = { chosen: 'now', typed: '' };

const hours: Record<Exclude<MilkedWhen['chosen'], 'typed'>, number> = {
  now: 0,
  h8: 8,
  h12: 12,
  h24: 24,
  h36: 36,
};
/** Milk that stood longer has long soured or spoiled, min. */
const longest = 5 * 24 * 60;

export const readMilkedWhen = (when: MilkedWhen): { hours: number | undefined; understood: Understood } => {
  if (when.chosen !== 'typed') return { hours: hours[when.chosen], understood: undefined };
  const understood = understand(when.typed, {
    system: 'metric',
    kinds: ['duration'],
    bareUnit: 'h',
    check: ({ value }) =>
      value < 0 || value > longest ? 'From just now to five days ago: 14 h, or 90 min.' : undefined,
  });
  return {
    hours: understood && 'quantity' in understood ? understood.quantity.value / 60 : undefined,
    understood,
  };
};

/** When milk came from the animal, so that it has its age and its coldness from the start. */
export function WhenMilked({
  when,
  onWhen,
  legend = 'Milked',
  withNow = true,
}: {
  when: MilkedWhen;
  onWhen: (to: MilkedWhen) => void;
  legend?: string;
  /** Milk that already stands was not milked just now. */
  withNow?: boolean;
}) {
  const say = useSay();
  const now = useNow(60_000);
  const { understood, hours: ago } = readMilkedWhen(when);
  const at = (key: keyof typeof hours) => say.when(now - 3600 * hours[key], now);
  return (
    <>
      <Chips
        legend={legend}
        chosen={when.chosen}
        onChoose={(chosen) => onWhen({ ...when, chosen })}
        choices={[
          ...(withNow ? [{ key: 'now' as const, name: 'Just now' }] : []),
          { key: 'h8' as const, name: '8 h ago', small: at('h8') },
          { key: 'h12' as const, name: '12 h ago', small: at('h12') },
          { key: 'h24' as const, name: 'A day ago', small: at('h24') },
          { key: 'h36' as const, name: 'A day and a half ago', small: at('h36') },
          { key: 'typed' as const, name: 'Other' },
        ]}
      />
      {when.chosen === 'typed' && (
        <QuantityField
          label="How long ago"
          typed={when.typed}
          onTyped={(typed) => onWhen({ ...when, typed })}
          understood={understood}
          system={say.system}
          hint="14 h, 90 min"
          says={
            ago === undefined
              ? undefined
              : `= ${text(spokenMinutes(ago * 60))} ago, ${say.when(now - 3600 * ago, now)}`
          }
        />
      )}
    </>
  );
}
