import * as v from 'valibot';
import type { Column, Row, Table, TableKey } from './tables';
import { farmColumns, tableKeys, tables } from './tables';

export const formatName = 'immulgo-farm';
/** The version that is written. Every earlier one is read as well ({@link broughtForward}). */
export const version = 7;

export interface FarmDocument {
  farm: Row;
  tables: Record<TableKey, Row[]>;
}

/** One thing of a file that cannot be taken in: where it stands, and why. */
export interface Trouble {
  /** “lots, row 3, mass”. */
  where: string;
  says: string;
}

const longest = 200_000;
const shapes = {
  text: v.pipe(v.string('a text is wanted.'), v.maxLength(longest, `at most ${longest} letters.`)),
  id: v.pipe(v.string('an id is wanted.'), v.uuid('an id of 32 hexadecimal digits in five groups is wanted.')),
  day: v.pipe(v.string('a day is wanted.'), v.isoDate('a day is wanted, such as 2027-06-03.')),
  moment: v.pipe(v.string('a moment is wanted.'), v.regex(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,6})?(Z|[+-]\d\d:\d\d)$/, 'a moment with its zone is wanted, such as 2027-06-03T08:30:00+00:00.')),
  number: v.pipe(v.number('a number is wanted.'), v.finite('a number is wanted.')),
  whole: v.pipe(v.number('a whole number is wanted.'), v.safeInteger('a whole number is wanted.')),
  yesNo: v.boolean('true or false is wanted.'),
  words: v.array(v.string('a text is wanted.'), 'a list of texts is wanted.'),
  any: v.unknown(),
} as const; // prettier-ignore

const shapeOf = (column: Column) => {
  const shape = shapes[column.replace('?', '') as keyof typeof shapes];
  return column.endsWith('?') ? v.nullable(shape as v.GenericSchema) : (shape as v.GenericSchema);
};
const rowOf = (columns: Record<string, Column>) =>
  v.strictObject(
    Object.fromEntries(Object.entries(columns).map(([name, column]) => [name, shapeOf(column)])),
  );

const rowShapes = Object.fromEntries(tableKeys.map((key) => [key, rowOf(tables[key].columns)])) as Record<
  TableKey,
  ReturnType<typeof rowOf>
>;
const farmShape = rowOf(farmColumns);

/** The whole document as a schema, for whoever writes or reads one elsewhere. */
export const farmDocument = v.strictObject({
  format: v.literal(formatName),
  version: v.literal(version),
  farm: farmShape,
  ...(Object.fromEntries(
    tableKeys.map((key): [string, v.GenericSchema] => [key, v.array(rowShapes[key])]),
  ) as Record<string, v.GenericSchema>),
});

/** So many troubles are told; more of the same help nobody. */
const mostTold = 200;

/**
 * Reads a farm document of this or an earlier version.
 * @returns the document, or every trouble with where it stands
 */
export function readDocument(sent: unknown): { document: FarmDocument } | { troubles: Trouble[] } {
  if (typeof sent !== 'object' || sent === null || Array.isArray(sent))
    return trouble('the file', 'a farm document is wanted: what “Everything as one file” writes.');
  const given = sent as Row;
  if (given.format !== formatName)
    return trouble('format', `this is no farm document: its “format” is not “${formatName}”.`);
  if (typeof given.version !== 'number' || given.version < 1 || given.version > version)
    return trouble(
      'version',
      `version ${JSON.stringify(given.version) ?? 'none'} was found; this house reads ${version} and before. Bring the house up to date first.`,
    );
  const forward = broughtForward(given);
  const troubles: Trouble[] = [];
  const farm = v.safeParse(farmShape, forward.farm);
  if (!farm.success) troubles.push(...told('farm', farm.issues));
  const known = new Set<string>(['format', 'version', 'farm', ...tableKeys]);
  for (const key of Object.keys(forward))
    if (!known.has(key)) troubles.push({ where: key, says: 'nothing of that name is known here.' });
  const rows = {} as Record<TableKey, Row[]>;
  for (const key of tableKeys) {
    const list = forward[key];
    if (!Array.isArray(list)) {
      troubles.push({ where: key, says: 'a list is wanted.' });
      continue;
    }
    rows[key] = list as Row[];
    const seen = new Set<string>();
    for (const [i, row] of list.entries()) {
      const read = v.safeParse(rowShapes[key], row);
      if (!read.success) troubles.push(...told(`${key}, row ${i + 1}`, read.issues));
      else {
        const id = keyOf(tables[key], row as Row);
        if (seen.has(id)) troubles.push({ where: `${key}, row ${i + 1}`, says: `${id} stands there twice.` });
        seen.add(id);
      }
      if (troubles.length >= mostTold) return { troubles };
    }
  }
  return troubles.length > 0 ? { troubles } : { document: { farm: forward.farm as Row, tables: rows } };
}

const trouble = (where: string, says: string) => ({ troubles: [{ where, says }] });
const told = (where: string, issues: readonly v.BaseIssue<unknown>[]): Trouble[] =>
  issues.map((issue) => {
    const path = v.getDotPath(issue);
    return {
      where: path === null ? where : `${where}, ${path}`,
      says:
        issue.type === 'strict_object'
          ? issue.expected === 'never'
            ? 'nothing of that name is known here.'
            : 'it is missing.'
          : issue.message,
    };
  });

/** What tells a row from every other of its table. */
export const keyOf = ({ key }: Table, row: Row): string => key.map((name) => String(row[name])).join(' ');

/**
 * A document of an earlier version as the newest has it. Version 1 knew no retired vessels, no room of the freezer, no shapes and
 * amounts of what was mixed in, and did not keep what was answered on Today; version 2 knew no pictures, and every batch taught; version 3 did
 * not say who churned, nor who said what; version 4 knew no service and no drying off; version 5 no temperatures of
 * places, no salts of the house’s own and no first day of its week; version 6 no butter that is wanted, no years that were tried, and not when somebody is there.
 */
function broughtForward(given: Row): Row {
  if (given.version === version) return given;
  const rows = (key: TableKey, added: Row) =>
    Array.isArray(given[key])
      ? (given[key] as unknown[]).map((row) => (typeof row === 'object' && row !== null ? { ...added, ...row } : row))
      : given[key];
  return {
    ...given,
    farm: typeof given.farm === 'object' ? { freezer_room: null, place_celsius: {}, salt_teaspoon: {}, usual_salt: null, week_begins: 1, hours: null, prices: {}, fridge_room: null, ...given.farm } : given.farm,
    animals: rows('animals', { served_on: null, dry_on: null }),
    vessels: rows('vessels', { retired_at: null }),
    portions: rows('portions', { pieces: null, mixed_in: null }),
    answered: given.answered ?? [],
    batches: rows('batches', { left_out: false, maker: null }),
    pictures: given.pictures ?? [],
    wishes: given.wishes ?? [],
    futures: given.futures ?? [],
    commands: rows('commands', { said_by: null }),
  };
} // prettier-ignore
