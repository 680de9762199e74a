// The practice screen: plays the run sheet that the page carries, counts, and hands every finished set to the outbox.
import { Ask } from './ask.js';
import { Board, hasBoard } from './board.js';
import { Checks } from './checks.js';
import { countsHits, countsOneByOne, countsTries, isRun } from './counting.js';
import { bestInReach, draftFor, figureOf, hand, resultOf, underOf } from './figures.js';
import { newId } from './ids.js';
import { Lease } from './lease.js';
import { postOnLine } from './line.js';
import { Mosaic } from './mosaic.js';
import { flush, keep, onChange, sendBy, state } from './outbox.js';
import { PainStop } from './pain-stop.js';
import { Run } from './run.js';
import { Sounds } from './sounds.js';
import { Typed } from './typed.js';
import { Voice } from './voice.js';
import { keepAwake } from './wake.js';

const { player, name, key, sheet, session: sheetName, bests, space, preferred, words, household } = JSON.parse(document.getElementById('sheet').textContent);
const stage = document.querySelector('[data-stage]');
const part = key => stage.querySelector(`[data-${key}]`);
const button = key => stage.querySelector(`[data-do="${key}"]`);
const keptKey = `gambeta-run ${player} ${key}`;
const keptFor = 3 * 3600 * 1000;
const penalty = sheet.clipPenaltySeconds;
const isSession = sheet.drills.length > 1;

const kept = readKept();
const resumes = kept && (kept.run.index > 0 || kept.run.elapsed > 0);
const sounds = new Sounds(household.sounds);
const voice = new Voice();
const mosaic = new Mosaic(part('mosaic'));
// Made at the start, since its time says on which day the sitting counts.
let session = kept?.session ?? null;
let lastSet = kept?.lastSet ?? null;
let runs = kept?.runs ?? [];
let beat = 0;
let keepDue = null;
const run = new Run(sheet, kept?.run, { phase: entered, setEnded, held: drawHeld });
const typed = new Typed(part('typed'), saveTyped);
const board = new Board(part('board'), hitZone);
const ask = new Ask(part('ask'), words, answered);
const lease = new Lease(player, () => {
  run.hold(performance.now());
  text('label', 'This practice goes on in another tab');
  text('under', 'Close this one. Nothing is counted here any more.');
});

sendBy(postOnLine);

function readKept() {
  try {
    const found = JSON.parse(localStorage.getItem(keptKey));
    // A sheet that was changed meanwhile is another run.
    return found && Date.now() - found.at < keptFor && found.phases === sheet.phases.length ? found : null;
  } catch {
    return null;
  }
}

function keepRun() {
  if (!lease.held) return;
  lease.renew();
  if (run.isDone) localStorage.removeItem(keptKey);
  else localStorage.setItem(keptKey, JSON.stringify({ at: Date.now(), phases: sheet.phases.length, session, lastSet, runs, run: run.snapshot }));
}

// --- before the first touch ---------------------------------------------------------------------------------------

const checks = new Checks(stage.querySelectorAll('[data-check]'), (looked, all) => {
  if (!resumes) text('start-word', looked < all ? `Looked at it: ${looked + 1} of ${all}` : 'Ready, start');
});

/** Sent like a set: it waits on the device where there is no network. */
function sendChecks() {
  if (!checks.items.length || resumes) return;
  keep({ kind: 'check', key: newId(), url: '/api/checks', body: { session, space, at: new Date().toISOString(), items: checks.items } });
}

// Said yes already, before the page was loaded again to take over what the other tab had counted.
const takeKey = 'gambeta-take';
let takesOver = sessionStorage.getItem(takeKey) === keptKey;
sessionStorage.removeItem(takeKey);
let warned = false;

function start() {
  if (!button('start')) return;
  if (!resumes && checks.next) return checks.look(checks.next);
  if (lease.isElsewhere && warned) {
    lease.take();
    sessionStorage.setItem(takeKey, keptKey);
    setTimeout(() => location.reload(), 300);
    return;
  }
  if (lease.isElsewhere && !takesOver) {
    warned = true;
    part('resume').hidden = false;
    text('resume', 'Somebody practises in another tab or window on this device. Start here, and it stops there.');
    text('start-word', 'Go on here');
    return;
  }
  session ??= newId();
  lease.take();
  sendChecks();
  sounds.wake();
  keepAwake();
  part('before').hidden = true;
  part('play').hidden = false;
  const resumed = kept && run.heldAt > 0;
  run.go(performance.now());
  if (resumed) entered(run.phase);
  drawHeld();
}

// --- what happens -------------------------------------------------------------------------------------------------

function entered(phase) {
  const { drill } = run, elapsed = run.elapsed(performance.now());
  stage.dataset.phase = phase.kind;
  stage.dataset.feet = phase.feet;
  stage.dataset.measure = drill.measuredBy;
  setSounds(elapsed);
  mosaic.lay(tilesOf(phase), phase.feet);
  text('name', drill.name);
  drawShoes(phase.drill);
  drawYard(phase);
  runs = runs.filter(one => one.item === phase.drill);
  part('label').textContent = phase.label;
  part('cue').textContent = phase.cue;
  part('next').textContent = phase.next;
  if (['between', 'done'].includes(phase.kind) && lastSet?.item === phase.drill) ask.about(phase.drill, drill, phase.kind === 'done');
  else if (phase.kind === 'done' && lastSet) ask.atTheEnd();
  else ask.close();
  drawTyped();
  drawButtons();
  drawCounts();
  draw();
  keepRun();
  if (run.isDone) finish();
}

function setEnded(set) {
  lastSet = { ...set, penalty, bests: null };
  lastSet.draft = draftFor(set);
  if (isRun(set.drill.measuredBy)) {
    const fair = set.drill.measuredBy === 'courseTime' ? !set.sum.void : lastSet.draft.stationTries.length >= set.drill.stations;
    runs.push({ item: set.item, seconds: hand(set.seconds + set.sum.clips * penalty), fair });
    const fastest = Math.min(...runs.filter(r => r.fair).map(r => Number(r.seconds)));
    for (const one of runs) one.best = one.fair && Number(one.seconds) === fastest;
  }
  keep({
    kind: 'set', key: set.id, url: '/api/sets',
    body: {
      id: set.id, session, player, drill: set.drill.drill, order: set.order, feet: set.feet, startedAt: set.startedAt,
      plannedSeconds: set.plannedSeconds, countedBy: set.countedBy, layout: set.drill.layout, seconds: set.seconds, events: set.events,
    },
  });
}

function saveTyped(set, draft, sure) {
  const change = newId();
  Object.assign(lastSet, { draft, countedBy: 'typed', bests: null });
  keep({ kind: 'count', key: change, set: set.id, url: '/api/counts', body: { set: set.id, change, draft, sure } });
  typed.result.textContent = resultOf(lastSet);
}

function answered(what, answer) {
  const at = new Date().toISOString();
  if (what === 'drill') keep({ kind: 'answer', key: newId(), url: '/api/answers', body: { session, player, at, ...answer } });
  else keep({ kind: 'answer', key: newId(), url: '/api/ends', body: { session, player, sheet: sheetName, at, ...answer } });
}

onChange((item, answer) => {
  part('stored').textContent =
    state.stopped === 'signed out' ? 'Signed out: your sets are kept here and are sent when you sign in again.'
    : state.waiting ? `${state.waiting} ${state.waiting === 1 ? 'set waits' : 'sets wait'} on this device`
    : state.refused.length ? `A set was not taken: ${state.refused.at(-1).problems.join(' ')}`
    : lastSet ? 'all stored' : '';
  if (!item || !lastSet || (item.set ?? item.key) !== lastSet.id) return;
  if (answer.ok) lastSet.bests = answer.bests;
  else if (item.kind === 'count') typed.problem.textContent = answer.problems?.join(' ') ?? '';
  typed.result.textContent = resultOf(lastSet);
  stage.dataset.best = lastSet.bests?.length ? 'yes' : 'no';
});

function finish() {
  localStorage.removeItem(keptKey);
  part('figure').textContent = '';
  drawTyped();
}

async function leave() {
  run.hold(performance.now());
  await flush();
  if (lastSet && state.waiting) {
    text('stored', 'No way to the server just now. Your sets are kept on this device and are sent by themselves; open Today later.');
    return;
  }
  localStorage.removeItem(keptKey);
  lease.giveBack();
  location.assign(lastSet ? `/practise/result/${session}` : isSession ? '/sheets' : `/drills/${sheet.drills[0].drill}`);
}

// --- pain ---------------------------------------------------------------------------------------------------------

const pain = new PainStop(part('pain'), {
  opened() { run.hold(performance.now()); },
  closed: drawHeld,
  said(where) {
    keep({ kind: 'pain', key: newId(), url: '/api/pains', body: { id: newId(), player, session, part: where, at: new Date().toISOString() } });
    localStorage.removeItem(keptKey);
  },
});

// --- what is shown ------------------------------------------------------------------------------------------------

function tilesOf(phase) {
  if (phase.kind === 'done' || phase.kind === 'setOut') return 1;
  if (phase.seconds) return phase.seconds;
  return phase.target ?? 30;
}

function drawShoes(drill) {
  if (stage.dataset.drill === String(drill)) return;
  stage.dataset.drill = drill;
  const shoes = document.querySelector(`[data-shoes="${drill}"]`).content.cloneNode(true).children;
  stage.querySelector('[data-shoe=right]').replaceChildren(shoes[1]);
  stage.querySelector('[data-shoe=left]').replaceChildren(shoes[0]);
  for (const foot of ['left', 'right']) text(`count="${foot}"`, '');
}

function drawYard(phase) {
  const yard = part('yard'), plan = phase.kind === 'setOut' && document.querySelector(`[data-plan="${run.drill.layout}"]`);
  yard.hidden = !plan;
  yard.replaceChildren(...plan ? [plan.content.cloneNode(true)] : []);
}

function draw() {
  const now = performance.now(), { phase, seconds } = run, elapsed = run.elapsed(now);
  if (run.isDone) return;
  if (seconds) {
    const gone = Math.floor(elapsed / 1000);
    text('figure', Math.max(1, Math.ceil((seconds * 1000 - elapsed) / 1000)));
    mosaic.show(phase.kind === 'work' ? gone : seconds - gone);
  } else if (isRun(run.drill.measuredBy) && phase.kind === 'work') {
    text('figure', (Math.floor(elapsed / 100) / 10).toFixed(1));
    mosaic.show(Math.floor(elapsed / 1000) % 30 + 1);
  } else if (phase.kind === 'setOut') {
    text('figure', '');
  }
  const rest = sheet.phases.slice(run.index + 1).reduce((sum, p) => sum + p.expectedSeconds, 0) + Math.max(0, phase.expectedSeconds - elapsed / 1000);
  text('left', `${name} · ${isSession ? `${phase.drill + 1} of ${sheet.drills.length} · ` : ''}about ${Math.max(0.5, Math.round(rest / 30) / 2)} min left`);
}

function drawCounts() {
  const { phase, drill } = run, working = phase.kind === 'work';
  board.element.hidden = !working || !hasBoard(drill.measuredBy);
  stage.dataset.boarded = board.element.hidden ? 'no' : 'yes';
  if (!working) return;
  const { sum } = run;
  // The foot that rests keeps showing what it did last.
  for (const foot of ['left', 'right']) {
    if (phase.feet !== foot && phase.feet !== 'both') continue;
    text(`count="${foot}"`, sum[foot]);
  }
  if (!phase.seconds && !isRun(drill.measuredBy)) {
    text('figure', figureOf(drill, sum));
    mosaic.show(countsTries(drill.measuredBy) ? sum.tries.length : countsHits(drill.measuredBy) ? sum.hits.length : figureOf(drill, sum));
  }
  board.show(drill, sum, runs);
  const best = bestInReach(drill, phase, sum, bests[phase.drill]?.[phase.feet], run.elapsed(performance.now()), penalty);
  text('under', [underOf(drill, phase, sum, penalty), best].filter(Boolean).join(' · '));
}

function drawTyped() {
  const { phase } = run, resting = ['swap', 'rest', 'between', 'done'].includes(phase.kind);
  typed.form.hidden = !(resting && lastSet?.item === phase.drill);
  part('under').hidden = phase.kind !== 'work';
  if (typed.form.hidden) return;
  typed.offer(lastSet.drill.measuredBy, lastSet);
  typed.result.textContent = resultOf(lastSet);
}

function drawButtons() {
  const { phase, drill } = run, working = phase.kind === 'work', held = run.isHeld && !run.isDone;
  const show = (key, on) => { button(key).hidden = !on; };
  show('wrong', working && drill.measuredBy !== 'touchesInARound');
  show('end', run.isDone || phase.kind === 'setOut' || (working && (!phase.seconds || countsTries(drill.measuredBy)) && !countsOneByOne(drill.measuredBy)));
  show('void', working && drill.measuredBy === 'courseTime');
  show('pause', !run.isDone);
  show('back', working);
  show('more', Boolean(phase.seconds) && !working);
  show('again', !run.isDone && (working || Boolean(lastSet)));
  show('skip', !run.isDone);
  show('beat', drill.beats.length > 0 && !run.isDone);
  show('tally', !run.isDone);
  show('voice', voice.exists && !run.isDone);
  show('pain', true);
  show('leave', !run.isDone);
  text('wrong-word', { bestStreak: 'dropped', ladderRung: 'dropped', runInTouches: 'lost it', courseTime: 'clipped one', trapHeights: 'outside' }[drill.measuredBy] ?? (countsOneByOne(drill.measuredBy) ? 'missed' : 'slip'));
  text('end-word', run.isDone ? 'see what came of it' : phase.kind === 'setOut' ? 'it lies, go on' : { ladderRung: 'caught it', bestStreak: 'stopped the try', runInTouches: 'there', courseTime: 'home' }[drill.measuredBy] ?? 'set is done');
  text('pause-word', held ? 'go on' : 'pause');
  text('beat-word', beat === 0 ? 'beat off' : beatWords());
  text('voice-word', voice.on ? 'voice on' : 'voice off');
  text('tally-word', stage.dataset.tally === 'yes' ? 'small tally' : 'big tally');
  stage.dataset.held = held ? 'yes' : 'no';
}

function drawHeld() {
  setSounds(run.heldAt);
  if (run.isHeld) text('label', `Paused: ${run.phase.label.toLowerCase()}`);
  else text('label', run.phase.label);
  drawButtons();
}

function text(key, words) {
  const element = part(key);
  if (element.textContent !== String(words)) element.textContent = words;
}

// --- the beat -----------------------------------------------------------------------------------------------------

const openEndedSeconds = 60;

function beatWords() {
  const track = run.drill.beats[beat - 1];
  return !track ? 'beat off' : track.fromAMinute === track.toAMinute ? `beat ${track.toAMinute} a minute` : `beat ${track.fromAMinute} to ${track.toAMinute}`;
}

/** Everything that sounds in this phase from here on; ten seconds more move it all back. */
function setSounds(elapsed) {
  const later = list => list.map(one => ({ ...one, second: one.second + (one.second > 0 ? run.extra : 0) }));
  sounds.begin(later(run.phase.sounds), elapsed);
  voice.begin(later(run.phase.spoken), elapsed);
  setBeat(elapsed);
}

function setBeat(elapsed) {
  const track = run.phase.kind === 'work' && beat ? run.drill.beats[beat - 1] : null;
  sounds.beat(track?.hundredths ?? null, run.phase.seconds ?? openEndedSeconds, elapsed);
}

// --- keys and glass -----------------------------------------------------------------------------------------------

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
  const { drill } = run, most = drill.measuredBy === 'strikesByZone' ? 6 : drill.measuredBy === 'targetPoints' ? drill.targetPoints.length : 0;
  if (zone >= 1 && zone <= most) count(footDue(), zone);
}

function tap(foot) {
  // A hit without its zone says too little: zones and targets have keys and stand on the glass.
  if (['strikesByZone', 'targetPoints'].includes(run.drill.measuredBy)) return;
  count(foot);
}

const actions = {
  start() { if (part('play').hidden) start(); },
  pause() {
    if (part('play').hidden) return start();
    if (!lease.held) return;
    if (run.isHeld) run.go(performance.now());
    else run.hold(performance.now());
    drawHeld();
  },
  wrong() { count('wrong', 0, run.drill.measuredBy === 'strikesByZone' && run.phase.feet === 'both' ? footDue() : undefined); },
  void() { if (run.drill.measuredBy === 'courseTime') count('void'); },
  end() {
    if (part('play').hidden) return;
    if (run.isDone) return leave();
    if (run.phase.kind === 'work' && countsTries(run.drill.measuredBy)) count('stop');
    else if (run.phase.kind === 'setOut' || !countsOneByOne(run.drill.measuredBy)) run.end(performance.now());
  },
  back() { if (run.takeBack(performance.now())) { drawCounts(); keepSoon(); } },
  skip() { if (!part('play').hidden && lease.held) run.skip(performance.now()); },
  again() { if (!part('play').hidden && lease.held) run.again(performance.now()); },
  more() {
    if (!run.more()) return;
    setSounds(run.elapsed(performance.now()));
    draw();
    keepRun();
  },
  beat() {
    if (!run.drill.beats.length) return;
    beat = (beat + 1) % (run.drill.beats.length + 1);
    setBeat(run.elapsed(performance.now()));
    drawButtons();
  },
  tally() {
    stage.dataset.tally = stage.dataset.tally === 'yes' ? 'no' : 'yes';
    drawButtons();
  },
  others() {
    const open = stage.dataset.others !== 'yes';
    stage.dataset.others = open ? 'yes' : 'no';
    button('others').setAttribute('aria-expanded', String(open));
    text('others-word', open ? 'fewer keys' : 'more keys');
  },
  mute() { text('mute-word', sounds.toggle() ? 'sound off' : 'sound on'); },
  voice() { voice.toggle(); drawButtons(); },
  pain() { if (!part('play').hidden) pain.open(); },
  nopain() { pain.close(); },
  leave,
};
const keys = {
  ' ': 'pause', x: 'wrong', v: 'void', Enter: 'end', Backspace: 'back', ArrowRight: 'skip', a: 'again', '+': 'more', b: 'beat', c: 'tally',
  m: 'mute', s: 'voice', p: 'pain', Escape: 'leave',
};

document.addEventListener('keydown', event => {
  if (event.altKey || event.ctrlKey || event.metaKey || event.target.matches('input')) return;
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  if (pain.isOpen) {
    if (key === 'Escape') pain.close();
    return;
  }
  if (key === 'Enter' && event.target.closest('a, form')) return;
  if (event.repeat && key !== 'Backspace') return;
  if (key === 'f' || key === 'j') tap(key === 'f' ? 'left' : 'right');
  else if (/^\d$/.test(key)) { if (!ask.choose(key === '0' ? 10 : Number(key))) hitZone(Number(key)); }
  else if (key === 't' && !typed.form.hidden) typed.focus();
  else if (key === 'n' && part('play').hidden) stage.querySelector('[data-key="N"]')?.click();
  else if (keys[key]) actions[keys[key]]();
  else return;
  event.preventDefault();
});

stage.addEventListener('click', event => {
  const pressed = event.target.closest('[data-do]');
  if (!pressed) return;
  // A pressed button keeps the focus, and the space bar would press it again.
  pressed.blur();
  actions[pressed.dataset.do]();
});

// The whole glass counts: a finger, a toe or a stick has halves to aim at, not buttons.
stage.addEventListener('pointerdown', event => {
  if (event.target.closest('button, a, input, form, dialog, [data-pain]') || run.phase.kind !== 'work' || run.isHeld) return;
  event.preventDefault();
  if (run.drill.measuredBy === 'courseTime') actions.end();
  else tap(event.clientX < innerWidth / 2 ? 'left' : 'right');
});

if (sounds.muted) text('mute-word', 'sound off');
if (resumes && button('start')) {
  const where = run.phase.label.toLowerCase();
  part('resume').hidden = false;
  part('resume').textContent = `You were in: ${isSession ? `${run.drill.name}, ` : ''}${where}. What was finished is stored.`;
  text('start-word', 'Carry on');
  const afresh = Object.assign(document.createElement('button'), { className: 'quiet-link', textContent: 'Start afresh' });
  afresh.addEventListener('click', () => { localStorage.removeItem(keptKey); location.reload(); });
  part('resume').after(afresh);
}
function tick() {
  const now = performance.now();
  run.tick(now);
  if (!run.isHeld) {
    const elapsed = run.elapsed(now);
    sounds.tick(elapsed);
    voice.tick(elapsed);
  }
  if (!part('play').hidden) draw();
}
// Every frame while the page is seen; a slow beat besides, since a hidden page has no frames but goes on sounding.
requestAnimationFrame(function frame() { tick(); requestAnimationFrame(frame); });
setInterval(tick, 250);
setInterval(() => { if (!run.isHeld) keepRun(); }, 1000);
addEventListener('pagehide', () => {
  keepRun();
  lease.giveBack();
});
flush();
