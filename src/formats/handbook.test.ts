import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { handbookHtml } from './handbook';

const markdown = readFileSync('docs/handbook.md', 'utf8');
const sources = readdirSync('src', { recursive: true, encoding: 'utf8' })
  .filter((path) => /\.tsx?$/.test(path) && !/\.test\./.test(path))
  .map((path) => readFileSync(join('src', path), 'utf8'));

it('has every section that the code cites', () => {
  const html = handbookHtml(markdown);
  const cited = new Set(
    sources.flatMap((text) =>
      [...text.matchAll(/handbook ((?:§[\d.]+(?:, |–)?)+)/gi)].flatMap(([, all]) =>
        [...all!.matchAll(/§(\d+(?:\.\d+)?)/g)].map(([, one]) => one!),
      ),
    ),
  );
  expect(cited.size).toBeGreaterThan(10);
  expect([...cited].filter((section) => !html.includes(`id="s${section}"`))).toEqual([]);
});

it('gives a source, or says estimate, for every letter it uses', () => {
  const listed = new Set([...markdown.matchAll(/^- \*\*([A-Z])\*\*/gm)].map(([, letter]) => letter!));
  const used = [...markdown.matchAll(/ \(([^()]*)\)/g)]
    .flatMap(([, inside]) => inside!.split(/[;,]/))
    .map((word) => word.trim())
    .filter((word) => /^[A-Z]$/.test(word));
  expect(used.length).toBeGreaterThan(15);
  expect(used.filter((letter) => !listed.has(letter))).toEqual([]);
  expect([...listed].filter((letter) => !used.includes(letter))).toEqual([]);
});

it('lets nothing through but its own markup', () => {
  expect(handbookHtml('## 6.11 Salt\n\n[models](models.md) and [list](#sources)')).toBe(
    '<h2 id="s6.11">6.11 Salt</h2><p>models and <a href="#sources">list</a></p>\n',
  );
});
