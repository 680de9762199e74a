// To a moment: a base backup and archived log, PostgreSQL killed between two sets, another one that comes up from both. Prints "N passed, N
// failed".
import { execFileSync, spawnSync } from 'node:child_process';
import { chmodSync, cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { portAt, root } from '../browser/server.mjs';
import { Report } from './players.mjs';

const work = mkdtempSync(join(tmpdir(), 'gambeta-recovery-')),
  [live, base, archive, back] = ['live', 'base', 'archive', 'back'].map(name => join(work, name));
chmodSync(work, 0o755);
const asRoot = process.getuid() === 0,
  bin = execFileSync('bash', ['-c', 'ls -d /usr/lib/postgresql/*/bin | sort -V | tail -n 1'], { encoding: 'utf8' }).trim();
const as = (program, ...options) =>
  execFileSync(...(asRoot ? ['runuser', ['-u', 'postgres', '--', program, ...options]] : [program, options]), {
    encoding: 'utf8',
    cwd: '/',
  });
const cluster = (what, folder, input) => execFileSync(`${root}tools/cluster`, [what, folder], { encoding: 'utf8', input });
const sql = (folder, text) => cluster('sql', folder, `\\pset tuples_only\n\\pset format unaligned\n${text};`).trim();
const report = new Report(),
  check = report.check.bind(report);
/** A set as it is stored, acknowledged when this returns. */
const play = () =>
  sql(
    live,
    "insert into practice_set select (jsonb_populate_record(s, jsonb_build_object('set_id', gen_random_uuid()))).* from " +
      'practice_set s limit 1 returning set_id',
  );

try {
  cluster('up', live);
  const roles = Object.fromEntries(
    readFileSync(join(live, 'roles'), 'utf8')
      .trim()
      .split('\n')
      .map(line => line.split(/ (.*)/)),
  );
  execFileSync('dotnet', ['Gambeta.Web.dll', 'migrate', '--Demo', 'true'], {
    cwd: `${root}artifacts/app`,
    env: { ...process.env, ConnectionStrings__App: roles.app, ConnectionStrings__Owner: roles.owner },
    stdio: 'ignore',
  });
  mkdirSync(archive);
  if (asRoot) execFileSync('chown', ['postgres', archive]);
  sql(live, `alter system set archive_mode = on; alter system set archive_command = 'test ! -f ${archive}/%f && cp %p ${archive}/%f'`);
  cluster('down', live);
  cluster('up', live);
  mkdirSync(base);
  if (asRoot) execFileSync('chown', ['postgres', base]);
  as(
    `${bin}/pg_basebackup`,
    '-h',
    live,
    '-p',
    readFileSync(join(live, 'db/postmaster.pid'), 'utf8').split('\n')[3],
    '-U',
    'postgres',
    '-D',
    join(base, 'db'),
    '-X',
    'none',
    '--checkpoint=fast',
    '--no-manifest',
  );
  const archived = Array.from({ length: 20 }, play);
  const segment = sql(live, 'select pg_walfile_name(pg_switch_wal())');
  for (let i = 0; i < 100 && !readdirSync(archive).includes(segment); i++) await new Promise(resolve => setTimeout(resolve, 200));
  check('the log is archived', readdirSync(archive).includes(segment), readdirSync(archive).join(' '));
  // These are acknowledged and on this machine's disk, which is gone now.
  const after = Array.from({ length: 5 }, play);
  process.kill(Number(readFileSync(join(live, 'db/postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL');

  mkdirSync(back);
  cpSync(join(base, 'db'), join(back, 'db'), { recursive: true });
  execFileSync('bash', [
    '-c',
    `rm -f '${back}/db/postmaster.pid'; mkdir -p '${back}/db/pg_wal'; touch '${back}/db/recovery.signal'; printf ` +
      `"restore_command = 'cp ${archive}/%%f %%p'\\narchive_mode = off\\nrecovery_target_action = promote\\n" >> ` +
      `'${back}/db/postgresql.auto.conf'; ${asRoot ? `chown -R postgres '${back}'` : 'true'}; chmod 700 '${back}/db'`,
  ]);
  if (asRoot) execFileSync('chown', ['postgres', back]);
  as(
    `${bin}/pg_ctl`,
    '-D',
    join(back, 'db'),
    '-l',
    join(back, 'db/server.log'),
    '-w',
    '-o',
    `-p ${portAt(8)} -c listen_addresses=127.0.0.1 -c unix_socket_directories=${back} -c max_connections=120`,
    'start',
  );
  for (let i = 0; i < 150 && sql(back, 'select pg_is_in_recovery()') !== 'f'; i++) await new Promise(resolve => setTimeout(resolve, 200));
  const there = new Set(sql(back, 'select set_id from practice_set').split('\n'));
  check(
    'every set up to the last archived segment is there',
    archived.every(id => there.has(id)),
    `${archived.filter(id => there.has(id)).length} of ${archived.length}`,
  );
  check(
    'what came after it is not promised, and is not there by halves',
    after.every(id => !there.has(id)) &&
      spawnSync(`${root}tools/cluster`, ['sql', back], { input: 'select count(*) from mark;' }).status === 0,
  );
  check('records stand as they did', sql(back, 'select count(*) from standing') !== '0');
} catch (error) {
  check(
    'it runs',
    false,
    `${error.stderr || error.stack}\n${spawnSync('tail', ['-n', '12', join(back, 'db/server.log')], { encoding: 'utf8' }).stdout}`,
  );
} finally {
  for (const folder of [live, back]) spawnSync(`${root}tools/cluster`, ['down', folder]);
  rmSync(work, { recursive: true, force: true });
}
report.end();
