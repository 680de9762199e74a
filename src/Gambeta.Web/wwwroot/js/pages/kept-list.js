// What is kept on this device for where there is no network: each page can be opened, and all of it dropped.
import { dropAhead, kept } from '../shared/ahead.js';
import { say } from '../shared/say.js';

const list = document.querySelector('[data-kept-list]'),
  drop = list.querySelector('[data-drop]');

async function draw() {
  const pages = (await kept()).filter(page => page.kind !== 'start');
  list.querySelector('[data-pages]').replaceChildren(
    ...pages.map(page => {
      const entry = document.createElement('li'),
        link = Object.assign(document.createElement('a'), { href: page.address, textContent: page.name });
      link.className = page.kind;
      entry.append(link);
      return entry;
    }),
  );
  list.querySelector('[data-nothing]').hidden = pages.length > 0;
  if (drop) {
    drop.hidden = pages.length === 0;
    list.querySelector('[data-size]').textContent = pages.length
      ? say('kept-size', { n: Math.ceil(pages.reduce((sum, page) => sum + page.bytes, 0) / 1024) })
      : '';
  }
}

drop?.addEventListener('click', async () => {
  await dropAhead();
  draw();
});
draw();
