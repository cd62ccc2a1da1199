/** NUL, and halves of characters that stand alone. */
const unwritable = /\u0000|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;

/**
 * What was sent, with its texts as the database can hold them: without NUL and half characters, which some keyboards,
 * scanners and cut-off pastes leave behind. One of them would otherwise be refused every time it is sent again.
 */
export function writable(sent: unknown): unknown {
  if (typeof sent === 'string') return sent.replace(unwritable, '');
  if (Array.isArray(sent)) return sent.map(writable);
  if (sent !== null && typeof sent === 'object')
    return Object.fromEntries(
      Object.entries(sent).map(([key, value]) => [key.replace(unwritable, ''), writable(value)]),
    );
  return sent;
}
