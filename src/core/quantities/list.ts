/** Names as a person lists them: “Jar 1, Jar 2 and the pail”. */
export const list = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
