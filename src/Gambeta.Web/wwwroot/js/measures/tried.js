// What measures by tries share: a touch goes on, a slip or a stop ends a try.
import { base } from './base.js';
import { say } from '../shared/say.js';

function end(sum, dropped) {
  sum.tries.push({ touches: sum.current, dropped });
  sum.current = 0;
}

/** The tries as tiles, the latest eight, the one that is on last. */
export const tryTiles = (sum, best, words = { dropped: say('dropped'), stopped: say('caught') }) =>
  [
    ...sum.tries.map(({ touches, dropped }) => ({
      big: touches,
      small: dropped ? words.dropped : words.stopped,
      on: true,
      top: touches === best && best > 0,
    })),
    { big: sum.current || '·', small: say('now'), now: true },
  ].slice(-8);

/** The tries of a draft. */
export const goesOf = ({ tryTouches, tryDropped }) => tryTouches.map((touches, i) => ({ touches, dropped: tryDropped[i] }));

/** Most touches of some tries; 0 for none. */
export const most = tries => Math.max(0, ...tries.map(t => t.touches));

/** "Try 3 of 8 · best so far 12". */
export const triesWords = (sum, target, best) =>
  [
    target
      ? say('try-of-label', { n: Math.min(target, sum.tries.length + 1), target })
      : say('try-number-label', { n: sum.tries.length + 1 }),
    best && say('best-so-far', { best }),
  ]
    .filter(Boolean)
    .join(' · ');

export const tried = {
  ...base,
  isTried: true,
  wrongWord: say('dropped'),
  wrong: sum => end(sum, true),
  stop: sum => end(sum, false),
  played: sum => sum.tries.length,
  tiles: sum => sum.tries.length,
  figure: sum => sum.current,
  draft(sum) {
    // A try still in the air when the set ends counts its touches, and has no end of its own.
    const tries = sum.current ? [...sum.tries, { touches: sum.current, dropped: null }] : sum.tries;
    return { left: sum.left, right: sum.right, tryTouches: tries.map(t => t.touches), tryDropped: tries.map(t => t.dropped) };
  },
};
