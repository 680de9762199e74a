import bestStreak from './best-streak.js';
import { say } from '../shared/say.js';
import { known } from './known.js';

known(import.meta.url, {
  ...bestStreak,
  wrongWord: say('slip'),
  draft(sum) {
    // A tap is a rep, which takes both feet or neither: the core knows its touches.
    const { tryTouches, tryDropped } = bestStreak.draft(sum);
    return { tryTouches, tryDropped };
  },
  fields: () => [['tries', say('rows-stopped'), 'tries']],
});
