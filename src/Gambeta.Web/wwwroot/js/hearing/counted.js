// A set that was listened to becomes a set that was counted: when it is sent, from whichever page that is.
import { heardOf, lineOf, withHeard } from '../practise/counting.js';
import { countInPieces } from './in-pieces.js';

// Longer than this, about three minutes, is more than one post may be.
const mostInOnePost = 400_000;

/** @type {(key: string) => Promise<any>} */
let onLine = async () => null;

/** A quicker way than sending all frames: what the line said that heard the set; resolves with nothing where none did. */
export function countBy(way) {
  onLine = way;
}

let inPieces = countInPieces;

/** Another way to send what is too long for one post: for tests. */
export function sendPiecesBy(way) {
  inPieces = way;
}

const bytesOf = base64 => Uint8Array.from(atob(base64), letter => letter.charCodeAt(0));

/** What is posted of a set with what was heard of it: {body}; or what the server said instead, where it cannot be counted just now. */
export async function counted(item, post) {
  const { for: about, frames, taps } = item.ear;
  const said =
    (await onLine(item.key)) ??
    (frames.length > mostInOnePost ? await inPieces(about, bytesOf(frames)) : await post('/api/heard', { for: about, frames }));
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
