'use client';

import { useMemo } from 'react';
import { worthAsking } from '@/core/asking/ask';
import type { BatchFacts } from '@/core/churning/batchEvents';
import type { ChurnPace } from '@/core/churning/churnPace';
import { planAsks } from '@/core/churning/planAsks';
import { spokenFraction, spokenMinutes, text } from '@/core/quantities/formatQuantity';
import { useSay } from '../frame/FarmContext';
import { Asked } from './Asked';

/** What would sharpen most when this cream breaks: its temperature where nobody read it, its fat where nobody tested it. */
export function AskPlan({ facts, pace }: { facts: BatchFacts; pace: ChurnPace | undefined }) {
  const say = useSay();
  const ask = useMemo(() => worthAsking(planAsks(facts, pace)), [facts, pace]);
  if (!ask) return null;
  const said = (answer: number) =>
    ask.of === 'warmth' ? say.temperature(answer) : `${text(spokenFraction(answer, 0))} fat`;
  const comes = (minutes: number | undefined) =>
    minutes === undefined ? 'it does not break' : `it breaks after ${text(spokenMinutes(minutes))}`;
  return (
    <Asked
      of={`plan-${ask.of}`}
      says={`${ask.of === 'warmth' ? 'Nobody read its temperature' : 'Nobody tested its fat'}: at ${said(ask.low.answer)} ${comes(ask.low.gives)}, at ${said(ask.high.answer)} ${comes(ask.high.gives)}. ${ask.of === 'warmth' ? 'A thermometer' : 'A test'} tells which.`}
    />
  );
}
