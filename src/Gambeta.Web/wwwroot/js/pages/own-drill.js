// Draws the map while the pattern is typed. The core reads and draws; this only asks and shows.
import { isChanged } from '../shared/changed.js';
import { say } from '../shared/say.js';

const form = document.querySelector('[data-own-drill]');
const pattern = form.querySelector('[data-own-pattern]'),
  tempo = form.querySelector('[data-own-tempo]');
const map = form.querySelector('[data-own-map]');
let soon, waiting;

async function draw() {
  const steady = tempo.value.trim().split(/\s+/)[1] ?? '60';
  const asked = new URLSearchParams({ pattern: pattern.value, tempo: /^\d+$/.test(steady) ? steady : '60' });
  const mine = (waiting = fetch(`/drills/map?${asked}`).then(
    answer => answer.text(),
    () => null,
  ));
  const html = await mine;
  if (mine !== waiting) return;
  if (html === null) map.textContent = say('no-way-picture');
  else map.replaceChildren(...new DOMParser().parseFromString(html, 'text/html').body.children);
}

for (const field of [pattern, tempo]) {
  field.addEventListener('input', () => {
    clearTimeout(soon);
    soon = setTimeout(draw, 200);
  });
}
if ([pattern, tempo].some(isChanged)) draw();
