// Pages that are kept on this device before anybody needs them: the session of the day and the sheets used last are practised where there
// is no network, from a cold start. sw.js hands them out where the network does not. Three megabytes at most, the least wanted left out;
// all of it goes with the sign-in.
import { pageAndParts } from './kept-page.js';
import { read, remove, write } from './storage.js';

// Each time into a store of its own: what was kept before goes when the new one is whole, and stays where there is no room for both.
const stores = 'gambeta-ahead',
  listed = '/kept-ahead.json',
  keptAtKey = 'gambeta-ahead-at';

/** Where it is written down for whom pages are kept on this device. */
export const keptForKey = 'gambeta-kept-for';

const most = 3 * 1024 * 1024,
  often = 30 * 60_000;

/** What is kept: {address, name, kind, bytes, at} of each page. */
export async function kept() {
  const found = await globalThis.caches?.match(listed);
  return found ? found.json() : [];
}

/** Keeps what the server says is worth keeping for whoever plays here; not again for half an hour. */
export async function keepAhead(whose) {
  if (!('serviceWorker' in navigator) || !globalThis.caches) return;
  const [who, at] = (read(keptAtKey) ?? '').split(' at ');
  if (who === whose && Date.now() - Number(at) < often && Date.now() > Number(at)) return;
  try {
    await navigator.serviceWorker.register('/sw.js');
    const answer = await fetch('/api/ahead');
    if (!answer.ok) return;
    if (await keepAll(await answer.json(), whose)) write(keptAtKey, `${whose} at ${Date.now()}`);
  } catch {
    // No network, or no room: what is there stays.
  }
}

async function keepAll(pages, whose) {
  const wanted = new Map(),
    list = [];
  let left = most;
  for (const { address, ...page } of pages) {
    const parts = await pageAndParts(address, wanted),
      bytes = [...(parts?.values() ?? [])].reduce((sum, part) => sum + part.bytes, 0);
    if (!parts || bytes > left) continue;
    left -= bytes;
    for (const [url, part] of parts) wanted.set(url, part);
    list.push({ address, ...page, bytes, at: new Date().toISOString() });
  }
  // Somebody else's turn by now, or signed out: nothing of this is kept.
  if (read(keptForKey) !== whose) return false;
  const own = `${stores} ${Date.now()}`;
  try {
    const cache = await caches.open(own);
    for (const [url, { response }] of wanted) await cache.put(url, response);
    await cache.put(listed, Response.json(list));
  } catch (noRoom) {
    await caches.delete(own);
    throw noRoom;
  }
  await dropStores(name => name !== own);
  return true;
}

const dropStores = async which =>
  Promise.all((await caches.keys()).filter(name => name.startsWith(stores) && which(name)).map(name => caches.delete(name)));

/** Drops all of it. */
export async function dropAhead() {
  remove(keptAtKey);
  if (globalThis.caches) await dropStores(() => true);
}
