import { execSync } from 'node:child_process';
import { defineConfig } from '@playwright/test';

const executablePath = execSync('command -v chromium', { encoding: 'utf8' }).trim();
const args = ['--disable-background-networking', ...(process.getuid?.() === 0 ? ['--no-sandbox'] : [])];

/** Browser tests run against the server that ./immulgo test started (IMMULGO_ADDRESS), in Debian's Chromium. */
export default defineConfig({
  testDir: 'tests/browser',
  outputDir: 'test-results',
  fullyParallel: true,
  workers: 2,
  // A navigation can be dropped by a browser on a starved machine; what passes only the second time is told as flaky.
  retries: process.env.CI ? 1 : 0,
  // Generous, for slow and busy machines: a sound run never waits this long.
  timeout: 240_000,
  expect: { timeout: 30_000 },
  reporter: [['list']],
  use: {
    baseURL: process.env.IMMULGO_ADDRESS,
    timezoneId: 'Europe/Dublin',
    locale: 'en-IE',
    // A page answered by the worker is a page of its own: the tests of it let it in.
    serviceWorkers: 'block',
    launchOptions: { executablePath, args },
  },
  projects: [
    {
      name: 'laptop',
      use: { viewport: { width: 1280, height: 800 } },
      testIgnore: /(trouble|clocks|days|people)\.spec\.ts/,
    },
    {
      name: 'phone',
      use: { viewport: { width: 390, height: 844 }, hasTouch: true },
      testMatch: /(morning|firstFive|screens|dairy)\.spec\.ts/,
    },
    // Moves the house’s clock: run by itself.
    { name: 'clocks', use: { viewport: { width: 1280, height: 800 } }, testMatch: /(clocks|days)\.spec\.ts/ },
    // In a house of its own that somebody owns, opened to its network: run by itself.
    {
      name: 'people',
      use: {
        viewport: { width: 1280, height: 800 },
        ignoreHTTPSErrors: true,
        launchOptions: { executablePath, args: [...args, '--host-resolver-rules=MAP dairy.test 127.0.0.1'] },
      },
      testMatch: /people\.spec\.ts/,
    },
    // Kills what the others stand on: run after them.
    { name: 'trouble', use: { viewport: { width: 1280, height: 800 } }, testMatch: /trouble\.spec\.ts/ },
  ],
});
