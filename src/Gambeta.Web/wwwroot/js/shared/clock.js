// The time of day as the server has it. A phone whose clock stands on another day would play tomorrow's sets, which nobody can have played,
// or yesterday's. How far it is off is learned from each page that comes from the server itself, and holds where there is no network.
import { read, remove, write } from './storage.js';

const key = 'gambeta-clock-off',
  matters = 2 * 60_000;

function off() {
  const { now: told, keptAt } = globalThis.document?.body?.dataset ?? {};
  // A page that the device or the browser kept tells the time at which it was made.
  if (!told || keptAt || performance.getEntriesByType('navigation')[0]?.type === 'back_forward') return Number(read(key)) || 0;
  const found = Number(told) - Date.now();
  // A page that was long on its way is no clock that is wrong.
  if (Math.abs(found) < matters) {
    remove(key);
    return 0;
  }
  write(key, String(found));
  return found;
}

const ahead = off();

/** Milliseconds since 1970. */
export const now = () => Date.now() + ahead;

/** The same as it is posted. */
export const moment = () => new Date(now()).toISOString();
