import { randomInt } from 'node:crypto';
import { endAllOf, peopleHere, resetPassword } from '@/server/people/fromTheMachine';

/** People of the house, from the machine's own command line: whoever may run this may read its database anyway. */
const letters = 'abcdefghjkmnpqrstuvwxyz23456789';
/** Sixteen letters in fours: 79 bits. */
const newPassword = (): string =>
  Array.from({ length: 4 }, () =>
    Array.from({ length: 4 }, () => letters[randomInt(letters.length)]).join(''),
  ).join('-');

async function main([act = 'list', ...names]: string[]): Promise<number> {
  const name = names.join(' ').trim();
  if (act === 'owned') return (await peopleHere()).some(({ hasPassword }) => hasPassword) ? 0 : 3;
  if (act === 'list') {
    const here = await peopleHere();
    if (here.length === 0) console.log('Nobody: one maker, on this machine, without a password.');
    for (const { name: who, hasPassword, devices } of here)
      console.log(`${who}   ${hasPassword ? 'a password' : 'no password'}, ${devices} ${devices === 1 ? 'device' : 'devices'}`);
    return 0;
  }
  if (act === 'reset' && name !== '') {
    const password = newPassword();
    if (!(await resetPassword(name, password))) return nobody(name);
    console.log(`${name} comes in with: ${password}\nEvery device of theirs says it anew. Change it under House → People and devices.`);
    return 0;
  }
  if (act === 'shut-out' && name !== '') {
    if (!(await endAllOf(name))) return nobody(name);
    console.log(`Every device of ${name} is shut out.`);
    return 0;
  }
  console.error('people knows: list, reset NAME, shut-out NAME.');
  return 2;
} // prettier-ignore

const nobody = (name: string): number => {
  console.error(`Nobody here is called “${name}”: see ./immulgo people list.`);
  return 1;
};

main(process.argv.slice(2)).then(
  (code) => process.exit(code),
  (error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exit(1);
  },
);
