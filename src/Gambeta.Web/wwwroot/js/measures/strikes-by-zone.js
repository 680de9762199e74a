import { tryOf } from './base.js';
import { hits, hitsInReach, hitsOf, missesOf } from './hits.js';

const zones = ['low left', 'low middle', 'low right', 'high left', 'high middle', 'high right'];

export default {
  ...hits,
  needsZone: true,
  knowsTheMissingFoot: true,
  zones: () => zones.length,
  figure: hitsOf,
  under: (sum, { phase }) => `${tryOf(sum.hits.length, phase.target)} · missed ${missesOf(sum)}`,
  inReach: hitsInReach,
  result: ({ reps, slips }) => `${reps} of ${reps + slips}`,
  draft: sum => ({ reps: sum.reps, slips: sum.slips }),
  fields: () => [['reps', 'hit'], ['slips', 'missed']],
  board: ({ sum }) => ({
    kind: 'goal',
    tiles: zones.map((name, i) => ({ big: i + 1, small: name, zone: i + 1, count: sum.hits.filter(h => h.zone === i + 1).length, on: sum.hits.some(h => h.zone === i + 1) })),
  }),
};
