import * as v from 'valibot';
import { id } from '@/core/churning/batchEvents';
import { actKinds } from '@/core/planning/acts';
import { laterAtMost, neverWaits } from '@/core/planning/habits';
import { addAnswered } from '@/data/house/answered';
import { command } from '../commands/command';
import { Refusal } from '../refusal';

/** What stood first on Today is left for later, or something else is done instead; what comes first learns of it. */
export const answerToday = command({
  name: 'today.answer',
  input: v.strictObject({
    act: v.picklist(actKinds),
    lots: v.pipe(v.array(id), v.maxLength(500, 'at most 500 lots.')),
    answer: v.picklist(['later', 'instead', 'agreed']),
    instead: v.optional(v.picklist(actKinds)),
    hours: v.pipe(
      v.number(),
      v.minValue(0, 'hours, zero or more.'),
      v.maxValue(laterAtMost, `at most ${laterAtMost} hours.`),
    ),
  }),
  carryOut: async (scope, { act, lots, answer, instead, hours }, { commandId, at }) => {
    if (neverWaits(act)) throw new Refusal('That does not wait: it is done, or it goes out.', 'act');
    await addAnswered(scope, {
      commandId,
      at,
      act,
      answer,
      instead: instead ?? null,
      lots,
      until: new Date(at.getTime() + hours * 3_600_000),
    });
    return {};
  },
});
