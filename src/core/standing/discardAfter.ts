/** Unsoured and warm for longer than this it is thrown out (handbook §7), h. */
export const discardAfterHours = 4;
