import { base } from './base.js';
import { say } from '../shared/say.js';
import { known } from './known.js';

known(import.meta.url, {
  ...base,
  hasSlips: false,
  figure: sum => sum.left + sum.right,
  under: (sum, { phase }) =>
    [
      phase.target && say('of-target', { target: phase.target }),
      phase.feet === 'both' && phase.seconds && say('in-all', { n: sum.left + sum.right }),
    ]
      .filter(Boolean)
      .join(' · '),
  inReach: (best, value, { phase, elapsed, sheet }) =>
    !phase.seconds || value + sheet.mostTouchesASecond * (phase.seconds - elapsed / 1000) > best ? say('best', { best }) : null,
  result: ({ left = 0, right = 0 }) => say('touches', { n: left + right }),
});
