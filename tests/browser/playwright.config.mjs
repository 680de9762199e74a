import { defineConfig } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { browserOptions } from './browser-options.mjs';

// The real application on a database of the throwaway cluster that ./test started.
const roles = Object.fromEntries(readFileSync(process.env.GAMBETA_TEST_ROLES, 'utf8').trim().split('\n').map(line => line.split(/ (.*)/).slice(0, 2)));
const port = process.env.GAMBETA_TEST_PORT ??= String(20000 + process.pid % 20000);

export default defineConfig({
  testDir: '.',
  outputDir: '../../artifacts/browser',
  timeout: 120_000,
  expect: { timeout: 20_000 },
  workers: 1,
  use: { baseURL: `http://127.0.0.1:${port}`, launchOptions: browserOptions, reducedMotion: 'reduce', trace: 'off' },
  webServer: {
    command: `dotnet Gambeta.Web.dll --urls http://127.0.0.1:${port} --Logging:LogLevel:Default Error --SignInTriesAMinute 1000`,
    cwd: '../../artifacts/app',
    url: `http://127.0.0.1:${port}/healthz`,
    timeout: 120_000,
    env: { ...process.env, ConnectionStrings__App: roles.app, ConnectionStrings__Owner: roles.owner },
  },
});
