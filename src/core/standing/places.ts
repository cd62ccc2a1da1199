/** Where a vessel can stand: the temperature around it, °C, the heat that passes, W/m²K, and whether through water (docs/models.md, Heat). */
export const places = {
  room: { name: 'In the room', inSentence: 'in the room', celsius: 19, u: 10, wet: false },
  cool: { name: 'Cool larder', inSentence: 'in the cool larder', celsius: 12, u: 10, wet: false },
  fridge: { name: 'Fridge', inSentence: 'in the fridge', celsius: 4, u: 8, wet: false },
  fanFridge: {
    name: 'Fridge with a fan',
    inSentence: 'in the fridge with a fan',
    celsius: 4,
    u: 13,
    wet: false,
  },
  coldWater: { name: 'Cold water, stirred', inSentence: 'in cold water', celsius: 10, u: 90, wet: true },
  iceWater: { name: 'Ice water, stirred', inSentence: 'in ice water', celsius: 0.5, u: 90, wet: true },
  bath: { name: 'Warm bath', inSentence: 'in a warm bath', celsius: 25, u: 55, wet: true },
  stirredBath: {
    name: 'Warm bath, stirred',
    inSentence: 'in a stirred warm bath',
    celsius: 25,
    u: 90,
    wet: true,
  },
  warm: { name: 'Kept warm', inSentence: 'where it is kept warm', celsius: 42, u: 10, wet: false },
  wrapped: { name: 'Wrapped up', inSentence: 'wrapped up', celsius: 19, u: 1.6, wet: false },
  freezer: { name: 'Freezer', inSentence: 'in the freezer', celsius: -18, u: 8, wet: false },
} as const;

export type Place = keyof typeof places;
export const placeKeys = Object.keys(places) as [Place, ...Place[]];

/** Shape of a vessel, mm inside; worked out from what it holds where nobody measured it. */
export interface VesselShape {
  diameter: number;
  /** To the brim. */
  height: number;
}

/** Height over diameter of usual vessels (engineering estimates). */
const slenderness: Record<string, number> = {
  pail: 1,
  jar: 1.9,
  bottle: 2.6,
  can: 1.8,
  tapCan: 1.6,
  pan: 0.28,
  tub: 0.8,
  crock: 1.2,
  bowl: 0.5,
};

/** A vessel as a cylinder that holds `capacity` mL to the brim; its own diameter is used when it is known. */
export function vesselShape(kind: string, capacity: number, diameter?: number | null): VesselShape {
  const slender = slenderness[kind] ?? 1.2;
  // V = π/4·d²·(slender·d), in mm³.
  const across = diameter ?? Math.cbrt((4 * capacity * 1000) / (Math.PI * slender));
  return { diameter: across, height: (capacity * 1000) / ((Math.PI / 4) * across ** 2) };
}
