import { base } from './base.js';
import { say } from '../shared/say.js';
import { known } from './known.js';

known(import.meta.url, {
  ...base,
  isMainEnd: (sum, phase) => sum.reps >= phase.target,
  under: (sum, { phase: { target } }) =>
    target && sum.reps >= target
      ? say('done-go-on', { target })
      : [target ? say('of-target', { target }) : say('clean-reps'), sum.slips && say('slips-so-far', { n: sum.slips })]
          .filter(Boolean)
          .join(' · '),
  value: sum => sum.reps,
  result: ({ reps }) => say('clean-reps-counted', { n: reps }),
  draft: sum => ({ reps: sum.reps, slips: sum.slips }),
  fields: () => [
    ['reps', say('clean-reps')],
    ['slips', say('slips')],
  ],
});
