// A microphone that hears a recording by the page's own clock: what it hears in a second of the page's time is a second of the recording,
// however slow the machine. Frames are made of the samples here, by the module that makes them in the browser; the audio thread itself,
// in real time, is for the tests with a device (ear.spec.mjs, ./soak).
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { FrameMaker, aSecond, bands } from '../../src/Gambeta.Web/wwwroot/js/hearing/frames.js';

/** A made-up recording with its true touches: { file, touches } with the seconds of each. */
export function recording(folder, name, what, ...how) {
  const file = `${folder}/${name}.wav`;
  execFileSync('tools/microphone', [what, file, '--rate', '16000', ...how], { stdio: 'ignore' });
  const rows = readFileSync(file.replace('.wav', '.csv'), 'utf8').trim().split('\n').slice(1);
  const touches = rows.map(row => row.split(',')).filter(([, kind]) => kind === 'touch');
  return { file, touches: touches.map(([at]) => Number(at)) };
}

// What the audio thread would hand on: 16 bits a sample, one channel.
function framesOf(file) {
  const bytes = readFileSync(file),
    data = bytes.indexOf('data') + 8;
  const samples = Float32Array.from({ length: (bytes.length - data) >> 1 }, (_, i) => bytes.readInt16LE(data + 2 * i) / 32768);
  const frames = [];
  new FrameMaker(bytes.readUInt32LE(24), frame => frames.push(frame)).take(samples);
  return Buffer.concat(frames);
}

/** From the next page on the microphone hears a recording, from its beginning when it is opened, then silence. */
export async function hearRecording(page, file) {
  await page.addInitScript(
    ([text, bands, aSecond]) => {
      const all = Uint8Array.from(atob(text), one => one.charCodeAt(0));
      const piece = 6;
      navigator.mediaDevices.getUserMedia = async () => new AudioContext().createMediaStreamDestination().stream;
      AudioContext.prototype.createMediaStreamSource = () => ({ connect() {} });
      globalThis.heardSeconds = 0;
      globalThis.AudioWorkletNode = class {
        constructor() {
          this.port = { onmessage: null };
          let at = 0;
          setInterval(
            () => {
              const frames = new Uint8Array(piece * bands);
              frames.set(all.subarray(at, at + frames.length));
              at += frames.length;
              globalThis.heardSeconds = at / bands / aSecond;
              this.port.onmessage?.({ data: { frames } });
            },
            (piece / aSecond) * 1000,
          );
        }
      };
    },
    [framesOf(file).toString('base64'), bands, aSecond],
  );
}
