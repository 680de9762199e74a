import { base, hand } from './base.js';
import { say } from '../shared/say.js';
import { known } from './known.js';

known(import.meta.url, {
  ...base,
  isRun: true,
  isCourse: true,
  needsNoCount: true,
  wrongWord: say('clipped-one'),
  endWord: say('home'),
  wrong(sum) {
    sum.clips++;
  },
  isMainEnd: () => true,
  isFair: sum => !sum.void,
  under: (sum, { sheet }) =>
    sum.void
      ? say('run-does-not-count')
      : sum.clips
        ? say('clipped-on-top', { clips: sum.clips, seconds: sum.clips * sheet.clipPenaltySeconds })
        : say('home-is-back'),
  value: (sum, { elapsed, sheet }) => (sum.void ? undefined : Number(hand(elapsed / 1000 + sum.clips * sheet.clipPenaltySeconds))),
  isBetter: (value, other) => value < other,
  inReach: best => say('best-seconds', { best: best.toFixed(1) }),
  result: (draft, { sum, countedBy, penalty }) =>
    sum.void && countedBy === 'tapped' ? say('run-not-counted') : `${hand(draft.seconds + draft.clips * penalty)} s`,
  draft: sum => ({ clips: sum.clips }),
  fields: () => [
    ['seconds', say('seconds')],
    ['clips', say('clipped')],
  ],
  board: ({ runs }) => ({
    kind: 'runs',
    tiles: runs.map(({ seconds, fair, best, name }) => ({
      big: seconds,
      small: !fair ? say('not-counted') : (name ?? 's'),
      on: fair,
      top: best,
    })),
  }),
});
