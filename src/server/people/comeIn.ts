import { randomUUID } from 'node:crypto';
import * as v from 'valibot';
import { personName } from '@/core/people/personName';
import { inHouse } from '@/data/houseScope';
import { addDevice, onceHere, revokeDevice, turnDevice, usePairing, wasHere } from '@/data/people/devices';
import {
  addPerson,
  farmsOf,
  holdPeople,
  membersOf,
  peopleSetUp,
  personById,
  personNamed,
  putMember,
  roleOn,
  setPassword,
  tellPeopleAct,
} from '@/data/people/people';
import { now } from '../clock';
import { Refusal } from '../refusal';
import { tried } from './attempts';
import type { Caller } from './caller';
import { hashed, isSecret, password, pin } from './passwords';
import { hashOf, newSecret } from './session';

/** A device that is let in: what its cookie holds. */
export interface LetIn {
  deviceId: string;
  secret: string;
}

const device = v.pipe(
  v.optional(v.string('a name is wanted.'), 'A device'),
  v.transform((said) => said.trim().replace(/\s+/g, ' ').slice(0, 60) || 'A device'),
);
const shared = v.optional(v.boolean(), false);

export const setUpInput = v.strictObject({ act: v.literal('setUp'), name: personName, password, device });

/**
 * The first of the house says who they are, and is its owner; from then on everybody does.
 * @throws {Refusal} when somebody did before, or asks from elsewhere than the machine itself
 */
export async function setUp(
  farmId: string,
  asked: v.InferOutput<typeof setUpInput>,
  loopback: boolean,
): Promise<LetIn> {
  if (!loopback)
    throw new Refusal('The first password is set on the machine Immulgo runs on, and nowhere else.');
  const hash = await hashed(asked.password);
  return inHouse(async (scope) => {
    await holdPeople(scope);
    if (await peopleSetUp(scope)) throw new Refusal('Somebody owns this house already: sign in.', 'name');
    const at = now();
    const known = await personNamed(scope, asked.name);
    const id = known?.id ?? randomUUID();
    if (!known) await addPerson(scope, id, asked.name, at);
    await setPassword(scope, id, hash);
    await putMember(scope, farmId, id, 'owner', at);
    await tellPeopleAct(scope, {
      farmId,
      at,
      byName: asked.name,
      act: `${asked.name} owns the house, and people say who they are.`,
    });
    return letIn(scope, { personId: id, farmId, name: asked.device, shared: false }, at);
  });
}

export const signInInput = v.strictObject({
  act: v.literal('signIn'),
  name: v.pipe(v.string(), v.maxLength(200, 'a name of at most 60 letters.')),
  password: v.pipe(v.string(), v.maxLength(200, 'a password of at most 200 letters.')),
  device,
  shared,
});

/**
 * Somebody comes in by name and password. Whether there is such a name is not said.
 * @throws {Refusal} when they do not go together, or too often did not
 */
export async function signIn(asked: v.InferOutput<typeof signInInput>, address: string): Promise<LetIn> {
  const name = asked.name.normalize('NFC').trim().replace(/\s+/g, ' ');
  return tried(name, address, async () => {
    const person = await inHouse((scope) => personNamed(scope, name));
    const right = await isSecret(person?.passwordHash, asked.password);
    if (!person || !right) throw new Refusal('Name and password do not go together.', 'password');
    return inHouse(async (scope) => {
      const [farm] = await farmsOf(scope, person.id);
      if (!farm) throw new Refusal('You are on no farm of this house any more.', 'name');
      return letIn(
        scope,
        { personId: person.id, farmId: farm.farmId, name: asked.device, shared: asked.shared },
        now(),
      );
    });
  });
}

export const pairInput = v.strictObject({
  act: v.literal('pair'),
  code: v.pipe(v.string('a code is wanted.'), v.maxLength(40, 'a code of eight letters.')),
  device,
  shared,
});

/** Letters of a code, without those that are taken for one another (Crockford’s base 32). */
export const codeLetters = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
/** A code as it was typed, as it was meant. */
export const codeMeant = (typed: string): string =>
  typed
    .toUpperCase()
    .replace(/O/g, '0')
    .replace(/[IL]/g, '1')
    .replace(/[^0-9A-Z]/g, '');

/**
 * A device comes in by a code that the owner made.
 * @throws {Refusal} when there is no such code, or not any more
 */
export async function pair(asked: v.InferOutput<typeof pairInput>, address: string): Promise<LetIn> {
  return tried('a code', address, () =>
    inHouse(async (scope) => {
      const at = now();
      const found = await usePairing(scope, hashOf(codeMeant(asked.code)), 'device', at);
      const person = found?.personId ? await personById(scope, found.personId) : undefined;
      if (!found || !person || !(await roleOn(scope, found.farmId, person.id)))
        throw new Refusal('There is no such code any more: let the owner make another.', 'code');
      await tellPeopleAct(scope, {
        farmId: found.farmId,
        at,
        byName: person.name,
        act: `${asked.device} came in for ${person.name} by a code.`,
      });
      return letIn(
        scope,
        { personId: person.id, farmId: found.farmId, name: asked.device, shared: asked.shared },
        at,
      );
    }),
  );
}

export const joinInput = v.strictObject({
  act: v.literal('join'),
  code: v.pipe(v.string('a code is wanted.'), v.maxLength(40, 'a code of eight letters.')),
});

/** Somebody of the house comes to another farm of it, by a code its owner made; their device goes over to it. */
export async function joinFarm(
  caller: Caller,
  asked: v.InferOutput<typeof joinInput>,
  address: string,
): Promise<LetIn> {
  const { deviceId, person } = caller;
  if (!deviceId || !person) throw new Refusal('Say who you are first.', 'code');
  return tried('a code', address, () =>
    inHouse(async (scope) => {
      const at = now();
      const found = await usePairing(scope, hashOf(codeMeant(asked.code)), 'person', at);
      if (!found?.role)
        throw new Refusal('There is no such code any more: let the owner make another.', 'code');
      const { farmId, role } = found;
      if (!(await roleOn(scope, farmId, person.id))) await putMember(scope, farmId, person.id, role, at);
      await tellPeopleAct(scope, { farmId, at, byName: person.name, act: `${person.name} came as ${role}.` });
      return turned(scope, { id: deviceId, personId: person.id, farmId });
    }),
  );
}

export const switchInput = v.strictObject({
  act: v.literal('switch'),
  personId: v.pipe(v.string(), v.uuid('a person is wanted.')),
  pin,
});

/**
 * Another takes over a device that several use, by their own number. The device gets a new secret with it.
 * @throws {Refusal} when the number is not theirs, or the device is not one several use
 */
export async function switchPerson(
  caller: Caller,
  asked: v.InferOutput<typeof switchInput>,
  address: string,
): Promise<LetIn> {
  const { deviceId, farmId } = caller;
  if (!deviceId || !caller.shared)
    throw new Refusal('This device is one person’s: sign in with a name and a password.', 'personId');
  return tried(`${asked.personId} on ${deviceId}`, address, async () => {
    const person = await inHouse((scope) => personById(scope, asked.personId));
    const right = await isSecret(person?.pinHash, asked.pin);
    if (!person || !right) throw new Refusal('That is not their number.', 'pin');
    return inHouse(async (scope) => {
      if (!(await roleOn(scope, farmId, person.id)))
        throw new Refusal('They are not on this farm.', 'personId');
      return turned(scope, { id: deviceId, personId: person.id, farmId });
    });
  });
}

export const lookAsInput = v.strictObject({
  act: v.literal('lookAs'),
  personId: v.pipe(v.string(), v.uuid('a person is wanted.')),
});

/**
 * Larkfold is looked at as one of its people, without a password: in the demo, and on the machine it runs on.
 * @throws {Refusal} anywhere else
 */
export async function lookAs(
  farmId: string,
  personId: string,
  demo: boolean,
  loopback: boolean,
): Promise<LetIn> {
  return inHouse(async (scope) => {
    if (!demo || !loopback || (await peopleSetUp(scope)))
      throw new Refusal('Here people sign in with their password.', 'personId');
    if (!(await membersOf(scope, farmId)).some(({ id }) => id === personId))
      throw new Refusal('They are not on this farm.', 'personId');
    return letIn(scope, { personId, farmId, name: 'The demo', shared: true }, now());
  });
}

/** Somebody leaves a device: nothing opens with it any more. */
export const signOut = (caller: Caller): Promise<void> =>
  inHouse(async (scope) => {
    if (caller.deviceId) await revokeDevice(scope, caller.deviceId, now());
  });

/** A device of one’s own goes over to another farm that one is on. */
export const toFarm = (caller: Caller, farmId: string): Promise<LetIn> =>
  inHouse(async (scope) => {
    const { deviceId, person } = caller;
    if (!deviceId || !person || !(await roleOn(scope, farmId, person.id)))
      throw new Refusal('You are not on that farm.', 'farmId');
    return turned(scope, { id: deviceId, personId: person.id, farmId });
  });

type Scope = Parameters<Parameters<typeof inHouse>[0]>[0];

async function letIn(
  scope: Scope,
  who: { personId: string; farmId: string; name: string; shared: boolean },
  at: Date,
): Promise<LetIn> {
  const made = { deviceId: randomUUID(), secret: newSecret() };
  await addDevice(scope, { ...who, id: made.deviceId, secretHash: hashOf(made.secret), at });
  return made;
}

async function turned(scope: Scope, to: { id: string; personId: string; farmId: string }): Promise<LetIn> {
  const secret = newSecret();
  await turnDevice(scope, { ...to, secretHash: hashOf(secret) });
  if (!(await onceHere(scope, to.id, to.personId, to.farmId)))
    await wasHere(scope, to.id, to.personId, now());
  return { deviceId: to.id, secret };
}
