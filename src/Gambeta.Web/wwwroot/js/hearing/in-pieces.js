// A set that was heard without a network and is too long for one post: its frames go in pieces on a line of their own, so that no set which
// is being listened to meanwhile is in the way.
import { bands } from './frames.js';
import { message } from './frames-message.js';

const aPiece = 1500;
const patience = 20_000;

/** What the server heard of frames, as {status, answer}; a status of 0 where nobody was there to hear them. */
export function countInPieces(about, frames) {
  return new Promise(resolve => {
    const line = new WebSocket(`${location.origin.replace('http', 'ws')}/api/line?household=${document.body.dataset.household}`);
    const done = said => {
      clearTimeout(late);
      line.onclose = null;
      line.close();
      resolve(said);
    };
    const late = setTimeout(() => done({ status: 0, answer: null }), patience);
    const ask = (n, to, body) => line.send(JSON.stringify({ n, to, body }));
    line.onclose = () => done({ status: 0, answer: null });
    line.onopen = () => ask(1, '/api/ear/begins', about);
    line.onmessage = ({ data }) => {
      const { n, status, answer } = JSON.parse(data);
      if (n === 1 && status === 200) {
        for (let at = 0; at < frames.length; at += aPiece * bands)
          line.send(message(at / bands, frames.subarray(at, at + aPiece * bands), about.version ?? 1));
        ask(2, '/api/ear/ends', { frames: frames.length / bands });
      } else if (n) {
        // Some of it was lost on the way: another time.
        done({ status: status === 409 ? 0 : status, answer });
      }
    };
  });
}
