import { isDeepStrictEqual } from 'node:util';
import { readInput } from '@/core/calculation';
import { CalculationError } from '@/core/calculationError';
import { mayDo, whyNot } from '@/core/people/roles';
import { claimCommand, storedCommand, storeResult } from '@/data/commands/commands';
import { failsAlways, inFarm, savepoint, sqlState } from '@/data/farmScope';
import { checkNow } from '@/data/ledger/ledger';
import { park } from '@/data/ledger/movements';
import { beginBatch } from '../churning/beginBatch';
import { leaveOut } from '../churning/leaveOut';
import { sayMaker } from '../churning/sayMaker';
import { showPictureCommand } from '../churning/takePicture';
import { dropWayCommand, keepWay } from '../churning/keepWay';
import { recordEvents } from '../churning/recordEvents';
import { now } from '../clock';
import { addVesselCommand, changeVesselCommand } from '../house/addVessel';
import { putAnimalCommand } from '../house/putAnimal';
import { settleHouse } from '../house/settleHouse';
import { finishButter } from '../larder/finishButter';
import { enterButter } from '../larder/enterButter';
import { clarifyButter } from '../larder/clarifyButter';
import { joinButter } from '../larder/joinButter';
import { moveButter } from '../larder/moveButter';
import { waterCrock } from '../larder/waterCrock';
import { restoreButter } from '../larder/restoreButter';
import { clearLots } from '../ledger/clearLots';
import { correctLot } from '../ledger/correctLot';
import { dropFutureCommand, keepFuture } from '../ledger/keepFuture';
import { LateOverdraw } from '../ledger/move';
import { recordLot } from '../ledger/recordLot';
import { recordLots } from '../ledger/recordLots';
import { settleParkedEntry } from '../ledger/settleParked';
import { undoEntry } from '../ledger/undoEntry';
import { useLot } from '../ledger/useLot';
import { milkIn } from '../pail/milkIn';
import { recordCleaning } from '../pail/recordCleaning';
import { separateMilk } from '../pail/separateMilk';
import { creamIn } from '../shelf/creamIn';
import { keepCulture } from '../shelf/keepCulture';
import { pourCream } from '../shelf/pourCream';
import { closeCalendarCommand, openCalendarCommand } from '../calendar/addresses';
import { writeDoor } from '../door/writeDoor';
import { dropWish, putWish, sayWishBatch } from '../ready/wishes';
import { answerToday } from '../today/answerToday';
import { Refusal } from '../refusal';
import type { Command, Speaker } from './command';
import { envelope } from './envelope';
import type { Answer } from './envelope';
import { writable } from './writable';

const commands = new Map(
  [
    settleHouse,
    addVesselCommand,
    changeVesselCommand,
    putAnimalCommand,
    milkIn,
    separateMilk,
    recordCleaning,
    creamIn,
    pourCream,
    keepCulture,
    recordLot,
    recordLots,
    correctLot,
    useLot,
    clearLots,
    undoEntry,
    settleParkedEntry,
    beginBatch,
    recordEvents,
    keepWay,
    leaveOut,
    sayMaker,
    showPictureCommand,
    dropWayCommand,
    finishButter,
    moveButter,
    enterButter,
    joinButter,
    clarifyButter,
    waterCrock,
    restoreButter,
    answerToday,
    putWish,
    keepFuture,
    dropFutureCommand,
    dropWish,
    sayWishBatch,
    writeDoor,
    openCalendarCommand,
    closeCalendarCommand,
  ].map((one) => [one.name, one as unknown as Command<unknown, unknown>]),
);
/** Every command there is, by name. */
export const commandNames = [...commands.keys()];

/** Who says something, once it is known whose the device says it is. */
export type WhoseIs = (by: string | undefined) => Promise<Speaker> | Speaker;

/**
 * Carries out one command for a farm: in one transaction, once, whoever sends it how often. What it answers is stored
 * with it, so that a device that lost the answer gets the same one again. A refusal undoes all the command did.
 * @param whose says who speaks; what their role may not do is refused (`leastRole`)
 * @throws {CalculationError} when the envelope itself cannot be read, is for another farm, or its id was used for
 *   something else
 */
export async function carryOut(farmId: string, given: unknown, whose: WhoseIs): Promise<Answer> {
  const sent = readInput(envelope, writable(given));
  if (sent.farm !== farmId)
    throw new CalculationError('farm: this was kept on the device for another farm.', 'farm');
  const found = commands.get(sent.name);
  if (!found) throw new CalculationError(`name: there is no command “${sent.name}”.`, 'name');
  const by = await whose(sent.by);
  // Nothing of it is kept: whoever becomes more may send it again.
  if (!mayDo(by.role, sent.name))
    return { status: 'refused', message: whyNot(by.role, sent.name), field: 'role' };
  // What cannot be read is answered the same however often it comes: nothing of it is kept.
  try {
    readInput(found.input, sent.input);
  } catch (error) {
    if (error instanceof CalculationError)
      return { status: 'refused', message: error.message, field: error.path };
    throw error;
  }
  return inFarm(farmId, async (scope) => {
    const receivedAt = now();
    const stored = {
      id: sent.id,
      device: sent.device,
      name: sent.name,
      input: sent.input ?? null,
      at: new Date(sent.at),
      by,
    };
    if (!(await claimCommand(scope, stored, receivedAt))) {
      const before = await storedCommand(scope, sent.id);
      if (
        !before ||
        before.name !== stored.name ||
        !isDeepStrictEqual(before.input, JSON.parse(JSON.stringify(stored.input)))
      ) {
        throw new CalculationError(`id: ${sent.id} was used for another command.`, 'id');
      }
      return before.result as Answer;
    }
    const answer = await attempt(scope, found, sent.input, {
      commandId: sent.id,
      device: sent.device,
      at: stored.at,
      receivedAt,
      by,
    });
    await storeResult(scope, sent.id, answer);
    return answer;
  });
}

async function attempt(
  scope: Parameters<typeof savepoint>[0],
  found: Command<unknown, unknown>,
  input: unknown,
  sender: Parameters<Command<unknown, unknown>['carryOut']>[2],
): Promise<Answer> {
  try {
    const result = await savepoint(scope, async (inner) => {
      const made = await found.carryOut(inner, readInput(found.input, input), sender);
      // What the database holds against it is answered now, and not lost when the transaction ends.
      await checkNow(inner.transaction);
      return made;
    });
    return { status: 'done', result: result ?? null };
  } catch (error) {
    if (error instanceof LateOverdraw) {
      await park(scope, {
        commandId: sender.commandId,
        name: found.name,
        input: input as Record<string, unknown>,
        lotId: error.lotId,
        device: sender.device,
        at: sender.at,
        question: error.question,
      });
      return { status: 'done', result: { parked: true, question: error.question } };
    }
    if (error instanceof Refusal) return { status: 'refused', message: error.message, field: error.field };
    if (error instanceof CalculationError)
      return { status: 'refused', message: error.message, field: error.path };
    if (sqlState(error) === 'IM003')
      return {
        status: 'refused',
        message:
          'This lot is blocked: it does not go to people’s food. Calves, pigs, hens or soap can have it; ask before animals get milk under medicine.',
        field: 'lotId',
      };
    if (sqlState(error) === 'IM004')
      return {
        status: 'refused',
        message:
          'Some of this was used since: what was taken back or put right would leave a lot with less than nothing in it. Take that use back first.',
        field: 'lotId',
      };
    if (sqlState(error) === 'IM007')
      return {
        status: 'refused',
        message: 'That id belongs to something else on this farm already.',
        field: 'id',
      };
    if (sqlState(error) === '23P01')
      return {
        status: 'refused',
        message:
          found.name === 'entry.undo'
            ? 'Something else stands in the vessel it would go back into: pour or use that first.'
            : 'Something else stands in that vessel by now: use or pour that first, or take another vessel.',
        field: found.name === 'entry.undo' ? 'commandId' : 'vesselId',
      };
    if (
      sqlState(error) === '23505' &&
      /lot_pkey/.test(constraintOf(error) + String((error as Error).message))
    )
      return { status: 'refused', message: 'This lot is there already.', field: 'lotId' };
    const taken = sqlState(error) === '23505' ? takenName(error) : undefined;
    if (taken)
      return {
        status: 'refused',
        message: `There is ${taken} of that name on this farm already.`,
        field: 'name',
      };
    if (sqlState(error) === '23505' && /corrects_id/.test(constraintOf(error)))
      return {
        status: 'refused',
        message: 'This was taken back already, by another press or another device.',
      };
    if (failsAlways(error)) {
      // Sent again it would fail again, and everything behind it would wait for ever. It is kept among the commands.
      console.error(
        `${found.name} can never be carried out:`,
        error instanceof Error ? error.message : error,
      );
      return {
        status: 'refused',
        message:
          'The house cannot write this down as it was entered, and changed nothing. Look at its amounts and enter it again; what comes after it goes on.',
      };
    }
    throw error;
  }
}

const constraintOf = (error: unknown): string => {
  const original = (error as { parent?: { constraint?: unknown; detail?: unknown } }).parent;
  return String(original?.constraint ?? '') + String(original?.detail ?? '');
};

/** What has the name that was wanted; undefined when it is not a name that is taken. */
function takenName(error: unknown): string | undefined {
  const constraint = constraintOf(error);
  if (/animal/.test(constraint)) return 'an animal';
  if (/vessel/.test(constraint)) return 'a vessel';
  return /way/.test(constraint) ? 'a way of working' : undefined;
}
