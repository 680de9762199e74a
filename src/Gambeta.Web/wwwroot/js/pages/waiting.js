// What was played on this device and is not in the logbook: what waits, and what was refused, each with what can be done about it.
import { flush, forget, onChange, state, tryAgain, waiting } from '../shared/outbox.js';
import { language, say } from '../shared/say.js';

const kinds = ['set', 'count', 'answer', 'check', 'pain', 'cleared', 'sitting'];
const page = document.querySelector('[data-waiting-page]');
/** @type {Intl.DateTimeFormatOptions} */
const whenPlayed = { weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit', hour12: false };
const [lists, none] = [page.querySelectorAll('[data-list]'), page.querySelector('[data-none]')];

function line(item, drills) {
  const at = item.body.startedAt ?? item.body.at,
    drill = drills[item.body.drill];
  const entry = document.createElement('li');
  const what = `${say(kinds.includes(item.kind) ? `thing-${item.kind}` : 'something')}${drill ? `: ${drill}` : ''}`;
  entry.append(
    Object.assign(document.createElement('b'), { textContent: what }),
    at ? ` ${new Date(at).toLocaleString(language() === 'en' ? 'en-GB' : language(), whenPlayed)}` : '',
  );
  return entry;
}

function button(words, doIt, className = 'plain') {
  const made = Object.assign(document.createElement('button'), { type: 'button', textContent: words, className });
  made.addEventListener('click', doIt);
  return made;
}

async function draw() {
  const drills = JSON.parse(document.getElementById('drills').textContent),
    kept = await waiting();
  const [waits, refused] = [
    kept.map(item => line(item, drills)),
    state.refused.map(item => {
      const entry = line(item, drills),
        actions = Object.assign(document.createElement('p'), { className: 'actions' });
      entry.append(Object.assign(document.createElement('p'), { textContent: item.problems.join(' ') }), actions);
      actions.append(
        item.ask
          ? button(say('right-keep-it'), () => tryAgain(item.key, true), 'go')
          : button(say('send-once-more'), () => tryAgain(item.key)),
        button(say('let-it-go'), () => forget(item.key)),
      );
      return entry;
    }),
  ];
  lists[0].replaceChildren(...waits);
  lists[1].replaceChildren(...refused);
  for (const [i, list] of [waits, refused].entries()) lists[i].closest('section').hidden = list.length === 0;
  none.hidden = waits.length + refused.length > 0;
}

page.querySelector('[data-send]').addEventListener('click', flush);
onChange(draw);
flush();
