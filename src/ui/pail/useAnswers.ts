'use client';

import { useState } from 'react';
import type { Act, ActKind } from '@/core/planning/acts';
import type { AnsweredShown } from '@/server/pail/views';
import { useSay } from '../frame/FarmContext';
import { useNow } from '../frame/useNow';
import { useAct } from '../outbox/useAct';

type LeftAlone = Pick<AnsweredShown, 'act' | 'lots' | 'untilSeconds'>;

/**
 * What was left for later, by every device of the house, and the ways to leave something: it is gone from the screen at once,
 * and comes first less often at that hour.
 */
export function useAnswers(answered: readonly AnsweredShown[]): {
  /** Every one of these is left alone for now. */
  leftAlone: (act: ActKind, lots: readonly string[]) => boolean;
  /** @param advised it was said to be better left: that teaches nothing */
  later: (act: Pick<Act, 'act' | 'lots'>, hours: number, advised?: boolean) => void;
  /** Something else is done now instead. */
  instead: (act: Pick<Act, 'act' | 'lots'>, other: ActKind, hours: number) => void;
} {
  const say = useSay();
  const now = useNow(15_000);
  const { act } = useAct();
  // Until the house has said it too.
  const [here, setHere] = useState<{ of: readonly AnsweredShown[]; left: LeftAlone[] }>({
    of: answered,
    left: [],
  });
  const standing = [...answered, ...(here.of === answered ? here.left : [])].filter(
    ({ untilSeconds }) => untilSeconds > now,
  );
  const leave = (
    { act: which, lots }: Pick<Act, 'act' | 'lots'>,
    hours: number,
    rest: { answer: AnsweredShown['answer']; instead?: ActKind },
  ) => {
    const untilSeconds = now + 3600 * hours;
    setHere((before) => ({
      of: answered,
      left: [...(before.of === answered ? before.left : []), { act: which, lots: [...lots], untilSeconds }],
    }));
    void act(
      'today.answer',
      { act: which, lots: [...lots], hours, ...rest },
      rest.answer === 'instead' ? 'Left for now.' : `Left until ${say.when(untilSeconds, now)}.`,
    );
  };
  return {
    leftAlone: (which, lots) => {
      const left = standing.filter((one) => one.act === which);
      return lots.length === 0
        ? left.length > 0
        : lots.every((id) => left.some((one) => one.lots.includes(id)));
    },
    later: (which, hours, advised = false) => leave(which, hours, { answer: advised ? 'agreed' : 'later' }),
    instead: (which, other, hours) => leave(which, hours, { answer: 'instead', instead: other }),
  };
}
