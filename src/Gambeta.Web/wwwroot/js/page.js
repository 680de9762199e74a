// What every page does: one key for each marked action, and sending what still waits on this device.
import { keepOnlyOurs } from './offline.js';
import { flush, forgetRefused, onChange, state } from './outbox.js';

document.addEventListener('keydown', event => {
  if (event.altKey || event.ctrlKey || event.metaKey || event.repeat) return;
  if (event.target.closest('input, select, textarea, button, a') && event.key === 'Enter') return;
  if (event.target.closest('input, select, textarea')) return;
  const wanted = [...document.querySelectorAll('[data-key]')].find(e => e.dataset.key.toLowerCase() === event.key.toLowerCase());
  if (!wanted) return;
  event.preventDefault();
  wanted.click();
});

document.addEventListener('click', event => { if (event.target.closest('[data-print]')) print(); });

// Tabs that were opened in the name of another household learn that it is over.
localStorage.setItem('gambeta-household', document.body.dataset.household ?? '');
keepOnlyOurs();

const zone = document.querySelector('[data-time-zone]');
if (zone) zone.value = Intl.DateTimeFormat().resolvedOptions().timeZone ?? zone.value;

const banner = document.querySelector('[data-waiting]');
if (banner) {
  onChange(() => {
    const lines = [];
    if (state.waiting) lines.push(`${state.waiting} ${state.waiting === 1 ? 'set waits' : 'sets wait'} on this device and will be sent by itself.`);
    for (const item of state.refused) lines.push(`A set was not taken: ${item.problems.join(' ')}`);
    banner.hidden = lines.length === 0;
    banner.textContent = lines.join(' ');
    if (state.refused.length) {
      const button = Object.assign(document.createElement('button'), { className: 'plain', textContent: 'I have read it' });
      button.addEventListener('click', forgetRefused);
      banner.append(' ', button);
    }
  });
  flush();
}
