// What every page does: one key for each marked action, and sending what still waits on this device.
import { keepAhead } from '../shared/ahead.js';
import '../shared/keys-seen.js';
import { moveOver } from '../shared/moving.js';
import '../shared/picture-text.js';
import { keepOnlyOurs, whoseTurn } from '../shared/offline.js';
import { flush, onChange, state, storing, words } from '../shared/outbox.js';
import { write } from '../shared/storage.js';
import { language, say } from '../shared/say.js';

document.addEventListener('keydown', event => {
  if (event.altKey || event.ctrlKey || event.metaKey || event.repeat) return;
  if (event.target.closest('input, select, textarea, button, a') && event.key === 'Enter') return;
  if (event.target.closest('input, select, textarea')) return;
  const wanted = [...document.querySelectorAll('[data-key]')].find(e => e.dataset.key.toLowerCase() === event.key.toLowerCase());
  if (!wanted) return;
  event.preventDefault();
  wanted.click();
});

document.addEventListener('click', event => {
  if (event.target.closest('[data-print]')) print();
});

// Where there is room for five places the others are one press away.
document.querySelector('[data-rail-more]')?.addEventListener('click', ({ currentTarget: more }) => {
  const isOpen = more.getAttribute('aria-expanded') !== 'true';
  more.setAttribute('aria-expanded', String(isOpen));
  more.closest('.rail').dataset.open = isOpen ? 'yes' : 'no';
});

// A file that the server would not take is not sent to it.
document.addEventListener('change', ({ target }) => {
  if (!target.matches('input[data-most]')) return;
  target.setCustomValidity([...target.files].some(file => file.size > Number(target.dataset.most)) ? target.dataset.tooLarge : '');
  target.reportValidity();
});

// Pressed twice, sent once.
document.addEventListener('submit', event => {
  if (!event.target.matches('[data-once]')) return;
  if (event.target.dataset.sent) event.preventDefault();
  event.target.dataset.sent = 'yes';
});
addEventListener('pageshow', () => {
  for (const form of document.querySelectorAll('[data-sent]')) delete form.dataset.sent;
});

// Tabs that were opened in the name of another household learn that it is over.
write('gambeta-household', document.body.dataset.household ?? '');
const ours = keepOnlyOurs();

// A page that this device had kept says so; one that came from the server is the moment to keep what may be needed later.
const { keptAt, player } = document.body.dataset;
if (keptAt)
  document.querySelector('[data-kept]')?.replaceChildren(
    say('kept-page', {
      time: new Date(keptAt).toLocaleString(language() === 'en' ? 'en-GB' : language(), {
        weekday: 'short',
        hour: '2-digit',
        minute: '2-digit',
      }),
    }),
  );
else if (player) ours.then(() => keepAhead(whoseTurn()));

const zone = document.querySelector('[data-time-zone]');
if (zone) zone.value = Intl.DateTimeFormat().resolvedOptions().timeZone ?? zone.value;

// On the home network only: a page that is shown again after a form keeps what was typed, and stays.
if (document.body.dataset.safe) moveOver(document.body.dataset.safe);

const banner = document.querySelector('[data-waiting]');
if (banner) {
  const line = banner.querySelector('[data-waiting-words]');
  onChange(() => {
    const refused = state.refused.length,
      waits = words(),
      lines = [];
    if (waits && waits !== storing)
      lines.push(say(state.stopped === 'offline' && state.isSafe ? 'waits-by-itself' : 'waits', { what: waits }));
    if (refused) lines.push(say('things-not-taken', { n: refused }));
    line.textContent = lines.join(' ');
    banner.hidden = line.textContent === '';
  });
  flush();
}
