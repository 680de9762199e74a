// The ways of measuring in the browser, without a browser: what they count is what the core counts (tests/shared/measures.json is read by
// its tests too).
import assert from 'node:assert/strict';
import { readdirSync, readFileSync } from 'node:fs';
import { test } from 'node:test';
import { addUp, lineOf } from '../../src/Gambeta.Web/wwwroot/js/practise/counting.js';
import { base, bestInReach } from '../../src/Gambeta.Web/wwwroot/js/measures/base.js';
import { measures } from '../../src/Gambeta.Web/wwwroot/js/measures/known.js';
import { heightsOf } from '../../src/Gambeta.Web/wwwroot/js/measures/trap-heights.js';
import { readTries, writeTries } from '../../src/Gambeta.Web/wwwroot/js/practise/typed-tries.js';
import { named } from './setup/all-measures.mjs';

const shared = name => JSON.parse(readFileSync(new URL(`../shared/${name}.json`, import.meta.url)));
const drill = { stations: 4, targetPoints: [1, 1, 2, 2, 3] };
const words = { l: 'left', r: 'right', x: 'wrong', s: 'stop', b: 'back', v: 'void' };

/** "l r#3 xl s" as events a tenth of a second apart. */
const eventsOf = line =>
  line
    .split(' ')
    .filter(Boolean)
    .map((word, i) => {
      const [, letter, foot, zone] = word.match(/^([lrxsbv])([lr]?)(?:#(\d+))?$/);
      return { what: words[letter], at: 100 * (i + 1), ...(zone && { zone: Number(zone) }), ...(foot && { foot: words[foot] }) };
    });

for (const { measure: name, feet, events, draft, value, seconds = 30, heights, next } of shared('measures')) {
  test(`${name}: ${events}`, () => {
    const measure = measures[name],
      sum = addUp(measure, feet, eventsOf(events));
    const counted = measure.draft(sum, drill);
    for (const [field, wanted] of Object.entries(draft ?? {})) assert.deepEqual(counted[field], wanted, field);
    if (!heights) assert.equal(measure.value(sum, { drill, sheet: { clipPenaltySeconds: 1 }, elapsed: seconds * 1000 }), value);
    else assert.deepEqual([heightsOf(counted.inside).tries.map(t => t.from), heightsOf(counted.inside).next], [heights, next]);
  });
}

test('every measure of the core has its module here, of the same name, and says all that one says', () => {
  const camel = file => file.replace(/-(.)/g, (_, c) => c.toUpperCase()).replace('.js', '');
  const files = readdirSync(new URL('../../src/Gambeta.Web/wwwroot/js/measures/', import.meta.url))
    .map(camel)
    .filter(name => !['base', 'hits', 'known', 'tried'].includes(name));
  assert.deepEqual(files.sort(), [...named].sort());
  for (const [name, measure] of Object.entries(measures)) {
    for (const member of Object.keys(base)) assert.ok(member in measure, `${name} has ${member}`);
    assert.ok(!measure.isRun || measure.isFair, `${name} says which run is fair`);
  }
});

test('tries are written and read with the star at the same end as in the core', () => {
  for (const { measuredBy, typed, touches, dropped } of shared('typed-tries')) {
    assert.deepEqual(readTries(measuredBy, typed.split(', ')), { tryTouches: touches, tryDropped: dropped });
    assert.equal(writeTries(measuredBy, { tryTouches: touches, tryDropped: dropped }).join(', '), typed);
  }
});

test('what happened is one line: hundredths of a second since the one before, targets and feet with it', () => {
  assert.equal(
    lineOf([
      { what: 'left', at: 354 },
      { what: 'right', at: 1356, zone: 3 },
      { what: 'wrong', at: 2000, foot: 'left' },
      { what: 'wrong', at: 2100 },
      { what: 'back', at: 2200 },
      { what: 'stop', at: 3000 },
      { what: 'void', at: 3000 },
    ]),
    'l35 r#3:101 xl64 x10 b10 s80 v0',
  );
});

test('only a best that can still be beaten is shown, and one that is beaten says so', () => {
  const line = (name, events, best, { seconds, target, elapsed = 0, targetPoints } = {}) =>
    bestInReach(measures[name], best, {
      phase: { seconds, target },
      drill: { targetPoints },
      elapsed,
      sum: addUp(measures[name], 'both', eventsOf(events)),
      sheet: { clipPenaltySeconds: 1, mostTouchesASecond: 8 },
    });
  assert.equal(line('touchesInARound', 'l r', undefined, { seconds: 20 }), null);
  assert.equal(line('touchesInARound', 'l r', 30, { seconds: 20, elapsed: 10_000 }), 'best 30');
  // Two and eight a second for three and a half seconds more make thirty: a tie is no best.
  assert.equal(line('touchesInARound', 'l r', 30, { seconds: 20, elapsed: 16_500 }), null);
  assert.equal(line('touchesInARound', 'l r l', 2, { seconds: 20, elapsed: 19_900 }), 'a new record');
  assert.deepEqual([line('bestStreak', 'l l l x l', 3), line('bestStreak', 'l l l x l l l l', 3)], ['best 3', 'a new record']);
  assert.deepEqual(
    ['l x x', 'l x x', 'l l l'].map((events, i) => line('hitsOutOfTries', events, [8, 7, 2][i], { target: 10 })),
    [null, 'best 7', 'a new record'],
  );
  assert.deepEqual(
    [28, 24].map(best => line('targetPoints', 'l x', best, { target: 10, targetPoints: [1, 2, 3] })),
    [null, 'best 24 points'],
  );
  assert.deepEqual(
    [11_200, 11_300].map(elapsed => line('courseTime', 'x', 12.3, { elapsed })),
    ['best 12.3 s', null],
  );
  assert.deepEqual([line('ladderRung', 'l s l r s', 2), line('ladderRung', 'l s l r s l r l s', 2)], ['best step 2', 'a new record']);
  assert.deepEqual([line('runInTouches', 'l l l x l s', 2), line('runInTouches', 'l l l s', 2)], ['best 2', 'a new record']);
  assert.deepEqual([line('trapHeights', 'l l l', 5), line('trapHeights', 'l', 3)], [null, 'best from the chest']);
});
