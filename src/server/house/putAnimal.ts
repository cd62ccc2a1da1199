import { isDeepStrictEqual } from 'node:util';
import { animalSaid } from '@/core/dairy/animalSaid';
import { animalsOf, farmOf, putAnimal, putWithdrawal } from '@/data/house/house';
import { milkOf } from '@/data/ledger/lineage';
import { command } from '../commands/command';
import { retell } from '../ledger/retell';
import { localDate } from '../localDate';
import { Refusal } from '../refusal';

/** Adds an animal, or writes down what has changed: calved, dry, sharing with a calf, medicine. */
export const putAnimalCommand = command({
  name: 'animal.put',
  input: animalSaid,
  carryOut: async (scope, given, sender) => {
    const { withdrawnUntil } = given;
    const { timeZone } = await farmOf(scope);
    const before = (await animalsOf(scope)).find(({ id }) => id === given.id);
    // Without a first day it goes on as it was, or begins today.
    const withdrawnFrom =
      withdrawnUntil === null
        ? null
        : (given.withdrawnFrom ??
          before?.withdrawnFrom ??
          [localDate(sender.receivedAt, timeZone), withdrawnUntil].toSorted()[0]!);
    if (withdrawnFrom !== null && withdrawnFrom > withdrawnUntil!)
      throw new Refusal(
        `The withdrawal cannot end (${withdrawnUntil}) before it begins (${withdrawnFrom}).`,
        'withdrawnUntil',
      );
    const animal = {
      ...given,
      servedOn: given.servedOn === undefined ? (before?.servedOn ?? null) : given.servedOn,
      dryOn: given.dryOn === undefined ? (before?.dryOn ?? null) : given.dryOn,
      withdrawnFrom,
      withdrawnReason: withdrawnUntil === null ? null : given.withdrawnReason,
    };
    await putAnimal(scope, animal);
    const then = spanOf(before);
    const now = spanOf(animal);
    if (isDeepStrictEqual(then, now)) return { animalId: animal.id, blocked: [] };
    // A span that is over is history: what is entered next stands beside it.
    const corrects = then && (!now || now.from <= then.until) ? then : undefined;
    await putWithdrawal(scope, animal.id, now, corrects, {
      commandId: sender.commandId,
      at: sender.receivedAt,
    });
    const touched = [corrects, now].filter((span) => span !== undefined);
    const from = touched.map((span) => span.from).toSorted()[0];
    const until = touched
      .map((span) => span.until)
      .toSorted()
      .at(-1);
    const milk = from && until ? await milkOf(scope, animal, from, until, timeZone) : [];
    return { animalId: animal.id, blocked: await retell(scope, milk) };
  },
});

const spanOf = (
  animal:
    | { withdrawnFrom: string | null; withdrawnUntil: string | null; withdrawnReason: string | null }
    | undefined,
): { from: string; until: string; reason: string } | undefined =>
  animal?.withdrawnUntil
    ? {
        from: animal.withdrawnFrom ?? animal.withdrawnUntil,
        until: animal.withdrawnUntil,
        reason: animal.withdrawnReason ?? 'medicine',
      }
    : undefined;
