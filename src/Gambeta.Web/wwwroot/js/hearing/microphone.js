// The microphone of the device: samples become frames on the audio thread, and frames are all that is handed on. Sound itself is never kept
// and never sent.
import { bands } from './frames.js';
import { LostSound, lostFrames } from './lost-sound.js';

export class Microphone {
  #stream = null;
  #audio = null;

  /** @param heard called with each piece of frames @param lost called when the microphone is gone */
  constructor(heard, lost) {
    Object.assign(this, { heard, lost });
  }

  get isOn() {
    return Boolean(this.#stream);
  }

  /**
   * Asks for the microphone and begins to hear; or hears a recording at this address, aloud, in its place. Throws where that is not
   * allowed or there is none.
   */
  async open(recording) {
    const audio = new AudioContext();
    // What makes speech clearer makes a ball vanish.
    const stream = recording
      ? await played(audio, recording)
      : await navigator.mediaDevices.getUserMedia({
          audio: { echoCancellation: false, autoGainControl: false, noiseSuppression: false, channelCount: 1 },
        });
    await audio.audioWorklet.addModule(new URL('./listener-worklet.js', import.meta.url));
    await audio.resume();
    const listener = new AudioWorkletNode(audio, 'gambeta-listener', { numberOfOutputs: 0 });
    const lost = new LostSound();
    listener.port.onmessage = ({ data: { frames } }) => {
      const missing = lost.missing(frames.length / bands, performance.now());
      if (missing > 0) this.heard(lostFrames(missing));
      this.heard(frames);
    };
    audio.createMediaStreamSource(stream).connect(listener);
    [this.#stream, this.#audio] = [stream, audio];
    for (const track of stream.getTracks()) track.addEventListener('ended', () => this.#gone());
  }

  close() {
    for (const track of this.#stream?.getTracks() ?? []) track.stop();
    this.#audio?.close();
    this.#stream = this.#audio = null;
  }

  #gone() {
    if (!this.#stream) return;
    this.close();
    this.lost();
  }
}

/** Frames in one row. */
export function joined(pieces) {
  const all = new Uint8Array(pieces.reduce((sum, piece) => sum + piece.length, 0));
  let at = 0;
  for (const piece of pieces) {
    all.set(piece, at);
    at += piece.length;
  }
  return all;
}

/** The latest so many frames of some pieces. */
export function latest(pieces, frames) {
  const all = joined(pieces);
  return all.subarray(Math.max(0, all.length - frames * bands));
}

/** A recording as a stream, that somebody who watches hears as well. */
async function played(audio, address) {
  const answer = await fetch(address);
  if (!answer.ok) throw new DOMException('no recording', 'NotFoundError');
  const source = new AudioBufferSourceNode(audio, { buffer: await audio.decodeAudioData(await answer.arrayBuffer()), loop: true }),
    out = audio.createMediaStreamDestination();
  source.connect(out);
  source.connect(audio.destination);
  source.start();
  return out.stream;
}
