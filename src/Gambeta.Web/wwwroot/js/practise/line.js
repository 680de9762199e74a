// A line to the server that stays open while somebody practises: what is posted on it goes without the kilobyte of headers around each
// post. It is only the quicker way. Where it cannot be had, or breaks, nothing is said here and the caller posts as usual: a thing that
// arrives twice counts once.
const opensWithin = 4000;
const answersWithin = 8000;
const staysAwayFor = 60_000;

let socket = null;
let opening = null;
let number = 0;
let awayUntil = 0;
const asked = new Map();

/** Posts on the line and resolves with its status and answer; with nothing when there is no line. */
export async function postOnLine(url, body) {
  if (!(await opened())) return null;
  const n = ++number;
  return new Promise(resolve => {
    asked.set(n, resolve);
    setTimeout(() => {
      if (asked.has(n)) hangUp();
    }, answersWithin);
    socket.send(JSON.stringify({ n, to: url, body }));
  });
}

/** Sends bytes on the line that is open: true where it went; what is told of them comes to `onBytesTold`. */
export function sendOnLine(bytes) {
  if (socket?.readyState !== WebSocket.OPEN) return false;
  socket.send(bytes);
  return true;
}

/** The line as it is open now, nothing where none is: another one knows nothing of what went before. */
export const lineNow = () => (socket?.readyState === WebSocket.OPEN ? socket : null);

/** @type {(heard: any) => void} */
let told = () => {};

/** @type {(said: any) => void} */
let besideTold = () => {};

/** Calls back with what another screen of the household tells. */
export function onBesideTold(listener) {
  besideTold = listener;
}

/** Calls back with what is told without having been asked. */
export function onBytesTold(listener) {
  told = listener;
}

/** Whoever waits for this line tries it again at once. */
export function tryLineAgain() {
  awayUntil = 0;
}

async function opened() {
  if (socket?.readyState === WebSocket.OPEN) return true;
  if (!navigator.onLine || performance.now() < awayUntil) return false;
  return (opening ??= open().finally(() => {
    opening = null;
  }));
}

function open() {
  hangUp();
  return new Promise(resolve => {
    const made = new WebSocket(`${location.origin.replace('http', 'ws')}/api/line?household=${document.body.dataset.household}`);
    let isThrough = false;
    made.onopen = () => {
      isThrough = true;
      socket = made;
      resolve(true);
    };
    made.onmessage = ({ data }) => {
      const { n, status, answer, ear, beside } = JSON.parse(data);
      if (ear) return told(ear);
      if (beside) return besideTold(beside);
      asked.get(n)?.({ status, answer: answer ?? {} });
      asked.delete(n);
    };
    made.onclose = () => {
      if (socket === made) hangUp();
      // Not let through, or nobody there: the ordinary way finds out why, and the line is not tried for each post.
      else if (!isThrough) awayUntil = performance.now() + staysAwayFor;
      resolve(false);
    };
    setTimeout(() => {
      if (socket !== made) made.close();
    }, opensWithin);
  });
}

function hangUp() {
  socket?.close();
  socket = null;
  for (const answer of asked.values()) answer(null);
  asked.clear();
}

addEventListener('offline', hangUp);
// Signed out, or somebody else signed in, in another tab: what follows is not sent in the name that the line was opened in.
addEventListener('storage', event => {
  if (event.key === 'gambeta-household') hangUp();
});
