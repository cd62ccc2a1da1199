import fc from 'fast-check';
import Papa from 'papaparse';
import { csvHeading, csvLines, defused } from './csv';

it('a line for a row: quoted where it must be, nested as JSON, nothing as nothing', () => {
  const rows = [{ name: 'Tansy, "the old one"', mass: -12.5, note: null, with: { salt: 1 } }];
  expect(
    csvHeading(['name', 'mass', 'note', 'with']) + csvLines(['name', 'mass', 'note', 'with'], rows),
  ).toBe('name,mass,note,with\r\n"Tansy, ""the old one""",-12.5,,"{""salt"":1}"\r\n');
  expect(csvLines(['name'], [])).toBe('');
});

it.each(['=1+1', '+1', '-1', '@SUM(A1)', '\t=1', '\r=1', '=HYPERLINK("http://x")'])(
  '%j is no formula any more',
  (text) => {
    const [[cell]] = Papa.parse<string[]>(csvLines(['a'], [{ a: text }])).data as [[string]];
    expect(cell).toBe(`'${text}`);
    expect(defused('a=1')).toBe('a=1');
  },
);

it('whatever was written is read back as it was, but for the apostrophe', () => {
  fc.assert(
    fc.property(fc.array(fc.string({ unit: 'grapheme' }), { minLength: 2, maxLength: 4 }), (texts) => {
      const columns = texts.map((_, i) => `c${i}`);
      const row = Object.fromEntries(texts.map((text, i) => [`c${i}`, text]));
      const [read] = Papa.parse<string[]>(csvLines(columns, [row]), { newline: '\r\n' }).data;
      expect(read).toEqual(texts.map(defused));
    }),
    { numRuns: 300 },
  );
}); // prettier-ignore
