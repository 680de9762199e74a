// Sounds are made here, on the audio clock, a moment ahead of their time.
import { read, write } from '../shared/storage.js';

/** Each sound's pitch in hertz and length in seconds; twice: a second one a quarter higher after it. */
export const tones = {
  tick: { pitch: 660, length: 0.08 },
  go: { pitch: 990, length: 0.5 },
  half: { pitch: 780, length: 0.16, twice: true },
  stop: { pitch: 440, length: 0.6 },
  swap: { pitch: 560, length: 0.14, twice: true },
  beat: { pitch: 1320, length: 0.035 },
};
const ahead = 150;
const mostLatency = 0.5;
const mutedKey = 'gambeta-muted';

export class Sounds {
  #coming = [];
  #beats = null;
  #lead = 0;

  /** What the household chose holds until somebody presses the key on this device. */
  constructor(on) {
    this.muted = (read(mutedKey) ?? (on ? 'no' : 'yes')) === 'yes';
  }

  /** Browsers let sound begin only within a press. */
  wake() {
    this.audio ??= new AudioContext();
    this.audio.resume();
  }

  toggle() {
    this.muted = !this.muted;
    write(mutedKey, this.muted ? 'yes' : 'no');
    return this.muted;
  }

  /**
   * What is to sound from now on, by the second of something that began at a time of the page's clock. What was due before sounds still.
   */
  begin(sounds, began, now) {
    this.tick(now, 0);
    this.#coming = sounds
      .map(({ second, sound }) => ({ sound, at: began + second * 1000 }))
      .filter(one => one.at >= now - ahead)
      .sort((a, b) => a.at - b.at);
  }

  /** A beat to play to: hundredths of a second from when it began, begun anew every so many seconds; nothing for none. */
  beat(hundredths, every, began, now) {
    this.#beats = hundredths && { hundredths, every: every * 1000, began, next: 0 };
    while (this.#beats && this.#nextBeat() <= now) this.#stepBeat();
  }

  /** Hands what is due within the next moment to the audio clock. */
  tick(now, within = ahead) {
    this.#compareClocks(now);
    while (this.#coming.length && this.#coming[0].at <= now + within) {
      const { sound, at } = this.#coming.shift();
      this.#play(sound, at);
    }
    for (; this.#beats && this.#nextBeat() <= now + within; this.#stepBeat())
      if (this.#nextBeat() >= now - ahead) this.#play('beat', this.#nextBeat());
  }

  #nextBeat() {
    return this.#beats.began + this.#beats.hundredths[this.#beats.next] * 10;
  }

  #stepBeat() {
    const beats = this.#beats;
    if (++beats.next === beats.hundredths.length) Object.assign(beats, { began: beats.began + beats.every, next: 0 });
  }

  #play(sound, at) {
    if (this.muted || !this.audio) return;
    const { pitch, length, twice } = tones[sound];
    const time = Math.max(this.audio.currentTime, this.#lead + at / 1000);
    this.#tone(pitch, time, length);
    if (twice) this.#tone(pitch * 1.25, time + length * 1.3, length);
  }

  // How far the audio clock leads the page's. The device tells when it plays what, to less than a millisecond; where it does not, the clock
  // itself is read, which lags by up to a buffer. Asked anew each time: the two drift apart, and a device that is starved stops its own.
  #compareClocks(now) {
    const time = this.audio?.currentTime;
    if (!time) return;
    const { contextTime = 0, performanceTime = 0 } = this.audio.getOutputTimestamp?.() ?? {};
    const [read, told] = [time - now / 1000, contextTime - performanceTime / 1000];
    this.#lead = contextTime > 0 && Math.abs(told - read) < mostLatency ? told : read;
  }

  #tone(pitch, at, length) {
    const [tone, volume] = [this.audio.createOscillator(), this.audio.createGain()];
    tone.type = 'triangle';
    tone.frequency.value = pitch;
    volume.gain.setValueAtTime(0, at);
    volume.gain.linearRampToValueAtTime(0.6, at + 0.01);
    volume.gain.setValueAtTime(0.6, at + length - 0.03);
    volume.gain.linearRampToValueAtTime(0, at + length);
    tone.connect(volume).connect(this.audio.destination);
    tone.start(at);
    tone.stop(at + length);
  }
}
