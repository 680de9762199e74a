import { defineConfig } from '@playwright/test';
import { browserOptions } from '../browser/browser-options.mjs';

// The database was brought up to date by faults.mjs; each test starts the servers that it breaks.
export default defineConfig({
  testDir: '.',
  outputDir: '../../artifacts/soak',
  timeout: 600_000,
  expect: { timeout: 90_000 },
  workers: 1,
  retries: 0,
  use: { launchOptions: browserOptions, reducedMotion: 'reduce', trace: 'off' },
});
