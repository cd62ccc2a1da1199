import type { DoorDay } from './readDoor';

/** Something to be written down of a page, in the order in which it happened; `of` are the steps it was made of, by their place. */
export type DoorStep =
  | { kind: 'milk'; date: string; hour: number; mass: number; typed: string }
  | { kind: 'skim'; date: string; hour: number; mass: number; of: number[]; milkMass: number }
  | { kind: 'cream'; date: string; hour: number; mass: number }
  | {
      kind: 'churn';
      date: string;
      hour: number;
      creamMass: number;
      of: number[];
      celsius: number | undefined;
      minutes: number | undefined;
      butter: { mass: number; typed: string; salted: boolean };
    };

export interface DoorPlan {
  steps: DoorStep[];
  /** What does not go together, by its day. */
  problems: { date: string; says: string }[];
}

/** The farm’s day where nobody wrote the hour: milked, skimmed, churned, milked again (engineering estimates), hours since midnight. */
const hours = { morning: 7, skimmed: 9, churned: 10.5, evening: 18, skimmedLate: 20 };
/** Of its milk, cream is so much at most; of its cream, butter. */
const creamAtMost = 0.5;
const butterAtMost = 0.75;

/**
 * What is to be written down of a handwritten page: milk as it came, cream off the milk that stood by then, butter of the cream that was there.
 * Cream of which no milk is on the page comes in by itself; butter without any cream cannot be.
 */
export function planDoor(days: readonly DoorDay[]): DoorPlan {
  const steps: DoorStep[] = [];
  const problems: DoorPlan['problems'] = [];
  let milk: number[] = [];
  let cream: number[] = [];
  const massOf = (which: readonly number[]) =>
    which.reduce((sum, at) => {
      const step = steps[at]!;
      return sum + (step.kind === 'churn' ? 0 : step.mass);
    }, 0);
  for (const day of days.toSorted((a, b) => a.date.localeCompare(b.date))) {
    const { date } = day;
    const comes = (half: 'morning' | 'evening') => {
      const came = day[half];
      if (came) milk.push(steps.push({ kind: 'milk', date, hour: hours[half], ...came }) - 1);
    };
    const skims = (hour: number) => {
      const mass = day.cream!.mass;
      const milkMass = massOf(milk);
      if (milk.length > 0 && mass > creamAtMost * milkMass)
        problems.push({ date, says: 'More cream than half of the milk it came off: is a milking missing, or a unit?' });
      cream.push(
        steps.push(
          milk.length > 0
            ? { kind: 'skim', date, hour, mass, of: milk, milkMass }
            : { kind: 'cream', date, hour, mass },
        ) - 1,
      );
      milk = [];
    };
    comes('morning');
    const late = day.cream !== undefined && milk.length === 0 && day.evening !== undefined;
    if (day.cream && !late) skims(hours.skimmed);
    if (day.butter && !late) churns(day, hours.churned);
    comes('evening');
    if (late) skims(hours.skimmedLate);
    if (day.butter && late) churns(day, hours.skimmedLate + 1);
    if (!day.butter && (day.celsius !== undefined || day.minutes !== undefined))
      problems.push({ date, says: 'A churning, and no butter: write what came of it.' });
  }
  return { steps, problems };

  function churns(day: DoorDay, hour: number): void {
    const { date, celsius, minutes, butter } = day;
    const creamMass = massOf(cream);
    if (cream.length === 0) {
      problems.push({ date, says: 'Butter, and no cream before it on this page: write the cream as well.' });
      return;
    }
    if (butter!.mass > butterAtMost * creamMass)
      problems.push({ date, says: 'More butter than that cream can make: is cream missing, or a unit?' });
    steps.push({ kind: 'churn', date, hour, creamMass, of: cream, celsius, minutes, butter: butter! });
    cream = [];
  }
} // prettier-ignore
