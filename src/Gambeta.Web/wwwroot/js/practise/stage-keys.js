// Keys and glass: whatever is pressed becomes an act of the practice, or one of the few things that only the screen does.
const actionOf = {
  ' ': 'pause',
  x: 'wrong',
  v: 'void',
  Enter: 'end',
  Backspace: 'back',
  ArrowRight: 'skip',
  a: 'again',
  '+': 'more',
  b: 'beat',
  c: 'tally',
  k: 'others',
  m: 'mute',
  s: 'voice',
  l: 'ear',
  d: 'daylight',
  y: 'film',
  t: 'type',
  p: 'pain',
  n: 'instead',
  r: 'right',
  q: 'first',
  w: 'other',
  u: 'tell',
  Escape: 'leave',
};

/** @param element the whole screen @param practice what acts on it @param only what only the screen does, by name */
export function listen(element, practice, only) {
  const act = (what, ...how) => (only[what] ? only[what]() : practice.act(what, ...how));
  document.addEventListener('keydown', event => {
    if (event.altKey || event.ctrlKey || event.metaKey || event.target.matches('input')) return;
    // A question stands open: its own buttons and keys are meant.
    if (element.querySelector('dialog[open]')) return;
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    if (practice.isHurt) {
      if (key === 'Escape') act('noPain');
      return;
    }
    // A button or link that was gone to by keyboard is what these keys press; a button that was pressed has lost the focus again.
    if ((key === 'Enter' || key === ' ') && event.target.closest('button, a, form, summary')) return;
    if (event.repeat && key !== 'Backspace') return;
    if (key === 'f' || key === 'j') act('tap', key === 'f' ? 'left' : 'right');
    else if (/^\d$/.test(key)) act('number', key === '0' ? 10 : Number(key));
    else if (actionOf[key]) act(actionOf[key]);
    else return;
    event.preventDefault();
  });

  element.addEventListener('click', event => {
    const pressed = event.target.closest('[data-do]');
    if (!pressed) return;
    // A pressed button keeps the focus, and the space bar would press it again.
    pressed.blur();
    act(pressed.dataset.do);
  });

  // The whole glass counts: a finger, a toe or a stick has halves to aim at, not buttons.
  element.addEventListener('pointerdown', event => {
    if (event.target.closest('button, a, input, form, dialog, [data-pain]') || !practice.glassCounts) return;
    event.preventDefault();
    act('glass', event.clientX < innerWidth / 2 ? 'left' : 'right');
  });
}
