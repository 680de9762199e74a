import { goesOf, most, tried, triesWords, tryTiles } from './tried.js';
import { say } from '../shared/say.js';
import { known } from './known.js';

const there = tries => tries.filter(t => t.dropped === false);

known(import.meta.url, {
  ...tried,
  wrongWord: say('lost-it'),
  endWord: say('there'),
  under: (sum, { phase }) => triesWords(sum, phase.target, most(there(sum.tries))),
  value: sum => most(there(sum.tries)),
  result: draft => say('touches-on-the-way', { n: most(there(goesOf(draft))) }),
  fields: () => [['tries', say('tries-lost'), 'tries']],
  board: ({ sum }) => ({ kind: 'tries', tiles: tryTiles(sum, most(there(sum.tries)), { dropped: say('lost'), stopped: say('there') }) }),
});
