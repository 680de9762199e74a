// Every way of measuring, by the name that the run sheet gives it.
import bestStreak from './best-streak.js';
import cleanPasses from './clean-passes.js';
import cleanReps from './clean-reps.js';
import cleanStreak from './clean-streak.js';
import courseTime from './course-time.js';
import hitsOutOfTries from './hits-out-of-tries.js';
import ladderRung from './ladder-rung.js';
import runInTouches from './run-in-touches.js';
import secondsWithoutADrop from './seconds-without-a-drop.js';
import stationsTime from './stations-time.js';
import strikesByZone from './strikes-by-zone.js';
import targetPoints from './target-points.js';
import touchesInARound from './touches-in-a-round.js';
import trapHeights from './trap-heights.js';

export const measures = {
  bestStreak,
  cleanPasses,
  cleanReps,
  cleanStreak,
  courseTime,
  hitsOutOfTries,
  ladderRung,
  runInTouches,
  secondsWithoutADrop,
  stationsTime,
  strikesByZone,
  targetPoints,
  touchesInARound,
  trapHeights,
};
