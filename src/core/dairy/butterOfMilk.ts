import { usualButterFat, usualLoss } from '../churning/expectedButter';

/** Of the milk's fat a ladle or a separator brings so much into the cream (handbook §6.2, engineering estimate). */
export const usualSkimming = 0.88;
/** Of the cream's fat so much stays in the buttermilk (engineering estimate). */
const usualButtermilk = 0.03;
/** g of unsalted butter that a gram of fat in the cream makes, as the book has it. */
export const butterOfCream = (1 - usualButtermilk - usualLoss) / usualButterFat;
/** Fewer batches, or more of their cream bought, say nothing of the milk (engineering estimate). */
const leastBatches = 2;
const mostBought = 0.02;

/** g of butter that a gram of the milk's fat makes, and how many batches of the house say so; none: as the book has it. */
export interface ButterOfMilk {
  perFat: number;
  batches: number;
}

/** What becomes of a gram of fat in the milk: by the house's own batches where they were of its own milk, else as the book has it. */
export function butterOfMilk(sums: {
  milkFat: number;
  boughtFat: number;
  butterMass: number;
  batches: number;
}): ButterOfMilk {
  const { milkFat, boughtFat, butterMass, batches } = sums;
  if (batches >= leastBatches && milkFat > 0 && butterMass > 0 && boughtFat <= mostBought * milkFat)
    return { perFat: butterMass / milkFat, batches };
  return { perFat: usualSkimming * butterOfCream, batches: 0 };
}
