import { inflateSync } from 'node:zlib';
import { jarLabel } from './jarLabel';

/** The words a PDF shows, read back from its page. */
function wordsOf(file: Uint8Array): string {
  const bytes = Buffer.from(file);
  const raw = bytes.toString('latin1');
  const words: string[] = [];
  for (const { index, 0: opening } of raw.matchAll(/stream\r?\n/g)) {
    const start = index + opening.length;
    try {
      const page = inflateSync(bytes.subarray(start, raw.indexOf('endstream', start))).toString('latin1');
      for (const [, hex] of page.matchAll(/<([0-9A-F]+)> Tj/g))
        words.push(Buffer.from(hex!, 'hex').toString('latin1'));
    } catch {
      // Not a compressed page.
    }
  }
  return words.join('\n');
}

const label = { what: 'Skim', code: 'S-311', lines: ['Larkfold, of Mon 3 Aug'], made: new Date(0) };

describe('a jar label', () => {
  it('says what is in it, and “not for drinking” with the reason only when so', async () => {
    const kept = wordsOf(
      await jarLabel({ ...label, notForDrinking: { reason: 'Colostrum: Tansy calved on 2026-06-01' } }),
    );
    expect(kept).toContain('Skim S-311');
    expect(kept).toContain('Larkfold, of Mon 3 Aug');
    expect(kept).toContain('NOT FOR DRINKING');
    expect(kept).toContain('Colostrum: Tansy');
    const usual = wordsOf(await jarLabel({ ...label, notForDrinking: undefined }));
    expect(usual).not.toContain('NOT FOR DRINKING');
    expect(usual).toContain('Contains milk');
  });

  it('leaves out letters its font has not, instead of failing', async () => {
    expect(wordsOf(await jarLabel({ ...label, code: '牛 7', notForDrinking: undefined }))).toContain(
      'Skim  7',
    );
  });
});
