import { most, tried, triesWords, tryTiles } from './tried.js';
import { say } from '../shared/say.js';

export default {
  ...tried,
  wrongWord: say('slip'),
  endWord: say('stopped-the-try'),
  under: (sum, { phase }) => triesWords(sum, phase.target, most(sum.tries)),
  value: sum => Math.max(sum.current, most(sum.tries)),
  result: ({ tryTouches }) => say('longest-label', { n: Math.max(0, ...tryTouches) }),
  draft: sum => ({ tryTouches: tried.draft(sum).tryTouches, tryDropped: tried.draft(sum).tryDropped }),
  fields: () => [['tries', say('rows-stopped'), 'tries']],
  board: ({ sum }) => ({ kind: 'tries', tiles: tryTiles(sum, most(sum.tries)) }),
};
