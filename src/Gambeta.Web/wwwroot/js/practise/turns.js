// Two play by turns within one set: whose turn it is, and what each of them played, follow from what was counted and from nothing else.

/** Whether a rep, a pass or a try is over with this, and with it the turn. */
const endsTurn = (what, measure) => (measure.isTried ? what === 'wrong' || what === 'stop' : what !== 'void');

/**
 * Shares the events of a set out among two.
 * @param events all of it, oldest first, with what was taken back @param measure how it is counted @param first who begins, 0 or 1
 * @param isOver (who, own) whether somebody has played all that was to be played, or has stopped
 * @returns `turn`, whose turn it is now, and `own`, of each what stands, timed from the start of what this player played: the other one's
 * turns take nobody's time
 */
export function shareOut(events, measure, first, isOver) {
  const standing = [],
    own = [[], []],
    clock = [0, 0];
  let turn = first,
    before = 0;
  const isOut = who => isOver(who, own[who]);
  const pass = () => {
    if (!isOut(1 - turn)) turn = 1 - turn;
  };
  if (isOut(turn)) pass();
  for (const event of events) {
    if (event.what === 'back') {
      const undone = standing.pop();
      if (undone !== undefined) {
        turn = undone;
        own[turn].pop();
      }
      continue;
    }
    clock[turn] += event.at - before;
    before = event.at;
    standing.push(turn);
    own[turn].push({ ...event, at: clock[turn] });
    if (endsTurn(event.what, measure)) pass();
  }
  return { turn, own };
}
