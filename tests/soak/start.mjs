// ./start itself: what is killed under it or with it, and what somebody who runs the server does.
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { portAt, root } from '../browser/server.mjs';
import { pause, Report } from './players.mjs';

const data = mkdtempSync(join(tmpdir(), 'gambeta-start-')),
  port = portAt(8);
execFileSync('chmod', ['755', data]);
let started = null;
const report = new Report(),
  check = report.check.bind(report);

const status = async (path = '/healthz/ready') =>
  (await fetch(`http://127.0.0.1:${port}${path}`, { signal: AbortSignal.timeout(5000) }).catch(() => ({ status: 0 }))).status;
async function becomes(wanted, seconds, path) {
  for (const until = Date.now() + seconds * 1000; Date.now() < until; await pause(200)) if ((await status(path)) === wanted) return true;
  return false;
}
function start(...more) {
  let output = '';
  started = spawn(`${root}start`, ['--port', String(port), '--data', data, ...more], { stdio: ['ignore', 'pipe', 'pipe'] });
  for (const stream of [started.stdout, started.stderr])
    stream.on('data', piece => {
      output += piece;
    });
  started.output = () => output;
}
const end = signal =>
  new Promise(resolve => {
    started.exitCode !== null ? resolve() : started.once('exit', resolve);
    started.kill(signal);
  });
const postmaster = () => Number(readFileSync(`${data}/db/postmaster.pid`, 'utf8').split('\n')[0]);

try {
  start();
  check('it opens', await becomes(200, 90), started.output());
  const env = readFileSync(
    `/proc/${execFileSync('pgrep', ['-f', `Gambeta.Web.dll --urls http://127.0.0.1:${port}`], { encoding: 'utf8' })
      .trim()
      .split('\n')
      .at(-1)}/environ`,
    'latin1',
  );
  check('what serves pages never has the password of the owner', env.includes('ConnectionStrings__App') && !env.includes('gambeta_owner'));
  const superuser = spawnSync(
    'psql',
    ['-h', '127.0.0.1', '-p', readFileSync(`${data}/db/postmaster.pid`, 'utf8').split('\n')[3], '-U', 'postgres', '-c', 'select 1'],
    { encoding: 'utf8', env: { ...process.env, PGPASSWORD: 'anything' } },
  );
  check(
    'nobody is the superuser over the network',
    superuser.status !== 0 && /no pg_hba.conf entry|rejects/.test(superuser.stderr),
    superuser.stderr,
  );
  const secrets = ['owner-password', 'app-password', 'keyring'].map(name => readFileSync(`${data}/${name}`, 'utf8').trim());
  check(
    'owner, application and key ring have secrets of their own, that only their owner reads',
    new Set(secrets).size === 3 &&
      execFileSync('stat', ['-c', '%a', ...['owner-password', 'app-password', 'keyring', 'roles'].map(name => `${data}/${name}`)], {
        encoding: 'utf8',
      })
        .trim()
        .split('\n')
        .every(mode => mode === '600'),
  );

  process.kill(postmaster(), 'SIGKILL');
  check('PostgreSQL that is killed is away for a moment', await becomes(503, 10));
  check('and is brought back, on its port', await becomes(200, 60), started.output());

  await end('SIGKILL');
  check('a killed ./start takes the application with it', await becomes(0, 20, '/healthz/live'));
  start();
  check('and the next one starts where it was', await becomes(200, 60), started.output());
  await end('SIGTERM');
  check(
    'asked to stop, both stop',
    (await status('/healthz/live')) === 0 && spawnSync(`${root}tools/cluster`, ['running', data]).status !== 0,
  );

  // By itself in the night; one of more than seven days goes.
  Object.assign(process.env, { GAMBETA_BACKUP_AFTER: '1', GAMBETA_BACKUP_HOUR: '0' });
  execFileSync('mkdir', ['-p', `${data}/backups`]);
  writeFileSync(`${data}/backups/gambeta-2001-01-01.dump`, 'old');
  execFileSync('touch', ['-d', '9 days ago', `${data}/backups/gambeta-2001-01-01.dump`]);
  start();
  await becomes(200, 90);
  const nights = () => readdirSync(`${data}/backups`).filter(name => name.endsWith('.dump'));
  for (let i = 0; i < 300 && !(nights().length === 1 && !nights()[0].includes('2001')); i++) await pause(200);
  check(
    'a backup is made in the night, and an old one goes',
    nights().length === 1 && /^gambeta-20\d\d-\d\d-\d\d\.dump$/.test(nights()[0]) && !nights()[0].includes('2001'),
    nights().join(),
  );
  // A backup while it runs, and back again: what was erased since stays erased, a broken file changes nothing.
  const sql = text =>
    execFileSync(`${root}tools/cluster`, ['sql', data], { input: `\\pset tuples_only\n${text}`, encoding: 'utf8' }).trim();
  const file = join(data, 'kept.dump');
  const backup = spawnSync(`${root}start`, ['backup', file, '--data', data], { encoding: 'utf8' });
  check(
    'a backup is made and checked while it runs',
    backup.status === 0 && backup.stdout.includes('Backed up and checked'),
    backup.stderr + backup.stdout,
  );
  check(
    'and put back by nobody while it runs',
    spawnSync(`${root}start`, ['restore', file, '--data', data], { encoding: 'utf8' }).status !== 0,
  );
  const counts = () =>
    sql("select (select count(*) from practice_set), (select md5(string_agg(m::text, '' order by m::text)) from mark m where is_best)");
  const held = counts();
  sql(
    'update household set demo_until = null; delete from player where player_id = (select player_id from player order by ' +
      'player_id limit 1)',
  );
  const left = Number(sql('select count(*) from practice_set'));
  await end('SIGTERM');
  writeFileSync(`${file}.bad`, readFileSync(file).subarray(0, 90_000));
  check(
    'a file that is cut is refused and changes nothing',
    spawnSync(`${root}start`, ['restore', `${file}.bad`, '--data', data]).status !== 0,
  );
  const restore = spawnSync(`${root}start`, ['restore', file, '--data', data], { encoding: 'utf8' });
  check('a backup is put back', restore.status === 0 && restore.stdout.includes('Restored from'), restore.stderr + restore.stdout);
  start();
  check('it opens with what was put back', await becomes(200, 90), started.output());
  check('what was erased since the backup is erased again', Number(sql('select count(*) from practice_set')) === left && held !== counts());
  await end('SIGTERM');
  // Another machine, with keys of its own: everybody signs in anew, and all else is there.
  const elsewhere = mkdtempSync(join(tmpdir(), 'gambeta-elsewhere-'));
  execFileSync('chmod', ['755', elsewhere]);
  const moved = spawnSync(`${root}start`, ['restore', file, '--data', elsewhere], { encoding: 'utf8' });
  check('a backup is put where nothing was', moved.status === 0, moved.stderr + moved.stdout);
  start('--data', elsewhere);
  check('and opens there, with keys of its own', (await becomes(200, 90)) && (await status('/')) === 200, started.output());
  check(
    'with every set and record',
    execFileSync(`${root}tools/cluster`, ['sql', elsewhere], {
      input:
        "\\pset tuples_only\nselect (select count(*) from practice_set), (select md5(string_agg(m::text, '' order by m::text)) " +
        'from mark m where is_best)',
      encoding: 'utf8',
    }).trim() === held,
  );
  await end('SIGTERM');
  rmSync(elsewhere, { recursive: true, force: true });

  // As after a power loss: the number in the file belongs to somebody else now, of the same user.
  const runner = process.getuid() === 0 ? ['runuser', '-u', 'postgres', '--'] : [],
    stranger = spawn([...runner, 'sleep', '300'][0], [...runner, 'sleep', '300'].slice(1));
  await pause(300);
  const number = execFileSync('pgrep', ['-n', '-x', 'sleep'], { encoding: 'utf8' }).trim();
  writeFileSync(`${data}/db/postmaster.pid`, `${number}\n${data}/db\n1\n5999\n${data}\n127.0.0.1\n  9999999  999999\nready   \n`);
  if (process.getuid() === 0) execFileSync('chown', ['postgres', `${data}/db/postmaster.pid`]);
  start('--no-demo');
  check('a stranger with the old number does not pass for PostgreSQL', await becomes(200, 60), started.output());
  check('and is left alone', stranger.exitCode === null && stranger.signalCode === null);
  stranger.kill();
  const door = await (await fetch(`http://127.0.0.1:${port}/`)).text();
  check('without the demo nothing leads to it', !/demo/i.test(door));

  const nobody = spawnSync(`${root}start`, ['recover', 'Nobody at all', '--data', data], { encoding: 'utf8' });
  check(
    'recovering a household that is not there says so',
    nobody.status === 1 && nobody.stderr.includes('There is no household called'),
    nobody.stderr,
  );
  const cookies = await fetch(`http://127.0.0.1:${port}/household/new`),
    token = (await cookies.text()).match(/name="__RequestVerificationToken" type="hidden" value="([^"]+)"/)[1];
  await fetch(`http://127.0.0.1:${port}/household/new`, {
    method: 'POST',
    redirect: 'manual',
    headers: {
      Cookie: cookies.headers
        .getSetCookie()
        .map(cookie => cookie.split(';')[0])
        .join('; '),
    },
    body: new URLSearchParams({
      __RequestVerificationToken: token,
      name: 'Gull rock',
      password: 'long enough',
      nickname: 'Odei',
      birthYear: '2015',
      preferred: 'right',
      level: 'steady',
      timeZone: 'UTC',
    }),
  });
  const recovered = spawnSync(`${root}start`, ['recover', 'gull ROCK', '--data', data], { encoding: 'utf8' });
  check(
    'recovering one that is there prints six words',
    recovered.status === 0 && /\n {2}([a-z]+ ){5}[a-z]+\n/.test(recovered.stdout),
    recovered.stdout + recovered.stderr,
  );
  const second = spawnSync(`${root}start`, ['--port', String(port + 1), '--data', data], { encoding: 'utf8' });
  check(
    'a second ./start on the same data says that there is one',
    second.status === 1 && second.stderr.includes('running already'),
    second.stderr,
  );
} finally {
  await end('SIGTERM');
  spawnSync(`${root}tools/cluster`, ['down', data]);
  rmSync(data, { recursive: true, force: true });
}
report.end();
