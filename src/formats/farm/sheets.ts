import { tools } from '@/core/churning/tools';
import type { ToolKey } from '@/core/churning/tools';
import { fahrenheitFrom } from '@/core/quantities/temperature';
import { gramsPerOunce } from '@/core/quantities/units';
import type { UnitSystem } from '@/core/quantities/units';
import { kindNames } from '@/core/standing/lotKinds';
import type { LotKind } from '@/core/standing/lotKinds';
import type { Row, TableKey } from './tables';

/** What the sheets of one farm are written with. */
export interface SheetFarm {
  system: UnitSystem;
  /** A moment as day and time where the farm is. */
  when: (moment: string) => string;
  /** What a lot is called, by its id. */
  codes: ReadonlyMap<string, string>;
  /** g that stand in a lot now. */
  holds: ReadonlyMap<string, number>;
}
type Cell = string | number | null;

/** A sheet for people: of which rows it is made, its heading in the farm’s units, and a row of cells for each. */
export interface Sheet {
  name: string;
  of: TableKey;
  heading: (system: UnitSystem) => string[];
  row: (row: Row, farm: SheetFarm) => Cell[] | undefined;
}

const massUnit = (system: UnitSystem): string => (system === 'metric' ? 'g' : 'oz');
const heatUnit = (system: UnitSystem): string => (system === 'us' ? '°F' : '°C');
const rounded = (value: number, places: number): number => Number(value.toFixed(places));
const mass = (grams: unknown, system: UnitSystem): Cell =>
  typeof grams !== 'number'
    ? null
    : system === 'metric'
      ? rounded(grams, 1)
      : rounded(grams / gramsPerOunce, 2);
const heat = (celsius: unknown, system: UnitSystem): Cell =>
  typeof celsius !== 'number' ? null : rounded(system === 'us' ? fahrenheitFrom(celsius) : celsius, 1);
const share = (of: unknown): Cell => (typeof of === 'number' ? rounded(100 * of, 1) : null);
const text = (said: unknown): Cell => (typeof said === 'string' ? said : null);
const within = (of: unknown): Row => (typeof of === 'object' && of !== null ? (of as Row) : {});

export const sheets: readonly Sheet[] = [
  {
    name: 'Batches',
    of: 'batches',
    heading: (system) => ['Batch', 'Begun', `Cream, ${massUnit(system)}`, 'Cream’s fat, %', `Churned at, ${heatUnit(system)}`, 'Cream', 'Churned in', 'Broke after, min', `Butter, ${massUnit(system)}`, 'Butter’s fat, %', 'Butter’s water, %', 'Of the fat in the butter, %', 'Verdict', 'How far', 'Churned by'],
    row: (row, { system, when }) => {
      const [facts, judged] = [within(row.facts), within(row.judged)];
      const composition = within(judged.composition);
      const tool = facts.tool as ToolKey;
      return [row.number as number, when(String(row.started_at)), mass(facts.creamMass, system), share(facts.creamFat), heat(facts.temperature, system), facts.ripened === true ? 'ripened' : 'sweet', Object.hasOwn(tools, tool) ? tools[tool].name : text(facts.tool), row.break_minutes as number | null, mass(judged.butterMass, system), share(composition.fat), share(composition.water), share(judged.churnEfficiency), text(judged.verdict), text(row.phase), text(row.maker)];
    },
  },
  {
    name: 'Milk and cream in',
    of: 'entries',
    heading: (system) => ['When', 'What', 'From', 'As it was said', `Warmth, ${heatUnit(system)}`],
    row: (row, { system, when }) => {
      if (!['milked', 'bought', 'received'].includes(String(row.kind))) return undefined;
      const details = within(row.details);
      return [when(String(row.at)), { milked: 'milk', bought: 'bought', received: 'cream' }[String(row.kind)]!, Array.isArray(details.names) ? details.names.join(', ') : text(details.from), text(details.amountTyped), heat(details.celsius, system)];
    },
  },
  {
    name: 'Butter',
    of: 'portions',
    heading: (system) => ['Piece', 'Name', `Packed, ${massUnit(system)}`, `Salt, ${massUnit(system)}`, `Left, ${massUnit(system)}`, 'Weighed'],
    row: (row, { system, codes, holds }) => {
      const id = String(row.lot_id);
      return [codes.get(id) ?? id, text(row.name), mass(row.mass, system), mass(row.salt_mass, system), mass(holds.get(id) ?? 0, system), text(row.measured)];
    },
  },
  {
    name: 'Lots',
    of: 'lots',
    heading: (system) => ['Lot', 'What', 'Made', 'Treatment', 'Stands in', 'Good until', `Left, ${massUnit(system)}`, 'Kept from people for'],
    row: (row, { system, when, holds }) => [String(row.code), kindNames[row.kind as LotKind] ?? text(row.kind), when(String(row.made_at)), text(row.treatment), text(row.storage), text(row.keep_until), mass(holds.get(String(row.id)) ?? 0, system), text(row.blocked_reason)],
  },
  {
    name: 'Ledger',
    of: 'lines',
    heading: (system) => ['Entry', 'Lot', 'Account', `Moved, ${massUnit(system)}`, `Of it fat, ${massUnit(system)}`],
    row: (row, { system, codes }) => [String(row.entry_id), row.lot_id === null ? null : (codes.get(String(row.lot_id)) ?? String(row.lot_id)), text(row.account), mass(row.mass, system), mass(row.fat, system)],
  },
  {
    name: 'Notes',
    of: 'batchEvents',
    heading: () => ['When', 'Note'],
    row: (row, { when }) => {
      const note = within(row.data).note;
      return typeof note === 'string' && note !== '' ? [when(String(row.at)), note] : undefined;
    },
  },
]; // prettier-ignore
