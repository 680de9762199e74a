import { most, tried, triesWords, tryTiles } from './tried.js';
import { say } from '../shared/say.js';
import { known } from './known.js';

export default known(import.meta.url, {
  ...tried,
  endWord: say('stopped-the-try'),
  under: (sum, { phase }) => triesWords(sum, phase.target, most(sum.tries)),
  value: sum => Math.max(sum.current, most(sum.tries)),
  result: ({ tryTouches }) => say('longest-label', { n: Math.max(0, ...tryTouches) }),
  fields: () => [['tries', say('tries-stopped'), 'tries']],
  board: ({ sum }) => ({ kind: 'tries', tiles: tryTiles(sum, most(sum.tries)) }),
});
