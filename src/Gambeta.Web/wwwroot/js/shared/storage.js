// What is kept on the device in small: whose turn it is, the run as it stands, sounds on or off. Storage may be full, or closed to this
// site; then nothing here throws, the round goes on, and whoever keeps something is told that it was not kept.

/** False once something could not be kept. */
export const device = { keeps: true };

export function read(key, of = 'localStorage') {
  try {
    return globalThis[of].getItem(key);
  } catch {
    return null;
  }
}

/** Returns whether it is kept. */
export function write(key, value, of = 'localStorage') {
  try {
    globalThis[of].setItem(key, value);
    return (device.keeps = true);
  } catch {
    return (device.keeps = false);
  }
}

/** The names of everything that is kept. */
export function keys(of = 'localStorage') {
  try {
    return Object.keys(globalThis[of]);
  } catch {
    return [];
  }
}

export function remove(key, of = 'localStorage') {
  try {
    globalThis[of].removeItem(key);
  } catch {
    // Closed to this site: then there is nothing to remove.
  }
}
