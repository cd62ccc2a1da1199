/** A line tires with each generation, and is begun anew after eight to ten of them (handbook §6.4). */
export const renewAfter = 9;
/** Cultured buttermilk, and so what is kept of it to sour with, keeps cold for ten to fourteen days (handbook §6.12), hours. */
const lively = 10 * 24;
const keeps = 14 * 24;

/** Whether a culture that stands cold still sours cream as it should: by its age in hours. */
export function cultureState(ageHours: number): 'lively' | 'useSoon' | 'tooOld' {
  return ageHours <= lively ? 'lively' : ageHours <= keeps ? 'useSoon' : 'tooOld';
}
