// How frames stand on the line: a version, the number of the first one, and they themselves.
const version = 1;
const head = 5;

/** A message of frames from the one with this number on. */
export function message(number, frames) {
  const bytes = new Uint8Array(head + frames.length);
  bytes[0] = version;
  new DataView(bytes.buffer).setInt32(1, number, true);
  bytes.set(frames, head);
  return bytes;
}
