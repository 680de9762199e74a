import { defineConfig } from '@playwright/test';
import { browserOptions } from './browser-options.mjs';
import { migrate, serverOf } from './server.mjs';

// The real application on a database of the throwaway cluster that ./test started.
const port = process.env.GAMBETA_TEST_PORT ??= String(20000 + process.pid % 2000);
// Once, in the process that starts the workers.
if (!process.env.GAMBETA_TEST_MIGRATED) {
  migrate();
  process.env.GAMBETA_TEST_MIGRATED = 'yes';
}
const { args, cwd, env } = serverOf(port);

export default defineConfig({
  testDir: '.',
  // What is long is run by ./soak.
  ...process.env.GAMBETA_SOAK ? { grep: /@soak/ } : { grepInvert: /@soak/ },
  outputDir: '../../artifacts/browser',
  timeout: 120_000,
  expect: { timeout: 20_000 },
  workers: 2,
  retries: 0,
  use: { baseURL: `http://127.0.0.1:${port}`, launchOptions: browserOptions, reducedMotion: 'reduce', trace: 'off' },
  webServer: { command: `exec dotnet ${args.join(' ')}`, cwd, url: `http://127.0.0.1:${port}/healthz/ready`, timeout: 120_000, env },
});
