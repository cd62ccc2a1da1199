// Writes docs/licences.md from the lock file, or with --check says whether it stands as it should.
import { readFileSync, writeFileSync } from 'node:fs';

const { packages } = JSON.parse(readFileSync('package-lock.json', 'utf8'));
const rows = new Map();
for (const [path, { version, license, dev, devOptional }] of Object.entries(packages)) {
  const name = path.split('node_modules/').at(-1);
  // What only tests it, and what was put in the lock for other machines, is not served.
  if (!name || path === '' || dev || devOptional || !version) continue;
  const said = license ?? installed(path);
  if (said) rows.set(`${name} ${version}`, `| ${name} | ${version} | ${said} |`);
}

/** What an installed package says of itself, where the lock does not. */
function installed(path) {
  try {
    const { license } = JSON.parse(readFileSync(`${path}/package.json`, 'utf8'));
    return typeof license === 'string' ? license : license?.type;
  } catch {
    return undefined;
  }
}

const text = `# Licences of what is served

Every package of the lock file that the house runs with, by the licence it names. \`node scripts/licences.mjs\` writes this page.

| Package | Version | Licence |
| --- | --- | --- |
${[...rows.entries()]
  .sort(([a], [b]) => (a < b ? -1 : 1))
  .map(([, row]) => row)
  .join('\n')}
`;
if (process.argv.includes('--check')) {
  const words = (of) => of.replace(/[\s|-]+/g, ' ').trim();
  if (words(readFileSync('docs/licences.md', 'utf8')) !== words(text)) {
    console.error('docs/licences.md is not what the lock file says: node scripts/licences.mjs');
    process.exit(1);
  }
} else writeFileSync('docs/licences.md', text);
