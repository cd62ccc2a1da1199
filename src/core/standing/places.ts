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

/** What a place is like; the temperature may be a house's own. */
export interface PlaceKind {
  name: string;
  inSentence: string;
  celsius: number;
  u: number;
  wet: boolean;
}
export type Places = Record<Place, PlaceKind>;

/** Places whose temperature is a matter of the house, each with what it may be, °C. */
export const ownPlaceLimits = {
  room: [2, 38],
  cool: [0, 22],
  fridge: [-1, 14],
  fanFridge: [-1, 14],
  freezer: [-40, -4],
} as const satisfies Partial<Record<Place, readonly [number, number]>>;
export type OwnPlace = keyof typeof ownPlaceLimits;
export const ownPlaceKeys = Object.keys(ownPlaceLimits) as [OwnPlace, ...OwnPlace[]];
export const isOwnPlace = (place: Place): place is OwnPlace => place in ownPlaceLimits;

/** Temperatures that a house said of its places, °C. */
export type PlaceCelsius = Partial<Record<OwnPlace, number>>;

/** The places as a house has them: its own temperatures where it said them, the table's elsewhere. What is wrapped up stands in the room. */
export function placesOf(own: PlaceCelsius): Places {
  const of = (place: Place): PlaceKind => {
    const celsius = isOwnPlace(place) ? own[place] : place === 'wrapped' ? own.room : undefined;
    return celsius === undefined ? places[place] : { ...places[place], celsius };
  };
  return Object.fromEntries(placeKeys.map((place) => [place, of(place)])) as Places;
}

/** What the dates on butter count on: a fridge of 4 °C or colder, a freezer of −18 (handbook §6.12); so much above it nobody reads, K. */
const datesCountOn = { fridge: 4, freezer: -18, within: 1 } as const;

/** Of the two places that dates count on, those that a house keeps warmer than that. */
export const warmerThanDates = (own: PlaceCelsius): ('fridge' | 'freezer')[] =>
  (['fridge', 'freezer'] as const).filter(
    (place) => (own[place] ?? datesCountOn[place]) > datesCountOn[place] + datesCountOn.within,
  );

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
