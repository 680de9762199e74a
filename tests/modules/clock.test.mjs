// A device's clock that is set while a page is open: what was written down by it is put right by what it shows when that is sent.
import assert from 'node:assert/strict';
import { test } from 'node:test';

const minute = 60_000,
  day = 24 * 60 * minute,
  truth = Date.UTC(2026, 4, 20, 17);
let hand = truth,
  running = 0;
Date.now = () => hand;
performance.now = () => running;
const { byClock, hear, moment, now, shows } = await import('../../src/Gambeta.Web/wwwroot/js/shared/clock.js');
/** Lets time go by, for the clock and for everything. */
const later = ms => {
  hand += ms;
  running += ms;
};
/** As the server does (`Moments.OnOurClock`), at a time that it knows. */
const putRight = (at, sentAt, really) => {
  const off = Date.parse(sentAt) - really;
  return Date.parse(at) - (Math.abs(off) > 2 * minute ? off : 0);
};

test('a clock that is set back by forty days in the middle shows the same time as before', () => {
  const first = { at: moment(), clock: byClock() };
  later(10 * minute);
  hand -= 40 * day;
  const second = { at: moment(), clock: byClock() };
  assert.equal(now(), truth + 10 * minute);
  later(5 * minute);
  // Nobody was heard since. Both are sent.
  for (const [{ at, clock }, was] of [
    [first, truth],
    [second, truth + 10 * minute],
  ])
    assert.equal(putRight(at, shows(clock), truth + 15 * minute), was);
});

test('a clock that is set ahead is told by the server, and what was written by it before is put right all the same', () => {
  hand = truth + 15 * minute + 400 * day;
  const early = { at: moment(), clock: byClock() };
  later(minute);
  hear(truth + 16 * minute);
  assert.equal(now(), truth + 16 * minute);
  const after = { at: moment(), clock: byClock() };
  later(minute);
  assert.equal(putRight(early.at, shows(early.clock), truth + 17 * minute), truth + 15 * minute);
  assert.equal(putRight(after.at, shows(after.clock), truth + 17 * minute), truth + 16 * minute);
  // From another page: the clock went on as it was.
  assert.equal(putRight(early.at, shows({ ...early.clock, page: 1 }), truth + 17 * minute), truth + 15 * minute);
});

test('sleep is no change of the clock, and a word that is no time is none', () => {
  const before = now();
  // The clock goes on while everything else stands still.
  hand += 9 * 60 * minute;
  assert.equal(now(), before + 9 * 60 * minute);
  hear(NaN);
  assert.equal(now(), before + 9 * 60 * minute);
});
