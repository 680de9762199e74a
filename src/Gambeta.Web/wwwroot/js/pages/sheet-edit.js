// Putting a sheet together without loading the page anew: every press is the form's own, sent by hand, and what comes back takes its place.
import Sortable from '../../lib/sortable.js';
import { isChanged } from '../shared/changed.js';
import { exchange } from '../shared/exchange.js';
import { released } from '../shared/press.js';

const form = () => document.querySelector('[data-sheet-form]');
let sending = null;

/** What a field or a button is known by when the form comes back. */
const named = field => field?.getAttribute?.('aria-label') || field?.name || field?.getAttribute?.('formaction') || field?.dataset?.key;

async function send(address) {
  sending?.abort();
  const mine = (sending = new AbortController());
  const sent = new FormData(/** @type {HTMLFormElement} */ (form()));
  let page;
  try {
    const response = await fetch(address, {
      method: 'POST',
      body: sent,
      signal: mine.signal,
    });
    page = new DOMParser().parseFromString(await response.text(), 'text/html').querySelector('[data-sheet-form]');
  } catch {
    // Replaced by a later press, or no network: what stands on the form stays.
    return;
  }
  await released();
  if (!page || mine !== sending) return;
  const focused = named(document.activeElement);
  const typed = exchange(form(), page, sent, named);
  bind();
  const lately = page.querySelector('[data-lately=true]');
  const again = [...page.querySelectorAll('input, select, button')].find(field => focused && named(field) === focused && !field.disabled);
  if (!typed) (again ?? lately?.querySelector('button:not(:disabled)'))?.focus({ preventScroll: true });
  lately?.scrollIntoView({ block: 'nearest' });
}

/** Rows are read by their number: after a drag they are numbered anew. */
function number() {
  form()
    .querySelectorAll('[data-row]')
    .forEach((row, i) => {
      row.dataset.row = i;
      for (const field of row.querySelectorAll('[name]')) field.name = field.name.replace(/\[\d+\]/, `[${i}]`);
    });
}

function bind() {
  const adds = form().querySelector('[data-enter]').getAttribute('formaction'),
    sums = adds.replace('=Add', '=Sums');
  Sortable.create(form().querySelector('[data-rows]'), {
    handle: '[data-handle]',
    animation: 0,
    forceFallback: true,
    onEnd() {
      number();
      send(sums);
    },
  });
  const counts = 'input:not([data-add]), select';
  // A drag tells its own changes under the same name, while it goes on.
  form().addEventListener('change', event => {
    if (event.target.matches(counts)) send(sums);
  });
  if ([...form().querySelectorAll(counts)].some(field => isChanged(field))) send(sums);
  form().addEventListener('submit', event => {
    const address = event.submitter?.getAttribute('formaction');
    if (!address) return;
    event.preventDefault();
    send(address);
  });
  form().addEventListener('keydown', event => {
    if (event.altKey && ['ArrowUp', 'ArrowDown'].includes(event.key)) {
      const row = event.target.closest('[data-row]');
      if (!row) return;
      event.preventDefault();
      send(`${adds.replace('=Add', event.key === 'ArrowUp' ? '=Up' : '=Down')}&row=${row.dataset.row}`);
    }
  });
}

bind();
