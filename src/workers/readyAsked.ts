import type { ReadyInput, ReadyPlan, ReadyPlanner, WayOut, Wish } from '@/core/planning/readyBy';
import { readyPlanner } from '@/core/planning/readyBy';

/** What is asked of a farm: how one wish goes, and, when the flag has come to rest, what else would do. */
export interface ReadyAsked {
  input: ReadyInput;
  wish: Wish;
  churnId: string;
  ways: boolean;
}

let last: { of: string; planner: ReadyPlanner } | undefined;

/** While the flag is dragged the farm is the same: its planner is kept, with what it has worked out. */
export function readyAsked({ input, wish, churnId, ways }: ReadyAsked): { plan: ReadyPlan; ways: WayOut[] } {
  const of = JSON.stringify(input);
  if (last?.of !== of) last = { of, planner: readyPlanner(input) };
  const churn = input.churns.find(({ id }) => id === churnId) ?? input.churns[0]!;
  const plan = last.planner.plan(wish, churn);
  return { plan, ways: ways ? last.planner.ways(plan, churn) : [] };
}
