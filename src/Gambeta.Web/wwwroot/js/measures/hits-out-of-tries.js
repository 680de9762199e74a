import { tryOf } from './base.js';
import { hits, hitsInReach } from './hits.js';
import { say } from '../shared/say.js';
import { known } from './known.js';

known(import.meta.url, {
  ...hits,
  under: (sum, { phase }) => `${tryOf(sum.hits.length, phase.target)} · ${say('missed-so-far', { n: sum.slips })}`,
  inReach: hitsInReach,
  result: ({ reps, slips }) => say('hits-of', { hits: reps, tries: reps + slips }),
  draft: sum => ({ reps: sum.reps, slips: sum.slips }),
  fields: () => [
    ['reps', say('came-off')],
    ['slips', say('missed')],
  ],
});
