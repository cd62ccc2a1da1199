/** Fat left in the skim, and the cream's own, by way of separating: the middle of handbook §6.3, mass fractions. */
export const usualSeparations = {
  separator: { name: 'Separator, warm', skimFat: 0.0015, creamFat: 0.38 },
  ladle: { name: 'Stood and ladled', skimFat: 0.006, creamFat: 0.22 },
} as const;

export type SeparationWay = keyof typeof usualSeparations;
