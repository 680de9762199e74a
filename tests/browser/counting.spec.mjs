import { expect, test } from '@playwright/test';

// The modules themselves, in the browser that runs them, without a page around.
test.beforeEach(async ({ page }) => { await page.goto('/'); });

const add = (page, measuredBy, feet, keys) => page.evaluate(async ([measuredBy, feet, keys]) => {
  const { addUp, draftOf } = await import('/js/counting.js');
  const what = { l: 'left', r: 'right', x: 'wrong', s: 'stop' };
  const sum = addUp(measuredBy, feet, [...keys].map(key => ({ what: what[key] })));
  return { sum, draft: draftOf(measuredBy, sum, 12.34567) };
}, [measuredBy, feet, keys]);

test('with one foot at work both halves count for it, with both each for itself', async ({ page }) => {
  expect((await add(page, 'touchesInARound', 'left', 'lrl')).draft).toEqual({ left: 3, right: 0, seconds: 12.346 });
  expect((await add(page, 'touchesInARound', 'both', 'lrl')).draft).toEqual({ left: 2, right: 1, seconds: 12.346 });
});

test('tries end by a drop or by stopping, and one still in the air has no end of its own', async ({ page }) => {
  expect((await add(page, 'bestStreak', 'both', 'lrlxlsxlr')).draft)
    .toEqual({ left: 4, right: 2, tryTouches: [3, 1, 0, 2], tryDropped: [true, false, true, null], seconds: 12.346 });
});

test('a slip ends a run of passes and the longest one stays', async ({ page }) => {
  expect((await add(page, 'cleanPasses', 'right', 'rrrxrrxrrrrr')).draft).toEqual({ left: 0, right: 10, longestRun: 5, slips: 2, seconds: 12.346 });
  expect((await add(page, 'cleanPasses', 'right', 'x')).draft.longestRun).toBe(0);
});

test('reps count clean ones and slips, a run counts clipped markers', async ({ page }) => {
  expect((await add(page, 'cleanReps', 'left', 'llxl')).draft).toEqual({ reps: 3, slips: 1, seconds: 12.346 });
  expect((await add(page, 'courseTime', 'both', 'xx')).draft).toEqual({ clips: 2, seconds: 12.346 });
});

test('hits count what came off and what did not; a ladder is a row of tries', async ({ page }) => {
  expect((await add(page, 'hitsOutOfTries', 'left', 'llxlx')).draft).toEqual({ reps: 3, slips: 2, seconds: 12.346 });
  expect((await add(page, 'ladderRung', 'both', 'lslrsx')).draft)
    .toEqual({ left: 2, right: 1, tryTouches: [1, 2, 0], tryDropped: [false, false, true], seconds: 12.346 });
});

test('the rung on the screen is the rung that the core scores', async ({ page }) => {
  // The same goes as in the tests of the core, an x for a drop.
  const goes = { '1x': 0, '1 2 3': 3, '1 2 2x 1 2': 2, '1 2 3x 1 2 3 4': 4, '1 1': 1, '5 5 5': 3, '1 2 3 0x': 3 };
  const rungs = await page.evaluate(async rows => {
    const { rungOf } = await import('/js/counting.js');
    return rows.map(row => rungOf(row.split(' ').map(go => ({ touches: parseInt(go), dropped: go.endsWith('x') }))));
  }, Object.keys(goes));
  expect(rungs.map(rung => rung.highest)).toEqual(Object.values(goes));
  expect(rungs.at(-1).next).toBe(1);
});

test('a set of tries ends by itself when all are played', async ({ page }) => {
  const ended = await page.evaluate(async () => {
    const { Run } = await import('/js/run.js');
    const sets = [];
    const phases = [{ kind: 'work', drill: 0, feet: 'right', set: 1, target: 3 }, { kind: 'work', drill: 0, feet: 'left', set: 2, target: 3 }, { kind: 'done', drill: 0, feet: 'both' }];
    const run = new Run({ drills: [{ measuredBy: 'hitsOutOfTries' }], phases }, null, { setEnded: set => sets.push(set) });
    run.go(0);
    run.count('right', 1000);
    run.count('wrong', 2000);
    run.takeBack(2500);
    run.count('right', 3000);
    run.count('wrong', 4000);
    return { index: run.index, sets: sets.map(set => [set.events, set.seconds]) };
  });
  // Taking back is an event of its own: the core scores the same line.
  expect(ended).toEqual({ index: 1, sets: [['r100 x100 b50 r50 x100', 4]] });
});

test('the heights of the trap square on the screen are those that the core scores', async ({ page }) => {
  // Knee, knee; hip, hip; chest out, chest out; hip in, hip out, hip in, hip in: as in the tests of the core.
  const seen = await page.evaluate(async () => {
    const { heightsOf } = await import('/js/counting.js');
    const { tries, next } = heightsOf([...'iiiiooioii'].map(c => c === 'i'));
    return [...tries.map(t => t.from), next];
  });
  expect(seen).toEqual([1, 1, 2, 2, 3, 3, 2, 2, 2, 2, 3]);
});

test('what happened is one line: hundredths of a second since the one before, targets and feet with it', async ({ page }) => {
  const line = await page.evaluate(async () => {
    const { lineOf } = await import('/js/counting.js');
    return lineOf([{ what: 'left', at: 354 }, { what: 'right', at: 1356, zone: 3 }, { what: 'wrong', at: 2000, foot: 'left' }, { what: 'wrong', at: 2100 }, { what: 'back', at: 2200 }, { what: 'stop', at: 3000 }, { what: 'void', at: 3000 }]);
  });
  expect(line).toBe('l35 r#3:101 xl64 x10 b10 s80 v0');
});

test('only a best that can still be beaten is shown, and one that is beaten says so', async ({ page }) => {
  const lines = await page.evaluate(async () => {
    const [{ bestInReach }, { addUp }] = await Promise.all([import('/js/figures.js'), import('/js/counting.js')]);
    const what = { l: 'left', r: 'right', x: 'wrong', s: 'stop' };
    const line = (measuredBy, keys, best, { seconds, target, elapsed = 0, targetPoints } = {}) =>
      bestInReach({ measuredBy, targetPoints }, { seconds, target }, addUp(measuredBy, 'both', [...keys].map(key => ({ what: what[key] }))), best, elapsed, { clipPenaltySeconds: 1, mostTouchesASecond: 8 });
    return [
      line('touchesInARound', 'lr', undefined, { seconds: 20 }),
      line('touchesInARound', 'lr', 30, { seconds: 20, elapsed: 10_000 }),
      // Two and eight a second for three and a half seconds more make thirty: a tie is no best.
      line('touchesInARound', 'lr', 30, { seconds: 20, elapsed: 16_500 }),
      line('touchesInARound', 'lrl', 2, { seconds: 20, elapsed: 19_900 }),
      line('bestStreak', 'lllxl', 3), line('bestStreak', 'lllxllll', 3),
      line('hitsOutOfTries', 'lxx', 8, { target: 10 }), line('hitsOutOfTries', 'lxx', 7, { target: 10 }), line('hitsOutOfTries', 'lll', 2, { target: 10 }),
      line('targetPoints', 'lx', 28, { target: 10, targetPoints: [1, 2, 3] }), line('targetPoints', 'lx', 24, { target: 10, targetPoints: [1, 2, 3] }),
      line('courseTime', 'x', 12.3, { elapsed: 11_200 }), line('courseTime', 'x', 12.3, { elapsed: 11_300 }),
      line('ladderRung', 'lslrs', 2), line('ladderRung', 'lslrslrls', 2), line('runInTouches', 'lllxls', 2), line('runInTouches', 'llls', 2),
    ];
  });
  expect(lines).toEqual([
    null, 'best 30', null, 'more than ever', 'best 3', 'more than ever', null, 'best 7', 'more than ever', null, 'best 24 points', 'best 12.3 s', null,
    'best rung 2', 'more than ever', 'best 2', 'more than ever',
  ]);
});

test('ids are version 7 and sort by time', async ({ page }) => {
  const ids = await page.evaluate(async () => {
    const { newId } = await import('/js/ids.js');
    return [newId(1_000), newId(2_000_000), newId(1_800_000_000_000)];
  });
  for (const id of ids) expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-7[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
  expect([...ids].sort()).toEqual(ids);
});

test('a run holds where it was, and skipping what nobody counted stores nothing', async ({ page }) => {
  const seen = await page.evaluate(async () => {
    const { Run } = await import('/js/run.js');
    const work = set => ({ kind: 'work', drill: 0, feet: 'left', set, seconds: 20 });
    const ended = [];
    const run = new Run({ drills: [{ measuredBy: 'touchesInARound' }], phases: [work(1), work(2), work(3), { kind: 'done', drill: 0, feet: 'both' }] }, null, { setEnded: set => ended.push(set) });
    run.go(0);
    run.tick(4000);
    run.hold(4000);
    const whilePaused = run.count('left', 9000);
    run.go(60_000);
    run.count('left', 61_000);
    const elapsed = run.elapsed(61_000);
    for (let now = 61_000; now <= 77_000; now += 1000) run.tick(now);
    run.skip(78_000);
    run.tick(79_000);
    run.count('left', 79_500);
    run.skip(80_000);
    return { whilePaused, elapsed, done: run.isDone, ended: ended.map(s => [s.order, s.countedBy, s.sum.left, s.seconds]) };
  });
  expect(seen.whilePaused).toBe(false);
  expect(seen.elapsed).toBe(5000);
  expect(seen.done).toBe(true);
  // The first round ran to its end at 20 s; the second was skipped uncounted; the third was cut short with a count.
  expect(seen.ended).toEqual([[1, 'tapped', 1, 20], [2, 'tapped', 1, 2]]);
});
