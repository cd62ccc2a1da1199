import { leastRole, lesser, mayDo, roles, whyNot } from './roles';

const actions = Object.keys(leastRole);

it('whoever stands higher may do all that one below may', () => {
  for (const action of actions) {
    const may = roles.map((role) => mayDo(role, action));
    // From the owner down, once somebody may not, nobody below may.
    expect(may.slice(may.indexOf(false) === -1 ? roles.length : may.indexOf(false))).not.toContain(true);
    expect(may[0]).toBe(true);
  }
});

it('a reader writes nothing, a helper neither changes the house nor its books', () => {
  expect(actions.filter((action) => mayDo('reader', action))).toEqual(['look']);
  for (const action of [
    'lot.correct',
    'animal.put',
    'house.settle',
    'farm.export',
    'farm.import',
    'people.change',
  ])
    expect(mayDo('helper', action)).toBe(false);
  for (const action of ['people.see', 'people.change', 'devices.change', 'farm.import'])
    expect(mayDo('maker', action)).toBe(false);
});

it('what nobody has heard of nobody may do', () => {
  for (const role of roles) for (const action of ['', 'toString', '__proto__', 'lot.burn'])
    expect(mayDo(role, action)).toBe(false);
}); // prettier-ignore

it('takes the lesser of two, and says who may', () => {
  expect(lesser('owner', 'helper')).toBe('helper');
  expect(lesser('reader', 'maker')).toBe('reader');
  expect(whyNot('helper', 'lot.correct')).toMatch(/the owner or a maker/);
  expect(whyNot('reader', 'batch.record')).toMatch(/look on here/);
});
