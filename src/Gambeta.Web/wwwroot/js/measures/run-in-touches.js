import { goesOf, most, tried, triesWords, tryTiles } from './tried.js';

const there = tries => tries.filter(t => t.dropped === false);

export default {
  ...tried,
  wrongWord: 'lost it',
  endWord: 'there',
  under: (sum, { phase }) => triesWords(sum, phase.target, most(there(sum.tries))),
  value: sum => most(there(sum.tries)),
  result: draft => `${most(there(goesOf(draft)))} touches on the way`,
  fields: () => [['tries', 'touches of each; a star where it was lost', 'tries']],
  board: ({ sum }) => ({ kind: 'tries', tiles: tryTiles(sum, most(there(sum.tries)), { dropped: 'lost', stopped: 'there' }) }),
};
