/** Heat creeping through set cream: conductivity, W/mK, and where its mean sits on the radius (docs/models.md, Heat). */
const setConductivity = 0.36;
const setShape = 2.9;

/** Effective heat transfer: through set cream the cream itself is what resists, 1/U = 1/U_out + R/(2.9·0.36). */
export function transfer(u: number, set: boolean, diameter: number): number {
  return set ? 1 / (1 / u + diameter / 2000 / (setShape * setConductivity)) : u;
}
