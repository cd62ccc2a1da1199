import type { BatchEvent, BatchFacts, Salting } from '../churning/batchEvents';
import { splitLoads } from '../churning/splitLoads';
import type { ToolKey } from '../churning/tools';
import { toolKeys, tools } from '../churning/tools';
import { creamDensity } from '../dairy/creamDensity';
import { fatMethods } from '../dairy/creamFat';
import { densities, pressedError, weighed } from '../quantities/measuring';
import type { Quantity } from '../quantities/parseQuantity';
import { saltKinds } from '../salting/salts';
import type { NotebookRow } from './readNotebook';

/** What holds for a whole notebook, where its lines say nothing else. */
export interface NotebookUsual {
  /** Fat of the cream, a mass fraction. */
  fat: number;
  treatment: BatchFacts['treatment'];
  /** `vessel:ID` of the farm’s own, or `tool:KEY`. */
  churn: string;
}

/** A churn of the house, as far as a notebook needs it. */
export interface NotebookChurn {
  id: string;
  name: string;
  tool: ToolKey | null;
  capacity: number;
}

/** A batch as a line of a notebook tells it: its facts, and everything that happened, in order. */
export interface NotebookBatch {
  batchId: string;
  facts: BatchFacts;
  started: BatchEvent;
  events: BatchEvent[];
  portionId: string;
}

/** °C that is assumed where none was written (engineering estimate: what a cool larder gives). */
const assumed = 14;
/** Minutes between the break and the drain, and until it was packed (engineering estimates): nobody wrote those. */
const afterBreak = { drained: 5, packed: 30 } as const;
/** Minutes to the break where none was written: the order of things needs some. */
const unwritten = 25;
/** Grams of fine salt in a millilitre (handbook §6.10: 5.9 g in a teaspoon of 4.93 mL). */
const saltDensity = 1.2;
/** A share of salt is told of the unsalted butter; more than this is a slip of the pen. */
const mostSalt = 0.12;

/**
 * The batch that a line tells of. Its ids come of what the line says, so that the same line makes the same batch again.
 * @param atSeconds when it was begun
 * @param same how many lines before it say the very same
 */
export function notebookBatch(
  row: NotebookRow,
  usual: NotebookUsual,
  churns: readonly NotebookChurn[],
  hardness: number,
  atSeconds: number,
  same: number,
): NotebookBatch {
  const celsius = row.celsius ?? assumed;
  const fat = row.fat ?? usual.fat;
  const density = creamDensity(fat, celsius, hardness);
  const cream = weighed(row.cream, density);
  const { tool, vessel } = churnOf(row.churn, usual.churn, churns);
  const volume = cream.mass / density;
  const capacity = vessel?.capacity ?? Math.max(tools[tool].usualVolume, volume);
  const butter = weighed(row.butter, densities.butter, pressedError);
  const saltMass = Math.min(saltOf(row.salt, butter.mass), mostSalt * butter.mass);
  const batchId = ['paper', row.day, slug(row.creamTyped), Math.round(row.butter.value), ...(same > 0 ? [same + 1] : [])].join('-'); // prettier-ignore
  const buttermilk = row.buttermilk && weighed(row.buttermilk, densities.buttermilk);
  const broke = 60 * (row.minutes ?? unwritten);
  const at = (seconds: number, part: string) => ({
    id: `${batchId}-${part}`,
    atSeconds: atSeconds + seconds,
  });
  const salting: Salting =
    saltMass > 0 ? { way: 'share', share: saltMass / butter.mass, kind: saltKinds[0]! } : { way: 'none' };
  return {
    batchId,
    portionId: `${batchId}-p`,
    facts: {
      creamMass: cream.mass,
      creamMassSd: cream.massSd,
      creamVolume: volume,
      amountTyped: row.creamTyped,
      creamFat: fat,
      creamFatSd: row.fat === undefined ? fatMethods.separator.sd : fatMethods.batches.sd,
      fatMethod: row.fat === undefined ? 'separator' : 'batches',
      temperature: celsius,
      temperatureAssumed: row.celsius === undefined,
      ripened: row.ripened,
      treatment: usual.treatment,
      homogenised: false,
      hardness,
      tool,
      vesselId: vessel?.id ?? null,
      capacity,
      loads: Math.min(60, splitLoads(volume, capacity).loads),
      usualSalt: salting,
      usualStorage: 'fridge',
    },
    started: { ...at(0, 's'), kind: 'started' },
    events: [
      ...(row.minutes === undefined ? [] : [{ ...at(broke, 'b'), kind: 'mark' as const, stage: 'break' as const }]),
      { ...at(broke + 60, 'h'), kind: 'mark', stage: 'stopped' },
      buttermilk
        ? { ...at(broke + 60 * afterBreak.drained, 'd'), kind: 'drained', measured: row.buttermilk!.kind === 'mass' ? 'mass' : 'volume', mass: buttermilk.mass, massSd: buttermilk.massSd }
        : { ...at(broke + 60 * afterBreak.drained, 'd'), kind: 'drained', measured: 'skipped' },
      {
        ...at(broke + 60 * afterBreak.packed, 'w'),
        kind: 'portion',
        portionId: `${batchId}-p`,
        name: '',
        mass: butter.mass,
        massSd: butter.massSd,
        measured: row.butter.kind === 'mass' ? 'scale' : 'volume',
        saltMass,
        salting,
        additions: [],
        storage: 'fridge',
      },
      ...(row.note === undefined ? [] : [{ ...at(broke + 60 * afterBreak.packed, 'n'), kind: 'noted' as const, note: row.note.slice(0, 500) }]),
      { ...at(broke + 60 * afterBreak.packed + 1, 'k'), kind: 'packed' },
    ],
  }; // prettier-ignore
}

function saltOf(salt: Quantity | undefined, butterMass: number): number {
  if (!salt) return 0;
  if (salt.kind === 'fraction') return (salt.value / (1 + salt.value)) * butterMass;
  return salt.kind === 'mass' ? salt.value : salt.value * saltDensity;
}

/** What does not tell one churn from another. */
const anyChurn = new Set(['churn', 'motor', 'hand', 'the', 'machine', 'old', 'new']);

/** The churn that a name means: one of the house’s own by its words, else a kind of churn, else the usual one. */
function churnOf(
  written: string | undefined,
  usual: string,
  churns: readonly NotebookChurn[],
): { tool: ToolKey; vessel: NotebookChurn | undefined } {
  const words = (text: string) =>
    text
      .toLowerCase()
      .split(/[^\p{L}\d]+/u)
      .filter((word) => word.length > 2);
  const said = new Set(words(written ?? ''));
  // “Motor barrel” is a barrel: what many churns are called decides only between two of a kind.
  const shared = (name: string) =>
    [...new Set(words(name))].reduce(
      (sum, word) => sum + (said.has(word) ? (anyChurn.has(word) ? 1 : 4) : 0),
      0,
    );
  const best = <T>(of: readonly T[], name: (one: T) => string): T | undefined => {
    const [first] = of.toSorted((a, b) => shared(name(b)) - shared(name(a)));
    return first !== undefined && shared(name(first)) >= 4 ? first : undefined;
  };
  const own = churns.filter(({ tool }) => tool !== null);
  const named = best(own, ({ name }) => name);
  if (named) return { tool: named.tool!, vessel: named };
  const kind = best(toolKeys, (key) => `${tools[key].name} ${tools[key].inSentence}`);
  if (kind) return { tool: kind, vessel: undefined };
  const vessel = own.find(({ id }) => `vessel:${id}` === usual);
  const key = toolKeys.find((one) => `tool:${one}` === usual);
  return { tool: vessel?.tool ?? key ?? 'jar', vessel };
}

const slug = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 20) || 'cream';
