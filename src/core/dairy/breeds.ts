/** Mean fat of a breed's or species' milk, mass fraction; one standard deviation of about 0.6 points (handbook §6.1). */
export const breedFat = {
  holstein: { name: 'Holstein', species: 'cow', fat: 0.037 },
  'dairy-shorthorn': { name: 'Dairy Shorthorn', species: 'cow', fat: 0.038 },
  ayrshire: { name: 'Ayrshire', species: 'cow', fat: 0.039 },
  'brown-swiss': { name: 'Brown Swiss', species: 'cow', fat: 0.04 },
  kerry: { name: 'Kerry', species: 'cow', fat: 0.04 },
  mixed: { name: 'Mixed herd', species: 'cow', fat: 0.041 },
  guernsey: { name: 'Guernsey', species: 'cow', fat: 0.046 },
  jersey: { name: 'Jersey', species: 'cow', fat: 0.049 },
  goat: { name: 'Goat', species: 'goat', fat: 0.038 },
  sheep: { name: 'Sheep', species: 'sheep', fat: 0.07 },
  buffalo: { name: 'Buffalo', species: 'buffalo', fat: 0.075 },
} as const;

export type Breed = keyof typeof breedFat;

/** One standard deviation of a breed's mean as a guess for one milking, mass fraction. */
export const breedFatSd = 0.006;
