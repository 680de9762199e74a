// What was played and is not stored yet. A finished set is kept in the browser first, then sent with its own id;
// sending it twice changes nothing, so trying again is always safe.
const waitingKey = 'gambeta-waiting';
const refusedKey = 'gambeta-refused';
const retryAfter = 5000;

const read = key => JSON.parse(localStorage.getItem(key) ?? '[]');
const write = (key, items) => localStorage.setItem(key, JSON.stringify(items));
const household = () => document.body.dataset.household;

let token = null;
let sending = false;
let retry = 0;

/** How many things of this household wait, and why the last attempt stopped: '', 'offline' or 'signed out'. */
export const state = { waiting: 0, refused: [], stopped: '' };
const listeners = new Set();

/** Calls back whenever something was stored or the state changed, with (item, answer) where there is one. */
export function onChange(listener) { listeners.add(listener); }

/** Keeps a set or a count and sends it as soon as that works. */
export function keep(item) {
  write(waitingKey, [...read(waitingKey), { ...item, household: household() }]);
  return flush();
}

/** Forgets what the server refused, once its player has read why. */
export function forgetRefused() {
  write(refusedKey, read(refusedKey).filter(item => item.household !== household()));
  tell();
}

/** Sends what waits for this household, oldest first. */
export async function flush() {
  if (sending || !household()) return tell();
  sending = true;
  clearTimeout(retry);
  state.stopped = '';
  try {
    for (let item; (item = read(waitingKey).find(i => i.household === household()));) {
      if (!await send(item)) break;
    }
  } finally {
    sending = false;
  }
  if (state.stopped === 'offline') retry = setTimeout(flush, retryAfter);
  tell();
}

async function send(item) {
  let response;
  try {
    token ??= (await (await ask('/api/token')).json()).token;
    response = await ask(item.url, { method: 'POST', headers: { 'Content-Type': 'application/json', RequestVerificationToken: token }, body: JSON.stringify(item.body) });
    if (response.status === 400) {
      // The token belongs to a sign-in that is over: take a new one, once.
      token = (await (await ask('/api/token')).json()).token;
      response = await ask(item.url, { method: 'POST', headers: { 'Content-Type': 'application/json', RequestVerificationToken: token }, body: JSON.stringify(item.body) });
    }
  } catch (stop) {
    state.stopped = stop.message === 'signed out' ? 'signed out' : 'offline';
    return false;
  }
  let answer = await response.json().catch(() => ({}));
  if (answer.ask && item.kind === 'set') {
    // Tapped, not typed: a finger that drummed on the glass. It was played, so it is kept as it was told.
    response = await ask(item.url, { method: 'POST', headers: { 'Content-Type': 'application/json', RequestVerificationToken: token }, body: JSON.stringify({ ...item.body, sure: true }) });
    answer = await response.json().catch(() => ({}));
  }
  write(waitingKey, read(waitingKey).filter(i => i.key !== item.key));
  if (!response.ok && item.kind === 'set') write(refusedKey, [...read(refusedKey), { ...item, problems: answer.problems ?? ['The server did not take it.'] }]);
  tell(item, { ok: response.ok, ...answer });
  return true;
}

async function ask(url, options = {}) {
  const response = await fetch(url, { ...options, redirect: 'error', cache: 'no-store', referrerPolicy: 'no-referrer' });
  if (response.status === 401) {
    token = null;
    throw new Error('signed out');
  }
  if (response.status >= 500 || response.status === 429) throw new Error('offline');
  return response;
}

function tell(item, answer) {
  state.waiting = read(waitingKey).filter(i => i.household === household() && !['check', 'answer', 'pain'].includes(i.kind)).length;
  state.refused = read(refusedKey).filter(i => i.household === household());
  for (const listener of listeners) listener(item, answer);
}

addEventListener('online', flush);
