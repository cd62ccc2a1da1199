import { randomUUID } from 'node:crypto';
import { leastRole, mayDo, roles } from '@/core/people/roles';
import type { Role } from '@/core/people/roles';
import { inFarm } from '@/data/farmScope';
import { inHouse, lookInHouse } from '@/data/houseScope';
import { database } from '@/data/connection';
import { whoCame } from '@/data/people/devices';
import { addPerson, membersOf, putMember } from '@/data/people/people';
import { now, setClock } from '../clock';
import { carryOut, commandNames } from '../commands/carryOut';
import { morning } from '../testing/aBatch';
import { aDairy } from '../testing/aDairy';
import type { Caller } from './caller';
import { codeMeant } from './comeIn';
import { endAllOf, peopleHere, resetPassword } from './fromTheMachine';
import { peopleDoor } from './peopleDoor';
import { hashOf } from './session';
import { whoseIs } from './speaker';
import { peopleView } from './views';

const house = aDairy();
/** Of a machine several asked from in a test, each its own address, so that none slows another. */
const from = (address: string = randomUUID()) => ({ address, loopback: true, demo: false });
const password = 'clover and quiet';
let names = 0;
const aName = (): string => `Person ${(names += 1)}`;

/** Somebody on a farm with a device, as a request of theirs is seen. */
async function somebody(farmId: string, role: Role, { shared = false } = {}): Promise<Caller> {
  const [id, name] = [randomUUID(), aName()];
  await inHouse(async (scope) => {
    await addPerson(scope, id, name, now());
    await putMember(scope, farmId, id, role, now());
  });
  return { ...(await withDevice(farmId, { id, name })), role, shared };
}

async function withDevice(farmId: string, person: { id: string; name: string }): Promise<Caller> {
  const [deviceId, secret] = [randomUUID(), randomUUID()];
  const { addDevice } = await import('@/data/people/devices');
  await inHouse((scope) =>
    addDevice(scope, { id: deviceId, personId: person.id, farmId, name: 'A phone', shared: true, secretHash: hashOf(secret), at: now() }),
  );
  return { farmId, role: 'owner', person, deviceId };
} // prettier-ignore

const farmOfNobody = () => Promise.reject(new Error('Nobody asks for the house’s own farm here.'));
const does = (caller: Caller | undefined, sent: unknown, came = from()) =>
  peopleDoor(caller, sent, came, farmOfNobody);
/** Whether what a cookie holds opens anything, and as whom. */
const opens = async ({ deviceId, secret }: { deviceId: string; secret: string }) =>
  (await whoCame(deviceId, hashOf(secret))).name;

describe('who may do what', () => {
  it('every command has its least role, and every role that is named is a command’s or an address’s own', () => {
    expect(commandNames.filter((name) => !Object.hasOwn(leastRole, name))).toEqual([]);
    const addresses = ['look', 'picture.take', 'farm.export', 'farm.import', 'notebook.bring', 'backup.see', 'people.see', 'people.change', 'devices.change'];
    expect(Object.keys(leastRole).filter((name) => !commandNames.includes(name))).toEqual(expect.arrayContaining(addresses));
    expect(Object.keys(leastRole)).toHaveLength(commandNames.length + addresses.length);
  }); // prettier-ignore

  it.each(roles.flatMap((role) => commandNames.map((name) => [role, name] as const)))(
    'a %s and %s',
    async (role, name) => {
      const farm = await house.farm();
      const envelope = { id: randomUUID(), farm, device: 'phone', name, input: { nonsense: true }, at: now().toISOString() };
      const answer = await carryOut(farm, envelope, () => ({ role }));
      // What may be done is read, and refused for what it says; what may not is refused before anything of it is read.
      expect(answer).toMatchObject({ status: 'refused' });
      expect(answer.status === 'refused' && answer.field === 'role').toBe(!mayDo(role, name));
    },
  ); // prettier-ignore

  it('what a role may not do can be sent again under the same id once it may', async () => {
    const farm = await house.farm();
    const envelope = { id: randomUUID(), farm, device: 'phone', name: 'house.settle', input: { name: 'Larkfold' }, at: now().toISOString() };
    expect(await carryOut(farm, envelope, () => ({ role: 'helper' }))).toMatchObject({ field: 'role' });
    expect(await carryOut(farm, envelope, () => ({ role: 'owner' }))).toMatchObject({ status: 'done' });
  }); // prettier-ignore

  it.each(roles.filter((role) => role !== 'owner'))('a %s changes nobody and no device', async (role) => {
    const farm = await house.farm();
    const owner = await somebody(farm, 'owner');
    const caller = await somebody(farm, role);
    const personId = owner.person!.id;
    for (const act of [
      { act: 'addPerson', personId: randomUUID(), name: aName(), role: 'owner' },
      { act: 'changeRole', personId: caller.person!.id, role: 'owner' },
      { act: 'endPerson', personId },
      { act: 'givePassword', personId, password },
      { act: 'makeCode', personId },
      { act: 'invite', role: 'owner' },
      { act: 'shutOut', deviceId: owner.deviceId },
    ])
      await expect(does(caller, act)).rejects.toMatchObject({ field: 'role' });
    const view = await peopleView(caller, { demo: false, addresses: [] });
    expect(view).not.toHaveProperty('members');
    expect(view).not.toHaveProperty('devices');
    expect(view).not.toHaveProperty('acts');
  });
});

describe('coming in', () => {
  it('by name and password, whatever the letters’ size; and not by another, a closed name or none', async () => {
    const farm = await house.farm();
    const owner = await somebody(farm, 'owner');
    const name = aName();
    await does(owner, { act: 'addPerson', personId: randomUUID(), name, role: 'maker', password });
    const { letIn } = await does(undefined, { act: 'signIn', name: `  ${name.toUpperCase()} `, password });
    expect(await opens(letIn!)).toBe(name);
    expect(await opens({ ...letIn!, secret: 'another' })).toBeNull();
    await expect(does(undefined, { act: 'signIn', name, password: `${password}!` })).rejects.toThrow(/do not go together/);
    await expect(does(undefined, { act: 'signIn', name: 'Nobody', password })).rejects.toThrow(/do not go together/);
    const { id } = (await inHouse((scope) => membersOf(scope, farm))).find((one) => one.name === name)!;
    await does(owner, { act: 'endPerson', personId: id });
    expect(await opens(letIn!)).toBeNull();
    await expect(does(undefined, { act: 'signIn', name, password })).rejects.toThrow(/on no farm/);
  }); // prettier-ignore

  it('is slowed for a name from one address after five that failed, and not for another name', async () => {
    const farm = await house.farm();
    const owner = await somebody(farm, 'owner');
    const name = aName();
    await does(owner, { act: 'addPerson', personId: randomUUID(), name, role: 'maker', password });
    const came = from();
    const wrong = () => does(undefined, { act: 'signIn', name, password: 'butter butter' }, came);
    for (let n = 0; n < 5; n += 1) await expect(wrong()).rejects.toThrow(/do not go together/);
    await expect(wrong()).rejects.toThrow(/Too many tries. The next may be in/);
    // Not even the right one, from there.
    await expect(does(undefined, { act: 'signIn', name, password }, came)).rejects.toThrow(/Too many/);
    await expect(does(undefined, { act: 'signIn', name: aName(), password }, came)).rejects.toThrow(
      /go together/,
    );
    expect(await does(undefined, { act: 'signIn', name, password })).toHaveProperty('letIn');
  });

  it('tries that succeed are not counted', async () => {
    const farm = await house.farm();
    const owner = await somebody(farm, 'owner');
    const name = aName();
    await does(owner, { act: 'addPerson', personId: randomUUID(), name, role: 'maker', password });
    const came = from();
    for (let n = 0; n < 8; n += 1)
      expect(await does(undefined, { act: 'signIn', name, password }, came)).toHaveProperty('letIn');
  });

  it('by a code once, within ten minutes, however it is typed', async () => {
    const farm = await house.farm();
    const owner = await somebody(farm, 'owner');
    const helper = await somebody(farm, 'helper');
    const make = async () => (await does(owner, { act: 'makeCode', personId: helper.person!.id })).code!.code;
    const code = await make();
    expect(code).toMatch(/^[0-9A-HJKMNP-TV-Z]{8}$/);
    const typed = `${code.slice(0, 4).toLowerCase().replace(/0/g, 'o').replace(/1/g, 'l')} - ${code.slice(4)}`;
    expect(codeMeant(typed)).toBe(code);
    const { letIn } = await does(undefined, {
      act: 'pair',
      code: typed,
      device: 'Kitchen tablet',
      shared: true,
    });
    expect(await opens(letIn!)).toBe(helper.person!.name);
    await expect(does(undefined, { act: 'pair', code })).rejects.toThrow(/no such code/);
    const late = await make();
    setClock(new Date(now().getTime() + 10 * 60_000 + 1000));
    await expect(does(undefined, { act: 'pair', code: late })).rejects.toThrow(/no such code/);
  });

  it('two who use one code at once: one comes in', async () => {
    const farm = await house.farm();
    const owner = await somebody(farm, 'owner');
    const { code } = (await does(owner, { act: 'makeCode', personId: owner.person!.id })).code!;
    const came = await Promise.allSettled([1, 2, 3].map(() => does(undefined, { act: 'pair', code })));
    expect(came.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
  });

  it('with nothing but an act of one’s own somebody unknown does nothing', async () => {
    for (const act of [{ act: 'signOut' }, { act: 'ownPin', pin: null }, { act: 'makeFarm', farmId: randomUUID(), name: 'X' }, { act: 'invite', role: 'owner' }])
      await expect(does(undefined, act)).rejects.toThrow();
    await expect(does(undefined, { act: 'burn' })).rejects.toThrow(/act/);
  }); // prettier-ignore
});

describe('a device several use', () => {
  it('goes over to whoever knows their number, with a new secret; what was kept of the other goes under their name', async () => {
    const farm = await house.farm();
    const helper = await somebody(farm, 'helper', { shared: true });
    const maker = await somebody(farm, 'maker');
    await does(maker, { act: 'ownPin', pin: '7204' });
    const before = await inHouse((scope) => membersOf(scope, farm));
    expect(before.find(({ id }) => id === maker.person!.id)).toMatchObject({ hasPin: true });
    const personId = maker.person!.id;
    await expect(does(helper, { act: 'switch', personId, pin: '7205' })).rejects.toThrow(/not their number/);
    const { letIn } = await does(helper, { act: 'switch', personId, pin: '7204' });
    expect(letIn!.deviceId).toBe(helper.deviceId);
    expect(await opens(letIn!)).toBe(maker.person!.name);
    const now_: Caller = { farmId: farm, role: 'maker', person: maker.person!, deviceId: helper.deviceId!, shared: true };
    const kept = await whoseIs(now_)(helper.person!.id);
    expect(kept).toEqual({ name: helper.person!.name, personId: helper.person!.id, role: 'helper' });
    // Whoever never came in on it cannot be spoken for.
    const stranger = await somebody(farm, 'owner');
    expect(await whoseIs(now_)(stranger.person!.id)).toMatchObject({ personId: maker.person!.id, role: 'maker' });
  }); // prettier-ignore

  it('what a helper sends in an owner’s name does no more than a helper may', async () => {
    const farm = await house.farm();
    const owner = await somebody(farm, 'owner');
    const helper: Caller = { ...owner, ...(await somebody(farm, 'helper')), deviceId: owner.deviceId! };
    expect(await whoseIs(helper)(owner.person!.id)).toMatchObject({ role: 'helper' });
  });

  it('one person’s own device does not go over by a number', async () => {
    const farm = await house.farm();
    const maker = await somebody(farm, 'maker');
    await does(maker, { act: 'ownPin', pin: '7204' });
    const other = await somebody(farm, 'helper');
    await expect(does(other, { act: 'switch', personId: maker.person!.id, pin: '7204' })).rejects.toThrow(/one person’s/);
  }); // prettier-ignore

  it.each(['123', '1111', '1234', '9876', '12a4', '123456789'])('takes no number such as %s', async (pin) => {
    const maker = await somebody(await house.farm(), 'maker');
    await expect(does(maker, { act: 'ownPin', pin })).rejects.toThrow(/digits/);
  });
});

describe('owning', () => {
  it('the only owner neither leaves nor becomes less; a second one lets them', async () => {
    const farm = await house.farm();
    const owner = await somebody(farm, 'owner');
    const personId = owner.person!.id;
    await expect(does(owner, { act: 'endPerson', personId })).rejects.toThrow(/only owner/);
    await expect(does(owner, { act: 'changeRole', personId, role: 'maker' })).rejects.toThrow(/only owner/);
    await somebody(farm, 'owner');
    await does(owner, { act: 'changeRole', personId, role: 'maker' });
    expect((await inHouse((scope) => membersOf(scope, farm))).find(({ id }) => id === personId)).toMatchObject({ role: 'maker' });
  }); // prettier-ignore

  it('who shuts a device out shuts out that one', async () => {
    const farm = await house.farm();
    const owner = await somebody(farm, 'owner');
    const [one, other] = [await somebody(farm, 'helper'), await somebody(farm, 'helper')];
    await does(owner, { act: 'shutOut', deviceId: one.deviceId });
    const still = await lookInHouse<{ id: string }>('SELECT id FROM device WHERE revoked_at IS NULL AND farm_id = :farm', { farm });
    expect(still.map(({ id }) => id).toSorted()).toEqual([owner.deviceId!, other.deviceId!].toSorted());
    await expect(does(owner, { act: 'shutOut', deviceId: one.deviceId })).rejects.toThrow(/out already/);
  }); // prettier-ignore

  it('a new password of one’s own wants the old one, and ends every other device of theirs', async () => {
    const farm = await house.farm();
    const owner = await somebody(farm, 'owner');
    const [personId, name] = [randomUUID(), aName()];
    await does(owner, { act: 'addPerson', personId, name, role: 'maker', password });
    const [phone, tablet] = [await withDevice(farm, { id: personId, name }), await withDevice(farm, { id: personId, name })];
    const change = { act: 'ownPassword', before: 'wrong wrong', password: 'heather and bees' };
    await expect(does(phone, change)).rejects.toThrow(/until now/);
    await does(phone, { ...change, before: password });
    const still = await lookInHouse<{ id: string }>('SELECT id FROM device WHERE revoked_at IS NULL AND person_id = :personId', { personId });
    expect(still.map(({ id }) => id)).toEqual([phone.deviceId]);
    expect(still).not.toContain(tablet.deviceId);
    expect(await does(undefined, { act: 'signIn', name, password: 'heather and bees' })).toHaveProperty('letIn');
  }); // prettier-ignore

  it('from the machine itself a password is given anew and devices are shut out', async () => {
    const farm = await house.farm();
    const owner = await somebody(farm, 'owner');
    const { name } = owner.person!;
    expect(await resetPassword(name, 'reset from here')).toBe(true);
    const { letIn } = await does(undefined, { act: 'signIn', name, password: 'reset from here' });
    expect(await opens(letIn!)).toBe(name);
    expect(await endAllOf(name)).toBe(true);
    expect(await opens(letIn!)).toBeNull();
    expect(await resetPassword('Nobody at all', 'reset from here')).toBe(false);
    expect((await peopleHere()).find((one) => one.name === name)).toEqual({
      name,
      hasPassword: true,
      devices: 0,
    });
  });
});

describe('several farms', () => {
  it('somebody is on two, by a code, and goes from one to the other; who is on one alone sees no other', async () => {
    const [first, second] = [await house.farm(), await house.farm()];
    const [here, there] = [await somebody(first, 'owner'), await somebody(second, 'owner')];
    const guest = await somebody(first, 'maker');
    const { code } = (await does(there, { act: 'invite', role: 'reader' })).code!;
    // A code for somebody is none for a device, and the other way round.
    await expect(does(undefined, { act: 'pair', code })).rejects.toThrow(/no such code/);
    await does(guest, { act: 'join', code });
    const { farms } = await peopleView({ ...guest, farmId: second, role: 'reader' }, { demo: false, addresses: [] });
    expect(new Map(farms.map(({ id, role, here: at }) => [id, [role, at]]))).toEqual(new Map([[first, ['maker', false]], [second, ['reader', true]]]));
    await does(guest, { act: 'toFarm', farmId: first });
    await expect(does(here, { act: 'toFarm', farmId: second })).rejects.toThrow(/not on that farm/);
    // Of the other farm an owner neither sees nor touches anybody.
    const seen = await peopleView(here, { demo: false, addresses: [] });
    expect(seen.members!.map(({ id }) => id)).not.toContain(there.person!.id);
    expect(JSON.stringify(seen)).not.toContain(there.person!.name);
    for (const act of [
      { act: 'changeRole', personId: there.person!.id, role: 'reader' },
      { act: 'endPerson', personId: there.person!.id },
      { act: 'givePassword', personId: there.person!.id, password },
      { act: 'makeCode', personId: there.person!.id },
      { act: 'shutOut', deviceId: there.deviceId },
      { act: 'leaveFarm', farmId: second },
    ])
      await expect(does(here, act)).rejects.toThrow();
    // Nor does one of two owners set the password of somebody who is on both.
    await expect(does(there, { act: 'givePassword', personId: guest.person!.id, password })).rejects.toThrow(/other farms/);
  }); // prettier-ignore

  it('a farm is made once, empty, and is its maker’s; left, its books stay', async () => {
    const farm = await house.farm();
    const owner = await somebody(farm, 'owner');
    const farmId = randomUUID();
    await does(owner, { act: 'makeFarm', farmId, name: 'High pasture' });
    await does(owner, { act: 'makeFarm', farmId, name: 'High pasture' });
    const { farms } = await peopleView(owner, { demo: false, addresses: [] });
    expect(new Map(farms.map(({ id, name, role }) => [id, [name, role]]))).toEqual(new Map([[farm, [null, 'owner']], [farmId, ['High pasture', 'owner']]]));
    const stranger = await somebody(await house.farm(), 'owner');
    await expect(does(stranger, { act: 'makeFarm', farmId, name: 'Mine' })).rejects.toThrow(/another farm/);
    await expect(does(owner, { act: 'leaveFarm', farmId: farm })).rejects.toThrow(/Go to another/);
    await expect(does(owner, { act: 'leaveFarm', farmId })).rejects.toThrow(/only owner/);
  }); // prettier-ignore
});

it('who is in the house is seen by nothing that is about a farm, whatever is forgotten in it', async () => {
  const farm = await house.farm();
  await somebody(farm, 'owner');
  await inFarm(farm, async ({ transaction }) => {
    for (const table of ['person', 'membership', 'device', 'device_person', 'pairing', 'people_act']) {
      const [rows] = await database().query(`SELECT * FROM ${table}`, { transaction });
      expect([table, rows]).toEqual([table, []]);
    }
  });
});

describe('the first of the house', () => {
  it('comes from the machine itself, once, and is its owner', async () => {
    const { testDatabase } = await import('@/data/testing/database');
    const before = process.env.DATABASE_URL!;
    const own = await testDatabase();
    try {
      setClock(new Date(morning * 1000));
      const farm = await own.farm();
      const setUp = { act: 'setUp', name: 'Ines', password, device: 'The laptop' };
      const first = (came = from()) => peopleDoor(undefined, setUp, came, () => Promise.resolve(farm));
      await expect(first({ ...from(), loopback: false })).rejects.toThrow(/on the machine/);
      await expect(peopleDoor({ farmId: farm, role: 'owner' }, { act: 'invite', role: 'owner' }, from(), farmOfNobody)).rejects.toThrow(/who you are first/);
      const both = await Promise.allSettled([first(), first()]);
      expect(both.map(({ status }) => status).toSorted()).toEqual(['fulfilled', 'rejected']);
      expect(await inHouse((scope) => membersOf(scope, farm))).toMatchObject([{ name: 'Ines', role: 'owner', hasPassword: true }]);
      for (const bad of ['short', 'aaaaaaaaaaaaa', 'x'.repeat(201)])
        await expect(peopleDoor(undefined, { ...setUp, password: bad }, from(), farmOfNobody)).rejects.toThrow(/password/);
    } finally {
      await own.close();
      process.env.DATABASE_URL = before;
    }
  }); // prettier-ignore
});
