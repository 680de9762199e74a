// Sound that never came. A device that has too much to do drops some, and its audio clock does not tell: it counts only what came. Pieces
// may come late but never early, so by how much the earliest of the last seconds lags behind the device's other clock says how much is
// missing. Knows no browser.
import { aSecond, bands } from './frames.js';

const seconds = 3;
const least = 0.15;

// Two clocks of one device run apart by so much at most.
const drift = 0.0002;

export class LostSound {
  #lags = [];
  #frames = 0;
  #usual = Infinity;
  #last = 0;

  /** So many frames came at this time, in milliseconds: how many are missing before them that were not told yet. */
  missing(frames, now) {
    const second = now / 1000;
    this.#frames += frames;
    this.#lags.push({ second, lag: second - this.#frames / aSecond });
    while (this.#lags[0].second < second - seconds) this.#lags.shift();
    const lag = Math.min(...this.#lags.map(one => one.lag));
    this.#usual = Math.min(lag, this.#usual + (second - this.#last) * drift);
    this.#last = second;
    // After a page was asleep all that came meanwhile comes in one go.
    if (lag - this.#usual < least || second - this.#lags[0].second < seconds * 0.8) return 0;
    const missing = Math.round((lag - this.#usual) * aSecond);
    this.#frames += missing;
    for (const one of this.#lags) one.lag -= missing / aSecond;
    return missing;
  }
}

/** Frames that stand for sound that is missing: the server knows them, and trusts no count of a set that has many. */
export const lostFrames = many => new Uint8Array(many * bands).fill(255);
