// How frames stand on the line: a version, the number of the first one, and they themselves.
import { version } from './frames.js';

const head = 5;

/** A message of frames from the one with this number on; `of` where they are kept from an older page. */
export function message(number, frames, of = version) {
  const bytes = new Uint8Array(head + frames.length);
  bytes[0] = of;
  new DataView(bytes.buffer).setInt32(1, number, true);
  bytes.set(frames, head);
  return bytes;
}
