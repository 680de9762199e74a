// A try lasts from its first touch until the ball drops or is caught; touches between need not be tapped.
import { base, tryOf } from './base.js';
import { say } from '../shared/say.js';
import { known } from './known.js';

const tenths = milliseconds => Math.floor(milliseconds / 100);
const seconds = count => (count / 10).toFixed(1);
const longest = sum => Math.max(0, ...sum.tries.map(t => t.tenths));

function end(sum, dropped, at) {
  sum.tries.push({ tenths: tenths(sum.since === undefined ? 0 : at - sum.since), dropped });
  sum.current = 0;
  sum.since = undefined;
}

/** One that is still up when the set ends lasts to its last tap. */
const all = sum => [...sum.tries, ...(sum.since === undefined ? [] : [{ tenths: tenths(sum.last - sum.since) }])];

known(import.meta.url, {
  ...base,
  isTried: true,
  isTicking: true,
  wrongWord: say('dropped'),
  endWord: say('caught-it'),
  touch(sum, at) {
    sum.since ??= at;
    sum.last = at;
  },
  wrong: (sum, foot, at) => end(sum, true, at),
  stop: (sum, at) => end(sum, false, at),
  played: sum => sum.tries.length,
  tiles: sum => sum.tries.length,
  figure: (sum, drill, elapsed) => seconds(sum.since === undefined ? (sum.tries.at(-1)?.tenths ?? 0) : tenths(elapsed - sum.since)),
  under: (sum, { phase }) =>
    [
      tryOf(sum.tries.length, phase.target),
      longest(sum) ? say('longest-seconds', { n: seconds(longest(sum)) }) : sum.since === undefined && say('first-touch-starts'),
    ]
      .filter(Boolean)
      .join(' · '),
  value: sum => Math.max(0, ...all(sum).map(t => t.tenths)) / 10,
  inReach: best => say('best-seconds', { best: best.toFixed(1) }),
  result: ({ upTenths }) => say('longest-seconds-label', { n: seconds(Math.max(0, ...upTenths)) }),
  draft: sum => ({ left: sum.left, right: sum.right, upTenths: all(sum).map(t => t.tenths) }),
  fields: () => [['upTenths', say('seconds-of-each'), 'tenths']],
  board: ({ sum }) => ({
    kind: 'tries',
    tiles: [
      ...sum.tries.map(({ tenths: lasted, dropped }) => ({
        big: seconds(lasted),
        small: dropped ? say('dropped') : say('caught'),
        on: true,
        top: lasted > 0 && lasted === longest(sum),
      })),
      { big: sum.since === undefined ? '·' : say('up'), small: say('now'), now: true },
    ].slice(-8),
  }),
});
