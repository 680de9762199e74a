// Gives pages back when the server cannot be reached: the practice screen that is open (offline.js), and those that were kept ahead
// (ahead.js). The network is always asked first; what is kept stands in only when it does not answer, and the page that says so where
// nothing is kept.
const patience = 4000;
const instead = '/without-network';

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', event => event.waitUntil(self.clients.claim()));

self.addEventListener('fetch', event => {
  const { request } = event;
  if (request.method === 'GET' && (request.mode === 'navigate' || ['script', 'style', 'font', 'image'].includes(request.destination)))
    event.respondWith(fromNetworkOrKept(request));
});

async function fromNetworkOrKept(request) {
  const kept = await caches.match(request, { ignoreVary: true });
  // The address of a module says of which build it is: it never changes, and after an update the server has it no more.
  if (kept && new URL(request.url).pathname.startsWith('/of-')) return kept;
  const answer = fetch(request);
  if (!kept) return request.mode === 'navigate' ? answer.catch(async () => (await caches.match(instead)) ?? Response.error()) : answer;
  // A server that is on its knees sends a page that says so; the round is worth more.
  const sound = answer.then(
    response => (response.status >= 500 ? kept : response),
    () => kept,
  );
  return Promise.race([sound, new Promise(resolve => setTimeout(resolve, patience, kept))]);
}
