/** Brine of butter salted as usual, 1.6 % in 16 % water (docs/handbook.md, salt): from here on it keeps as salted butter. */
export const usuallyKeeps = 0.016 / (0.016 + 0.16);
