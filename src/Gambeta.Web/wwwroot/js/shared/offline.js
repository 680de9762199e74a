// Keeps the practice page that is open, and what it is made of, on the device: sw.js hands it out when it is loaded again without a way to
// the server. One page only, and those of ahead.js beside it; gone when something hurts, when nobody is signed in and when somebody else
// plays. Browsers have no such keeping over plain http.
import { dropAhead, keptForKey } from './ahead.js';
import { pageAndParts } from './kept-page.js';
import { read, write } from './storage.js';

const cacheName = 'gambeta-practice';

/** Who plays here, as what is kept is kept for them. */
export const whoseTurn = () => `${document.body.dataset.household} ${document.body.dataset.player}`;

export async function keepPage() {
  try {
    if (!('serviceWorker' in navigator)) return;
    await navigator.serviceWorker.register('/sw.js');
    const wanted = await pageAndParts(location.href);
    if (!wanted) return;
    const cache = await caches.open(cacheName);
    for (const [url, { response }] of wanted) await cache.put(url, response);
    write(keptForKey, whoseTurn());
    for (const { url } of await cache.keys()) if (!wanted.has(url)) await cache.delete(url);
  } catch {
    // Without network there is nothing newer to keep: what is there stays.
  }
}

/** Forgets a page that was kept for another household or player than the one that is here now. */
export async function keepOnlyOurs() {
  const { household, player } = document.body.dataset;
  // A page that only says what went wrong knows nobody's turn.
  if (household && !player) return;
  if (read(keptForKey) === whoseTurn()) return;
  await forgetPage();
  write(keptForKey, whoseTurn());
}

/** Forgets every page that is kept. */
export async function forgetPage() {
  await dropAhead();
  await globalThis.caches?.delete(cacheName);
}
