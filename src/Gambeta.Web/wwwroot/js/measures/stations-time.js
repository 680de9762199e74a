import { base, hand } from './base.js';
import { say } from '../shared/say.js';
import { known } from './known.js';

/** Tries that a hit took at each station, and the tries at the one that is up. */
export function stationsOf(sum) {
  const done = [];
  let tries = 0;
  for (const { hit } of sum.hits) {
    tries++;
    if (hit) {
      done.push(tries);
      tries = 0;
    }
  }
  return { done, tries };
}

known(import.meta.url, {
  ...base,
  isRun: true,
  isOneByOne: true,
  wrongWord: say('missed'),
  wrong(sum, foot) {
    base.wrong(sum);
    sum.hits.push({ hit: false, zone: 0, foot });
  },
  isComplete: (sum, phase, drill) => stationsOf(sum).done.length >= drill.stations,
  isFair: (sum, drill) => stationsOf(sum).done.length >= drill.stations,
  under(sum, { drill }) {
    const { done, tries } = stationsOf(sum);
    return say('station-and-try', { station: Math.min(drill.stations, done.length + 1), all: drill.stations, n: tries + 1 });
  },
  value: (sum, { elapsed }) => Number(hand(elapsed / 1000)),
  isBetter: (value, other) => value < other,
  inReach: best => say('best-seconds', { best: best.toFixed(1) }),
  result: (draft, { drill }) =>
    draft.stationTries.length >= drill.stations
      ? `${hand(draft.seconds)} s`
      : say('stations-of', { done: draft.stationTries.length, all: drill.stations }),
  draft: sum => ({ stationTries: stationsOf(sum).done }),
  fields: () => [
    ['stationTries', say('tries-at-each'), 'list'],
    ['seconds', say('seconds')],
  ],
  board({ sum, drill }) {
    const { done, tries } = stationsOf(sum);
    return {
      kind: 'stations',
      tiles: Array.from({ length: drill.stations }, (_, i) => ({
        big: i + 1,
        small: i < done.length ? say('tries', { n: done[i] }) : i === done.length ? say('try-number', { n: tries + 1 }) : '',
        on: i < done.length,
        now: i === done.length,
      })),
    };
  },
});
