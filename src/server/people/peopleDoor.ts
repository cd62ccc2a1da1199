import * as v from 'valibot';
import { readInput } from '@/core/calculation';
import type { Action } from '@/core/people/roles';
import { mayDo, whyNot } from '@/core/people/roles';
import { Refusal } from '../refusal';
import type { Caller } from './caller';
import * as change from './changePeople';
import type { LetIn } from './comeIn';
import * as comeIn from './comeIn';

const asked = v.variant('act', [
  comeIn.setUpInput,
  comeIn.signInInput,
  comeIn.pairInput,
  comeIn.switchInput,
  comeIn.joinInput,
  comeIn.lookAsInput,
  v.strictObject({ act: v.literal('signOut') }),
  v.strictObject({ act: v.literal('toFarm'), farmId: v.pipe(v.string(), v.uuid('a farm is wanted.')) }),
  ...Object.values(change.changes),
]);
type Asked = v.InferOutput<typeof asked>;

/** What each act about people asks of a role; those that are not here are everybody's own. */
const leastFor: Partial<Record<Asked['act'], Action>> = {
  addPerson: 'people.change',
  changeRole: 'people.change',
  endPerson: 'people.change',
  givePassword: 'people.change',
  invite: 'people.change',
  makeCode: 'devices.change',
  shutOut: 'devices.change',
};

export interface Came {
  address: string;
  loopback: boolean;
  demo: boolean;
}

/** What came of it: a device that is let in, one that left, something to show, or nothing but that it is done. */
export interface Done {
  letIn?: LetIn;
  left?: true;
  code?: { code: string; until: Date };
}

/**
 * The one door for what is done about people and devices.
 * @param caller undefined for somebody who has not said who they are: they may come in, and no more
 * @param houseFarm the farm of a house where nobody has a password
 * @throws {CalculationError} when it cannot be read; {Refusal} when it may not be
 */
export async function peopleDoor(
  caller: Caller | undefined,
  sent: unknown,
  came: Came,
  houseFarm: () => Promise<string>,
): Promise<Done> {
  const told = readInput(asked, sent);
  switch (told.act) {
    case 'setUp':
      return { letIn: await comeIn.setUp(await houseFarm(), told, came.loopback) };
    case 'signIn':
      return { letIn: await comeIn.signIn(told, came.address) };
    case 'pair':
      return { letIn: await comeIn.pair(told, came.address) };
    case 'lookAs':
      return { letIn: await comeIn.lookAs(await houseFarm(), told.personId, came.demo, came.loopback) };
  }
  if (!caller) throw new NotIn();
  const least = leastFor[told.act];
  if (least && !mayDo(caller.role, least)) throw new Refusal(whyNot(caller.role, least), 'role');
  // Nobody is let in before there is somebody who can let in.
  if (least && !caller.person)
    throw new Refusal('Say who you are first, with a password of your own.', 'name');
  switch (told.act) {
    case 'switch':
      return { letIn: await comeIn.switchPerson(caller, told, came.address) };
    case 'join':
      return { letIn: await comeIn.joinFarm(caller, told, came.address) };
    case 'toFarm':
      return { letIn: await comeIn.toFarm(caller, told.farmId) };
    case 'signOut':
      await comeIn.signOut(caller);
      return { left: true };
    case 'makeCode':
    case 'invite':
      return { code: await change.makeCode(caller, told) };
    case 'addPerson':
      await change.addPerson(caller, told);
      return {};
    case 'changeRole':
      await change.changeRole(caller, told);
      return {};
    case 'endPerson':
      await change.endPerson(caller, told);
      return {};
    case 'givePassword':
      await change.givePassword(caller, told);
      return {};
    case 'shutOut':
      await change.shutOut(caller, told);
      return {};
    case 'ownPassword':
      await change.ownPassword(caller, told, came.address);
      return {};
    case 'ownPin':
      await change.ownPin(caller, told);
      return {};
    case 'makeFarm':
      await change.makeFarm(caller, told);
      return {};
    case 'leaveFarm':
      await change.leaveFarm(caller, told);
      return {};
  }
}

/** Somebody who has not said who they are asks for more than to come in. */
export class NotIn extends Error {}
