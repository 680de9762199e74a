// What was played goes to the server as soon as that works. It is kept on the device first, each thing with an id of its own; sending it
// twice changes nothing, so trying again is always safe. Only our own word takes it from here: "stored", or a reason why it never can be,
// which is kept and shown until somebody decides.
import { add, all, isSafe, move, onLost, take } from './waiting-store.js';
import { counted } from '../hearing/counted.js';
import { byClock, hear, shows } from './clock.js';
import { say } from './say.js';

const firstPause = 5000;
const longestPause = 5 * 60_000;
const patience = 15_000;
const soon = 1200;

const household = () => document.body.dataset.household;

let token = null;
let sending = null;
let again = false;
let retry = 0;
let pause = firstPause;
/** @type {(url: string, body: any) => Promise<any>} */
let quickly = async () => null;

// What is being written down; and when a thing that the server cannot take just now may be tried again, by its key: the others do not wait
// for it.
const comes = new Set();
let kept = 0;
const notBefore = new Map();
const pauses = new Map();

/**
 * What is the case: how many sets wait, and other things (what was said, what hurts); since when something waits; what was refused; why
 * sending stopped ('', 'offline', 'signed out'), and whether what waits would survive this page.
 */
export const state = { waiting: 0, others: 0, since: 0, refused: [], stopped: '', isSafe: true };
const listeners = new Set();

/** Calls back whenever something was stored or the state changed, with (item, answer) where there is one. */
export function onChange(listener) {
  listeners.add(listener);
}

/** A quicker way to post than a request of its own: resolves with {status, answer}, or with nothing where it cannot be had. */
export function sendBy(way) {
  quickly = way;
}

/** Keeps something and sends it as soon as that works. */
export async function keep(item) {
  const ours = { ...item, household: household(), clock: byClock() };
  // From the moment it is there it waits, also while it is being written down: nobody reads "all stored" of it in between.
  comes.add(ours);
  kept++;
  state[isSet(ours) ? 'waiting' : 'others']++;
  state.since ||= performance.now();
  for (const listener of listeners) listener();
  tell();
  await add(ours);
  comes.delete(ours);
  kept++;
  return flush();
}

/** Things of one kind that wait. */
export const waitingOf = async kind => (await all('waiting', household())).filter(item => item.kind === kind);

/** Everything that waits. */
export const waiting = () => all('waiting', household());

/** Forgets something that was refused: somebody has read why. */
export async function forget(key) {
  await take('refused', key);
  return tell();
}

/** Sends something that was refused once more; `sure` where a count was asked about and is right. */
export async function tryAgain(key, sure) {
  const item = state.refused.find(one => one.key === key);
  if (!item) return tell();
  const { problems, ask, ...rest } = item;
  await move('refused', 'waiting', sure ? { ...rest, body: { ...rest.body, sure: true } } : rest);
  return flush();
}

/**
 * Sends what waits for this household, oldest first; resolves when that is done or cannot go on. What comes meanwhile is sent in the same
 * go.
 */
export function flush() {
  if (sending) {
    again = true;
    return sending;
  }
  return (sending = sendAll());
}

async function sendAll() {
  clearTimeout(retry);
  state.stopped = '';
  try {
    await tell();
    do {
      again = false;
      if (household()) await sendOnce();
      await tell();
    } while (again && !state.stopped);
  } finally {
    // At once with the last look at what came meanwhile: nothing falls between the two.
    sending = null;
    plan();
  }
}

async function sendOnce() {
  const held = new Set();
  for (const item of await all('waiting', household())) {
    // A count belongs to its set: it is not sent before it.
    const later = notBefore.get(item.key) > performance.now() || held.has(item.set);
    if (later) held.add(item.key);
    else if (!(await send(item))) {
      held.add(item.key);
      if (state.stopped) return;
    }
  }
}

/** Sends one thing. Returns whether it is settled: stored, or refused for good. */
async function send(item) {
  const ready = item.ear ? await counted(item, post) : { body: item.body };
  if (ready.body && item.clock) ready.body = { ...ready.body, sentAt: shows(item.clock) };
  let said = ready.body ? await post(item.url, ready.body) : ready;
  // Tapped, not typed: a finger that drummed on the glass. It was played, so it is kept as it was told.
  if (verdict(said) === 'refused' && said.answer.ask && item.kind === 'set') said = await post(item.url, { ...ready.body, sure: true });
  const { answer } = said;
  switch (verdict(said)) {
    case 'stored':
      pause = firstPause;
      notBefore.delete(item.key);
      pauses.delete(item.key);
      await take('waiting', item.key);
      await tell(item, { ...answer, problems: [], ok: true });
      return true;
    case 'refused': {
      const { problems, ask } = answer;
      await move('waiting', 'refused', { ...item, problems, ask });
      await tell(item, { problems, ask, ok: false });
      return true;
    }
    case 'signed out':
      token = null;
      state.stopped = 'signed out';
      return false;
    case 'broken': {
      // The server answers, but not to this: the next one may do better.
      const wait = Math.min(longestPause, 2 * (pauses.get(item.key) ?? firstPause / 2));
      pauses.set(item.key, wait);
      notBefore.set(item.key, performance.now() + wait);
      return false;
    }
    default:
      state.stopped = 'offline';
      if (said.after) pause = Math.min(longestPause, Math.max(pause, said.after));
      return false;
  }
}

/**
 * What an answer means: 'stored', 'refused' for good, 'signed out', 'broken' for this one thing, or 'away'. Whatever is not our own word
 * means nothing.
 */
export function verdict({ status, answer }) {
  if (status === 200 && answer?.stored === true) return 'stored';
  if ((status === 404 || status === 422) && answer?.status === status && Array.isArray(answer.problems)) return 'refused';
  if (status === 401) return 'signed out';
  return answer?.status === status && [400, 408, 413, 500].includes(status) ? 'broken' : 'away';
}

async function post(url, body) {
  return (await quickly(url, body)) ?? postAlone(url, body);
}

async function postAlone(url, body) {
  for (const retries of [1, 0]) {
    if (!token) {
      const given = await request('/api/token');
      if (given.status !== 200 || !given.answer?.token) return given;
      ({ token } = given.answer);
    }
    const said = await request(url, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', RequestVerificationToken: token, Household: household() },
      body: JSON.stringify(body),
    });
    // The token belongs to a sign-in that is over: take a new one, once.
    if (said.status !== 400 || !retries) return said;
    token = null;
  }
}

async function request(url, options = {}) {
  try {
    const response = await fetch(url, {
      ...options,
      redirect: 'error',
      cache: 'no-store',
      referrerPolicy: 'no-referrer',
      signal: AbortSignal.timeout?.(patience),
    });
    const answer = await response.json().catch(() => null);
    // The time is believed where the word is our own.
    if (answer?.token || answer?.stored === true) hear(Date.parse(response.headers.get('Date') ?? ''));
    return {
      status: response.status,
      answer,
      after: Number(response.headers.get('Retry-After')) * 1000,
    };
  } catch {
    return { status: 0, answer: null };
  }
}

// How long something waits is told by the time that runs whatever a clock shows (`performance.now`).
// The next try: after a pause that grows while nobody answers, when the first of those that were stepped over is due, or soon.
function plan() {
  clearTimeout(retry);
  if (state.stopped === 'offline') {
    retry = setTimeout(() => {
      pause = Math.min(longestPause, pause * 2);
      flush();
    }, pause);
  } else if (!state.stopped && state.waiting + state.others) {
    // What another page keeps, and sends by itself, is looked at again as well.
    const due = notBefore.size ? Math.min(...notBefore.values()) - performance.now() : firstPause;
    retry = setTimeout(flush, Math.max(500, due));
  }
}

let soonTold = 0;

const isSet = ({ kind }) => ['set', 'count'].includes(kind);

async function tell(item, answer) {
  let written = [],
    refused = [],
    seen;
  // What is kept while the device is still reading would be missed: it is read once more.
  do {
    seen = kept;
    if (household()) [written, refused] = [await all('waiting', household()), await all('refused', household())];
  } while (seen !== kept);
  const waits = [...written, ...[...comes].filter(one => !written.some(other => other.key === one.key))],
    sets = waits.filter(isSet);
  Object.assign(state, {
    waiting: sets.length,
    others: waits.length - sets.length,
    since: waits.length ? state.since || performance.now() : 0,
    refused,
    isSafe: isSafe(),
  });
  for (const listener of listeners) listener(item, answer);
  // What waits for more than a moment is said to wait.
  clearTimeout(soonTold);
  if (waits.length && performance.now() - state.since < soon) soonTold = setTimeout(tell, soon);
}

/** What is said as long as nothing has waited for more than a moment. */
export const storing = say('storing');

/** What the case is, in words; nothing where nothing waits. */
export function words() {
  if (!state.waiting) return '';
  if (!state.isSafe) return say('sets-wait-unsafe', { n: state.waiting });
  if (state.stopped === 'signed out') return say('signed-out-kept');
  return state.stopped || performance.now() - state.since >= soon ? say('sets-wait-here', { n: state.waiting }) : storing;
}

// Written again at once, whatever is under way.
onLost(() => tell().then(flush));

addEventListener('online', async () => {
  pause = firstPause;
  notBefore.clear();
  // What is under way may have given up already: it is looked at anew once that has ended.
  await sending?.catch(() => {});
  flush();
});
