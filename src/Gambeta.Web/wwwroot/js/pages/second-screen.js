// The second screen: shows how a practice stands that another device of the household plays, and presses for it. It keeps no time and no
// counts of its own: what it shows is what that device told last, and a press stands until that device has said what became of it.
import { turnDaylight } from '../practise/daylight.js';
import { onBesideTold, postOnLine, tryLineAgain } from '../practise/line.js';
import { keepAwake } from '../practise/wake.js';
import { Presses } from '../practise/presses.js';
import { say } from '../shared/say.js';

const looksEvery = 4000,
  gone = 9000,
  redraw = 50;

const element = document.querySelector('[data-second]'),
  part = key => element.querySelector(`[data-${key}]`);
const practices = new Map(),
  words = new Map();
let chosen = null,
  lookedAt = -Infinity,
  isLooking = false,
  isCut = false;

const now = () => performance.now();
const standing = () => practices.get(chosen);
const presses = new Presses({
  send: body => postOnLine('/api/beside/presses', body),
  now,
  id: () => crypto.getRandomValues(new Uint32Array(2)).join('-'),
});

function text(found, said) {
  if (found.textContent !== String(said)) found.textContent = said;
}

/** How a practice stands, told by the device that plays it. */
function take(stands) {
  const before = practices.get(stands.session);
  // Told by another way it may come late.
  if (before && before.n >= stands.n && before.v === stands.v) return;
  practices.set(stands.session, { ...stands, came: now() });
  chosen ??= stands.session;
  if (stands.session === chosen) {
    presses.settle(stands);
    draw();
  }
}

async function look() {
  if (isLooking) return;
  isLooking = true;
  lookedAt = now();
  const said = await postOnLine('/api/beside/looks', {});
  isLooking = false;
  isCut = said?.status !== 200;
  if (said?.status === 401) location.assign('/');
  if (said?.status === 200) {
    for (const stands of said.answer.stands) take(stands);
    // Who is not among them is not practising any more, or is nobody's player any more.
    for (const session of practices.keys())
      if (!said.answer.stands.some(one => one.session === session) && now() - practices.get(session).came > gone) practices.delete(session);
    if (!practices.has(chosen)) chosen = [...practices.keys()][0] ?? null;
  } else {
    tryLineAgain();
    lookedAt -= looksEvery - 1000;
  }
  draw();
}

/** Milliseconds into the phase, as that device has it now. */
const elapsed = stands => stands.elapsed + (stands.isHeld ? 0 : now() - stands.came);

function draw() {
  const stands = standing(),
    playing = stands?.state === 'playing',
    on = stands && ['playing', 'held'].includes(stands.state);
  element.dataset.there = stands ? 'yes' : 'no';
  Object.assign(element.dataset, { kind: stands?.kind ?? '', feet: stands?.feet ?? '', held: stands?.isHeld ? 'yes' : 'no' });
  part('none').hidden = Boolean(stands);
  part('glass').hidden = !stands;
  const shown = stands?.words ?? { label: say('second-screen'), name: say('nobody-practises') };
  for (const found of element.querySelectorAll('[data-say]')) text(found, shown[found.dataset.say] ?? '');
  for (const foot of ['left', 'right']) {
    const half = element.querySelector(`.half.${foot}`);
    text(half.querySelector('output'), stands && stands.kind === 'work' ? stands[foot] : '');
    half.disabled = !(playing && stands.counts && stands.counter !== 'here');
  }
  const show = {
    wrong: playing && stands.slips,
    end: playing && stands.ends,
    back: playing && stands.kind === 'work',
    pause: on,
    skip: on,
    pain: on,
  };
  for (const [what, is] of Object.entries(show)) element.querySelector(`.second-keys [data-press="${what}"]`).hidden = !is;
  text(part('pause-word'), say(stands?.isHeld ? 'go-on' : 'pause'));
  drawWhom(stands);
  const waits = presses.waiting;
  text(
    part('line'),
    isCut
      ? [say('second-cut'), waits && say('second-waits', { n: waits })].filter(Boolean).join('; ')
      : presses.late
        ? say('second-late', { n: presses.late })
        : stands?.counter === 'here'
          ? say('second-counts-there')
          : waits
            ? say('second-waits', { n: waits })
            : '',
  );
  drawWhich();
  drawTime();
  drawWords(stands);
}

function drawTime() {
  const stands = standing();
  if (!stands) return text(part('figure'), '');
  text(
    part('figure'),
    stands.seconds && stands.state !== 'done'
      ? Math.max(1, Math.ceil((stands.seconds * 1000 - elapsed(stands)) / 1000))
      : stands.words.figure,
  );
}

function drawWhich() {
  part('which').hidden = practices.size < 2;
  part('which').replaceChildren(
    ...(practices.size < 2
      ? []
      : [...practices.values()].map(one => {
          const button = Object.assign(document.createElement('button'), { type: 'button', textContent: one.nickname });
          button.setAttribute('aria-pressed', String(one.session === chosen));
          button.addEventListener('click', () => {
            chosen = one.session;
            draw();
          });
          return button;
        })),
  );
}

// The one thing to look at and the words for it, from the sheet for the grown-up.
async function drawWords(stands) {
  const key = stands && `${stands.beside} ${stands.drill}`;
  if (!key || part('words').dataset.of === key) return;
  part('words').dataset.of = key;
  if (!words.has(stands.beside)) {
    words.set(
      stands.beside,
      fetch(stands.beside).then(
        answer => (answer.ok ? answer.text() : ''),
        () => '',
      ),
    );
    if (!(await words.get(stands.beside))) words.delete(stands.beside);
  }
  const page = new DOMParser().parseFromString((await words.get(stands.beside)) ?? '', 'text/html');
  if (part('words').dataset.of === key)
    part('words').replaceChildren(...[page.querySelector(`[data-drill="${CSS.escape(stands.drill)}"] dl`)].filter(Boolean));
}

// Where two play: who of them it is, first whose turn it was.
function drawWhom(stands) {
  const isAsked = stands?.state === 'asked',
    whom = part('whom');
  if (isAsked && part('pain').hidden)
    whom.querySelectorAll('label').forEach((label, who) => {
      label.hidden = whom.hidden = !stands.whom;
      label.querySelector('input').checked = who === stands.who;
      label.querySelector('span').textContent = stands.whom?.[who] ?? '';
    });
  part('pain').hidden = !isAsked;
}

function press(what, ...how) {
  const stands = standing();
  if (!stands) return;
  presses.press({
    session: stands.session,
    index: stands.index,
    set: stands.set,
    what,
    how,
    elapsed: Math.round(elapsed(stands)),
    ...(what === 'pause' && { wants: !stands.isHeld }),
  });
  draw();
}

function speak() {
  const { words: shown, left, right, kind } = standing() ?? {};
  part('spoken').textContent = shown
    ? [shown.label, part('figure').textContent, kind === 'work' ? say('second-spoken', { left, right }) : shown.next].join('. ')
    : say('nobody-practises');
}

element.addEventListener('click', event => {
  const button = event.target.closest('[data-press], [data-part], [data-speak], [data-daylight-key]');
  if (!button) return;
  button.blur();
  if (button.dataset.speak !== undefined) speak();
  else if (button.dataset.daylightKey !== undefined) turnDaylight();
  else if (button.dataset.part)
    press('hurts', button.dataset.part, ...(standing()?.whom ? [Number(part('whom').querySelector(':checked').value)] : []));
  // Taps are taken when the finger comes down.
  else if (button.dataset.press !== 'tap' || event.detail === 0)
    press(button.dataset.press, ...(button.dataset.foot ? [button.dataset.foot] : []));
});
element.addEventListener('pointerdown', event => {
  const half = event.target.closest('[data-press="tap"]:enabled');
  if (!half) return;
  event.preventDefault();
  press('tap', half.dataset.foot);
});

const keys = { x: 'wrong', Enter: 'end', Backspace: 'back', ' ': 'pause', ArrowRight: 'skip', p: 'pain', Escape: 'noPain' };
document.addEventListener('keydown', event => {
  if (event.altKey || event.ctrlKey || event.metaKey || event.repeat) return;
  const key = event.key.length === 1 ? event.key.toLowerCase() : event.key,
    foot = { f: 'left', j: 'right' }[key];
  if (foot) element.querySelector(`.half.${foot}`).disabled || press('tap', foot);
  else if (key === 's') speak();
  else if (key === 'd') turnDaylight();
  else if (keys[key] && [...element.querySelectorAll(`[data-press="${keys[key]}"]`)].some(button => button.checkVisibility()))
    press(keys[key]);
  else return;
  event.preventDefault();
});

onBesideTold(({ stands }) => {
  if (stands) take(stands);
});
setInterval(() => {
  if (now() - lookedAt > looksEvery) look();
  presses.again();
  drawTime();
}, redraw);
addEventListener('online', () => {
  tryLineAgain();
  look();
});
document.addEventListener('visibilitychange', () => {
  if (document.visibilityState === 'visible') look();
});
keepAwake();
look();
