import { tryOf } from './base.js';
import { hits, hitsOf } from './hits.js';
import { say } from '../shared/say.js';
import { known } from './known.js';

const heights = [1, 2, 3, 4, 5];

/** The heights of the trap square: two killed running raise the ball, two missed lower it. Returns each try's height and the next one. */
export function heightsOf(inside) {
  let height = 1,
    row = 0,
    last = false;
  const tries = inside.map(killed => {
    const from = height;
    row = killed === last ? row + 1 : 1;
    last = killed;
    if (row === 2) {
      height = killed ? Math.min(height + 1, 5) : Math.max(height - 1, 1);
      row = 0;
    }
    return { from, killed };
  });
  return { tries, next: height };
}

const played = sum => heightsOf(sum.hits.map(h => h.hit));

known(import.meta.url, {
  ...hits,
  wrongWord: say('outside'),
  figure: hitsOf,
  under: (sum, { phase }) =>
    `${say('from-height', { height: say(`height-${played(sum).next}`) })} · ${tryOf(sum.hits.length, phase.target)}`,
  // Which height is held only the core judges.
  value: () => undefined,
  inReach: best => (best < 5 ? say('best-from', { height: say(`height-${best}`) }) : null),
  result: ({ inside }) => say('inside-of', { n: inside.filter(Boolean).length, all: inside.length }),
  draft: sum => ({ inside: sum.hits.map(h => h.hit) }),
  fields: () => [['inside', say('each-try-inside'), 'flags']],
  board({ sum }) {
    const { tries, next } = played(sum);
    return {
      kind: 'heights',
      tiles: heights.map(height => {
        const there = tries.filter(t => t.from === height);
        return {
          big: say(`height-tile-${height}`),
          small: there.length ? say('so-many-of', { n: there.filter(t => t.killed).length, all: there.length }) : '',
          on: there.some(t => t.killed),
          now: next === height,
        };
      }),
    };
  },
});
