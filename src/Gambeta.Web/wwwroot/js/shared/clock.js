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

let ahead = off(),
  // The hand of the clock against the time that runs whatever the clock shows.
  apart = Date.now() - performance.now(),
  // How far the clock was set back while this page was open, in all.
  setBack = 0;

// A clock that goes back was set: nothing else does that. One that goes ahead may have slept, and is right.
function notice() {
  const jump = Date.now() - performance.now() - apart;
  if (jump < -matters) {
    ahead -= jump;
    setBack -= jump;
    write(key, String(ahead));
  }
  if (Math.abs(jump) > matters) apart += jump;
}

/** Milliseconds since 1970. */
export const now = () => {
  notice();
  return Date.now() + ahead;
};

/** The same as it is posted. */
export const moment = () => new Date(now()).toISOString();

/** What the server says the time is, with an answer of its own: to the second. */
export function hear(told) {
  notice();
  const found = told - Date.now();
  if (!Number.isFinite(found) || Math.abs(found - ahead) < matters) return;
  ahead = Math.abs(found) < matters ? 0 : found;
  if (ahead) write(key, String(ahead));
  else remove(key);
}

/** By which clock something is written down that is sent later. */
export const byClock = () => {
  notice();
  return { page: performance.timeOrigin, ahead, setBack };
};

/**
 * What that clock shows now, as it is posted: the server knows by it how far it is off, and puts right what was written down by it. What
 * was done to the clock since is known of this page alone.
 */
export function shows(clock) {
  notice();
  return new Date(Date.now() + clock.ahead + (clock.page === performance.timeOrigin ? setBack - clock.setBack : 0)).toISOString();
}
