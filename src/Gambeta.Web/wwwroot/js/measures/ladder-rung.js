import { goesOf, tried } from './tried.js';

/** The highest rung that a row of goes finishes: rung n by n touches that end in the hands; anything else leads back to one. */
export function rungOf(goes) {
  let rung = 0, highest = 0;
  for (const { touches, dropped } of goes) {
    rung = dropped === false && touches > rung ? rung + 1 : 0;
    highest = Math.max(highest, rung);
  }
  return { next: rung + 1, highest };
}

export default {
  ...tried,
  endWord: 'caught it',
  under: (sum, { phase: { target } }) => `${rungOf(sum.tries).next} in a row, then catch${target ? ` · go ${Math.min(target, sum.tries.length + 1)} of ${target}` : ''}`,
  value: sum => rungOf(sum.tries).highest,
  inReach: best => `best rung ${best}`,
  result: draft => `Rung ${rungOf(goesOf(draft)).highest}`,
  fields: () => [['tries', 'touches of each go', 'tries']],
  board({ sum }) {
    const { next, highest } = rungOf(sum.tries), top = Math.max(5, highest + 1, next);
    return {
      kind: 'rungs',
      tiles: Array.from({ length: top }, (_, i) => i + 1).map(rung => ({ big: rung, small: rung === next ? `${sum.current} of ${rung}` : rung === highest ? 'best' : '', on: rung < next, now: rung === next, top: rung === highest })),
    };
  },
};
