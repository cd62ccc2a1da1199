/** One line to who runs the command, on stderr. */
export const say = (words: string): void => {
  process.stderr.write(`\x1b[2m·\x1b[0m ${words}\n`);
};

/** Ends the command with a plain sentence: what is missing, and what to do about it. */
export class Stopped extends Error {}

/** @throws {Stopped} always */
export function stopWith(words: string): never {
  throw new Stopped(words);
}
