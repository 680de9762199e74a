import { goesOf, tried } from './tried.js';
import { say } from '../shared/say.js';
import { known } from './known.js';

/** The highest rung that a row of goes finishes: rung n by n touches that end in the hands; anything else leads back to one. */
export function rungOf(goes) {
  let rung = 0,
    highest = 0;
  for (const { touches, dropped } of goes) {
    rung = dropped === false && touches > rung ? rung + 1 : 0;
    highest = Math.max(highest, rung);
  }
  return { next: rung + 1, highest };
}

known(import.meta.url, {
  ...tried,
  endWord: say('caught-it'),
  under: (sum, { phase: { target } }) =>
    [
      say('in-a-row-then-catch', { n: rungOf(sum.tries).next }),
      target && say('go-of', { n: Math.min(target, sum.tries.length + 1), target }),
    ]
      .filter(Boolean)
      .join(' · '),
  value: sum => rungOf(sum.tries).highest,
  inReach: best => say('best-rung', { best }),
  result: draft => say('rung', { n: rungOf(goesOf(draft)).highest }),
  fields: () => [['tries', say('touches-of-each-go'), 'tries']],
  board({ sum }) {
    const { next, highest } = rungOf(sum.tries),
      top = Math.max(5, highest + 1, next);
    return {
      kind: 'rungs',
      tiles: Array.from({ length: top }, (_, i) => i + 1).map(rung => ({
        big: rung,
        small: rung === next ? say('so-many-of', { n: sum.current, all: rung }) : rung === highest ? say('best-word') : '',
        on: rung < next,
        now: rung === next,
        top: rung === highest,
      })),
    };
  },
});
