import { defineConfig } from '@playwright/test';
import { browserOptions } from './browser-options.mjs';
import { migrate, serverOf } from './server.mjs';

// The real application on a database of the throwaway cluster that ./test started.
const port = (process.env.GAMBETA_TEST_PORT ??= String(20000 + (process.pid % 2000)));
// Once, in the process that starts the workers.
if (!process.env.GAMBETA_TEST_MIGRATED) {
  migrate();
  process.env.GAMBETA_TEST_MIGRATED = 'yes';
}
// What is long is run by ./soak.
const only = isAlone => ({ grep: new RegExp(`^(?${process.env.GAMBETA_SOAK ? '=' : '!'}.*@soak)(?${isAlone ? '=' : '!'}.*@alone)`, 's') });
const { args, cwd, env } = serverOf(port);

export default defineConfig({
  testDir: '.',
  outputDir: '../../artifacts/browser',
  // Patience, for an hour in which the machine is at half its speed: nothing is measured by it.
  timeout: 300_000,
  expect: { timeout: 40_000 },
  workers: 2,
  retries: 0,
  // A press waits as long as a look.
  use: { actionTimeout: 60_000, baseURL: `http://127.0.0.1:${port}`, launchOptions: browserOptions, reducedMotion: 'reduce', trace: 'off' },
  // What hears and films in real time has the machine to itself, after all the rest: sound that comes late is no sound, and a camera that
  // is starved films less than there was.
  projects: [
    { name: 'together', ...only(false) },
    { name: 'alone', workers: 1, dependencies: ['together'], ...only(true) },
  ],
  // What the server says of its errors is part of what a failure shows.
  webServer: {
    command: `exec dotnet ${args.join(' ')}`,
    cwd,
    stdout: 'pipe',
    url: `http://127.0.0.1:${port}/healthz/ready`,
    timeout: 120_000,
    env,
  },
});
