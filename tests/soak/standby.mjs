// A standby, while fifty players practise: healthy, frozen, gone, back again, promoted, and the old one joined again under a new name.
// What was acknowledged is held against what is found, each time on the server that would be left. Prints "N passed, N failed".
import { execFileSync, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gone, portAt, root, serve } from '../browser/server.mjs';
import { between, deliver, pause, Report, round, signUp } from './players.mjs';
import { Visitor } from './wire.mjs';

const work = mkdtempSync(join(tmpdir(), 'gambeta-standby-')),
  [first, second, third] = ['first', 'second', 'third'].map(name => join(work, name));
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
  // A player whose set waits is waited for by that player's pages: the set is being written. Others look on.
  const looking = [];
  for (let i = 0; i < 10; i++) looking.push(await signUp(port, `Looking ${process.pid} ${i}`));
  const acknowledged = [],
    devices = households.flatMap(({ visitor, players }) => players.map(player => ({ visitor: new Visitor(visitor), player })));
  report.check('fifty players practise', devices.length === 50, String(devices.length));
  let over = false;
  const playing = devices.map(async device => {
    while (!over) {
      const set = round(device.player);
      await deliver(device, [port], '/api/sets', set);
      acknowledged.push({ set: set.id, at: Date.now() });
      await pause(between(200, 1200));
    }
    device.line?.close();
  });
  const since = (from, to = Infinity) => acknowledged.filter(({ at }) => at > from && at < to).length;
  // What was acknowledged is held against one server alone: the one that would be left.
  const found = (folder, what) => {
    const told = [...acknowledged],
      there = new Set(sql(folder, 'select set_id from practice_set').split('\n')),
      lost = told.filter(({ set }) => !there.has(set)).length;
    report.check(`${what}: of ${told.length} acknowledged sets ${told.length - lost} are found`, lost === 0);
  };
  const pages = async what => {
    const began = Date.now(),
      answers = await Promise.all(looking.map(({ visitor }) => visitor.ask(port, '/today')));
    report.check(
      `${what}: pages are shown to whoever only looks (the slowest after ${Date.now() - began} ms)`,
      answers.every(({ status }) => status === 200),
      answers.map(({ status }) => status).join(' '),
    );
  };
  // Sets that were on their way when the standby went may still be acknowledged: it had them.
  const away = async (what, seconds) => {
    const from = Date.now() + 1000;
    await pause(1000 + seconds * 500);
    await pages(what);
    await pause(seconds * 500);
    report.check(`${what} for ${seconds} s: nothing is acknowledged`, since(from) === 0, `${since(from)} were`);
  };
  const goesOn = async (what, within) => {
    const from = Date.now();
    for (let i = 0; i < within * 10 && since(from) < 50; i++) await pause(100);
    report.check(`${what}: all of them go on within ${within} s`, since(from) >= 50, `${since(from)} sets in ${Date.now() - from} ms`);
  };
  const servers = folder => {
    const master = postmaster(folder)[0];
    return [master, ...execFileSync('ps', ['-o', 'pid=', '--ppid', master], { encoding: 'utf8' }).split('\n').filter(Boolean)].map(Number);
  };

  await pause(6000);
  found(second, 'healthy');

  const frozen = servers(second);
  for (const one of frozen) process.kill(one, 'SIGSTOP');
  await away('frozen', 26);
  for (const one of frozen) process.kill(one, 'SIGCONT');
  await goesOn('thawed', 20);
  await pause(2000);
  found(second, 'thawed');

  // Where the application looks for it.
  process.env.WANTED_PORT = postmaster(second)[3];
  cluster('down', second);
  await away('gone', 60);
  cluster('follow', second, first);
  delete process.env.WANTED_PORT;
  await goesOn('back again', 20);
  await pause(2000);
  found(second, 'back again');

  // The worst: the standby hears nothing any more, for longer than anybody waits, then the first dies and the standby takes over.
  const deaf = servers(second);
  for (const one of deaf) process.kill(one, 'SIGSTOP');
  await away('frozen once more', 26);
  process.kill(Number(postmaster(first)[0]), 'SIGKILL');
  for (const one of deaf) process.kill(one, 'SIGCONT');
  // It is seen to be gone, and the other one told to take over, as Patroni would.
  await pause(1000);
  cluster('promote', second);
  await goesOn('promoted', 20);
  found(second, 'promoted');
  report.check(
    'the promoted one waits for nobody',
    sql(second, 'show synchronous_standby_names') === '' && sql(second, 'select pg_is_in_recovery()') === 'f',
  );

  // The old one comes back as the new one's standby: what it had for itself alone is given up for that, and was called stored to nobody.
  cluster('follow', third, second);
  await goesOn('joined again', 20);
  await pause(3000);
  over = true;
  await Promise.all(playing);
  found(third, 'joined again');
  await pages('joined again');
} catch (error) {
  report.check('it runs', false, error.stderr || error.stack);
} finally {
  if (server) await gone(server);
  for (const folder of [first, second, third]) spawnSync(`${root}tools/cluster`, ['down', folder]);
  rmSync(work, { recursive: true, force: true });
}
report.end();
