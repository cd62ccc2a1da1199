/** What the house said to something that was done about people. */
export type Told =
  { done: true; code?: { code: string; until: string } } | { done: false; message: string; path?: string };

/** How long the house is waited for, ms: a password is hashed slowly on purpose. */
const patience = 20_000;

/** Does something about people or devices: at once or not at all, since it is about who may do what. */
export async function tellPeople(act: { act: string } & Record<string, unknown>): Promise<Told> {
  try {
    const answer = await fetch('/api/people', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(act),
      signal: AbortSignal.timeout(patience),
    });
    const said = (await answer.json()) as {
      code?: { code: string; until: string };
      error?: { message: string; path?: string };
    };
    if (answer.ok) return { done: true, ...(said.code ? { code: said.code } : {}) };
    return {
      done: false,
      message: said.error?.message ?? 'The house could not do it.',
      ...(said.error?.path ? { path: said.error.path } : {}),
    };
  } catch {
    return { done: false, message: 'The house does not answer just now. Nothing was changed.' };
  }
}

/** What a device is called until somebody calls it otherwise: what its browser says it is. */
export function deviceCalled(): string {
  const agent = navigator.userAgent;
  const what = /iPad|Tablet/.test(agent)
    ? 'A tablet'
    : /iPhone|Android.*Mobile/.test(agent)
      ? 'A phone'
      : /Android/.test(agent)
        ? 'A tablet'
        : 'A computer';
  const by = /Firefox/.test(agent)
    ? ' (Firefox)'
    : /Edg\//.test(agent)
      ? ' (Edge)'
      : /Chrom/.test(agent)
        ? ' (Chrome)'
        : /Safari/.test(agent)
          ? ' (Safari)'
          : '';
  return what + by;
}

/** Opens a page from the start: what this one holds in memory is of another person, or another farm. */
export function openAnew(path: string): void {
  window.location.assign(path);
}
