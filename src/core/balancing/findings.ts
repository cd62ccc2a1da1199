import { percent } from '../quantities/formatQuantity';
import { together } from '../quantities/estimate';
import type { Measured, Network } from './network';
import { fitNetwork } from './reconcile';

/** What went into a churn and what came out, each with how well it is known. Masses g, fats as mass fractions. */
export interface ChurnAccount {
  cream: Measured;
  creamFat: Measured;
  addedWater: number;
  /** Without salt and what was mixed in. */
  butter: Measured;
  /** Absent when nobody measured it. */
  buttermilk?: Measured;
  /** As drained. */
  buttermilkFat: Measured;
  lossFat: Measured;
  washed: boolean;
  /** Fat in the butter by the account, of the butter without salt, and its standard deviation. */
  implied: Measured;
}

export const suspectKeys = ['cream.mass', 'cream.fat', 'butter.mass', 'buttermilk.mass'] as const;
export interface Suspect {
  of: (typeof suspectKeys)[number];
  fits: number;
}

/** Where the account of a churning contradicts itself. Masses in sentences are in g and °C, for the screen to turn into the farm's units. */
export interface Finding {
  about: 'fat' | 'mass';
  says: string;
  /** The figures that are likeliest wrong, the likeliest first, and what would fit in their place: g, or a mass fraction. */
  suspects: Suspect[];
  /** Its measure: g of cream that is nowhere (below zero: that came from nowhere), or the implied fat. */
  amount: number;
}

/** Butter of whatever make holds no more fat than this, and no less, or it is no butter (handbook §6.8: 80–84 %; with room for wet and for dry). */
const fattest = 0.92;
const leanest = 0.55;
/** Butter as it is foreseen before its account is looked at (handbook §6.8). */
const usual: Measured = { value: 0.82, sd: 0.02 };
/** A difference has to be this many standard deviations, this many grams, and this share of the cream before it is one (engineering estimates). */
const surely = 2.5;
const leastGrams = 40;
const leastShare = 0.02;
/** What clings to churn and cloth, and the water washing leaves or takes, as shares of the cream and the butter (engineering estimates). */
const clings = 0.015;
const washTakes = 0.03;

/** The contradictions of an account, each with the likeliest wrong number; none for one that holds. */
export function findingsOf(account: ChurnAccount): Finding[] {
  const found: Finding[] = [];
  const { implied, cream, butter, buttermilk, addedWater, lossFat, washed } = account;
  const culprits = { says: '', suspects: [] as Suspect[], asked: false };
  // Looked for once, where there is something to look for.
  const named = () => {
    if (!culprits.asked) Object.assign(culprits, { ...culprit(account), asked: true });
    return culprits;
  };
  if (buttermilk) {
    const missing = cream.value + addedWater - butter.value - buttermilk.value - lossFat.value;
    const sd = together(
      cream.sd,
      butter.sd,
      buttermilk.sd,
      clings * cream.value,
      washed ? washTakes * butter.value : 0,
    );
    const grams = Math.round(Math.abs(missing));
    if (grams > surely * sd && grams > leastGrams && grams > leastShare * cream.value)
      found.push({
        about: 'mass',
        amount: missing,
        suspects: named().suspects,
        says:
          missing > 0
            ? `About ${grams} g of what went in is neither in the butter nor in the buttermilk nor water added: was all the buttermilk measured, and nothing spilled?${named().says}`
            : `About ${grams} g more came out than went in: was water added, or wash water measured with the buttermilk?${named().says}`,
      });
  }
  const high = implied.value - surely * implied.sd > fattest || implied.value > 1;
  const low = implied.value + surely * implied.sd < leanest;
  if (high || low)
    found.push({
      about: 'fat',
      amount: implied.value,
      suspects: named().suspects,
      says: `${
        high
          ? 'More fat went in than this butter and buttermilk can hold'
          : 'There is more butter here than the fat of this cream can make'
      }: these figures cannot all be right.${named().says}`,
    });
  return found;
}

const names: Record<Suspect['of'], string> = {
  'cream.mass': 'how much cream it was',
  'cream.fat': 'the cream’s fat',
  'butter.mass': 'the butter’s weight',
  'buttermilk.mass': 'how much buttermilk it was',
};

/** Figures whose absence mends the balance this nearly alike cannot be told apart by it (chi-square). */
const alike = 3;

/**
 * The likeliest wrong number, and what would fit in its place: the measurement without which everything else agrees best
 * (generalised likelihood ratio: Narasimhan & Jordache, Data Reconciliation and Gross Error Detection, 2000, ch. 7). Two
 * that the balance cannot tell apart are named together.
 */
function culprit(account: ChurnAccount): { says: string; suspects: Suspect[] } {
  try {
    const network = networkOf(account);
    const measured = suspectKeys.filter((key) => {
      const [streamId, what] = key.split('.') as [string, 'mass' | 'fat'];
      return network.streams.some((stream) => stream.id === streamId && stream[what]);
    });
    const tried = measured
      .map((id) => ({ id, ...without(network, id) }))
      .toSorted((a, b) => a.chiSquare - b.chiSquare);
    const likely = tried.filter(({ chiSquare }) => chiSquare < tried[0]!.chiSquare + alike).slice(0, 2);
    const says = likely
      .map(
        ({ id, fits }) =>
          `${names[id]} (about ${id.endsWith('fat') ? percent(fits, 0) : `${fits} g`} would fit)`,
      )
      .join(', or ');
    return {
      says: says === '' ? '' : ` Likeliest wrong: ${says}.`,
      suspects: likely.map(({ id, fits }) => ({ of: id, fits })),
    };
  } catch {
    // Figures so far apart that nothing can be fitted are said without a culprit.
    return { says: '', suspects: [] };
  }
}

function networkOf({
  cream,
  creamFat,
  addedWater,
  butter,
  buttermilk,
  buttermilkFat,
  lossFat,
}: ChurnAccount): Network {
  const water = addedWater > 0;
  return {
    streams: [
      { id: 'cream', mass: cream, fat: creamFat },
      ...(water
        ? [{ id: 'water', mass: { value: addedWater, sd: 0.05 * addedWater }, fat: { value: 0, sd: 1e-6 } }]
        : []),
      { id: 'butter', mass: butter, fat: usual },
      { id: 'buttermilk', ...(buttermilk ? { mass: buttermilk } : {}), fat: buttermilkFat },
      { id: 'loss', mass: lossFat, fat: { value: 0.8, sd: 0.1 } },
    ],
    nodes: [{ in: water ? ['cream', 'water'] : ['cream'], out: ['butter', 'buttermilk', 'loss'] }],
  };
}

/** The balance with one measurement left out: how well the rest agrees, and the figure it gives in its place, rounded as a person would. */
function without(network: Network, id: string): { chiSquare: number; fits: number } {
  const [streamId, what] = id.split('.') as [string, 'mass' | 'fat'];
  const streams = network.streams.map((stream) => {
    const { [what]: measured, ...rest } = stream;
    return stream.id === streamId && measured
      ? { ...rest, [what]: { ...measured, sd: 1e3 * measured.sd } }
      : stream;
  });
  const fitted = fitNetwork({ ...network, streams });
  const { mass, fat } = fitted.streams.find((one) => one.id === streamId)!;
  return {
    chiSquare: fitted.chiSquare,
    fits: what === 'mass' ? Math.round(mass / 5) * 5 : Math.round(fat * 100) / 100,
  };
}
