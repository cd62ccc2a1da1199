import * as v from 'valibot';
import { beginBatch } from '../churning/beginBatch';
import { recordEvents } from '../churning/recordEvents';
import type { Command } from '../commands/command';
import { command } from '../commands/command';
import { milkIn } from '../pail/milkIn';
import { separateMilk } from '../pail/separateMilk';
import { Refusal } from '../refusal';
import { creamIn } from '../shelf/creamIn';

/** Acts a page is made of; each is read and judged by its own use-case. */
const act = v.variant('name', [
  v.strictObject({ name: v.literal(milkIn.name), input: milkIn.input }),
  v.strictObject({ name: v.literal(separateMilk.name), input: separateMilk.input }),
  v.strictObject({ name: v.literal(creamIn.name), input: creamIn.input }),
  v.strictObject({ name: v.literal(beginBatch.name), input: beginBatch.input }),
  v.strictObject({ name: v.literal(recordEvents.name), input: recordEvents.input }),
]);
const byName = new Map(
  [milkIn, separateMilk, creamIn, beginBatch, recordEvents].map((one) => [
    one.name,
    one as unknown as Command<unknown, unknown>,
  ]),
);

/** Four weeks with two milkings, a skimming and a churning a day, and room to spare. */
const mostActs = 240;

/** A handwritten page, all of it or nothing: its acts in the order in which they happened, in one transaction. */
export const writeDoor = command({
  name: 'door.write',
  input: v.strictObject({
    acts: v.pipe(
      v.array(act),
      v.minLength(1, 'at least one thing that was written.'),
      v.maxLength(mostActs, `at most ${mostActs} acts on one page.`),
    ),
  }),
  carryOut: async (scope, { acts }, sender) => {
    for (const [part, { name, input }] of acts.entries())
      try {
        await byName.get(name)!.carryOut(scope, input, { ...sender, part });
      } catch (error) {
        if (error instanceof Refusal) throw new Refusal(error.message, `acts.${part}`);
        throw error;
      }
    return { acts: acts.length };
  },
});
