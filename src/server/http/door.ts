/** What is said to a request that does not come in. */
export interface TurnedAway {
  status: 400 | 404 | 405 | 413 | 421;
  message: string;
}

/** What the door sees of a request: nothing of it has been read. */
export interface Asked {
  method: string;
  /** Path and query as they were sent. */
  url: string;
  host: string | undefined;
  /** Bytes of the body, as it says; undefined when it does not. */
  length?: number | undefined;
}

/** Names the machine itself asks by. */
const ownNames = ['127.0.0.1', 'localhost', '[::1]'];
const methods = new Set(['GET', 'HEAD', 'POST']);
/** Most bytes of a body: a month of marks sent at once is a tenth of it. */
export const mostBytes = 1_000_000;
/** A whole farm that is taken in may be larger: ten thousand batches are about half of it. */
export const mostBytesOfAFarm = 400_000_000;

/**
 * Whether this house answers to a host name: its own, and those it was told it has. A page elsewhere may have a name that points
 * here: it is not served, not a file of it.
 * @param names the house was told it is found by, besides those of the machine itself
 */
export const answersTo = (host: string | undefined, names: readonly string[]): boolean => {
  const name = (host ?? '').toLowerCase().replace(/:\d+$/, '');
  return ownNames.includes(name) || names.includes(name);
};

/** Names the house was told it is found by, as its surroundings say them (`IMMULGO_NAMES`): addresses of six parts in brackets. */
export const namesTold = (told: string | undefined): string[] =>
  (told ?? '')
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean)
    .map((name) => (name.includes(':') && !name.startsWith('[') ? `[${name}]` : name));

/**
 * Whether a write comes from one of our own pages: what the browser says of where it was made, and the origin it names, which
 * is held against what the house was told it is (`IMMULGO_ORIGINS`) and never against the request itself.
 */
export function isForeign(
  { site, origin }: { site: string | null; origin: string | null },
  origins: readonly string[],
): boolean {
  if (site && site !== 'same-origin' && site !== 'none') return true;
  // A page without an origin of its own says “null”: that is not one of ours.
  return origin !== null && !origins.includes(origin.toLowerCase());
}

/** A picture of a batch is larger than what is typed: what a phone takes. */
export const mostBytesOfAPicture = 20_000_000;
const mostOf = (url: string): number =>
  url.startsWith('/api/farm/import?')
    ? mostBytesOfAFarm
    : /^\/api\/batches\/[0-9a-zA-Z-]+\/pictures\?/.test(url)
      ? mostBytesOfAPicture
      : mostBytes;

/** Judges a request before anything of it is read; undefined lets it in. */
export function atTheDoor(
  { method, url, host, length }: Asked,
  names: readonly string[],
): TurnedAway | undefined {
  if (!answersTo(host, names)) return unknownHere;
  if (!methods.has(method))
    return { status: 400, message: `${method} is not asked here: GET, HEAD and POST are.` };
  let plain: string;
  try {
    plain = decodeURIComponent(url);
  } catch {
    return { status: 400, message: 'The address cannot be read.' };
  }
  if (plain.includes('\0'))
    return { status: 400, message: 'The address holds a character that no address has.' };
  if (length !== undefined && length > mostOf(url)) return tooLong;
  return undefined;
}

export const unknownHere: TurnedAway = {
  status: 421,
  message: 'This house does not answer to that name: ask it by one it has.',
};

export const tooLong: TurnedAway = {
  status: 413,
  message: `That is more than is taken at once: ${mostBytes / 1000} kB.`,
};

/** The places there are; what is asked elsewhere is not found. */
const pages = [
  /^\/(?:pail|shelf|churn|larder|larder\/door|ledger|bench|house|handbook|offline|sign-in|pair|trust)?$/,
  /^\/pail\/separator$/,
  /^\/churn\/new$/,
  /^\/ledger\/(?:batches|compare|learned|milk|money|notebook|ready|season|trail|trends|year)$/,
  /^\/bench\/parts$/,
  /^\/(?:pail|shelf|churn|ledger|recall)\/[0-9a-zA-Z-]{8,64}$/,
];

/** Whether a path may be a page: one that cannot is answered with 404, whatever is drawn for it. */
export function mayBePage(url: string): boolean {
  const path = url.split(/[?#]/)[0]!;
  if (/^\/(?:api|_next)\//.test(path) || /\.[a-z0-9]{2,12}$/i.test(path)) return true;
  return pages.some((one) => one.test(path.length > 1 ? path.replace(/\/$/, '') : path));
}

/** Headers of every answer, files among them. */
export const always: Readonly<Record<string, string>> = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'camera=(self), microphone=(self), geolocation=(), payment=()',
};
