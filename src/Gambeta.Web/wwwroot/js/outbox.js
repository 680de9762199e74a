// What was played and is not stored yet. A finished set is kept in the browser first, then sent with its own id;
// sending it twice changes nothing, so trying again is always safe.
const waitingKey = 'gambeta-waiting';
const refusedKey = 'gambeta-refused';
const retryAfter = 5000;

const read = key => JSON.parse(localStorage.getItem(key) ?? '[]');
const write = (key, items) => localStorage.setItem(key, JSON.stringify(items));
const household = () => document.body.dataset.household;

let token = null;
let sending = null;
let retry = 0;
let quickly = async () => null;

/** How many things of this household wait, and why the last attempt stopped: '', 'offline' or 'signed out'. */
export const state = { waiting: 0, refused: [], stopped: '' };
const listeners = new Set();

/** Calls back whenever something was stored or the state changed, with (item, answer) where there is one. */
export function onChange(listener) { listeners.add(listener); }

/** A quicker way to post than a request of its own: resolves with {status, answer}, or with nothing where it cannot be had. */
export function sendBy(way) { quickly = way; }

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

/** Sends what waits for this household, oldest first; resolves when that is done or cannot go on. */
export function flush() { return sending ??= sendAll().finally(() => { sending = null; }); }

async function sendAll() {
  if (!household()) return tell();
  clearTimeout(retry);
  state.stopped = '';
  try {
    for (let item; (item = read(waitingKey).find(i => i.household === household()));) await send(item);
  } catch (stop) {
    state.stopped = stop.message === 'signed out' ? 'signed out' : 'offline';
  }
  if (state.stopped === 'offline') retry = setTimeout(flush, retryAfter);
  tell();
}

async function send(item) {
  let { status, answer } = await post(item.url, item.body);
  // Tapped, not typed: a finger that drummed on the glass. It was played, so it is kept as it was told.
  if (answer.ask && item.kind === 'set') ({ status, answer } = await post(item.url, { ...item.body, sure: true }));
  const problems = status === 200 ? [] : answer.problems ?? ['The server did not take it.'];
  write(waitingKey, read(waitingKey).filter(i => i.key !== item.key));
  if (problems.length && item.kind === 'set') write(refusedKey, [...read(refusedKey), { ...item, problems }]);
  tell(item, { ...answer, problems, ok: problems.length === 0 });
}

async function post(url, body) {
  const said = await quickly(url, body) ?? await postAlone(url, body);
  if (said.status === 401) {
    token = null;
    throw new Error('signed out');
  }
  if (said.status >= 500 || said.status === 429) throw new Error('offline');
  return said;
}

async function postAlone(url, body) {
  for (const retries of [1, 0]) {
    if (!token) {
      const given = await request('/api/token');
      if (given.status !== 200) return given;
      ({ token } = given.answer);
    }
    const said = await request(url, { method: 'POST', headers: { 'Content-Type': 'application/json', RequestVerificationToken: token, Household: household() }, body: JSON.stringify(body) });
    // The token belongs to a sign-in that is over: take a new one, once.
    if (said.status !== 400 || !retries) return said;
    token = null;
  }
}

async function request(url, options = {}) {
  const response = await fetch(url, { ...options, redirect: 'error', cache: 'no-store', referrerPolicy: 'no-referrer' });
  return { status: response.status, answer: await response.json().catch(() => ({})) };
}

function tell(item, answer) {
  state.waiting = read(waitingKey).filter(i => i.household === household() && !['check', 'answer', 'pain'].includes(i.kind)).length;
  state.refused = read(refusedKey).filter(i => i.household === household());
  for (const listener of listeners) listener(item, answer);
}

addEventListener('online', flush);
