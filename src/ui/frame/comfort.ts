/**
 * What a device remembers for comfort only. A browser that keeps nothing for this page is asked all the same, and then
 * nothing was remembered.
 */
export function comfort(key: string): string | null {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
}

/** Remembers it, where that is allowed. */
export function rememberComfort(key: string, value: string): void {
  try {
    localStorage.setItem(key, value);
  } catch {
    // It is asked for again the next time.
  }
}
