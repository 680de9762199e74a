// The practice screen: plays the run sheet that the page carries, counts, and hands every finished set to the outbox.
import { Ask } from './ask.js';
import { Checks } from './checks.js';
import { newId } from '../shared/ids.js';
import { KeptRun } from './kept-run.js';
import { Lease } from './lease.js';
import { postOnLine } from './line.js';
import { hand } from '../measures/base.js';
import { measures } from '../measures/index.js';
import { forgetPage, keepPage } from '../shared/offline.js';
import { flush, keep, onChange, sendBy, state, tryAgain, waitingOf, words as waitingWords } from '../shared/outbox.js';
import { PainStop } from './pain-stop.js';
import { Run } from './run.js';
import { Sounds } from './sounds.js';
import { device, read, remove, write } from '../shared/storage.js';
import { listen } from './stage-keys.js';
import { Stage } from './stage.js';
import { Typed } from './typed.js';
import { Voice } from './voice.js';
import { keepAwake } from './wake.js';
import { say } from '../shared/say.js';

const page = JSON.parse(document.getElementById('sheet').textContent);
const { player, key, sheet, session: sheetName, space, preferred, words, household } = page;
const penalty = sheet.clipPenaltySeconds;
const openEndedSeconds = 60;
const longestLeave = 4000;

const keptRun = new KeptRun(`${player} ${key}`, sheet.phases.length);
const kept = keptRun.read();
const resumes = kept && (kept.run.index > 0 || kept.run.elapsed > 0);
const stage = new Stage(document.querySelector('[data-stage]'), page, hitZone);
const sounds = new Sounds(household.sounds);
const voice = new Voice();
// Made at the start, since its time says on which day the sitting counts.
let session = kept?.session ?? null;
let lastSet = kept?.lastSet ?? null;
let runs = kept?.runs ?? [];
let beat = 0;
let keepDue = null;
const run = new Run(sheet, kept?.run, { phase: entered, setEnded, held: drawKeys });
const typed = new Typed(stage.part('typed'), saveTyped);
const ask = new Ask(stage.part('ask'), words, answered);
const lease = new Lease(player, () => {
  run.hold(performance.now());
  stage.text('label', say('other-tab'));
  stage.text('under', say('close-this-one'));
});
sendBy(postOnLine);

function keepRun() {
  if (!lease.held) return;
  lease.renew();
  if (run.isDone) keptRun.forget();
  else keptRun.keep({ session, lastSet, runs, run: run.snapshot });
}

// --- before the first touch ---------------------------------------------------------------------------------------

const checks = new Checks(stage.element.querySelectorAll('[data-check]'), (looked, all) => {
  if (!resumes) stage.text('start-word', looked < all ? say('looked-at', { n: looked + 1, all }) : say('ready-start'));
});

// Said yes already, before the page was loaded again to take over what the other tab had counted.
const takeKey = 'gambeta-take';
const takesOver = read(takeKey, 'sessionStorage') === keptRun.key;
remove(takeKey, 'sessionStorage');
let warned = false;
// A pain that was said here and has not reached the server stops the next start all the same.
let hurts = false;
const asked = waitingOf('pain').then(pains => {
  hurts = pains.some(item => item.body.player === player);
  if (hurts) sayItHurts();
});

function sayItHurts() {
  stage.part('resume').hidden = false;
  stage.text('resume', say('hurt-on-this-device'));
  if (stage.button('start')) stage.button('start').hidden = true;
}

function start() {
  if (!stage.button('start') || hurts) return;
  if (!resumes && checks.next) return checks.look(checks.next);
  if (lease.isElsewhere && warned) {
    lease.take();
    write(takeKey, keptRun.key, 'sessionStorage');
    setTimeout(() => location.reload(), 300);
    return;
  }
  if (lease.isElsewhere && !takesOver) {
    warned = true;
    stage.part('resume').hidden = false;
    stage.text('resume', say('practises-elsewhere'));
    stage.text('start-word', say('go-on-here'));
    return;
  }
  if (!session) {
    session = newId();
    keep({
      kind: 'sitting', key: session, url: '/api/sittings',
      body: { session, player, space, sheet: sheetName, at: new Date().toISOString(), plan: sheet.drills.map(({ drill, layout, rounds, seconds, count }) => ({ drill, layout, rounds, seconds, count })) },
    });
  }
  lease.take();
  navigator.storage?.persist?.().catch(() => {});
  // Sent like a set: it waits on the device where there is no network.
  if (checks.items.length && !resumes) keep({ kind: 'check', key: newId(), url: '/api/checks', body: { session, space, at: new Date().toISOString(), items: checks.items } });
  sounds.wake();
  keepAwake();
  stage.open();
  const goesOn = kept && run.heldAt > 0;
  run.go(performance.now());
  if (goesOn) entered();
}

function offerToCarryOn() {
  const resume = stage.part('resume');
  resume.hidden = false;
  resume.textContent = say(stage.isSession ? 'you-were-in-drill' : 'you-were-in', { drill: run.drill.name, phase: run.phase.label.toLowerCase() });
  stage.text('start-word', say('carry-on'));
  const afresh = Object.assign(document.createElement('button'), { className: 'quiet-link', textContent: say('start-afresh') });
  afresh.addEventListener('click', () => { keptRun.forget(); location.reload(); });
  resume.after(afresh);
}

// --- what happens -------------------------------------------------------------------------------------------------

function entered() {
  const { phase, drill } = run;
  setSounds();
  stage.enter(run);
  runs = runs.filter(one => one.item === phase.drill);
  if (['between', 'done'].includes(phase.kind) && lastSet?.item === phase.drill) ask.about(phase.drill, drill, run.isDone);
  else if (run.isDone && lastSet) ask.atTheEnd();
  else ask.close();
  offerTyping();
  drawKeys();
  drawCounts();
  stage.time(run, performance.now());
  keepRun();
  if (run.isDone && lastSet) keep({ kind: 'answer', key: newId(), url: '/api/ends', body: { session, player, sheet: sheetName, at: new Date().toISOString() } });
}

function setEnded(set) {
  const { measure, ...rest } = set;
  lastSet = { ...rest, penalty, bests: null };
  lastSet.draft = { ...measure.draft(set.sum, set.drill), seconds: Math.round(set.seconds * 1000) / 1000 };
  const heard = beat ? set.drill.beats[beat - 1] : null;
  if (measure.isRun) {
    const fair = measure.isFair(set.sum, set.drill);
    runs.push({ item: set.item, seconds: hand(set.seconds + set.sum.clips * penalty), fair });
    const fastest = Math.min(...runs.filter(r => r.fair).map(r => Number(r.seconds)));
    for (const one of runs) one.best = one.fair && Number(one.seconds) === fastest;
  }
  keep({
    kind: 'set', key: set.id, url: '/api/sets',
    body: {
      id: set.id, session, player, drill: set.drill.drill, item: set.item, order: set.order, rounds: set.rounds, plannedCount: set.plannedCount,
      beatFrom: heard?.fromAMinute, beatTo: heard?.toAMinute, feet: set.feet, startedAt: set.startedAt,
      plannedSeconds: set.plannedSeconds, countedBy: set.countedBy, layout: set.drill.layout, seconds: set.seconds, events: set.events,
    },
  });
}

/** What was just beaten is what the next set of this run has to beat. */
function raiseBest({ item, feet, drill, sum, seconds }) {
  const measure = measures[drill.measuredBy], value = measure.value(sum, { drill, sheet, elapsed: seconds * 1000 }), of = page.bests[item] ??= {};
  if (value !== undefined && (of[feet] === undefined || measure.isBetter(value, of[feet]))) of[feet] = value;
}

/** What a set came to. */
function resultOf(set) {
  if (set.bests?.length) return say('new-best', { bests: set.bests.reduce((one, other) => say('one-and-other', { one, other })) });
  if (set.countedBy === 'estimated') return say('nobody-counted');
  return measures[set.drill.measuredBy].result(set.draft, set);
}

/** Typing in what nobody counted, while the rest goes on. */
function offerTyping() {
  const resting = ['swap', 'rest', 'between', 'done'].includes(run.phase.kind) && lastSet?.item === run.phase.drill;
  typed.form.hidden = !resting;
  stage.element.dataset.typing = resting ? 'yes' : 'no';
  if (!resting) return;
  typed.offer(measures[lastSet.drill.measuredBy], lastSet);
  typed.result.textContent = resultOf(lastSet);
}

function saveTyped(set, draft, askedKey) {
  const change = newId();
  Object.assign(lastSet, { draft, countedBy: 'typed', bests: null });
  // The same count once more after a question: then it is right.
  if (askedKey) tryAgain(askedKey, true);
  else keep({ kind: 'count', key: change, set: set.id, url: '/api/counts', body: { set: set.id, change, draft, sure: false } });
  typed.result.textContent = resultOf(lastSet);
}

function answered(what, answer) {
  const at = new Date().toISOString();
  if (what === 'drill') keep({ kind: 'answer', key: newId(), url: '/api/answers', body: { session, player, at, ...answer } });
  else keep({ kind: 'answer', key: newId(), url: '/api/ends', body: { session, player, sheet: sheetName, at, ...answer } });
}

// Somebody wished to leave and was told why not yet: those words stand until they are true no more.
let leaving = false;

function storedWords() {
  leaving &&= run.isHeld && state.waiting > 0;
  if (leaving) return state.isSafe
    ? say('no-way-kept')
    : say('no-way-lost');
  if (state.waiting) return waitingWords();
  if (state.refused.length) return say('not-taken', { why: state.refused.at(-1).problems.join(' ') });
  return lastSet ? say('all-stored') : device.keeps ? '' : say('keeps-no-runs');
}

onChange((item, answer) => {
  stage.text('stored', storedWords());
  if (!item || !lastSet || (item.set ?? item.key) !== lastSet.id) return;
  if (answer.ok) lastSet.bests = answer.bests;
  if (answer.bests?.length && lastSet.countedBy === 'tapped') raiseBest(lastSet);
  else if (item.kind === 'count') typed.said(item, answer);
  typed.result.textContent = resultOf(lastSet);
  stage.element.dataset.best = lastSet.bests?.length ? 'yes' : 'no';
});

async function leave() {
  run.hold(performance.now());
  if (lastSet) {
    // A server that hangs must not hold anybody here: a moment is enough to store what there is.
    await Promise.race([flush(), new Promise(resolve => setTimeout(resolve, longestLeave))]);
    if (state.waiting && !leaving) {
      leaving = true;
      stage.text('stored', storedWords());
      return;
    }
  }
  keptRun.forget();
  lease.giveBack();
  location.assign(state.waiting ? '/today' : lastSet ? `/practise/result/${session}` : stage.isSession ? '/sheets' : `/drills/${sheet.drills[0].drill}`);
}

const pain = new PainStop(stage.part('pain'), {
  opened() { run.hold(performance.now()); },
  closed: drawKeys,
  said(where) {
    keep({ kind: 'pain', key: newId(), url: '/api/pains', body: { id: newId(), player, session, part: where, at: new Date().toISOString() } });
    // Over for good: nothing that this page still does brings the run back, and the kept page would begin again without asking whether it may.
    keptRun.forget();
    forgetPage();
  },
});

// --- what is shown and heard --------------------------------------------------------------------------------------

function drawCounts() { stage.counts(run, runs, performance.now()); }

function drawKeys() { stage.keys(run, { played: Boolean(lastSet), beat: run.drill.beats[beat - 1], voice: voice.exists && (voice.on ? 'on' : 'off') }); }

/** Everything that sounds in this phase from here on; ten seconds more move it all back. */
function setSounds() {
  const now = performance.now(), elapsed = run.elapsed(now), { phase, seconds } = run;
  const later = list => list.map(one => ({ ...one, second: one.second + (one.second > 0 ? run.extra : 0) }));
  // What sounds at the very start of a phase is handed over with the one before it, so that it is on time when the clock leads there.
  const own = later(phase.sounds).filter(one => one.second > 0 || run.cameBy !== 'clock' || elapsed > 500);
  const first = seconds ? sheet.phases[run.index + 1].sounds.filter(one => one.second === 0).map(one => ({ ...one, second: seconds })) : [];
  sounds.begin([...own, ...first], now - elapsed, now);
  voice.begin(later(phase.spoken), elapsed);
  setBeat();
}

function setBeat() {
  const now = performance.now(), track = run.phase.kind === 'work' && beat ? run.drill.beats[beat - 1] : null;
  sounds.beat(track?.hundredths ?? null, run.phase.seconds ?? openEndedSeconds, now - run.elapsed(now), now);
}

// --- what is pressed ----------------------------------------------------------------------------------------------

function count(what, zone, foot) {
  if (!run.count(what, performance.now(), zone, foot)) return;
  drawCounts();
  keepSoon();
}

/** Kept right after the count is on the glass: writing it down must not hold up the frame that shows it. */
function keepSoon() {
  keepDue ??= setTimeout(() => {
    keepDue = null;
    keepRun();
  }, 30);
}

/** The foot whose turn it is, where both strike: the other foot first, while it is fresh. */
function footDue() {
  const { phase, sum } = run, other = preferred === 'right' ? 'left' : 'right';
  return phase.feet !== 'both' ? phase.feet : sum.hits.length % 2 ? preferred : other;
}

function hitZone(zone) {
  if (run.phase.kind !== 'work' || run.isHeld) return;
  if (zone >= 1 && zone <= run.measure.zones(run.drill)) count(footDue(), zone);
}

const actions = {
  get isHurt() { return pain.isOpen; },
  get glassCounts() { return run.phase.kind === 'work' && !run.isHeld; },
  start() { if (!stage.isOpen) start(); },
  instead() { if (!stage.isOpen) stage.element.querySelector('[data-key="N"]')?.click(); },
  tap(foot) {
    // A hit without its zone says too little: zones and targets have keys and stand on the glass.
    if (!run.measure.needsZone) count(foot);
  },
  glass(foot) {
    if (run.measure.isCourse) actions.end();
    else actions.tap(foot);
  },
  number(n) { if (!ask.choose(n)) hitZone(n); },
  pause() {
    if (!stage.isOpen) return start();
    if (!lease.held) return;
    if (!run.isHeld) return run.hold(performance.now());
    run.go(performance.now());
    setSounds();
    drawKeys();
  },
  wrong() { count('wrong', 0, run.measure.knowsTheMissingFoot && run.phase.feet === 'both' ? footDue() : undefined); },
  void() { if (run.measure.isCourse) count('void'); },
  end() {
    if (!stage.isOpen) return;
    if (run.isDone) return leave();
    if (run.phase.kind === 'work' && run.measure.isTried) count('stop');
    else if (run.phase.kind === 'setOut' || !run.measure.isOneByOne) run.end(performance.now());
  },
  back() {
    if (!run.takeBack(performance.now())) return;
    drawCounts();
    keepSoon();
  },
  skip() { if (stage.isOpen && lease.held) run.skip(performance.now()); },
  again() { if (stage.isOpen && lease.held) run.again(performance.now()); },
  more() {
    if (!run.more()) return;
    setSounds();
    stage.time(run, performance.now());
    keepRun();
  },
  beat() {
    if (!run.drill.beats.length) return;
    beat = (beat + 1) % (run.drill.beats.length + 1);
    setBeat();
    drawKeys();
  },
  tally() {
    stage.turnTally();
    drawKeys();
  },
  others() { stage.turnOthers(); },
  type() { if (!typed.form.hidden) typed.focus(); },
  mute() { stage.text('mute-word', say(sounds.toggle() ? 'sound-off' : 'sound-on')); },
  voice() {
    voice.toggle();
    drawKeys();
  },
  pain() { if (stage.isOpen) pain.open(); },
  nopain() { pain.close(); },
  leave,
};
listen(stage.element, actions);

if (sounds.muted) stage.text('mute-word', say('sound-off'));
if (resumes && stage.button('start')) offerToCarryOn();

function tick() {
  const now = performance.now();
  run.tick(now);
  if (!run.isHeld) {
    sounds.tick(now);
    voice.tick(run.elapsed(now));
  }
  if (stage.isOpen) stage.time(run, now);
}
// Every frame while the page is seen; a slow beat besides, since a hidden page has no frames but goes on sounding.
requestAnimationFrame(function frame() { tick(); requestAnimationFrame(frame); });
setInterval(tick, 250);
setInterval(() => { if (!run.isHeld) keepRun(); }, 1000);
addEventListener('pagehide', () => {
  keepRun();
  lease.giveBack();
});
// Come back to by the back button the page is as it was left, which is not as it is.
addEventListener('pageshow', event => { if (event.persisted) location.reload(); });
flush();
asked.then(() => hurts ? forgetPage() : keepPage());
