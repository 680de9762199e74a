import { tryOf } from './base.js';
import { hits, hitsInReach, hitsOf, missesOf } from './hits.js';
import { say } from '../shared/say.js';
import { known } from './known.js';

const zones = [1, 2, 3, 4, 5, 6].map(zone => say(`zone-${zone}`));

const isCounted = (zone, drill) => !drill.zones?.length || drill.zones.includes(zone);

known(import.meta.url, {
  ...hits,
  needsZone: true,
  knowsTheMissingFoot: true,
  zones: () => zones.length,
  isCounted,
  figure: hitsOf,
  under: (sum, { phase }) => `${tryOf(sum.hits.length, phase.target)} · ${say('missed-so-far', { n: missesOf(sum) })}`,
  inReach: hitsInReach,
  result: ({ reps, slips }) => say('hits-of', { hits: reps, tries: reps + slips }),
  draft: sum => ({ reps: sum.reps, slips: sum.slips }),
  fields: () => [
    ['reps', say('hit')],
    ['slips', say('missed')],
  ],
  board: ({ sum, drill }) => ({
    kind: 'goal',
    tiles: zones.map((name, i) => ({
      big: i + 1,
      small: name,
      zone: i + 1,
      count: sum.hits.filter(h => h.zone === i + 1).length,
      on: sum.hits.some(h => h.zone === i + 1),
      off: !isCounted(i + 1, drill),
    })),
  }),
});
