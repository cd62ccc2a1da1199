import { decimal } from './formatQuantity';

/** How far a share may be off, in points of a percentage: “1.5”. */
export const points = (sd: number): string => decimal(100 * sd, 1);
/** With its word: “1 point”, “1.5 points”. */
export const inPoints = (sd: number): string => `${points(sd)} ${points(sd) === '1' ? 'point' : 'points'}`;
