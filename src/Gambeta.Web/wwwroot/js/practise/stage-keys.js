// Keys and glass: whatever is pressed becomes one of the actions.
const actionOf = {
  ' ': 'pause', x: 'wrong', v: 'void', Enter: 'end', Backspace: 'back', ArrowRight: 'skip', a: 'again', '+': 'more', b: 'beat', c: 'tally',
  k: 'others', m: 'mute', s: 'voice', t: 'type', p: 'pain', n: 'instead', Escape: 'leave',
};

/** @param element the whole screen @param actions what can be done, by name; besides, tap(foot), number(n), and whether the glass counts now */
export function listen(element, actions) {
  document.addEventListener('keydown', event => {
    if (event.altKey || event.ctrlKey || event.metaKey || event.target.matches('input')) return;
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    if (actions.isHurt) {
      if (key === 'Escape') actions.nopain();
      return;
    }
    if (key === 'Enter' && event.target.closest('a, form')) return;
    if (event.repeat && key !== 'Backspace') return;
    if (key === 'f' || key === 'j') actions.tap(key === 'f' ? 'left' : 'right');
    else if (/^\d$/.test(key)) actions.number(key === '0' ? 10 : Number(key));
    else if (actionOf[key]) actions[actionOf[key]]();
    else return;
    event.preventDefault();
  });

  element.addEventListener('click', event => {
    const pressed = event.target.closest('[data-do]');
    if (!pressed) return;
    // A pressed button keeps the focus, and the space bar would press it again.
    pressed.blur();
    actions[pressed.dataset.do]();
  });

  // The whole glass counts: a finger, a toe or a stick has halves to aim at, not buttons.
  element.addEventListener('pointerdown', event => {
    if (event.target.closest('button, a, input, form, dialog, [data-pain]') || !actions.glassCounts) return;
    event.preventDefault();
    actions.glass(event.clientX < innerWidth / 2 ? 'left' : 'right');
  });
}
