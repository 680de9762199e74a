// The systemd units, as far as they can be tried where systemd does not run: it reads them and finds nothing to say, and the line that
// backs up by night does what it says.
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { migrate, root } from '../browser/server.mjs';
import { Report } from './players.mjs';

const report = new Report(),
  deploy = `${root}deploy`,
  folder = mkdtempSync(join(tmpdir(), 'gambeta-units-'));
try {
  for (const unit of readdirSync(deploy).filter(name => /\.(service|timer)$/.test(name))) {
    const said = spawnSync('systemd-analyze', ['verify', join(deploy, unit)], { encoding: 'utf8' });
    check(`${unit} is read without a word`, said, !said.stderr && !said.stdout);
  }
  // It would say something: a unit with a word that nobody knows.
  writeFileSync(join(folder, 'odd.service'), readFileSync(join(deploy, 'gambeta-migrate.service'), 'utf8').replace('Type=', 'Typ='));
  const odd = spawnSync('systemd-analyze', ['verify', join(folder, 'odd.service')], { encoding: 'utf8' });
  check('a unit with a slip is not', odd, odd.stderr.includes("'Typ'"));

  migrate();
  const owner = Object.fromEntries(
    readFileSync(process.env.GAMBETA_TEST_ROLES, 'utf8')
      .match(/^owner (.*)$/m)[1]
      .split(';')
      .map(pair => pair.split(/=(.*)/)),
  );
  const env = { ...process.env, PGHOST: owner.Host, PGPORT: owner.Port, PGUSER: owner.Username, PGPASSWORD: owner.Password };
  // As systemd hands it to the shell, but for where the files lie and which database it is.
  const line = readFileSync(join(deploy, 'gambeta-backup.service'), 'utf8')
    .match(/^ExecStart=\/bin\/sh -ec '(.*)'$/m)[1]
    .replaceAll('$$', '$')
    .replaceAll('%%', '%')
    .replaceAll('/var/backups/gambeta', folder)
    .replace('" gambeta;', `" ${owner.Database};`);
  const old = join(folder, 'gambeta-2001-01-01.dump');
  writeFileSync(old, 'old');
  utimesSync(old, new Date(Date.now() - 8 * 86_400_000), new Date(Date.now() - 8 * 86_400_000));
  const night = spawnSync('/bin/sh', ['-ec', line], { encoding: 'utf8', env });
  const dumps = readdirSync(folder).filter(name => name.startsWith('gambeta-'));
  check(
    'by night a backup is made, and one of more than seven days goes',
    night,
    night.status === 0 && dumps.length === 1 && /^gambeta-20\d\d-\d\d-\d\d\.dump$/.test(dumps[0]) && !dumps[0].includes('2001'),
  );
  check(
    'all tables are in it',
    night,
    execFileSync('pg_restore', ['--list', join(folder, dumps[0])], { encoding: 'utf8' }).includes('TABLE DATA public practice_set'),
  );
  // A night on which there is no database leaves what was there, and says so.
  const without = spawnSync('/bin/sh', ['-ec', line], { encoding: 'utf8', env: { ...env, PGPORT: '1' } });
  check('a night without a database fails and takes nothing away', without, without.status !== 0 && readdirSync(folder).includes(dumps[0]));
} finally {
  rmSync(folder, { recursive: true, force: true });
}
report.end();

function check(what, run, holds) {
  report.check(what, holds, `${run.stderr}${run.stdout}${run.error ?? ''}`);
}
