import type { MadeKind } from '../standing/lotKinds';
import { curdPlan } from './curdPlan';
import type { CurdWay } from './curdWays';

/** Of the fat, so much stays in the curd (as {@link curdPlan} reckons). */
const fatInCurd = 0.9;
/** Live yoghurt to begin it, sugar whipped in: so much more at most comes of it than went in (engineering estimate). */
const addedAtMost = 1.3;

/** What is made of a lot, and what parts from it. Masses in g. */
export interface Made {
  mass: number;
  fat: number;
  /** Whey that drained off, or cream that stayed on the whisk. */
  parted: { mass: number; fat: number };
  /** What was put in beside: culture, sugar. */
  added: number;
}

/** Most that can come of so much, g. */
export const mostMade = (kind: MadeKind, mass: number): number =>
  kind === 'curd' ? mass : mass * addedAtMost;

/**
 * Yoghurt, curd or whipped cream of so much milk, skim, buttermilk or cream: as it was weighed, or as it usually comes out. What parts
 * from yoghurt is strained whey, which takes next to no fat along.
 * @param mass g that it is made of, `fat` g among them
 * @param weighed g of what came of it, up to {@link mostMade}
 * @param way how curd came about
 */
export function madeOf(
  kind: MadeKind,
  { mass, fat }: { mass: number; fat: number },
  weighed?: number,
  way: CurdWay = 'heatAcid',
): Made {
  const expected =
    kind === 'curd'
      ? Math.min(
          mass,
          curdPlan({ milkMass: mass, milkFat: Math.min(0.12, fat / mass), way, vinegar: 0.05 }).curd.mid,
        )
      : mass;
  const comes = weighed ?? expected;
  const parted = Math.max(0, mass - comes);
  const share = { curd: 1 - fatInCurd, yoghurt: 0, whipped: parted / mass }[kind];
  // Nothing holds more fat than it weighs, however little of it was weighed.
  const kept = Math.min(fat - share * fat, comes);
  return {
    mass: comes,
    fat: kept,
    parted: { mass: parted, fat: fat - kept },
    added: Math.max(0, comes - mass),
  };
}
