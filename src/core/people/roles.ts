/** What somebody is on a farm, from the one who may do everything to the one who looks on. */
export const roles = ['owner', 'maker', 'helper', 'reader'] as const;
export type Role = (typeof roles)[number];

export const roleWords: Record<Role, { name: string; says: string }> = {
  owner: { name: 'Owner', says: 'everything, people and devices as well' },
  maker: { name: 'Maker', says: 'all of the work, the house and the books' },
  helper: { name: 'Helper', says: 'the day’s work: milk, cream, churning, packing, eating' },
  reader: { name: 'Reader', says: 'looks on; nothing is written' },
};

/**
 * What can be done, and who may do it at the least. Commands stand under their own names; the rest is what is done by an
 * address of its own. What is not here nobody may do.
 */
export const leastRole = {
  look: 'reader',
  'milk.in': 'helper',
  'milk.separate': 'helper',
  'cleaning.record': 'helper',
  'cream.in': 'helper',
  'lot.pour': 'helper',
  'lot.record': 'helper',
  'lots.record': 'helper',
  'lot.use': 'helper',
  'culture.keep': 'helper',
  'entry.undo': 'helper',
  'batch.begin': 'helper',
  'batch.record': 'helper',
  'batch.maker': 'helper',
  'picture.take': 'helper',
  'picture.show': 'helper',
  'butter.finish': 'helper',
  'butter.move': 'helper',
  'butter.join': 'helper',
  'butter.clarify': 'helper',
  'butter.restore': 'helper',
  'crock.water': 'helper',
  'today.answer': 'helper',
  'wish.put': 'helper',
  'wish.drop': 'helper',
  'wish.batch': 'helper',
  'door.write': 'helper',
  'butter.enter': 'maker',
  'lot.correct': 'maker',
  'lot.clear': 'maker',
  'parked.settle': 'maker',
  'batch.leaveOut': 'maker',
  'way.keep': 'maker',
  'way.drop': 'maker',
  'future.keep': 'maker',
  'future.drop': 'maker',
  'animal.put': 'maker',
  'vessel.add': 'maker',
  'vessel.change': 'maker',
  'house.settle': 'maker',
  'calendar.open': 'maker',
  'calendar.close': 'maker',
  'farm.export': 'maker',
  'notebook.bring': 'maker',
  'farm.import': 'owner',
  'backup.see': 'owner',
  'people.see': 'owner',
  'people.change': 'owner',
  'devices.change': 'owner',
} as const satisfies Record<string, Role>;
export type Action = keyof typeof leastRole;

/** Whether somebody of a role may do something; what nobody has heard of nobody may do. */
export function mayDo(role: Role, action: string): boolean {
  return (
    Object.hasOwn(leastRole, action) && roles.indexOf(role) <= roles.indexOf(leastRole[action as Action])
  );
}

/** The one of two roles that may do less. */
export const lesser = (one: Role, other: Role): Role =>
  roles.indexOf(one) >= roles.indexOf(other) ? one : other;

/** Why somebody may not, in a sentence: who can. */
export function whyNot(role: Role, action: string): string {
  const least = Object.hasOwn(leastRole, action) ? leastRole[action as Action] : 'owner';
  const may = { owner: 'the owner', maker: 'the owner or a maker', helper: 'who works here', reader: 'anybody' }[least];
  return role === 'reader'
    ? `You look on here, and nothing of it was written: ask ${may}.`
    : `That is for ${may}, and nothing of it was written: ask them.`;
} // prettier-ignore
