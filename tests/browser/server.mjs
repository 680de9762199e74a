import { execFileSync, spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { expect } from '@playwright/test';

export const root = new URL('../../', import.meta.url).pathname;
const roles = Object.fromEntries(
  readFileSync(process.env.GAMBETA_TEST_ROLES, 'utf8')
    .trim()
    .split('\n')
    .map(line => line.split(/ (.*)/).slice(0, 2)),
);
const patient = ['TriesAMinute', 'SignUpsAnHour', 'DemosAnHour', 'RequestsAMinute', 'RequestsAMinuteAtTheDoor'].flatMap(limit => [
  `--Limits:${limit}`,
  '100000',
]);
const cwd = `${root}artifacts/app`;
// A server that lives for some minutes gains nothing from watching itself to be built better: that is a sixth of what these tests cost.
const brief = { DOTNET_TieredPGO: '0' };
const quiet = ['--Logging:LogLevel:Default', 'Error', '--Logging:LogLevel:Npgsql.NpgsqlConnection', 'Warning'];

/** Brings the database of the throwaway cluster up to date: the owner's password is for this alone. */
export function migrate() {
  execFileSync('dotnet', ['Gambeta.Web.dll', 'migrate', ...quiet], {
    cwd,
    stdio: 'inherit',
    env: { ...process.env, ConnectionStrings__App: roles.app, ConnectionStrings__Owner: roles.owner },
  });
}

/** The command line and the environment of an application of its own. */
export const serverOf = (port, more = []) => ({
  args: ['Gambeta.Web.dll', '--urls', `http://127.0.0.1:${port}`, ...quiet, ...patient, ...more],
  cwd,
  env: { ...process.env, ...brief, ConnectionStrings__App: roles.app },
});

/**
 * A port for a server of a test's own, by the place that a test has among them. Below those that the system gives to whoever connects
 * somewhere: one of those is taken at any moment, also between two starts of the same server.
 */
export const portAt = place => 22000 + place * 1000 + (process.pid % 1000);

// A test that breaks off leaves no server behind.
const running = new Set();
process.once('exit', () => {
  for (const server of running) server.kill('SIGKILL');
});

/** A server of a test's own, which it may kill; of another version where a folder is named. */
export async function serve(port, more, folder = cwd) {
  const { args, ...options } = serverOf(port, more),
    server = spawn('dotnet', args, { ...options, cwd: folder, stdio: 'ignore' });
  running.add(server.once('exit', () => running.delete(server)));
  await expect(async () => expect((await fetch(`http://127.0.0.1:${port}/healthz/ready`)).ok).toBe(true)).toPass({ timeout: 60_000 });
  return server;
}

/** Ends a server of a test's own. */
export const gone = server =>
  server.exitCode !== null || server.signalCode
    ? Promise.resolve()
    : new Promise(resolve => {
        server.once('exit', resolve);
        server.kill('SIGKILL');
      });
