// Counting is a list of what happened, oldest first: 'left' and 'right' are taps, 'wrong' is X (a drop, a slip, a clipped marker),
// 'stop' ends a try on purpose, 'void' strikes a run out, 'back' takes the one before it back. Nothing is ever removed from the list;
// counts follow from it here for the glass, and in the core for the books.

/** The events that stand. */
export function standing(events) {
  const left = [];
  for (const event of events) {
    if (event.what === 'back') left.pop();
    else left.push(event);
  }
  return left;
}

/** Adds up the events of one set, as its way of measuring takes them. */
export function addUp(measure, feet, events) {
  const sum = { left: 0, right: 0, reps: 0, slips: 0, run: 0, longest: 0, clips: 0, void: false, tries: [], current: 0, hits: [] };
  for (const { what, zone, foot, at } of standing(events)) {
    if (what === 'left' || what === 'right') {
      // With one foot at work either half of the glass is that foot: nobody aims with a ball at the feet.
      const by = feet === 'both' ? what : feet;
      sum[by]++;
      sum.reps++;
      sum.current++;
      sum.longest = Math.max(sum.longest, ++sum.run);
      measure.touch(sum, at);
      if (measure.isOneByOne) sum.hits.push({ hit: true, zone: zone ?? 0, foot: by });
    } else if (what === 'wrong') measure.wrong(sum, feet === 'both' ? foot : feet, at);
    else if (what === 'stop') measure.stop(sum, at);
    else if (what === 'void') sum.void = true;
  }
  return sum;
}

/** Milliseconds about a tap in which what is heard is the same touch: a tap always wins. */
const tapWins = 250;
const kindOf = ({ what }) => (['left', 'right'].includes(what) ? 'touch' : what);

/** Taps and what was heard as one list, in their order. */
export function withHeard(taps, heard) {
  if (!heard.length) return taps;
  const left = heard.filter(one => !taps.some(tap => Math.abs(tap.at - one.at) <= tapWins && kindOf(tap) === kindOf(one)));
  return [...taps, ...left]
    .map((event, i) => ({ event, i }))
    .sort((a, b) => a.event.at - b.event.at || a.i - b.i)
    .map(({ event }) => event);
}

/** What was heard, from the line in which the server tells it, each touch with how sure it is. */
export function heardOf(line, sure = []) {
  let at = 0,
    touch = 0;
  return line
    .split(' ')
    .filter(Boolean)
    .map(word => {
      const [, letter, after] = /^([a-z]+)(\d+)$/.exec(word);
      at += Number(after) * 10;
      const what = { l: 'left', r: 'right', s: 'stop' }[letter] ?? 'wrong';
      return { what, at, ear: true, ...(what === 'left' || what === 'right' ? { sure: sure[touch++] ?? 100 } : {}) };
    });
}

/** A set's events as the line that is sent: see docs/api.md. */
export function lineOf(events) {
  let before = 0;
  return events
    .map(({ what, at, zone, foot }) => {
      const hundredths = Math.max(before, Math.round(at / 10)),
        after = hundredths - before;
      before = hundredths;
      const letter = { left: 'l', right: 'r', wrong: `x${foot ? foot[0] : ''}`, stop: 's', back: 'b', void: 'v' }[what];
      return zone ? `${letter}#${zone}:${after}` : letter + after;
    })
    .join(' ');
}
