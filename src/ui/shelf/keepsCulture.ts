/** Culture to keep for the next time, g: enough for two per cent of five litres. */
export const keeps = 100;
/** A line carried on so often is begun anew soon (handbook, cultures). */
export const oldLine = 8;
