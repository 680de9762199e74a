import bestStreak from './best-streak.js';
import { say } from '../shared/say.js';

export default {
  ...bestStreak,
  wrongWord: say('slip'),
  draft(sum) {
    // A tap is a rep, which takes both feet or neither: the core knows its touches.
    const { tryTouches, tryDropped } = bestStreak.draft(sum);
    return { tryTouches, tryDropped };
  },
  fields: () => [['tries', say('rows-stopped'), 'tries']],
};
