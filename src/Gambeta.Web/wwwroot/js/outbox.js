// What was played and is not stored yet. A finished set is kept in the browser first, then sent with its own id;
// sending it twice changes nothing, so trying again is always safe.
const waitingKey = 'gambeta-waiting';
const refusedKey = 'gambeta-refused';
const retryAfter = 5000;
const patience = 60_000;
const mostTogether = 40;

const read = key => JSON.parse(localStorage.getItem(key) ?? '[]');
const write = (key, items) => localStorage.setItem(key, JSON.stringify(items));
const household = () => document.body.dataset.household;

let token = null;
let sending = null;
let retry = 0;

/** Together they were not taken at all: then each goes by itself, so that one keeps no other out. */
let apart = false;

/** How many things of this household wait, and why the last attempt stopped: '', 'offline' or 'signed out'. */
export const state = { waiting: 0, refused: [], stopped: '' };
const listeners = new Set();

/** Calls back whenever something was stored or the state changed, with (item, answer) where there is one. */
export function onChange(listener) { listeners.add(listener); }

/** Keeps a set or a count and sends it as soon as that works; a patient one waits for company, or for `flush`. */
export function keep(item, { patient = false } = {}) {
  write(waitingKey, [...read(waitingKey), { ...item, household: household() }]);
  if (!patient) return flush();
  clearTimeout(retry);
  retry = setTimeout(flush, patience);
  return tell();
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
  for (let items; (items = next()).length;) {
    if (!await send(items)) break;
  }
  if (state.stopped === 'offline') retry = setTimeout(flush, retryAfter);
  tell();
}

/** What is sent next: sets that stand behind each other go together, since each request carries more around it than a set is long. */
function next() {
  const mine = read(waitingKey).filter(item => item.household === household()), sets = mine.findIndex(item => item.kind !== 'set');
  return mine.slice(0, Math.max(1, Math.min(sets < 0 ? mine.length : sets, apart ? 1 : mostTogether)));
}

async function send(items) {
  const [first] = items, together = items.length > 1;
  let response;
  try {
    token ??= (await (await ask('/api/token')).json()).token;
    const url = together ? `${first.url}/many` : first.url, body = together ? { sets: items.map(item => item.body) } : first.body;
    response = await post(url, body);
    if (response.status === 400) {
      // The token belongs to a sign-in that is over: take a new one, once.
      token = (await (await ask('/api/token')).json()).token;
      response = await post(url, body);
    }
    const answer = await answerOf(response);
    if (!together) await settle(first, answer);
    else if (answer.problems) apart = true;
    else for (const one of answer.answers) await settle(items.find(item => item.key === one.id), one);
  } catch (stop) {
    state.stopped = stop.message === 'signed out' ? 'signed out' : 'offline';
    return false;
  }
  return true;
}

async function settle(item, answer) {
  if (answer.ask && item.kind === 'set') {
    // Tapped, not typed: a finger that drummed on the glass. It was played, so it is kept as it was told.
    answer = await answerOf(await post(item.url, { ...item.body, sure: true }));
  }
  const ok = !answer.problems?.length;
  write(waitingKey, read(waitingKey).filter(i => i.key !== item.key));
  if (!ok && item.kind === 'set') write(refusedKey, [...read(refusedKey), { ...item, problems: answer.problems }]);
  tell(item, { ...answer, ok });
}

async function answerOf(response) {
  const answer = await response.json().catch(() => ({}));
  return response.ok ? answer : { ...answer, problems: answer.problems ?? ['The server did not take it.'] };
}

const post = (url, body) => ask(url, { method: 'POST', headers: { 'Content-Type': 'application/json', RequestVerificationToken: token }, body: JSON.stringify(body) });

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
