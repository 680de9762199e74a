// What every way of measuring does unless it says otherwise. A measure is one file beside this one, of the name that it has in the core.
import { say } from '../shared/say.js';

/** Hand times are rounded up to the tenth. */
export const hand = seconds => (Math.ceil(seconds * 10 - 1e-6) / 10).toFixed(1);

/** "try 3 of 8", by what was played. */
export const tryOf = (played, target) =>
  target ? say('try-of', { n: Math.min(target, played + 1), target }) : say('try-number', { n: played + 1 });

export const base = {
  /** Runs against the clock until the player is home. */
  isRun: false,
  /** Its set is a row of tries, each ended by a drop or by stopping on purpose. */
  isTried: false,
  /** Each tap is a try that came off or not. */
  isOneByOne: false,
  /** Its figure goes on by itself between two counts. */
  isTicking: false,
  /** A set with nothing counted is a set all the same. */
  needsNoCount: false,
  /** A hit without its zone says too little: zones have keys and stand on the glass. */
  needsZone: false,
  /** Where both feet strike, a miss is somebody's too. */
  knowsTheMissingFoot: false,
  /** It can be struck out, and the glass says that the player is home. */
  isCourse: false,
  /** Nothing can go wrong that is counted. */
  hasSlips: true,
  wrongWord: say('slip'),
  endWord: say('set-is-done'),
  board: null,

  /** How many zones or targets can be hit. */
  zones: () => 0,
  /** False for one that the drill leaves out: a hit there is a miss. */
  isCounted: () => true,
  /** The ball was touched, so many milliseconds into the set. */
  touch() {},
  /** Something went wrong. */
  wrong(sum) {
    sum.slips++;
    sum.run = 0;
  },
  /** The player stopped on purpose. */
  stop() {},
  /** Tries that were played, where there are so many to play. @type {(sum: any) => number} */
  played: () => 0,
  /** True when all of it is played. */
  isComplete(sum, phase) {
    return Boolean(phase.target) && this.played(sum) >= phase.target;
  },
  /** True when ending the set is the one thing to do next. */
  isMainEnd: () => false,
  /** Tiles that are full, in work without a clock of its own. */
  tiles(sum, drill) {
    return this.figure(sum, drill);
  },
  /**
   * The figure in the middle, for work without a clock of its own; the milliseconds of the set come with it.
   * @type {(sum: any, drill?: any) => any}
   */
  figure: sum => sum.reps,
  /** The line under the figure. */
  under: (sum, { phase }) => (phase.target ? say('of-target', { target: phase.target }) : ''),
  /** What a set is chiefly measured by, as far as it went. */
  value: sum => sum.left + sum.right,
  /** True for a value better than another. */
  isBetter: (value, other) => value > other,
  /** What there is to beat, where that can still be done; nothing where it cannot. */
  inReach: best => say('best', { best }),
  /** What a set came to, in words. */
  result: draft => say('touches', { n: (draft.left ?? 0) + (draft.right ?? 0) }),
  /** A set's counts as its form shows them and as a typed correction sends them: only what this measure needs. */
  draft: sum => ({ left: sum.left, right: sum.right }),
  /** The fields in which it is typed: name in the draft, words, and how it is filled in where that is no number. */
  fields: feet => perFoot(feet, 'foot-touches'),
};

/** A field for each foot that worked, and the message that says what is counted of it. */
export const perFoot = (feet, what) => (feet === 'both' ? ['left', 'right'] : [feet]).map(foot => [foot, say(what, { foot })]);

/** How it stands against the best: beaten, or what there is to beat where that can still be done. A record out of reach only weighs. */
export function bestInReach(measure, best, at) {
  if (best === undefined) return null;
  const value = measure.value(at.sum, at),
    isBetter = measure.isBetter(value, best);
  if (measure.isRun) return isBetter ? measure.inReach(best, value, at) : null;
  return isBetter ? say('more-than-ever') : measure.inReach(best, value, at);
}
