// Moves markers on the plan by pointer or arrow keys. What a move comes to is worked out by the core: each asks for the page
// of the new address and puts it in place of the old one, so the address always says what is shown.
import { isChanged } from '../shared/changed.js';
import { released } from '../shared/press.js';
import { say } from '../shared/say.js';

const step = 0.1,
  stride = 0.5,
  afterAPress = 250;
const root = () => document.querySelector('[data-yard-plan]');
let queue = Promise.resolve(),
  soon,
  moves = new Map();

/** The address with every marker's move taken in; in the frame of the wall where the layout stands at one. */
function moved() {
  const { base, turn } = root().dataset;
  const address = new URL(base, location.href),
    angle = -Number(turn);
  const spots = address.searchParams
    .get('at')
    .split(';')
    .map(spot => spot.split(' ').map(Number));
  for (const [marker, [right, ahead]] of moves) {
    spots[marker][0] += right * Math.cos(angle) - ahead * Math.sin(angle);
    spots[marker][1] += right * Math.sin(angle) + ahead * Math.cos(angle);
  }
  address.searchParams.set('at', spots.map(spot => spot.map(metres => Math.round(metres * 1000) / 1000).join(' ')).join(';'));
  return address;
}

async function show(address, focus) {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error(String(answer.status));
  const page = new DOMParser().parseFromString(await answer.text(), 'text/html');
  await released();
  root().replaceWith(page.querySelector('[data-yard-plan]'));
  history.replaceState(null, '', address);
  // What was moved on while this was asked for lies where it was moved to, and is asked for next.
  for (const marker of moves.keys()) {
    const group = document.querySelector(`[data-marker="${marker}"]`);
    if (group) place(group);
  }
  if (focus !== undefined) document.querySelector(`[data-marker="${focus}"]`)?.focus();
}

function settle(focus) {
  queue = queue
    .then(async () => {
      if (!moves.size) return;
      const address = moved();
      moves = new Map();
      await show(address, focus);
    })
    .catch(() => {
      moves = new Map();
      for (const group of root().querySelectorAll('[data-marker][data-at]')) group.setAttribute('transform', group.dataset.at);
      const links = root().querySelector('.plan-links');
      links.textContent = say('no-way-plan');
    });
}

function nudge(group, right, ahead) {
  const marker = Number(group.dataset.marker),
    [r, a] = moves.get(marker) ?? [0, 0];
  moves.set(marker, [r + right, a + ahead]);
  place(group);
}

function place(group) {
  const scale = Number(group.closest('[data-plan]').dataset.scale);
  group.dataset.at ??= group.getAttribute('transform');
  const [x, y] = group.dataset.at.match(/-?[\d.]+/g).map(Number);
  const [right, ahead] = moves.get(Number(group.dataset.marker));
  group.setAttribute('transform', `translate(${x + right * scale} ${y - ahead * scale})`);
}

const arrows = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };
document.addEventListener('keydown', event => {
  const group = event.target.closest?.('[data-marker]'),
    arrow = arrows[event.key];
  if (!group || !arrow || !root().dataset.base) return;
  event.preventDefault();
  const by = event.shiftKey ? stride : step;
  nudge(group, arrow[0] * by, arrow[1] * by);
  clearTimeout(soon);
  soon = setTimeout(() => settle(group.dataset.marker), afterAPress);
});

let held;
document.addEventListener('pointerdown', event => {
  const group = event.target.closest('[data-marker]');
  if (!group || !root().dataset.base) return;
  const svg = group.closest('svg'),
    scale = Number(svg.dataset.scale) * svg.getScreenCTM().a;
  held = { group, scale, x: event.clientX, y: event.clientY };
  group.setPointerCapture(event.pointerId);
  group.classList.add('moving');
});
document.addEventListener('pointermove', event => {
  if (!held) return;
  moves.set(Number(held.group.dataset.marker), [(event.clientX - held.x) / held.scale, (held.y - event.clientY) / held.scale]);
  place(held.group);
});
for (const end of ['pointerup', 'pointercancel']) {
  document.addEventListener(end, () => {
    if (!held) return;
    const { group } = held;
    held = null;
    group.classList.remove('moving');
    settle(group.dataset.marker);
  });
}

function choose(field) {
  // Another shape has other measures: those of the old one are left behind.
  if (field.name === 'shape') for (const measure of field.form.querySelectorAll('[name^="m."]')) measure.disabled = true;
  field.form.requestSubmit();
}

document.addEventListener('change', event => {
  if (event.target.matches('[data-choice]')) choose(event.target);
});
const early = [...document.querySelectorAll('[data-choice]')].find(isChanged);
if (early) choose(early);
