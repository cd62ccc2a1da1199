// Restores lock-file entries for optional packages of other platforms, which `npm install` drops and `npm ci`
// then misses. Run after every `npm install`; `--check` only says whether the lock is complete.
import { readFileSync, writeFileSync } from 'node:fs';

const file = new URL('../package-lock.json', import.meta.url);
const lock = JSON.parse(readFileSync(file, 'utf8'));
const systems = {
  darwin: 'darwin',
  win32: 'win32',
  android: 'android',
  freebsd: 'freebsd',
  openharmony: 'openharmony',
};
const processors = ['arm64', 'x64', 'ia32', 'ppc64', 's390x', 'riscv64', 'loong64', 'wasm32', 'arm'];

const missing = [];
for (const [path, entry] of Object.entries(lock.packages)) {
  for (const [name, version] of Object.entries(entry.optionalDependencies ?? {})) {
    const nested = `${path ? `${path}/` : ''}node_modules/${name}`;
    if (!lock.packages[nested] && !lock.packages[`node_modules/${name}`]) missing.push({ name, version });
  }
}
if (process.argv.includes('--check')) {
  if (missing.length)
    console.error(
      `package-lock.json lacks ${missing.map((m) => m.name).join(', ')}: run node scripts/complete-lock.mjs`,
    );
  process.exit(missing.length ? 1 : 0);
}
for (const { name, version } of missing) {
  const os = Object.keys(systems).find((word) => name.includes(word)) ?? 'linux';
  const cpu = processors.find((word) => name.includes(word)) ?? 'arm';
  lock.packages[`node_modules/${name}`] = {
    version: version.replace(/^[\^~]/, ''),
    cpu: [cpu],
    optional: true,
    os: [os],
  };
}
lock.packages = Object.fromEntries(Object.entries(lock.packages).sort(([a], [b]) => (a < b ? -1 : 1)));
writeFileSync(file, `${JSON.stringify(lock, null, 2)}\n`);
console.log(`${missing.length} entries restored`);
