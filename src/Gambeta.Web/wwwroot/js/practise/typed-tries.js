// Tries as people write and read them, the same here and in the core (TypedTries): a star at the rarer end, which is a try stopped on
// purpose, or a run-in that was lost; a wave where it was still up when the set ended. tests/shared/typed-tries.json holds both to it.
const isRunIn = measuredBy => measuredBy === 'runInTouches';

/** Each try as a word: 12, 19*, 5~. */
export function writeTries(measuredBy, { tryTouches, tryDropped }) {
  return tryTouches.map((touches, i) => touches + (tryDropped[i] === null ? '~' : tryDropped[i] === isRunIn(measuredBy) ? '*' : ''));
}

/** Touches of each try, and whether it was dropped; nothing for one still up. */
export function readTries(measuredBy, words) {
  return {
    tryTouches: words.map(word => Number(word.replace(/[*~]$/, ''))),
    tryDropped: words.map(word => (word.endsWith('~') ? null : word.endsWith('*') === isRunIn(measuredBy))),
  };
}
