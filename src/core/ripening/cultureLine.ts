import type { CultureKind } from '../standing/lotWords';

/** A line tires with each generation, and is begun anew after eight to ten of them (handbook §6.4). */
export const renewAfter = 9;
/** Cultured buttermilk, and so what is kept of it to sour with, keeps cold for ten to fourteen days (handbook §6.12), hours. */
const lively = 10 * 24;
const keeps = 14 * 24;

/** Whether a culture that stands cold still sours cream as it should: by its age in hours. */
export function cultureState(ageHours: number): 'lively' | 'useSoon' | 'tooOld' {
  return ageHours <= lively ? 'lively' : ageHours <= keeps ? 'useSoon' : 'tooOld';
}

/** Fat of what is spooned in as a culture (usual figures of shop goods), and whether it weighs anything: a packet of freeze-dried culture does not. */
export const cultureFat: Record<CultureKind, number> = {
  bought: 0,
  culturedButtermilk: 0.005,
  liveYoghurt: 0.035,
  sourCream: 0.18,
  curd: 0.02,
};
export const cultureWeighs: Record<CultureKind, boolean> = {
  bought: false,
  culturedButtermilk: true,
  liveYoghurt: true,
  sourCream: true,
  curd: true,
};
