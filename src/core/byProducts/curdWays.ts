/** How curd comes about: heat and acid part it at once; soured by a culture or by itself (clabber) it is drained in a cloth. */
export const curdWays = ['heatAcid', 'cultured', 'clabber'] as const;
export type CurdWay = (typeof curdWays)[number];

/** As one speaks of it in a sentence. */
export const curdWords: Record<CurdWay, string> = {
  heatAcid: 'by heat and acid',
  cultured: 'soured with a culture',
  clabber: 'soured by itself',
};
