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

/** Names a server that is not opened to others answers to. */
const ownNames = new Set(['127.0.0.1', 'localhost', '[::1]']);
const methods = new Set(['GET', 'HEAD', 'POST']);
/** Most bytes of a body: a month of marks sent at once is a tenth of it. */
export const mostBytes = 1_000_000;
/** A whole farm that is taken in may be larger: ten thousand batches are about half of it. */
export const mostBytesOfAFarm = 400_000_000;

/**
 * Whether this house answers to a host name. A page elsewhere may have a name that points here: it is not served, not a
 * file of it.
 * @param opened HOST was set: others may ask, by whatever name reaches this machine
 */
export const answersTo = (host: string | undefined, opened: boolean): boolean =>
  opened || ownNames.has((host ?? '').replace(/:\d+$/, ''));

/** A picture of a batch is larger than what is typed: what a phone takes. */
export const mostBytesOfAPicture = 20_000_000;
const mostOf = (url: string): number =>
  url.startsWith('/api/farm/import?')
    ? mostBytesOfAFarm
    : /^\/api\/batches\/[0-9a-zA-Z-]+\/pictures\?/.test(url)
      ? mostBytesOfAPicture
      : mostBytes;

/** Judges a request before anything of it is read; undefined lets it in. */
export function atTheDoor({ method, url, host, length }: Asked, opened: boolean): TurnedAway | undefined {
  if (!answersTo(host, opened))
    return { status: 421, message: 'This farm answers on 127.0.0.1 and localhost only.' };
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

export const tooLong: TurnedAway = {
  status: 413,
  message: `That is more than is taken at once: ${mostBytes / 1000} kB.`,
};

/** The places there are; what is asked elsewhere is not found. */
const pages = [
  /^\/(?:pail|shelf|churn|larder|larder\/door|ledger|bench|house|handbook|offline)?$/,
  /^\/pail\/separator$/,
  /^\/churn\/new$/,
  /^\/ledger\/(?:batches|compare|learned|milk|notebook|trail|trends)$/,
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
