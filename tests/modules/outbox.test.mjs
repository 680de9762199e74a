// The outbox and its store as a device runs them, under made-up schedules of everything that goes wrong: pages that crash, a network that
// cuts and doubles, a clock that is set, a disk that is taken away. Twenty thousand steps here, others in ./soak, as many as it is given
// minutes (GAMBETA_STEPS); what fails says its seed, and GAMBETA_SEED plays it again. The simulation needs modules in rooms of their own,
// so it runs in a process with that switched on.
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import { test } from 'node:test';

test('whatever happens to pages, network, clock and disk, what was kept is stored, and nothing is called stored before', () => {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['--no-warnings', '--experimental-vm-modules', new URL('setup/schedules.mjs', import.meta.url).pathname],
    { encoding: 'utf8', env: { ...process.env, NODE_OPTIONS: '', NODE_TEST_CONTEXT: '' } },
  );
  assert.equal(status, 0, stdout.slice(-2000) + stderr.slice(-2000));
  const [, steps, kept] = stdout.match(/(\d+) steps, (\d+) things kept/);
  assert.ok(Number(steps) >= 20_000 && Number(kept) > 1000, stdout);
});
