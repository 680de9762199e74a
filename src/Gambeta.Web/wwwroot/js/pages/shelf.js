// The shelf by keyboard: a letter opens a group, a number chooses in it. Every choice is a link that also works without this.
import { isChanged } from '../shared/changed.js';
import { exchange } from '../shared/exchange.js';
import { released } from '../shared/press.js';

let group = null;
let queue = Promise.resolve();

const shelf = () => document.querySelector('[data-shelf]');

function open(key) {
  group = key;
  for (const field of document.querySelectorAll('[data-group]')) field.classList.toggle('open', field.dataset.group === key);
}

async function go(address) {
  const answer = await fetch(address).catch(() => null);
  if (!answer?.ok) return location.assign(address);
  const fresh = new DOMParser().parseFromString(await answer.text(), 'text/html').querySelector('[data-shelf]');
  await released();
  fresh.querySelector('[data-shelf-more]').open = document.querySelector('[data-shelf-more]').open;
  exchange(shelf(), fresh);
  history.replaceState(null, '', address);
  if (group) open(group);
}

document.addEventListener(
  'keydown',
  event => {
    if (event.altKey || event.ctrlKey || event.metaKey || event.target.matches('input')) return;
    const key = event.key.toUpperCase();
    if (event.key === '/') {
      document.querySelector('[data-shelf-words]').focus();
    } else if (document.querySelector(`[data-group="${CSS.escape(key)}"]`)) {
      const rest = document.querySelector('[data-shelf-more]');
      if (rest.querySelector(`[data-group="${CSS.escape(key)}"]`)) rest.open = true;
      open(key);
    } else if (group && /^\d$/.test(event.key) && nth(group, event.key)) {
      // One after the other: each choice starts from what the one before it left.
      const { key: pressed } = event,
        of = group;
      queue = queue.then(() => go(nth(of, pressed).getAttribute('href')));
      event.stopImmediatePropagation();
    } else {
      if (event.key === 'Escape') open(null);
      return;
    }
    event.preventDefault();
  },
  true,
);

const nth = (key, digit) => document.querySelectorAll(`[data-group="${key}"] a`)[(Number(digit) + 9) % 10];

document.addEventListener('click', event => {
  const link = event.target.closest('[data-shelf-choice] a');
  if (!link || event.ctrlKey || event.metaKey) return;
  event.preventDefault();
  queue = queue.then(() => go(link.getAttribute('href')));
});

function look(words) {
  const asked = new URLSearchParams(/** @type {any} */ (new FormData(words.form)));
  if (!asked.get('words')) asked.delete('words');
  queue = queue.then(() => go(`/drills?${asked}`));
}

let soon;
document.addEventListener('input', event => {
  if (!event.target.matches('[data-shelf-words]')) return;
  clearTimeout(soon);
  soon = setTimeout(() => look(event.target), 250);
});
const early = document.querySelector('[data-shelf-words]');
if (isChanged(early)) look(early);
