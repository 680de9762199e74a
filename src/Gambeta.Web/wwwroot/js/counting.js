// Counting is a list of what happened, oldest first: 'left' and 'right' are taps, 'wrong' is X (a drop, a slip, a clipped marker),
// 'stop' ends a try on purpose, 'void' strikes a run out, 'back' takes the one before it back. Nothing is ever removed from the list;
// counts follow from it here for the glass, and in the core for the books.

/** Measures whose set is a row of tries, each ended by a drop or by stopping on purpose. */
export const countsTries = measuredBy => ['bestStreak', 'ladderRung', 'runInTouches'].includes(measuredBy);

/** Measures whose set is so many tries, each of which comes off or not. */
export const countsHits = measuredBy => ['hitsOutOfTries', 'targetPoints', 'trapHeights', 'strikesByZone'].includes(measuredBy);

/** Measures whose taps are each a try that hit or missed: so many of them, or as many as the stations take. */
export const countsOneByOne = measuredBy => countsHits(measuredBy) || measuredBy === 'stationsTime';

/** Measures that run against the clock until the player is home. */
export const isRun = measuredBy => measuredBy === 'courseTime' || measuredBy === 'stationsTime';

/** The events that stand. */
export function standing(events) {
  const left = [];
  for (const event of events) {
    if (event.what === 'back') left.pop();
    else left.push(event);
  }
  return left;
}

/** The highest rung that a row of goes finishes: rung n by n touches that end in the hands; anything else leads back to one. */
export function rungOf(goes) {
  let rung = 0, highest = 0;
  for (const { touches, dropped } of goes) {
    rung = dropped === false && touches > rung ? rung + 1 : 0;
    highest = Math.max(highest, rung);
  }
  return { next: rung + 1, highest };
}

/** The heights of the trap square: two killed running raise the ball, two missed lower it. Returns each try's height and the next one. */
export function heightsOf(inside) {
  let height = 1, row = 0, last = false;
  const tries = inside.map(killed => {
    const from = height;
    row = killed === last ? row + 1 : 1;
    last = killed;
    if (row === 2) {
      height = killed ? Math.min(height + 1, 5) : Math.max(height - 1, 1);
      row = 0;
    }
    return { from, killed };
  });
  return { tries, next: height };
}

/** Adds up the events of one set. */
export function addUp(measuredBy, feet, events) {
  const sum = { left: 0, right: 0, reps: 0, slips: 0, run: 0, longest: 0, clips: 0, void: false, tries: [], current: 0, hits: [] };
  const oneByOne = countsOneByOne(measuredBy);
  for (const event of standing(events)) {
    const { what, zone } = event;
    if (what === 'left' || what === 'right') {
      // With one foot at work either half of the glass is that foot: nobody aims with a ball at the feet.
      sum[feet === 'both' ? what : feet]++;
      sum.reps++;
      sum.current++;
      sum.longest = Math.max(sum.longest, ++sum.run);
      if (oneByOne) sum.hits.push({ hit: true, zone: zone ?? 0, foot: feet === 'both' ? what : feet });
    } else if (what === 'void') {
      sum.void = true;
    } else if (countsTries(measuredBy)) {
      sum.tries.push({ touches: sum.current, dropped: what === 'wrong' });
      sum.current = 0;
    } else if (measuredBy === 'courseTime') {
      if (what === 'wrong') sum.clips++;
    } else if (what === 'wrong') {
      sum.slips++;
      sum.run = 0;
      if (oneByOne) sum.hits.push({ hit: false, zone: 0, foot: feet === 'both' ? event.foot : feet });
    }
  }
  return sum;
}

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

/** A set's events as the line that is sent: see docs/api.md. */
export function lineOf(events) {
  let before = 0;
  return events.map(({ what, at, zone, foot }) => {
    const hundredths = Math.max(before, Math.round(at / 10)), after = hundredths - before;
    before = hundredths;
    const letter = { left: 'l', right: 'r', wrong: `x${foot ? foot[0] : ''}`, stop: 's', back: 'b', void: 'v' }[what];
    return zone ? `${letter}#${zone}:${after}` : letter + after;
  }).join(' ');
}

/** A set's counts as its form shows them and as a typed correction sends them: only what its way of measuring needs. */
export function draftOf(measuredBy, sum, seconds) {
  const rounded = Math.round(seconds * 1000) / 1000;
  switch (measuredBy) {
    case 'cleanReps':
    case 'hitsOutOfTries':
    case 'strikesByZone': return { reps: sum.reps, slips: sum.slips, seconds: rounded };
    case 'ladderRung':
    case 'runInTouches':
    case 'bestStreak': {
      // A try still in the air when the set ends counts its touches, and has no end of its own.
      const tries = sum.current ? [...sum.tries, { touches: sum.current, dropped: null }] : sum.tries;
      return { left: sum.left, right: sum.right, tryTouches: tries.map(t => t.touches), tryDropped: tries.map(t => t.dropped), seconds: rounded };
    }
    case 'cleanPasses': return { left: sum.left, right: sum.right, longestRun: sum.longest, slips: sum.slips, seconds: rounded };
    case 'courseTime': return { clips: sum.clips, seconds: rounded };
    case 'stationsTime': return { stationTries: stationsOf(sum).done, seconds: rounded };
    case 'trapHeights': return { inside: sum.hits.map(h => h.hit), seconds: rounded };
    default: return { left: sum.left, right: sum.right, seconds: rounded };
  }
}
