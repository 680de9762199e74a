// A standby: fifty players practise, PostgreSQL is killed for good, the standby takes over, and everything that was acknowledged is there.
// Prints "N passed, N failed".
import { execFileSync, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gone, portAt, root, serve } from '../browser/server.mjs';
import { between, deliver, pause, Report, round, signUp } from './players.mjs';
import { Visitor } from './wire.mjs';

const work = mkdtempSync(join(tmpdir(), 'gambeta-standby-')),
  [first, second] = ['first', 'second'].map(name => join(work, name));
chmodSync(work, 0o755);
const report = new Report(),
  cluster = (what, folder, ...more) => execFileSync(`${root}tools/cluster`, [what, folder, ...more], { encoding: 'utf8' });
const sql = (folder, text) =>
  execFileSync(`${root}tools/cluster`, ['sql', folder], {
    encoding: 'utf8',
    input: `\\pset tuples_only\n\\pset format unaligned\n${text};`,
  }).trim();
const postmaster = folder => readFileSync(join(folder, 'db/postmaster.pid'), 'utf8').split('\n');
let server;

try {
  cluster('up', first);
  const roles = Object.fromEntries(
    readFileSync(join(first, 'roles'), 'utf8')
      .trim()
      .split('\n')
      .map(line => line.split(/ (.*)/)),
  );
  execFileSync('dotnet', ['Gambeta.Web.dll', 'migrate', '--Demo', 'false'], {
    cwd: `${root}artifacts/app`,
    env: { ...process.env, ConnectionStrings__App: roles.app, ConnectionStrings__Owner: roles.owner },
    stdio: 'ignore',
  });
  cluster('follow', second, first);
  for (let i = 0; i < 50 && sql(first, "select count(*) from pg_stat_replication where sync_state = 'sync'") !== '1'; i++) await pause(200);
  report.check(
    'the standby follows, and is waited for',
    sql(first, "select count(*) from pg_stat_replication where sync_state = 'sync'") === '1' &&
      sql(second, 'select pg_is_in_recovery()') === 't',
  );

  // Both are known to the application; whichever takes writes is the one.
  const both = roles.app.replace(
    /Host=127\.0\.0\.1;Port=\d+/,
    `Host=127.0.0.1:${postmaster(first)[3]},127.0.0.1:${postmaster(second)[3]};Target Session Attributes=primary`,
  );
  const port = portAt(6);
  server = await serve(port, ['--ConnectionStrings:App', both]);
  const households = [];
  for (let i = 0; i < 10; i++) households.push(await signUp(port, `Standby ${process.pid} ${i}`, 4));
  const acknowledged = [],
    devices = households.flatMap(({ visitor, players }) => players.map(player => ({ visitor: new Visitor(visitor), player })));
  report.check('fifty players practise', devices.length === 50, String(devices.length));
  let over = false,
    killed = Infinity;
  const playing = devices.map(async device => {
    while (!over) {
      const set = round(device.player);
      await deliver(device, [port], '/api/sets', set);
      acknowledged.push({ set: set.id, at: Date.now() });
      await pause(between(200, 1200));
    }
    device.line?.close();
  });
  await pause(8000);
  const before = acknowledged.length;
  killed = Date.now();
  process.kill(Number(postmaster(first)[0]), 'SIGKILL');
  // It is seen to be gone, and the other one told to take over, as Patroni would.
  await pause(1000);
  cluster('promote', second);
  const promoted = Date.now();
  await pause(12_000);
  over = true;
  await Promise.all(playing);
  const next = acknowledged.find(one => one.at > promoted)?.at,
    away = acknowledged
      .slice(before)
      .filter(one => one.at > killed)
      .map(one => one.at);
  console.log(
    `${before} sets before, ${acknowledged.length - before} after; ${promoted - killed} ms from the kill to the promotion, ` +
      `${next - promoted} ms from there to the next stored set`,
  );
  report.check('the application goes on within ten seconds', next - killed < 10_000, `${next - killed} ms`);
  report.check('and all of them do', away.length > 100, String(away.length));
  const there = new Set(sql(second, 'select set_id from practice_set').split('\n'));
  report.check(
    `every one of ${acknowledged.length} acknowledged sets is there`,
    acknowledged.every(one => there.has(one.set)),
    `${acknowledged.filter(one => !there.has(one.set)).length} are not`,
  );
  report.check(
    'the promoted one waits for nobody',
    sql(second, 'show synchronous_standby_names') === '' && sql(second, 'select pg_is_in_recovery()') === 'f',
  );
  const pages = await Promise.all(households.map(({ visitor }) => visitor.ask(port, '/records')));
  report.check(
    'sign-ins hold',
    pages.every(page => page.status === 200),
    pages.map(page => page.status).join(' '),
  );
} catch (error) {
  report.check('it runs', false, error.stderr || error.stack);
} finally {
  if (server) await gone(server);
  for (const folder of [first, second]) spawnSync(`${root}tools/cluster`, ['down', folder]);
  rmSync(work, { recursive: true, force: true });
}
report.end();
