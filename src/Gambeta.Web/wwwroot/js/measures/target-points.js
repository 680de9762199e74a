import { tryOf } from './base.js';
import { hits, triesLeft } from './hits.js';
import { say } from '../shared/say.js';
import { known } from './known.js';

// A hit without a number is at the first target, the one straight ahead.
const targetOf = ({ zone }) => Math.max(1, zone);
const pointsOf = (hit, { targetPoints }) => (hit.hit ? (targetPoints[targetOf(hit) - 1] ?? 0) : 0);
const total = (sum, drill) => sum.hits.reduce((all, hit) => all + pointsOf(hit, drill), 0);

known(import.meta.url, {
  ...hits,
  needsZone: true,
  zones: drill => drill.targetPoints.length,
  figure: total,
  value: (sum, { drill }) => total(sum, drill),
  under: (sum, { phase }) => `${say('points-word')} · ${tryOf(sum.hits.length, phase.target)}`,
  inReach: (best, value, { phase, sum, drill }) =>
    value + triesLeft(phase, sum) * Math.max(...drill.targetPoints) > best ? say('best-points', { best }) : null,
  result: ({ points }) => say('points-in-all', { n: points.reduce((a, b) => a + b, 0) }),
  draft: (sum, drill) => ({ points: sum.hits.map(hit => pointsOf(hit, drill)) }),
  fields: () => [['points', say('points-of-each'), 'list']],
  board: ({ sum, drill }) => ({
    kind: 'targets',
    tiles: drill.targetPoints.map((points, i) => {
      const there = sum.hits.filter(hit => hit.hit && targetOf(hit) === i + 1).length;
      return { big: i + 1, small: say('points', { n: points }), zone: i + 1, high: points === 3, on: there > 0, count: there };
    }),
  }),
});
