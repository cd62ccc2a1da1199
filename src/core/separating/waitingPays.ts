/** Six hours more that gain a smaller share of the fat than this are not worth waiting for (engineering estimate). */
const worthWaiting = 0.02;

/** Less than this is no gain, g of fat: under a teaspoon of butter (engineering estimate). */
export const noGain = 3;

/**
 * Whether milk that could be skimmed should stand six hours more, as the Pail and its gauge both say it.
 * @param gains g of fat six hours more would gain
 * @param fat g of fat in the milk
 */
export const waitingPays = (gains: number, fat: number): boolean =>
  gains >= noGain && gains > worthWaiting * fat;
