import { tryOf } from './base.js';
import { hits, hitsOf } from './hits.js';

const heights = ['', 'the knee', 'the hip', 'the chest', 'the head', 'above the head'];
const tiles = ['knee', 'hip', 'chest', 'head', 'above'];

/** The heights of the trap square: two killed running raise the ball, two missed lower it. Returns each try's height and the next one. */
export function heightsOf(inside) {
  let height = 1, row = 0, last = false;
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

export default {
  ...hits,
  wrongWord: 'outside',
  figure: hitsOf,
  under: (sum, { phase }) => `from ${heights[played(sum).next]} · ${tryOf(sum.hits.length, phase.target)}`,
  // Which height is held only the core judges.
  value: () => undefined,
  inReach: best => best < 5 ? `best from ${heights[best]}` : null,
  result: ({ inside }) => `${inside.filter(Boolean).length} of ${inside.length} inside`,
  draft: sum => ({ inside: sum.hits.map(h => h.hit) }),
  fields: () => [['inside', 'each try: 1 inside, 0 outside', 'flags']],
  board({ sum }) {
    const { tries, next } = played(sum);
    return {
      kind: 'heights',
      tiles: tiles.map((name, i) => {
        const there = tries.filter(t => t.from === i + 1);
        return { big: name, small: there.length ? `${there.filter(t => t.killed).length} of ${there.length}` : '', on: there.some(t => t.killed), now: next === i + 1 };
      }),
    };
  },
};
