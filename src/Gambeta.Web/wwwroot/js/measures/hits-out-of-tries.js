import { tryOf } from './base.js';
import { hits, hitsInReach } from './hits.js';

export default {
  ...hits,
  under: (sum, { phase }) => `${tryOf(sum.hits.length, phase.target)} · missed ${sum.slips}`,
  inReach: hitsInReach,
  result: ({ reps, slips }) => `${reps} of ${reps + slips}`,
  draft: sum => ({ reps: sum.reps, slips: sum.slips }),
  fields: () => [['reps', 'came off'], ['slips', 'missed']],
};
