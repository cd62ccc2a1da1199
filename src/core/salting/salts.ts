/** Grams in a level teaspoon of 4.93 mL, by kind of salt (handbook §6.11). */
export const salts = {
  fine: { name: 'fine table or sea salt', gramsPerTeaspoon: 5.9 },
  coarse: { name: 'coarse sea salt', gramsPerTeaspoon: 5.0 },
  denseFlake: { name: 'dense flake', gramsPerTeaspoon: 4.8 },
  hollowFlake: { name: 'hollow flake', gramsPerTeaspoon: 2.8 },
  pinkRock: { name: 'fine pink rock salt', gramsPerTeaspoon: 5.6 },
  finishing: { name: 'finishing flake', gramsPerTeaspoon: 2.3 },
} as const;

export type SaltKind = keyof typeof salts;
export const saltKinds = Object.keys(salts) as [SaltKind, ...SaltKind[]];

/** What a house's own salts weigh, g in a level teaspoon. */
export type SaltTeaspoon = Partial<Record<SaltKind, number>>;
/** What a level teaspoon of any salt may weigh, g: from the lightest flake to a fine one packed down (engineering estimate). */
export const teaspoonLimits = [1.5, 8] as const;

/** The salts as a house has them: its own weight of a teaspoon where it weighed one. */
export const saltsOf = (own: SaltTeaspoon): Record<SaltKind, { name: string; gramsPerTeaspoon: number }> =>
  Object.fromEntries(
    saltKinds.map((kind) => [
      kind,
      { name: salts[kind].name, gramsPerTeaspoon: own[kind] ?? salts[kind].gramsPerTeaspoon },
    ]),
  ) as Record<SaltKind, { name: string; gramsPerTeaspoon: number }>;

/** Brine past which salt no longer dissolves and the butter grits, w/w at room temperature (handbook §6.11). */
export const saltSolubility = 0.264;
/** Brine from which butter counts as salted for keeping (handbook §6.11). */
export const keepingBrine = 0.06;
/** Salt that nobody measures, “some”, as a share of the butter: too little to count on for keeping (engineering estimate). */
export const someSalt = 0.01;
/** Less than this share of the butter is a trace: nobody tastes it, and nothing keeps by it (engineering estimate). */
const traceOfSalt = 0.004;

/** What butter is called by the share of salt in it. */
export const saltedName = (share: number): string =>
  share <= 0 ? 'Unsalted' : share < traceOfSalt ? 'A trace of salt' : 'Salted';

/** What is said of salt that was not measured. */
export const saltByEye =
  /\b(?:(?:some|a little|a bit of) salt|(?:salted|salt),? (?:by eye|to taste)|by eye|to taste)\b/i;

/** Water in unsalted farm butter when nothing better is known (handbook §6.8: 14–18 %). */
export const usualMoisture = 0.16;
