// Counting is a list of what happened, oldest first: 'left' and 'right' are taps, 'wrong' is X (a drop, a slip, a clipped
// marker), 'stop' ends a juggling try on purpose. Counts follow from the list, so taking one back is dropping its end.

/** Measures whose set is a row of tries, each ended by a drop or by stopping on purpose. */
export const countsTries = measuredBy => measuredBy === 'bestStreak' || measuredBy === 'ladderRung';

/** The highest rung that a row of goes finishes: rung n by n touches that end in the hands; anything else leads back to one. */
export function rungOf(goes) {
  let rung = 0, highest = 0;
  for (const { touches, dropped } of goes) {
    rung = !dropped && touches > rung ? rung + 1 : 0;
    highest = Math.max(highest, rung);
  }
  return { next: rung + 1, highest };
}

/** Adds up the events of one set. */
export function addUp(measuredBy, feet, events) {
  const sum = { left: 0, right: 0, reps: 0, slips: 0, run: 0, longest: 0, clips: 0, tries: [], current: 0 };
  for (const { what } of events) {
    if (what === 'left' || what === 'right') {
      // With one foot at work either half of the glass is that foot: nobody aims with a ball at the feet.
      sum[feet === 'both' ? what : feet]++;
      sum.reps++;
      sum.current++;
      sum.longest = Math.max(sum.longest, ++sum.run);
    } else if (countsTries(measuredBy)) {
      sum.tries.push({ touches: sum.current, dropped: what === 'wrong' });
      sum.current = 0;
    } else if (measuredBy === 'courseTime') {
      sum.clips++;
    } else {
      sum.slips++;
      sum.run = 0;
    }
  }
  return sum;
}

/** What is sent of a set: only what its way of measuring needs. */
export function draftOf(measuredBy, sum, seconds) {
  const rounded = Math.round(seconds * 1000) / 1000;
  switch (measuredBy) {
    case 'cleanReps':
    case 'hitsOutOfTries': return { reps: sum.reps, slips: sum.slips, seconds: rounded };
    case 'ladderRung':
    case 'bestStreak': {
      // A try still in the air when the set ends counts as stopped.
      const tries = sum.current ? [...sum.tries, { touches: sum.current, dropped: false }] : sum.tries;
      return { left: sum.left, right: sum.right, tryTouches: tries.map(t => t.touches), tryDropped: tries.map(t => t.dropped), seconds: rounded };
    }
    case 'cleanPasses': return { left: sum.left, right: sum.right, longestRun: sum.longest, slips: sum.slips, seconds: rounded };
    case 'courseTime': return { clips: sum.clips, seconds: rounded };
    default: return { left: sum.left, right: sum.right, seconds: rounded };
  }
}
