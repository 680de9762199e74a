// The practice screen: plays the run sheet that the page carries, counts, and hands every finished set to the outbox.
import { countsTries, rungOf } from './counting.js';
import { newId } from './ids.js';
import { Mosaic } from './mosaic.js';
import { flush, keep, onChange, state } from './outbox.js';
import { Run } from './run.js';
import { Sounds } from './sounds.js';
import { Typed } from './typed.js';
import { keepAwake } from './wake.js';

const { player, name, sheet, layout, space, household } = JSON.parse(document.getElementById('sheet').textContent);
const stage = document.querySelector('[data-stage]');
const part = key => stage.querySelector(`[data-${key}]`);
const button = key => stage.querySelector(`[data-do="${key}"]`);
const keptKey = `gambeta-run ${player} ${sheet.drill} ${layout ?? ''}`;
const keptFor = 3 * 3600 * 1000;
const isTries = countsTries(sheet.measuredBy), isLadder = sheet.measuredBy === 'ladderRung', isHits = sheet.measuredBy === 'hitsOutOfTries', isCourse = sheet.measuredBy === 'courseTime';
const one = { cleanReps: ['clean rep', 'clean reps'], cleanPasses: ['pass', 'passes'] }[sheet.measuredBy] ?? ['touch', 'touches'];
const amount = count => `${count} ${one[count === 1 ? 0 : 1]}`;

const kept = readKept();
const resumes = kept && (kept.run.index > 0 || kept.run.elapsed > 0);
const sounds = new Sounds(household.sounds);
const mosaic = new Mosaic(part('mosaic'));
let session = kept?.session ?? newId();
let lastSet = kept?.lastSet ?? null;
const run = new Run(sheet, kept?.run, { phase: entered, setEnded, held: drawHeld });
const typed = new Typed(part('typed'), saveTyped);

function readKept() {
  try {
    const found = JSON.parse(localStorage.getItem(keptKey));
    return found && Date.now() - found.at < keptFor ? found : null;
  } catch {
    return null;
  }
}

function keepRun() {
  if (run.isDone) localStorage.removeItem(keptKey);
  else localStorage.setItem(keptKey, JSON.stringify({ at: Date.now(), session, lastSet, run: run.snapshot }));
}

// --- what happens -------------------------------------------------------------------------------------------------

// --- before the first touch ---------------------------------------------------------------------------------------

const checks = [...stage.querySelectorAll('[data-check]')];
const unlooked = () => checks.find(check => check.getAttribute('aria-pressed') !== 'true');

function look(check, on = true) {
  check.setAttribute('aria-pressed', String(on));
  drawChecks();
}

function drawChecks() {
  const next = unlooked();
  for (const check of checks) check.classList.toggle('next', check === next);
  if (checks.length && !resumes) text('start-word', next ? `Looked at it: ${checks.filter(c => c.getAttribute('aria-pressed') === 'true').length + 1} of ${checks.length}` : 'Ready, start');
}

/** Sent like a set: it waits on the device where there is no network. */
function sendChecks() {
  if (!checks.length || resumes) return;
  keep({ kind: 'check', key: newId(), url: '/api/checks', body: { session, space, at: new Date().toISOString(), items: checks.map(check => check.dataset.check) } });
}

function start() {
  if (!resumes && unlooked()) return look(unlooked());
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

function entered(phase) {
  stage.dataset.phase = phase.kind;
  stage.dataset.feet = phase.feet;
  sounds.begin(phase.sounds, run.elapsed(performance.now()));
  mosaic.lay(tilesOf(phase), phase.feet);
  part('label').textContent = phase.label;
  part('cue').textContent = phase.cue;
  part('next').textContent = phase.next;
  drawTyped();
  drawButtons();
  drawCounts();
  draw();
  keepRun();
  if (run.isDone) finish();
}

function setEnded(set) {
  lastSet = { id: newId(), ...set };
  keep({
    kind: 'set', key: lastSet.id, url: '/api/sets',
    body: {
      id: lastSet.id, session, player, drill: sheet.drill, order: set.order, feet: set.feet, startedAt: set.startedAt,
      plannedSeconds: set.plannedSeconds, countedBy: set.countedBy, draft: set.draft, layout,
    },
  });
}

function saveTyped(set, draft) {
  const change = newId();
  Object.assign(lastSet, { draft, countedBy: 'typed', bests: null });
  keep({ kind: 'count', key: change, set: set.id, url: `/api/sets/${set.id}/count`, body: { change, draft } });
  typed.result.textContent = resultWords();
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
  typed.result.textContent = resultWords();
  stage.dataset.best = lastSet.bests?.length ? 'yes' : 'no';
});

function finish() {
  localStorage.removeItem(keptKey);
  part('figure').textContent = '';
  drawTyped();
}

function leave() {
  run.hold(performance.now());
  if (lastSet && state.waiting) {
    text('stored', 'No way to the server just now. Your sets are kept on this device and are sent by themselves; open Today later.');
    return;
  }
  localStorage.removeItem(keptKey);
  location.assign(lastSet ? `/practise/result/${session}` : `/drills/${sheet.drill}`);
}

// --- what is shown ------------------------------------------------------------------------------------------------

function tilesOf(phase) {
  if (phase.kind === 'done') return 1;
  if (phase.seconds) return phase.seconds;
  return phase.target ?? 30;
}

function draw() {
  const now = performance.now(), phase = run.phase, elapsed = run.elapsed(now);
  if (run.isDone) return;
  if (phase.seconds) {
    const seconds = Math.floor(elapsed / 1000);
    text('figure', Math.max(1, Math.ceil((phase.seconds * 1000 - elapsed) / 1000)));
    mosaic.show(phase.kind === 'work' ? seconds : phase.seconds - seconds);
  } else if (isCourse) {
    text('figure', (Math.floor(elapsed / 100) / 10).toFixed(1));
    mosaic.show(Math.floor(elapsed / 1000) % 30 + 1);
  }
  const rest = sheet.phases.slice(run.index + 1).reduce((sum, p) => sum + p.expectedSeconds, 0) + Math.max(0, phase.expectedSeconds - elapsed / 1000);
  text('left', `${name} · about ${Math.max(0.5, Math.round(rest / 30) / 2)} min left`);
}

function drawCounts() {
  const { phase, sum } = run;
  if (phase.kind !== 'work') return;
  const perRep = sheet.measuredBy === 'cleanReps' || isHits;
  // The foot that rests keeps showing what it did last.
  for (const foot of ['left', 'right']) {
    if (phase.feet === foot || phase.feet === 'both') text(`count="${foot}"`, perRep ? sum.reps : sum[foot]);
  }
  if (isHits) {
    text('figure', sum.reps);
    mosaic.show(sum.reps + sum.slips);
    text('under', `try ${Math.min(phase.target, sum.reps + sum.slips + 1)} of ${phase.target} · missed ${sum.slips}`);
  } else if (perRep) {
    text('figure', sum.reps);
    mosaic.show(sum.reps);
    text('under', sum.reps >= phase.target ? `${phase.target} done: Enter ends it, or go on` : `of ${phase.target}${sum.slips ? ` · slips ${sum.slips}` : ''}`);
  } else if (isLadder) {
    const { next, highest } = rungOf(sum.tries);
    text('figure', sum.current);
    mosaic.show(sum.tries.length);
    text('under', `${next} in a row, then catch${highest ? ` · highest rung ${highest}` : ''} · go ${Math.min(phase.target, sum.tries.length + 1)} of ${phase.target}`);
  } else if (isTries) {
    text('figure', sum.current);
    mosaic.show(sum.tries.length);
    const best = Math.max(0, ...sum.tries.map(t => t.touches));
    text('under', `Try ${Math.min(phase.target, sum.tries.length + 1)} of ${phase.target}${best ? ` · best so far ${best}` : ''}`);
  } else if (sheet.measuredBy === 'cleanPasses') {
    text('under', `run of ${sum.run} · longest ${sum.longest}`);
  } else if (isCourse) {
    text('under', sum.clips ? `${sum.clips} clipped: ${sum.clips * sheet.clipPenaltySeconds} s on top` : 'home is back at the start');
  }
}

function drawTyped() {
  const resting = ['swap', 'rest', 'done'].includes(run.phase.kind);
  typed.form.hidden = !(resting && lastSet);
  part('under').hidden = run.phase.kind !== 'work' || sheet.measuredBy === 'touchesInARound';
  if (typed.form.hidden) return;
  typed.offer(sheet.measuredBy, lastSet);
  typed.result.textContent = resultWords();
}

function resultWords() {
  const { draft, countedBy, bests } = lastSet;
  const words = countedBy === 'estimated' ? 'Nobody counted. T types it in.'
    : isLadder ? `Rung ${rungOf(draft.tryTouches.map((touches, i) => ({ touches, dropped: draft.tryDropped[i] }))).highest}`
    : isHits ? `${draft.reps} of ${draft.reps + draft.slips}`
    : isTries ? `Longest ${Math.max(0, ...draft.tryTouches)}`
    : isCourse ? `${(Math.ceil((draft.seconds + draft.clips * sheet.clipPenaltySeconds) * 10 - 1e-6) / 10).toFixed(1)} s`
    : amount(sheet.measuredBy === 'cleanReps' ? draft.reps : (draft.left ?? 0) + (draft.right ?? 0));
  return bests?.length ? `New best: ${bests.join(' and ')}` : words;
}

function drawButtons() {
  const working = run.phase.kind === 'work', held = run.isHeld && !run.isDone;
  const show = (key, on) => { button(key).hidden = !on; };
  show('wrong', working && sheet.measuredBy !== 'touchesInARound');
  show('end', run.isDone || (working && !run.phase.seconds));
  show('pause', !run.isDone);
  show('back', working);
  show('skip', !run.isDone);
  show('leave', !run.isDone);
  text('wrong-word', isTries ? 'dropped' : isHits ? 'missed' : isCourse ? 'clipped one' : 'slip');
  text('end-word', run.isDone ? 'see what came of it' : isLadder ? 'caught it' : isTries ? 'stopped the try' : isCourse ? 'home' : 'set is done');
  text('pause-word', held ? 'go on' : 'pause');
  stage.dataset.held = held ? 'yes' : 'no';
}

function drawHeld() {
  sounds.begin(run.phase.sounds, run.heldAt);
  if (run.isHeld) text('label', `Paused: ${run.phase.label.toLowerCase()}`);
  else text('label', run.phase.label);
  drawButtons();
}

function text(key, words) {
  const element = part(key);
  if (element.textContent !== String(words)) element.textContent = words;
}

// --- keys and glass -----------------------------------------------------------------------------------------------

function count(what) {
  if (!run.count(what, performance.now())) return;
  drawCounts();
  keepRun();
}

const actions = {
  start() { if (part('play').hidden) start(); },
  pause() {
    if (part('play').hidden) return start();
    if (run.isHeld) run.go(performance.now());
    else run.hold(performance.now());
    drawHeld();
  },
  wrong() { count('wrong'); },
  end() {
    if (run.isDone) return leave();
    if (isTries) count('stop');
    else run.end(performance.now());
  },
  back() { if (run.takeBack()) { drawCounts(); keepRun(); } },
  skip() { if (!part('play').hidden) run.skip(performance.now()); },
  mute() { text('mute-word', sounds.toggle() ? 'sound off' : 'sound on'); },
  leave,
};
const keys = { ' ': 'pause', x: 'wrong', Enter: 'end', Backspace: 'back', ArrowRight: 'skip', m: 'mute', Escape: 'leave' };

document.addEventListener('keydown', event => {
  if (event.altKey || event.ctrlKey || event.metaKey || event.target.matches('input')) return;
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
  if (key === 'Enter' && event.target.closest('a, form')) return;
  if (event.repeat && key !== 'Backspace') return;
  if (key === 'f' || key === 'j') count(key === 'f' ? 'left' : 'right');
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
  if (event.target.closest('button, a, input, form') || run.phase.kind !== 'work' || run.isHeld) return;
  event.preventDefault();
  if (isCourse) actions.end();
  else count(event.clientX < innerWidth / 2 ? 'left' : 'right');
});

if (sounds.muted) text('mute-word', 'sound off');
for (const check of checks) check.addEventListener('click', () => look(check, check.getAttribute('aria-pressed') !== 'true'));
drawChecks();
if (resumes) {
  const where = run.phase.label.toLowerCase();
  part('resume').hidden = false;
  part('resume').textContent = `You were in: ${where}. What was finished is stored.`;
  text('start-word', 'Carry on');
  const afresh = Object.assign(document.createElement('button'), { className: 'quiet-link', textContent: 'Start afresh' });
  afresh.addEventListener('click', () => { localStorage.removeItem(keptKey); location.reload(); });
  part('resume').after(afresh);
}
function tick() {
  const now = performance.now();
  run.tick(now);
  if (!run.isHeld) sounds.tick(run.elapsed(now));
  if (!part('play').hidden) draw();
}
// Every frame while the page is seen; a slow beat besides, since a hidden page has no frames but goes on sounding.
requestAnimationFrame(function frame() { tick(); requestAnimationFrame(frame); });
setInterval(tick, 250);
setInterval(() => { if (!run.isHeld) keepRun(); }, 1000);
flush();
