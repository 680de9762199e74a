// A set that was listened to becomes a set that was counted: when it is sent, from whichever page that is.
import { heardOf, lineOf, withHeard } from '../practise/counting.js';

let onLine = async () => null;

/** A quicker way than sending all frames: what the line said that heard the set; resolves with nothing where none did. */
export function countBy(way) { onLine = way; }

/** What is posted of a set with what was heard of it: {body}; or what the server said instead, where it cannot be counted just now. */
export async function counted(item, post) {
  const { for: about, frames, taps } = item.ear;
  const said = await onLine(item.key) ?? await post('/api/heard', { for: about, frames });
  if (said.status === 200 && typeof said.answer?.events === 'string') return { body: bodyOf(item.body, taps, said.answer) };
  // Cannot be counted by ear after all: what was tapped stands.
  if ([404, 422].includes(said.status) && Array.isArray(said.answer?.problems)) return { body: item.body };
  return said;
}

// As it was tapped where nothing was heard that was not tapped.
function bodyOf(body, taps, { events, mark }) {
  const all = withHeard(taps, heardOf(events));
  if (!all.some(event => event.ear)) return body;
  return { ...body, countedBy: 'heard', events: lineOf(all), heard: mark };
}
