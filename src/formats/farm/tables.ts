/** What a column holds: text, one of the house's ids, a day, a moment, numbers, what is nested. `?`: it may say nothing. */
export type Column =
  `${'text' | 'id' | 'day' | 'moment' | 'number' | 'whole' | 'yesNo' | 'any' | 'words'}${'' | '?'}`;

export interface Table {
  /** Its name in the database. */
  table: string;
  /** What of it tells a row from every other, in the order in which rows stand. */
  key: readonly string[];
  says: string;
  columns: Record<string, Column>;
  /** Its rows are large: no more of them at once. */
  atOnce?: number;
}

/** So many rows of a table are read or written at once. */
export const rowsAtOnce = ({ atOnce }: Table, usual: number): number => Math.min(usual, atOnce ?? usual);

/**
 * Everything a farm holds, table by table, as the farm document has it: in the order in which one leans on another. Columns are named as
 * in the database. What follows from the rest is left out (what is in a lot now is the sum of its lines), and so is what
 * opens a door (calendar addresses).
 */
export const tables = {
  animals: {
    table: 'animal',
    key: ['id'],
    says: 'Animals that are milked, with their breed, when they calved, were served and dried off.',
    columns: { id: 'id', name: 'text', breed: 'text', calved_on: 'day?', served_on: 'day?', dry_on: 'day?', shares_with_calf: 'yesNo', withdrawn_from: 'day?', withdrawn_until: 'day?', withdrawn_reason: 'text?', milked: 'yesNo' },
  },
  vessels: {
    table: 'vessel',
    key: ['id'],
    says: 'Churns, jars, cans, tubs and separators: capacity in mL (of a separator mL an hour), diameter in mm.',
    columns: { id: 'id', name: 'text', kind: 'text', tool: 'text?', capacity: 'number', diameter: 'number?', equipment: 'any', retired_at: 'moment?' },
  },
  commands: {
    table: 'command',
    key: ['id'],
    says: 'Everything that was ever said to the house, as it was said: which device, who, when, and what came of it.',
    columns: { id: 'text', device: 'text', name: 'text', input: 'any', at: 'moment', received_at: 'moment', result: 'any?', said_by: 'text?' },
  },
  withdrawals: {
    table: 'withdrawal',
    key: ['id'],
    says: 'Days on which an animal’s milk is kept from people, and why.',
    columns: { id: 'id', animal_id: 'id', from_day: 'day', until_day: 'day', reason: 'text', command_id: 'text?', lifted_at: 'moment?' },
  },
  lots: {
    table: 'lot',
    key: ['id'],
    says: 'Milk, cream, skim, buttermilk, butter and what is made of them, each as one lot.',
    columns: { id: 'text', code: 'text', kind: 'text', vessel_id: 'id?', batch_id: 'text?', made_at: 'moment', oldest_at: 'moment?', raw: 'yesNo', treatment: 'text', ripened: 'yesNo', fat_method: 'text?', fat_sd: 'number?', storage: 'text?', keep_until: 'day?', keep_reasons: 'any', blocked_reason: 'text?', blocked_until: 'day?', details: 'any', origin: 'any', put_away_at: 'moment?', in_churn: 'yesNo' },
  },
  batches: {
    table: 'batch',
    key: ['id'],
    says: 'Churnings: what was known of the cream at the start (masses in g, fat as mass fractions, °C), and what came of it.',
    columns: { id: 'text', number: 'whole', cream_lot_id: 'text', vessel_id: 'id?', facts: 'any', started_at: 'moment', phase: 'text', break_minutes: 'number?', pace_ratio: 'number?', judged: 'any?', churned_entry_id: 'id?', revision: 'whole', left_out: 'yesNo', maker: 'text?' },
  },
  entries: {
    table: 'entry',
    key: ['id'],
    says: 'Entries of the ledger. None is ever changed: what was wrong has a counter-entry that names it.',
    columns: { id: 'id', command_id: 'text', kind: 'text', at: 'moment', recorded_at: 'moment', corrects_id: 'id?', details: 'any', line_count: 'whole' },
  },
  lines: {
    table: 'entry_line',
    key: ['entry_id', 'position'],
    says: 'Lines of the entries: grams, and grams of fat among them, into a lot or a named account; below nothing, out of it. Those of an entry add up to nothing.',
    columns: { entry_id: 'id', position: 'whole', lot_id: 'text?', account: 'text?', mass: 'number', fat: 'number' },
  },
  batchEvents: {
    table: 'batch_event',
    key: ['id'],
    says: 'What happened to a churning: marks, readings, washes, weighings, notes; also what was taken back.',
    columns: { id: 'text', batch_id: 'text', kind: 'text', at: 'moment', recorded_at: 'moment', device: 'text', command_id: 'text', data: 'any' },
  },
  portions: {
    table: 'portion',
    key: ['lot_id'],
    says: 'Portions of a batch’s butter: mass and salt in g, and what was mixed in.',
    columns: { lot_id: 'text', batch_id: 'text?', name: 'text', mass: 'number', salt_mass: 'number', measured: 'text', additions: 'any', standing: 'yesNo', pieces: 'any?', mixed_in: 'any?' },
  },
  lotEvents: {
    table: 'lot_event',
    key: ['id'],
    says: 'What happened to a lot: poured, placed, read, soured, looked at, noted.',
    columns: { id: 'text', lot_id: 'text', kind: 'text', at: 'moment', recorded_at: 'moment', device: 'text', command_id: 'text', data: 'any' },
  },
  parked: {
    table: 'parked',
    key: ['command_id'],
    says: 'What two devices said at odds, as a question, and how it was answered.',
    columns: { command_id: 'text', name: 'text', input: 'any', lot_id: 'text', device: 'text', at: 'moment', question: 'text', settled_at: 'moment?', settled_how: 'text?' },
  },
  cleanings: {
    table: 'cleaning',
    key: ['command_id', 'vessel_id'],
    says: 'When a vessel was cleaned, and how.',
    columns: { command_id: 'text', vessel_id: 'id', at: 'moment', steps: 'words' },
  },
  ways: {
    table: 'way',
    key: ['id'],
    says: 'Ways of working that were kept under a name.',
    columns: { id: 'text', name: 'text', way: 'any', kept_at: 'moment' },
  },
  answered: {
    table: 'answered',
    key: ['command_id'],
    says: 'What was done instead of what stood first on Today, or left for later.',
    columns: { command_id: 'text', at: 'moment', act: 'text', answer: 'text', instead: 'text?', lots: 'any', until: 'moment', taken_back: 'yesNo' },
  },
  wishes: {
    table: 'wish',
    key: ['id'],
    says: 'Butter that was wanted by a time: mass in g, salt as a share, what was foreseen, and the batch it was made in.',
    columns: { id: 'text', mass: 'number', soured: 'yesNo', salt: 'number', ready_at: 'moment', occasion: 'text?', vessel_id: 'id?', buys: 'yesNo', foreseen: 'any', put_at: 'moment', batch_id: 'text?', not_batch_ids: 'any', dropped_at: 'moment?' },
  },
  futures: {
    table: 'future',
    key: ['id'],
    says: 'Years ahead that were tried and kept under a name.',
    columns: { id: 'text', name: 'text', tried: 'any', kept_at: 'moment' },
  },
  pictures: {
    table: 'picture',
    key: ['id'],
    atOnce: 20,
    says: 'Pictures of batches, drawn anew by the house: base64 of WebP, its width and height in px.',
    columns: { id: 'text', batch_id: 'text', at: 'moment', device: 'text', width: 'whole', height: 'whole', webp: 'text', removed_at: 'moment?' },
  },
} as const satisfies Record<string, Table>; // prettier-ignore

export type TableKey = keyof typeof tables;
export const tableKeys = Object.keys(tables) as TableKey[];

/** The farm itself. */
export const farmColumns = {
  name: 'text?',
  unit_system: 'text',
  time_zone: 'text',
  fat_hardness: 'number',
  freezer_room: 'number?',
  place_celsius: 'any',
  salt_teaspoon: 'any',
  usual_salt: 'text?',
  week_begins: 'whole',
  hours: 'any?',
  prices: 'any',
  fridge_room: 'number?',
  settled: 'yesNo',
  next_batch_number: 'whole',
  next_lot_number: 'whole',
} as const satisfies Record<string, Column>;

export type Row = Record<string, unknown>;
