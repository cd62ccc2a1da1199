import type { QueuedCommand } from './queuedCommand';

/**
 * What a command is about, and what it makes: commands about different batches and lots do not wait for one another, and
 * when one is set aside only what needs it waits.
 */

/** A lot of a batch is named after another: `…-bm` is the buttermilk of that cream. */
const bare = (id: string): string => /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/i.exec(id)?.[0] ?? id;
const isId = (value: unknown): value is string =>
  typeof value === 'string' && /^[0-9a-zA-Z-]{8,64}$/.test(value);
const namesOne = (key: string): boolean => key === 'id' || key.endsWith('Id');
const namesMany = (key: string): boolean => key.endsWith('Ids');

function collect(value: unknown, into: Set<string>): void {
  if (Array.isArray(value)) for (const one of value) collect(one, into);
  else if (value !== null && typeof value === 'object')
    for (const [key, one] of Object.entries(value)) {
      if (namesOne(key) && isId(one)) into.add(bare(one));
      else if (namesMany(key) && Array.isArray(one)) for (const id of one) if (isId(id)) into.add(bare(id));
      if (typeof one === 'object') collect(one, into);
    }
}

const known = new WeakMap<QueuedCommand, { about: ReadonlySet<string>; makes: ReadonlySet<string> }>();

/** Ids a command names, and those that exist only once it was carried out. */
export function subjectsOf(command: QueuedCommand): {
  about: ReadonlySet<string>;
  makes: ReadonlySet<string>;
} {
  const before = known.get(command);
  if (before) return before;
  const about = new Set<string>([command.id]);
  collect(command.input, about);
  // What names nothing, such as the farm's units, is said in the order it was said.
  if (about.size === 1) about.add(command.name);
  const made = { about, makes: new Set([command.id, ...makes(command)]) };
  known.set(command, made);
  return made;
}

function makes({ name, input }: Pick<QueuedCommand, 'name' | 'input'>): string[] {
  const said = (input ?? {}) as Record<string, unknown>;
  const ids = (...keys: string[]) => keys.flatMap((key) => (isId(said[key]) ? [bare(said[key])] : []));
  switch (name) {
    case 'batch.begin':
      return ids('batchId', 'creamLotId', 'startedEventId');
    case 'batch.record': {
      const events = (said.events ?? []) as Record<string, unknown>[];
      return events.flatMap(({ kind, id, portionId }) => [
        ...(isId(id) ? [bare(id)] : []),
        ...(kind === 'portion' && isId(portionId) ? [bare(portionId)] : []),
      ]);
    }
    case 'milk.in':
    case 'cream.in':
    case 'culture.keep':
    case 'butter.enter':
    case 'butter.join':
    case 'butter.clarify':
      return ids('lotId');
    case 'butter.move':
      return ids('partId');
    case 'lot.pour':
      return said.intoLotId === undefined ? ids('lotId') : [];
    case 'milk.separate': {
      const all = new Set<string>();
      for (const cut of (said.cuts ?? []) as Record<string, unknown>[])
        if (isId(cut.lotId)) all.add(bare(cut.lotId));
      const skim = said.skim as Record<string, unknown> | undefined;
      if (isId(skim?.lotId)) all.add(bare(skim.lotId));
      return [...all];
    }
    case 'door.write':
      return ((said.acts ?? []) as { name: string; input: unknown }[]).flatMap((act) => makes(act));
    case 'animal.put':
    case 'vessel.add':
      return ids('id');
    default:
      return [];
  }
}
