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
})();
