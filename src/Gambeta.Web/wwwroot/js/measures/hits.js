// What measures by hits share: each tap is a try that came off or not.
import { base } from './base.js';
import { say } from '../shared/say.js';

/** Those that came off. */
export const hitsOf = sum => sum.hits.filter(h => h.hit).length;

/** Those that did not. */
export const missesOf = sum => sum.hits.length - hitsOf(sum);

/** A best of so many hits, where it can still be beaten with the tries that are left. */
export const hitsInReach = (best, value, { phase, sum }) => (value + triesLeft(phase, sum) > best ? say('best', { best }) : null);

/** Tries that are left of those that were asked for. */
export const triesLeft = (phase, sum) => (phase.target ? phase.target - sum.hits.length : Infinity);

export const hits = {
  ...base,
  isOneByOne: true,
  wrongWord: say('missed'),
  wrong(sum, foot) {
    base.wrong(sum);
    sum.hits.push({ hit: false, zone: 0, foot });
  },
  played: sum => sum.hits.length,
  tiles: sum => sum.hits.length,
  value: hitsOf,
};
