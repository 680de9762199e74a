// Looks at a practice screen for what covers what.

/** What lies over what on the practice screen, or out of it: the ink of every piece of text and every block against every other. */
export const coveredNow = page =>
  page.evaluate(() => {
    const boxes = [],
      middle = document.querySelector('.middle').getBoundingClientRect(),
      scrolls = getComputedStyle(document.querySelector('.middle')).overflowY === 'auto';
    for (const element of document.querySelectorAll(
      '.stage-head p, .stage-head h1, .side .shoe, .side .count, .side p, .mosaic, .figure, .board, [data-yard], .under, .cue, ' +
        '.result, .typed-row, .ask p, .choices button, .next, .keys button',
    )) {
      if (!element.checkVisibility() || (!element.textContent.trim() && !element.matches('.shoe, .mosaic'))) continue;
      let box = element.getBoundingClientRect();
      if (!element.matches('.board, [data-yard], .typed-row, .choices button, .keys button, svg')) {
        const range = document.createRange(),
          air = 0.24 * parseFloat(getComputedStyle(element).fontSize);
        range.selectNodeContents(element);
        const { left, right, top, bottom } = range.getBoundingClientRect();
        box = { left, right, top: top + air, bottom: bottom - air };
      }
      // What is scrolled is seen as far as its place goes.
      if (scrolls && element.closest('.middle')) {
        box = { left: box.left, right: box.right, top: Math.max(box.top, middle.top), bottom: Math.min(box.bottom, middle.bottom) };
        if (box.bottom <= box.top) continue;
      }
      boxes.push({
        element,
        box,
        name:
          `${element.getAttribute('class') ?? Object.keys(element.dataset)[0] ?? element.tagName} ` +
          `“${element.textContent.trim().slice(0, 20)}”`,
      });
    }
    const over = (a, b) =>
      Math.min(a.right, b.right) - Math.max(a.left, b.left) > 2 && Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) > 2;
    const found = boxes
      .filter(
        ({ box, element }) => !element.closest('.middle') && (box.left < -1 || box.right > innerWidth + 1 || box.bottom > innerHeight + 1),
      )
      .map(({ name }) => `${name} is off the screen`);
    // In a round nobody scrolls: but on the smallest phones everything has its place.
    const { scrollHeight, clientHeight } = document.querySelector('.middle');
    if (scrolls && innerWidth >= 360 && document.querySelector('[data-stage][data-phase=work]') && scrollHeight > clientHeight + 2)
      found.push(`the middle has ${scrollHeight} px in ${clientHeight}`);
    for (const { box, element, name } of boxes)
      if (element.closest('.middle') && (box.left < middle.left - 1 || box.right > middle.right + 1)) found.push(`${name} is cut off`);
    for (const [i, a] of boxes.entries()) {
      // The clock stands on the mosaic on purpose.
      for (const b of boxes.slice(i + 1))
        if (over(a.box, b.box) && !(a.element.matches('.mosaic') && b.element.matches('.figure'))) found.push(`${a.name} and ${b.name}`);
    }
    return found;
  });
