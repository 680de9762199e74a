// Stands before the modules of a page and sees whether they come. One that does not, since the server was brought up to date while the page
// was loading or the network broke off, would leave a page that looks alive and is not: it is said, with the way out. Never by itself:
// somebody may have begun to fill in, and some words are shown once.
(() => {
  const script = document.currentScript;
  const say = () => {
    if (document.querySelector('.not-whole, [data-shown-once]')) return;
    const link = Object.assign(document.createElement('a'), {
      href: location.href,
      textContent: script.dataset.again,
      className: 'not-whole',
    });
    link.setAttribute('role', 'status');
    document.body.prepend(link);
  };
  addEventListener(
    'error',
    ({ target }) => {
      if (target.tagName !== 'SCRIPT' || target.type !== 'module') return;
      if (document.readyState === 'loading') addEventListener('DOMContentLoaded', say, { once: true });
      else say();
    },
    true,
  );

  // A button of the practice screen that is pressed before the modules listen is pressed again once they do: the last one, or the start for
  // the space bar.
  let early = null;
  /** @param {any} event */
  const note = ({ type, target, key }) => {
    if (type === 'click') early = target.closest('[data-do]') ?? early;
    else if (key === ' ' && !target.closest('input, button, a')) early = document.querySelector('[data-do=start]');
  };
  for (const type of ['click', 'keydown']) addEventListener(type, note, true);
  globalThis.pressedEarly = () => {
    for (const type of ['click', 'keydown']) removeEventListener(type, note, true);
    return early;
  };
})();
