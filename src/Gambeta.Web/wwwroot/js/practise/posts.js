// What the practice tells the logbook: each thing as the outbox keeps it. The addresses and forms are those of docs/api.md.
import { moment } from '../shared/clock.js';
import { newId } from '../shared/ids.js';

/** That somebody begins, with what was planned. Its time says on which day the sitting counts. */
export const sitting = ({ session, outing, player, space, sheetName, sheet }) => ({
  kind: 'sitting',
  key: session,
  url: '/api/sittings',
  body: {
    session,
    outing,
    player,
    space,
    sheet: sheetName,
    at: moment(),
    plan: sheet.drills.map(({ drill, layout, rounds, seconds, count }) => ({ drill, layout, rounds, seconds, count })),
  },
});

/** That the yard was looked at before the first touch. */
export const check = ({ session, space }, items) => ({
  kind: 'check',
  key: newId(),
  url: '/api/checks',
  body: { session, space, at: moment(), items },
});

/** A set that has just ended; `beat` is the track that was heard, if any. */
export const set = (
  { session, player },
  { id, drill, item, order, rounds, plannedCount, feet, startedAt, plannedSeconds, countedBy, seconds, events, with: other },
  beat,
) => ({
  kind: 'set',
  key: id,
  url: '/api/sets',
  body: {
    id,
    session,
    player,
    drill: drill.drill,
    item: drill.item ?? item,
    order,
    with: other,
    rounds,
    plannedCount,
    beatFrom: beat?.fromAMinute,
    beatTo: beat?.toAMinute,
    feet,
    startedAt,
    plannedSeconds,
    countedBy: countedBy === 'heard' ? 'tapped' : countedBy,
    layout: drill.layout,
    seconds,
    events,
    ...(drill.measuredBy === 'cleanStreak' && { lasting: true }),
  },
});

/** A count that was typed in after its set. */
export function count(of, draft) {
  const change = newId();
  return { kind: 'count', key: change, set: of, url: '/api/counts', body: { set: of, change, draft, sure: false } };
}

/** How a drill went. */
export const answer = ({ session, player }, said) => ({
  kind: 'answer',
  key: newId(),
  url: '/api/answers',
  body: { session, player, at: moment(), ...said },
});

/** That the sitting is over, and how hard it was where that was said. */
export const end = ({ session, player, sheetName }, said = {}) => ({
  kind: 'answer',
  key: newId(),
  url: '/api/ends',
  body: { session, player, sheet: sheetName, at: moment(), ...said },
});

/** That a grown-up says, with the household's word, that practice may go on after these pains. */
export const mayGoOn = ({ player }, pains, word) => ({
  kind: 'cleared',
  key: newId(),
  url: '/api/pains/cleared',
  body: { id: newId(), player, pains, word, at: moment() },
});

/** That something hurts. */
export const pain = ({ session, player }, part) => ({
  kind: 'pain',
  key: newId(),
  url: '/api/pains',
  body: { id: newId(), player, session, part, at: moment() },
});
