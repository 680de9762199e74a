// Keeps the practice page that is open, and what it is made of, on the device: sw.js hands it out when it is loaded again without a way to
// the server. One page only, gone when something hurts and when nobody is signed in. Browsers have no such keeping over plain http.
const cacheName = 'gambeta-practice';

export async function keepPage() {
  try {
    if (!('serviceWorker' in navigator)) return;
    await navigator.serviceWorker.register('/sw.js');
    const parts = [...document.querySelectorAll('link[href], script[src]')].map(part => part.href ?? part.src);
    const wanted = new Set([location.href, ...parts]), cache = await caches.open(cacheName);
    await cache.addAll(wanted);
    for (const { url } of await cache.keys()) if (!wanted.has(url)) await cache.delete(url);
  } catch {
    // Without network there is nothing newer to keep: what is there stays.
  }
}

export async function forgetPage() { await globalThis.caches?.delete(cacheName); }
