import { most, tried, triesWords, tryTiles } from './tried.js';

export default {
  ...tried,
  endWord: 'stopped the try',
  under: (sum, { phase }) => triesWords(sum, phase.target, most(sum.tries)),
  value: sum => Math.max(sum.current, most(sum.tries)),
  result: ({ tryTouches }) => `Longest ${Math.max(0, ...tryTouches)}`,
  fields: () => [['tries', 'touches of each try; a star where you stopped', 'tries']],
  board: ({ sum }) => ({ kind: 'tries', tiles: tryTiles(sum, most(sum.tries)) }),
};
