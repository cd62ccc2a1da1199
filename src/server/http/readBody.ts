import { mostBytes, tooLong } from './door';

/** Deeper than anything that is said here; past it a reader would run out of stack. */
const deepest = 40;

/** A body that cannot be read: what is answered. */
export class Unreadable extends Error {
  constructor(
    readonly status: 400 | 413,
    message: string,
  ) {
    super(message);
  }
}

/**
 * The JSON of a request’s body.
 * @throws {Unreadable} for what is no JSON or no UTF-8, is longer than the house takes at once, or nested too deep
 */
export async function readBody(request: Request, most = mostBytes): Promise<unknown> {
  const bytes = await bytesOf(request, most);
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw new Unreadable(400, 'The body is not UTF-8.');
  }
  if (tooDeep(text)) throw new Unreadable(400, `The body is nested more than ${deepest} deep.`);
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw new Unreadable(400, 'The body is not JSON.');
  }
}

/**
 * The bytes of a request’s body.
 * @throws {Unreadable} for more than is taken at once
 */
export async function bytesOf(
  request: Request,
  most: number,
  tooMuch = tooLong.message,
): Promise<Uint8Array> {
  const parts: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) {
    size += part.value.byteLength;
    if (size > most) {
      void reader?.cancel();
      throw new Unreadable(413, tooMuch);
    }
    parts.push(part.value);
  }
  return Buffer.concat(parts);
}

/** Whether brackets outside of strings are open deeper than is read. */
function tooDeep(text: string): boolean {
  let depth = 0;
  let inString = false;
  for (let i = 0; i < text.length; i += 1) {
    const c = text[i];
    if (inString) {
      if (c === '\\') i += 1;
      else if (c === '"') inString = false;
    } else if (c === '"') inString = true;
    else if (c === '{' || c === '[') {
      depth += 1;
      if (depth > deepest) return true;
    } else if (c === '}' || c === ']') depth -= 1;
  }
  return false;
}
