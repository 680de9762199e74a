import { base, hand } from './base.js';

export default {
  ...base,
  isRun: true,
  isCourse: true,
  needsNoCount: true,
  wrongWord: 'clipped one',
  endWord: 'home',
  wrong(sum) { sum.clips++; },
  isMainEnd: () => true,
  isFair: sum => !sum.void,
  under: (sum, { sheet }) => sum.void ? 'this run does not count' : sum.clips ? `${sum.clips} clipped: ${sum.clips * sheet.clipPenaltySeconds} s on top` : 'home is back at the start',
  value: (sum, { elapsed, sheet }) => sum.void ? undefined : Number(hand(elapsed / 1000 + sum.clips * sheet.clipPenaltySeconds)),
  isBetter: (value, other) => value < other,
  inReach: best => `best ${best.toFixed(1)} s`,
  result: (draft, { sum, countedBy, penalty }) => sum.void && countedBy === 'tapped' ? 'A run that does not count' : `${hand(draft.seconds + draft.clips * penalty)} s`,
  draft: sum => ({ clips: sum.clips }),
  fields: () => [['seconds', 'seconds'], ['clips', 'clipped']],
  board: ({ runs }) => ({ kind: 'runs', tiles: runs.map(({ seconds, fair, best }) => ({ big: seconds, small: fair ? 's' : 'not counted', on: fair, top: best })) }),
};
