/** Too little to be a piece: as good as full, g. */
const asGoodAsFull = 50;

/** How full the freezer is by what the house said of it: never more than full. */
export function roomWords(lies: number, room: number, mass: (grams: number) => string): string {
  return room - lies < asGoodAsFull
    ? `${mass(lies)} of butter: full, by your ${mass(room)} of room`
    : `${mass(lies)} of ${mass(room)} room`;
}

/** What is said where something would be put into it; nothing where nobody said what it holds. */
export function roomLeft(
  lies: number,
  room: number | undefined,
  mass: (grams: number) => string,
): string | undefined {
  if (room === undefined) return undefined;
  const left = room - lies;
  return left < asGoodAsFull
    ? `The freezer is full by the room you gave it, ${mass(room)}.`
    : `There is room for ${mass(left)} more in the freezer.`;
}
