// A code that opens nothing any more is not shown any more.
const part = document.querySelector('[data-over-in]'),
  until = performance.now() + Number(part.dataset.overIn) * 1000;

const ticking = setInterval(() => {
  if (performance.now() < until) return;
  clearInterval(ticking);
  part.querySelector('[data-code]').remove();
  part.querySelector('[data-over]').hidden = false;
}, 500);
