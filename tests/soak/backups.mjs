// Backups that come back wrong, or not at all: what was erased and is here again, a newer build's, one with a bit turned over, a full disk.
// Prints "N passed, N failed".
import { execFileSync, spawnSync } from 'node:child_process';
import { chmodSync, existsSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { root } from '../browser/server.mjs';
import { Report } from './players.mjs';

const work = mkdtempSync(join(tmpdir(), 'gambeta-backups-')),
  folder = join(work, 'data');
chmodSync(work, 0o755);
const report = new Report(),
  check = report.check.bind(report);
const sql = text =>
  execFileSync(`${root}tools/cluster`, ['sql', folder], {
    encoding: 'utf8',
    input: `\\pset tuples_only\n\\pset format unaligned\n${text};`,
  }).trim();
const backup = (...words) => spawnSync(`${root}tools/backup`, words, { encoding: 'utf8' });
const make = name => {
  const file = join(work, name),
    made = backup('make', folder, file);
  if (made.status !== 0) throw new Error(made.stderr + made.stdout);
  return file;
};
const restore = file => backup('restore', folder, file);
const [household, other, player] = ['11', '22', '33'].map(two => `${two.repeat(4)}-0000-7000-8000-${two.repeat(6)}`);
const asHousehold = text => sql(`begin; select set_config('gambeta.household', '${household}', true); ${text}; commit`);
const add = () =>
  asHousehold(
    `insert into player (household_id, player_id, nickname, birth_year, preferred_foot, level) values ('${household}', '${player}', ` +
      `'Odei', 2015, 'right', 'steady'); select erased_forget()`,
  );
const erase = () => asHousehold(`select erased_keep('${player}'); delete from player where player_id = '${player}'`);
const isHere = () => sql(`select count(*) from player where player_id = '${player}'`) === '1';
const databases = () => sql("select string_agg(datname, ' ' order by datname) from pg_database where datname like 'gambeta%'");

try {
  execFileSync(`${root}tools/cluster`, ['up', folder]);
  const roles = Object.fromEntries(
    readFileSync(join(folder, 'roles'), 'utf8')
      .trim()
      .split('\n')
      .map(line => line.split(/ (.*)/)),
  );
  execFileSync('dotnet', ['Gambeta.Web.dll', 'migrate'], {
    cwd: `${root}artifacts/app`,
    env: { ...process.env, ConnectionStrings__App: roles.app, ConnectionStrings__Owner: roles.owner },
    stdio: 'ignore',
  });
  for (const [id, name] of [
    [household, 'Odei and Sol'],
    [other, 'Somebody else'],
  ])
    sql(
      `insert into household (household_id, name, name_key, password_hash, time_zone) values ` +
        `('${id}', '${name}', '${id}', 'none', 'Europe/Madrid')`,
    );

  // Erased, then taken in again, in every order with a backup.
  add();
  const before = make('before.dump');
  erase();
  const between = make('between.dump');
  add();
  const after = make('after.dump');
  let answer = restore(after);
  check('erased and taken in again: it comes back', answer.status === 0 && isHere(), answer.stderr);
  answer = restore(before);
  check('also from a backup of before it was erased', answer.status === 0 && isHere(), answer.stderr);
  check('where nobody is erased again, none is told', !answer.stdout.includes('Erased again'), answer.stdout);
  answer = restore(between);
  check('a backup of while it was away has it not', answer.status === 0 && !isHere(), answer.stderr);
  const kept = join(
    folder,
    'backups',
    readdirSync(join(folder, 'backups'))
      .filter(name => /^before-restore.*dump$/.test(name))
      .sort()
      .at(-1),
  );
  answer = restore(kept);
  check('what was there before has it still', answer.status === 0 && isHere(), answer.stderr);
  erase();
  answer = restore(before);
  check(
    'erased last: it stays erased, and that is said',
    answer.status === 0 && !isHere() && answer.stdout.includes('1 players'),
    answer.stdout,
  );
  answer = restore(kept);
  check('also the next time', answer.status === 0 && !isHere(), answer.stderr + answer.stdout);
  sql(`delete from household where household_id = '${other}'`);
  answer = restore(before);
  check('a household as well', answer.status === 0 && sql(`select count(*) from household where household_id = '${other}'`) === '0');

  // A bit that is turned over: each byte of the list of what is in it, where a policy is written, is tried in steps.
  const whole = readFileSync(before),
    policy = whole.indexOf('CREATE POLICY own_household ON public.practice_set');
  check('a policy stands in a backup as text', policy > 0);
  const bent = join(work, 'bent.dump'),
    tried = [];
  for (const [what, at, bit] of [
    ['a policy that is no policy', policy + 7, 0x01],
    ['a policy of another name', policy + 14, 0x01],
    ['a table that has none', whole.indexOf('ENABLE ROW LEVEL SECURITY', whole.indexOf('ALTER TABLE public.practice_set ENABLE')), 0x02],
    ['the middle of its rows', Math.floor(whole.length * 0.7), 0x10],
  ]) {
    const turned = Buffer.from(whole);
    turned[at] ^= bit;
    writeFileSync(bent, turned);
    const held = sql('select count(*), max(set_id::text) from practice_set');
    answer = restore(bent);
    tried.push(`${what}: ${answer.status}`);
    check(
      `refused without its sum: ${what}`,
      answer.status !== 0 && sql('select count(*), max(set_id::text) from practice_set') === held,
      answer.stdout,
    );
  }
  const dropped = Buffer.from(whole);
  // The whole statement made into spaces and a comment, as a longer damage would: the file is well-formed, and the policy is missing.
  dropped.fill(' ', policy, dropped.indexOf(';', policy));
  writeFileSync(bent, dropped);
  answer = restore(bent);
  check('refused without its sum: a policy that is not there', answer.status !== 0 && answer.stderr.includes('damaged'), answer.stderr);
  writeFileSync(`${bent}.sha256`, readFileSync(`${before}.sha256`));
  answer = restore(bent);
  check('and by its sum, before anything was done', answer.status !== 0 && answer.stderr.includes('is not what it was'), answer.stderr);
  check('nothing is left of what was refused', databases() === 'gambeta' && !existsSync(join(folder, 'erased.now')), databases());

  // A newer build's.
  sql("insert into schemaversions (scriptname, applied) values ('Gambeta.Storage.Migrations.9001-of-tomorrow.sql', now())");
  const newer = make('newer.dump');
  sql("delete from schemaversions where scriptname like '%9001%'");
  answer = restore(newer);
  check(
    'a newer build’s is refused, and says which build it needs',
    answer.status !== 0 && answer.stderr.includes('9001-of-tomorrow.sql') && databases() === 'gambeta',
    answer.stderr,
  );

  // A disk that is full before the backup is whole.
  const full = join(work, 'full');
  if (
    process.getuid() === 0 &&
    spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=64k', 'none', (execFileSync('mkdir', [full]), full)]).status === 0
  ) {
    answer = backup('make', folder, join(full, 'no-room.dump'));
    check('a full disk: no backup, no half of one', answer.status !== 0 && readdirSync(full).length === 0, readdirSync(full).join());
    spawnSync('umount', [full]);
  } else console.log('no disk of its own here: a full one was not tried');
} catch (error) {
  check('it runs', false, error.stderr || error.stack);
} finally {
  spawnSync(`${root}tools/cluster`, ['down', folder]);
  rmSync(work, { recursive: true, force: true });
}
report.end();
