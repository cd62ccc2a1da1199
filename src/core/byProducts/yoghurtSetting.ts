import type { Place, Places } from '../standing/places';
import { places } from '../standing/places';
import { percent } from '../quantities/formatQuantity';

/** Where yoghurt sets, the warmest first. */
export const settingPlaces = ['warm', 'wrapped', 'room'] as const satisfies readonly Place[];
export type SettingPlace = (typeof settingPlaces)[number];

/** Live yoghurt as a share of the milk, when nobody says; the most that is a dose (handbook §6.13: 2 to 5 %). */
export const usualCulture = { share: 0.03, most: 0.2 } as const;
/** It goes in at this when nobody read it, °C. */
export const usualWarm = 42;
/** Nothing that keeps it warm holds it above this, °C; hotter than `tooHot` the culture dies (engineering estimates). */
const heldAt = 44;
export const tooHot = 46;
/** What wraps it loses about so much over its hours, K (engineering estimate). */
const cools = 5;

/** Live yoghurt put into milk, with what nobody said filled in: g, °C. */
export interface YoghurtSetting {
  culture: number;
  celsius: number;
  place: SettingPlace;
  /** Warmth around it there. */
  around: number;
  /** Warmth it has while it sets, about. */
  held: number;
  /** The culture dies of it. */
  hot: boolean;
}

/** What is reckoned with when live yoghurt goes into `of` g, by what was said of it, and where it stands in this house. */
export function yoghurtSetting(
  of: number,
  { culture = usualCulture.share * of, celsius = usualWarm, place = 'warm' }: { culture?: number | undefined; celsius?: number | undefined; place?: SettingPlace | undefined },
  own: Places = places,
): YoghurtSetting {
  return {
    culture,
    celsius,
    place,
    around: place === 'warm' ? Math.min(celsius, heldAt) : own[place].celsius,
    held: place === 'warm' ? celsius : place === 'wrapped' ? celsius - cools / 2 : own.room.celsius,
    hot: celsius > tooHot,
  };
} // prettier-ignore

/** Why so much live yoghurt is no dose, if it is none. */
export const cultureWrong = (culture: number, of: number): string | undefined =>
  culture > usualCulture.most * of
    ? `That is ${percent(culture / of, 0)} of it: 2 to 5 % is usual, 20 % the most.`
    : undefined;
