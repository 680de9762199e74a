// The run without a screen, a clock given from outside.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { newId } from '../../src/Gambeta.Web/wwwroot/js/shared/ids.js';
import { Run } from '../../src/Gambeta.Web/wwwroot/js/practise/run.js';
import './setup/all-measures.mjs';

const done = { kind: 'done', drill: 0, feet: 'both' };

test('a set of tries ends by itself when all are played', () => {
  const sets = [],
    phases = [
      { kind: 'work', drill: 0, feet: 'right', set: 1, target: 3 },
      { kind: 'work', drill: 0, feet: 'left', set: 2, target: 3 },
      done,
    ];
  const run = new Run({ drills: [{ measuredBy: 'hitsOutOfTries' }], phases }, null, { setEnded: set => sets.push(set) });
  run.go(0);
  run.count('right', 1000);
  run.count('wrong', 2000);
  run.takeBack(2500);
  run.count('right', 3000);
  run.count('wrong', 4000);
  // Taking back is an event of its own: the core scores the same line.
  assert.deepEqual([run.index, sets.map(set => [set.events, set.seconds])], [1, [['r100 x100 b50 r50 x100', 4]]]);
});

test('stations end by themselves when the last one is hit', () => {
  const sets = [],
    run = new Run(
      { drills: [{ measuredBy: 'stationsTime', stations: 2 }], phases: [{ kind: 'work', drill: 0, feet: 'both', set: 1 }, done] },
      null,
      { setEnded: set => sets.push(set) },
    );
  run.go(0);
  for (const [i, what] of ['wrong', 'left', 'wrong', 'right'].entries()) run.count(what, 1000 * (i + 1));
  assert.deepEqual([run.isDone, sets.map(set => set.events)], [true, ['x100 l100 x100 r100']]);
});

test('a run holds where it was, and skipping what nobody counted stores nothing', () => {
  const work = set => ({ kind: 'work', drill: 0, feet: 'left', set, seconds: 20 }),
    ended = [];
  const run = new Run({ drills: [{ measuredBy: 'touchesInARound' }], phases: [work(1), work(2), work(3), done] }, null, {
    setEnded: set => ended.push(set),
  });
  run.go(0);
  run.tick(4000);
  run.hold(4000);
  assert.equal(run.count('left', 9000), false);
  run.go(60_000);
  run.count('left', 61_000);
  assert.equal(run.elapsed(61_000), 5000);
  for (let now = 61_000; now <= 77_000; now += 1000) run.tick(now);
  run.skip(78_000);
  run.tick(79_000);
  run.count('left', 79_500);
  run.skip(80_000);
  assert.ok(run.isDone);
  // The first round ran to its end at 20 s; the second was skipped uncounted; the third was cut short with a count.
  assert.deepEqual(
    ended.map(s => [s.order, s.countedBy, s.sum.left, s.seconds]),
    [
      [1, 'tapped', 1, 20],
      [2, 'tapped', 1, 2],
    ],
  );
});

test('a course that was skipped has no time, and one that came home has one without a count', () => {
  const ended = [],
    work = set => ({ kind: 'work', drill: 0, feet: 'both', set });
  const run = new Run({ drills: [{ measuredBy: 'courseTime' }], phases: [work(1), work(2), done] }, null, {
    setEnded: set => ended.push(set),
  });
  run.go(0);
  run.count('wrong', 500);
  run.skip(9000);
  run.end(21_000);
  assert.deepEqual(
    ended.map(set => [set.order, set.countedBy, set.events, set.seconds]),
    [[1, 'tapped', 's1200', 12]],
  );
});

test('ids are version 7 and sort by time', () => {
  const ids = [newId(1_000), newId(2_000_000), newId(1_800_000_000_000)];
  for (const id of ids) assert.match(id, /^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
  assert.deepEqual([...ids].sort(), ids);
});
