import { fillLimit } from '../churning/tools';

/** Cream as it stands on the shelf, as far as choosing goes. */
export interface RestingCream {
  id: string;
  /** mL */
  volume: number;
  /** Of its oldest part. */
  ageHours: number;
  ripened: boolean;
  souring: boolean;
  frozen: boolean;
  blocked: boolean;
  /** Why it may not be churned, as it is judged. */
  mayNot?: string | undefined;
  /** Kept apart for whipping, or for the table. */
  keptApart: boolean;
}

/** Cream as it stands, whoever tells its story: the screens by the minute, the house when it is asked. */
interface StandingCream {
  lot: { id: string; ripened: boolean; blockedReason: string | null; details: { cut?: string | undefined } };
  story: { soured: boolean; souring: { lightly?: unknown } | undefined; frozen: unknown } | undefined;
  /** mL, and hours since its oldest part. */
  volume: number;
  ageHours: number;
  judged: { mayNot: { churn?: string | undefined } };
  /** Kept for the table. */
  table: boolean;
}

/** What matters of standing cream for choosing the next churning. */
export const restingCream = ({
  lot,
  story,
  volume,
  ageHours,
  judged,
  table,
}: StandingCream): RestingCream => ({
  id: lot.id,
  volume,
  ageHours,
  ripened: story?.soured ?? lot.ripened,
  // What turned a little, and was tasted, is ready; it is no ripened cream.
  souring: story?.souring !== undefined && story.souring.lightly !== 'tasted',
  frozen: story?.frozen !== undefined,
  blocked: lot.blockedReason !== null,
  mayNot: judged.mayNot.churn,
  keptApart: table,
});

/** mL of a churn nobody has named yet. */
const anyChurn = 4000;

/** mL of the churn that is used next, as far as anyone can tell: the last one's. */
export const nextCapacity = ({
  vessels,
  last,
}: {
  vessels: readonly { id: string; kind: string; capacity: number }[];
  last: { vesselId: string | null; capacity: number } | undefined;
}): number =>
  vessels.find(({ id }) => id === last?.vesselId)?.capacity ??
  last?.capacity ??
  vessels.find(({ kind }) => kind === 'churn')?.capacity ??
  anyChurn;

/** No fresh sweet cream goes to ripened cream in the hours before it is churned: mixed ripeness leaves fat behind (handbook §2). */
export const freshHours = 12;

/**
 * The lots that make the next churning: enough for a load, the oldest first, one ripeness, within the fill limit of the
 * churn; and why each of the others is left out.
 * @param churnCapacity mL to the brim
 */
export function proposeChurning(
  creams: readonly RestingCream[],
  churnCapacity: number,
): { chosen: string[]; leftOut: { id: string; why: string }[] } {
  const leftOut: { id: string; why: string }[] = [];
  const leave = (id: string, why: string) => void leftOut.push({ id, why });
  const ready = creams
    .toSorted((a, b) => b.ageHours - a.ageHours)
    .filter((cream) => {
      if (cream.mayNot !== undefined) leave(cream.id, cream.mayNot);
      else if (cream.blocked) leave(cream.id, 'kept from people’s food');
      else if (cream.frozen) leave(cream.id, 'frozen');
      else if (cream.souring && !cream.ripened) leave(cream.id, 'still souring');
      else if (cream.keptApart) leave(cream.id, 'kept apart for the table');
      else return true;
      return false;
    });
  // The ripeness of the oldest decides: it has waited longest.
  const ripened = ready[0]?.ripened ?? false;
  const chosen: string[] = [];
  let volume = 0;
  for (const cream of ready) {
    if (cream.ripened !== ripened) {
      leave(
        cream.id,
        ripened
          ? cream.ageHours < freshHours
            ? 'fresh sweet cream does not go to ripened'
            : 'sweet: it churns by itself'
          : 'ripened: it churns by itself',
      );
      continue;
    }
    if (chosen.length > 0 && volume >= fillLimit * churnCapacity) {
      leave(cream.id, 'the churn is half full without it');
      continue;
    }
    chosen.push(cream.id);
    volume += cream.volume;
  }
  return { chosen, leftOut };
}
