// Gives the practice screen back when it is loaded again and the server cannot be reached: a round goes on where the wireless ends.
// The network is always asked first; what offline.js kept stands in only when it does not answer.
const patience = 4000;

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', event => event.waitUntil(self.clients.claim()));

self.addEventListener('fetch', event => {
  const { request } = event;
  const wanted = request.mode === 'navigate' ? new URL(request.url).pathname.startsWith('/practise/') : ['script', 'style', 'font', 'image'].includes(request.destination);
  if (wanted && request.method === 'GET') event.respondWith(fromNetworkOrKept(request));
});

async function fromNetworkOrKept(request) {
  const answer = fetch(request);
  const kept = await caches.match(request, { ignoreVary: true });
  if (!kept) return answer;
  // A server that is on its knees sends a page that says so; the round is worth more.
  const sound = answer.then(response => response.status >= 500 ? kept : response, () => kept);
  return Promise.race([sound, new Promise(resolve => setTimeout(resolve, patience, kept))]);
}
