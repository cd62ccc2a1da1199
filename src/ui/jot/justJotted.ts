/** What is written on the line is answered within so long, ms; what is said later answers something else. */
const answersWithin = 8000;

let last: { at: number; line: HTMLElement } | undefined;

/** A jot was written on this line just now. */
export function jotted(line: HTMLElement): void {
  last = { at: performance.now(), line };
}

/** Where the answer to a jot belongs: right under its line; undefined when none was written just now, or its line is gone. */
export function underTheLine(): { left: number; top: number } | undefined {
  if (!last || performance.now() - last.at > answersWithin || !last.line.isConnected) return undefined;
  const { left, bottom, width } = last.line.getBoundingClientRect();
  return width > 0 ? { left, top: bottom + 8 } : undefined;
}
