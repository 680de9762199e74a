import { base, hand } from './base.js';

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

export default {
  ...base,
  isRun: true,
  isOneByOne: true,
  wrongWord: 'missed',
  wrong(sum, foot) {
    base.wrong(sum);
    sum.hits.push({ hit: false, zone: 0, foot });
  },
  isComplete: (sum, phase, drill) => stationsOf(sum).done.length >= drill.stations,
  isFair: (sum, drill) => stationsOf(sum).done.length >= drill.stations,
  under(sum, { drill }) {
    const { done, tries } = stationsOf(sum);
    return `station ${Math.min(drill.stations, done.length + 1)} of ${drill.stations} · try ${tries + 1}`;
  },
  value: (sum, { elapsed }) => Number(hand(elapsed / 1000)),
  isBetter: (value, other) => value < other,
  inReach: best => `best ${best.toFixed(1)} s`,
  result: (draft, { drill }) => draft.stationTries.length >= drill.stations ? `${hand(draft.seconds)} s` : `${draft.stationTries.length} of ${drill.stations} stations`,
  draft: sum => ({ stationTries: stationsOf(sum).done }),
  fields: () => [['stationTries', 'tries at each station', 'list'], ['seconds', 'seconds']],
  board({ sum, drill }) {
    const { done, tries } = stationsOf(sum);
    return {
      kind: 'stations',
      tiles: Array.from({ length: drill.stations }, (_, i) => ({ big: i + 1, small: i < done.length ? `${done[i]} ${done[i] === 1 ? 'try' : 'tries'}` : i === done.length ? `try ${tries + 1}` : '', on: i < done.length, now: i === done.length })),
    };
  },
};
