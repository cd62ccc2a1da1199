import { randomInt } from 'node:crypto';
import * as v from 'valibot';
import { personName } from '@/core/people/personName';
import type { Role } from '@/core/people/roles';
import { roles, roleWords } from '@/core/people/roles';
import { openFarm } from '@/data/house/house';
import type { HouseScope } from '@/data/houseScope';
import { inHouse } from '@/data/houseScope';
import { addPairing, devicesOf, revokeDevice, revokeOf } from '@/data/people/devices';
import * as people from '@/data/people/people';
import { now } from '../clock';
import { isPassing } from '../commands/passing';
import { Refusal } from '../refusal';
import { tried } from './attempts';
import type { Caller } from './caller';
import { codeLetters } from './comeIn';
import { hashed, isSecret, password, pin } from './passwords';
import { hashOf } from './session';

const uuid = (what: string) => v.pipe(v.string(), v.uuid(what));
const personId = uuid('a person is wanted.');
const role = v.picklist(roles, 'owner, maker, helper or reader.');

/** So long a code lets a device in, ms; and so many letters it has: 40 bits. */
const codeFor = 10 * 60_000;
const codeLength = 8;

export const changes = {
  addPerson: v.strictObject({
    act: v.literal('addPerson'),
    personId,
    name: personName,
    role,
    password: v.optional(password),
  }),
  changeRole: v.strictObject({ act: v.literal('changeRole'), personId, role }),
  endPerson: v.strictObject({ act: v.literal('endPerson'), personId }),
  givePassword: v.strictObject({ act: v.literal('givePassword'), personId, password }),
  makeCode: v.strictObject({ act: v.literal('makeCode'), personId }),
  invite: v.strictObject({ act: v.literal('invite'), role }),
  shutOut: v.strictObject({ act: v.literal('shutOut'), deviceId: uuid('a device is wanted.') }),
  ownPassword: v.strictObject({
    act: v.literal('ownPassword'),
    before: v.pipe(v.string(), v.maxLength(200)),
    password,
  }),
  ownPin: v.strictObject({ act: v.literal('ownPin'), pin: v.nullable(pin) }),
  makeFarm: v.strictObject({
    act: v.literal('makeFarm'),
    farmId: uuid('a farm is wanted.'),
    name: personName,
  }),
  leaveFarm: v.strictObject({ act: v.literal('leaveFarm'), farmId: uuid('a farm is wanted.') }),
} as const;
type Asked<K extends keyof typeof changes> = v.InferOutput<(typeof changes)[K]>;

/** One change about the people of the caller’s farm, written down with who made it. */
const changing = (caller: Caller, work: (scope: HouseScope, at: Date) => Promise<string>): Promise<void> =>
  inHouse(async (scope) => {
    await people.holdPeople(scope);
    const at = now();
    const act = await work(scope, at);
    await people.tellPeopleAct(scope, {
      farmId: caller.farmId,
      at,
      byName: caller.person?.name ?? null,
      act: act.slice(0, 400),
    });
  });

const member = async (scope: HouseScope, farmId: string, id: string) => {
  const found = (await people.membersOf(scope, farmId)).find((one) => one.id === id);
  if (!found) throw new Refusal('They are not on this farm.', 'personId');
  return found;
};

const as = (of: Role): string => roleWords[of].name.toLowerCase();

/** Somebody comes to the farm; a second sending of the same changes nothing. */
export async function addPerson(caller: Caller, asked: Asked<'addPerson'>): Promise<void> {
  const hash = asked.password === undefined ? undefined : await hashed(asked.password);
  await changing(caller, async (scope, at) => {
    const taken = await people.personNamed(scope, asked.name);
    if (taken && taken.id !== asked.personId)
      throw new Refusal('Somebody of this house has that name: give another, or a letter more.', 'name');
    if (await people.roleOn(scope, caller.farmId, asked.personId)) return `${asked.name} was added again.`;
    if (!taken && (await people.personById(scope, asked.personId)))
      throw new Refusal('That id belongs to somebody else.', 'personId');
    await people.addPerson(scope, asked.personId, asked.name, at);
    // Whoever is in the house already keeps the password that is theirs.
    if (hash !== undefined && !taken) await people.setPassword(scope, asked.personId, hash);
    await people.putMember(scope, caller.farmId, asked.personId, asked.role, at);
    return `${asked.name} came as ${as(asked.role)}.`;
  });
}

/** The last owner stays one: somebody has to be able to let others in. */
async function notTheLast(scope: HouseScope, farmId: string, id: string): Promise<void> {
  const owners = (await people.membersOf(scope, farmId)).filter((one) => one.role === 'owner');
  if (owners.length === 1 && owners[0]!.id === id)
    throw new Refusal('That is the only owner: make somebody else owner first.', 'personId');
}

export const changeRole = (caller: Caller, asked: Asked<'changeRole'>): Promise<void> =>
  changing(caller, async (scope, at) => {
    const { name, role: before } = await member(scope, caller.farmId, asked.personId);
    if (before === asked.role) return `${name} stayed ${as(asked.role)}.`;
    if (before === 'owner') await notTheLast(scope, caller.farmId, asked.personId);
    await people.putMember(scope, caller.farmId, asked.personId, asked.role, at);
    return `${name} is ${as(asked.role)} now, and was ${as(before)}.`;
  });

/** Somebody leaves the farm: their devices are shut out with them. What they did keeps their name. */
export const endPerson = (caller: Caller, asked: Pick<Asked<'endPerson'>, 'personId'>): Promise<void> =>
  changing(caller, async (scope, at) => {
    const { name } = await member(scope, caller.farmId, asked.personId);
    await notTheLast(scope, caller.farmId, asked.personId);
    await people.endMember(scope, caller.farmId, asked.personId, at);
    await revokeOf(scope, asked.personId, caller.farmId, at);
    return `${name} left.`;
  });

/**
 * The owner gives somebody a password. Whoever is on other farms as well keeps their own: theirs is not for one of several
 * owners to set.
 */
export async function givePassword(caller: Caller, asked: Asked<'givePassword'>): Promise<void> {
  const hash = await hashed(asked.password);
  await changing(caller, async (scope, at) => {
    const { name } = await member(scope, caller.farmId, asked.personId);
    if ((await people.farmsOf(scope, asked.personId)).length > 1)
      throw new Refusal(`${name} is on other farms as well, and sets their own password.`, 'personId');
    await people.setPassword(scope, asked.personId, hash);
    await revokeOf(scope, asked.personId, caller.farmId, at);
    return `${name} was given a password, and comes in anew with it.`;
  });
}

/**
 * A code that lets one device in for somebody, or somebody of the house onto the farm: once, and soon. It is told now and
 * never again.
 */
export async function makeCode(
  caller: Caller,
  asked: Asked<'makeCode'> | Asked<'invite'>,
): Promise<{ code: string; until: Date }> {
  const code = Array.from({ length: codeLength }, () => codeLetters[randomInt(codeLetters.length)]).join('');
  const until = new Date(now().getTime() + codeFor);
  await changing(caller, async (scope, at) => {
    if (!caller.person) throw new Refusal('Say who you are first.', 'name');
    const whose = asked.act === 'makeCode' ? await member(scope, caller.farmId, asked.personId) : undefined;
    await addPairing(scope, {
      codeHash: hashOf(code),
      personId: whose?.id ?? null,
      role: asked.act === 'invite' ? asked.role : null,
      farmId: caller.farmId,
      madeBy: caller.person.id,
      at,
      until,
    });
    return whose
      ? `A code was made for a device of ${whose.name}.`
      : `A code was made for somebody to come as ${as((asked as Asked<'invite'>).role)}.`;
  });
  return { code, until };
}

export const shutOut = (caller: Caller, asked: Asked<'shutOut'>): Promise<void> =>
  changing(caller, async (scope, at) => {
    const found = (await devicesOf(scope, caller.farmId)).find(({ id }) => id === asked.deviceId);
    if (!found || !(await revokeDevice(scope, asked.deviceId, at)))
      throw new Refusal('That device is out already.', 'deviceId');
    return `${found.name} of ${found.personName} was shut out.`;
  });

/** One’s own password; every other device of one’s own says it anew. */
export async function ownPassword(
  caller: Caller,
  asked: Asked<'ownPassword'>,
  address: string,
): Promise<void> {
  const { person } = caller;
  if (!person) throw new Refusal('Say who you are first.', 'name');
  const known = await inHouse((scope) => people.personById(scope, person.id));
  if (known?.passwordHash != null)
    await tried(person.name, address, async () => {
      if (!(await isSecret(known.passwordHash, asked.before)))
        throw new Refusal('That is not your password until now.', 'before');
    });
  const hash = await hashed(asked.password);
  await changing(caller, async (scope, at) => {
    await people.setPassword(scope, person.id, hash);
    await revokeOf(scope, person.id, null, at, caller.deviceId);
    return `${person.name} has a new password.`;
  });
}

export async function ownPin(caller: Caller, asked: Asked<'ownPin'>): Promise<void> {
  const { person } = caller;
  if (!person) throw new Refusal('Say who you are first.', 'name');
  const hash = asked.pin === null ? null : await hashed(asked.pin);
  await changing(caller, async (scope) => {
    await people.setPin(scope, person.id, hash);
    return hash === null ? `${person.name} has no number any more.` : `${person.name} has a new number.`;
  });
}

/** Another farm in the house, empty, and the caller’s own; one of that id stays what it is. */
export async function makeFarm(caller: Caller, asked: Asked<'makeFarm'>): Promise<void> {
  const { person } = caller;
  if (!person) throw new Refusal('With several farms people say who they are: set a password first.', 'name');
  const mine = await inHouse((scope) => people.farmsOf(scope, person.id));
  if (mine.length >= mostFarms)
    throw new Refusal(`You are on ${mostFarms} farms already: leave one first.`, 'farmId');
  if (mine.some(({ farmId }) => farmId === asked.farmId)) return;
  try {
    await openFarm(asked.farmId, asked.name);
  } catch (error) {
    if (isPassing(error)) throw error;
    throw new Refusal('That id belongs to another farm.', 'farmId');
  }
  await changing({ ...caller, farmId: asked.farmId }, async (scope, at) => {
    await people.putMember(scope, asked.farmId, person.id, 'owner', at);
    return `${person.name} made the farm.`;
  });
}
const mostFarms = 40;

/** Leaving a farm that has another owner. Its books stay. */
export const leaveFarm = (caller: Caller, asked: Asked<'leaveFarm'>): Promise<void> => {
  const { person } = caller;
  if (!person) throw new Refusal('Say who you are first.', 'name');
  if (asked.farmId === caller.farmId)
    throw new Refusal('Go to another of your farms first, and leave this one from there.', 'farmId');
  return endPerson({ ...caller, farmId: asked.farmId }, { personId: person.id });
};
