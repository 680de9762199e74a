// The outbox and its store as a device runs them, under made-up schedules of everything that goes wrong: pages that crash, a network that
// cuts and doubles, a clock that is set, a disk that is taken away. Twenty thousand steps here, others in ./soak, as many as it is given
// minutes; what fails says its seed, and GAMBETA_SEED plays it again. The simulation needs modules in rooms of their own,
// so it runs in a process with that switched on.
import assert from 'node:assert/strict';
import { spawnSync } from 'node:child_process';
import { test } from 'node:test';

// A process of its own for each part: the rooms of pages that are gone stay in its memory, and the longer it lives the slower it gets.
for (const part of [0, 1, 2, 3])
  test(`whatever happens, what was kept is stored, and nothing is called stored before: ${part + 1}`, () => {
    const { status, stdout, stderr } = spawnSync(
      process.execPath,
      ['--no-warnings', '--experimental-vm-modules', new URL('setup/schedules.mjs', import.meta.url).pathname],
      {
        encoding: 'utf8',
        env: { ...process.env, NODE_OPTIONS: '', NODE_TEST_CONTEXT: '', GAMBETA_STEPS: '5000', GAMBETA_SEED_FROM: String(1 + 1000 * part) },
      },
    );
    assert.equal(status, 0, stdout.slice(-2000) + stderr.slice(-2000));
    const [, steps, kept] = stdout.match(/(\d+) steps, (\d+) things kept/);
    assert.ok(Number(steps) >= 5000 && Number(kept) > 1000, stdout);
  });
