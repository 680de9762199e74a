// Sounds are made here, on the audio clock, a moment ahead of their time.
const tones = {
  tick: { pitch: 660, length: 0.08 },
  go: { pitch: 990, length: 0.5 },
  half: { pitch: 780, length: 0.16, twice: true },
  stop: { pitch: 440, length: 0.6 },
  swap: { pitch: 560, length: 0.14, twice: true },
  beat: { pitch: 1320, length: 0.035 },
};
const ahead = 150;
const listensFor = 2000;
const mutedKey = 'gambeta-muted';

export class Sounds {
  #coming = [];
  #beats = null;
  #lead = { since: 0, now: -Infinity, before: -Infinity };

  /** What the household chose holds until somebody presses the key on this device. */
  constructor(on) { this.muted = (localStorage.getItem(mutedKey) ?? (on ? 'no' : 'yes')) === 'yes'; }

  /** Browsers let sound begin only within a press. */
  wake() { this.audio ??= new AudioContext(); this.audio.resume(); }

  toggle() {
    this.muted = !this.muted;
    localStorage.setItem(mutedKey, this.muted ? 'yes' : 'no');
    return this.muted;
  }

  /** What is to sound from now on, by the second of something that began at a time of the page's clock. What was due before sounds still. */
  begin(sounds, began, now) {
    this.tick(now, 0);
    this.#coming = sounds.map(({ second, sound }) => ({ sound, at: began + second * 1000 })).filter(one => one.at >= now - ahead).sort((a, b) => a.at - b.at);
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
    for (; this.#beats && this.#nextBeat() <= now + within; this.#stepBeat()) if (this.#nextBeat() >= now - ahead) this.#play('beat', this.#nextBeat());
  }

  #nextBeat() { return this.#beats.began + this.#beats.hundredths[this.#beats.next] * 10; }

  #stepBeat() {
    const beats = this.#beats;
    if (++beats.next === beats.hundredths.length) Object.assign(beats, { began: beats.began + beats.every, next: 0 });
  }

  #play(sound, at) {
    if (this.muted || !this.audio) return;
    const { pitch, length, twice } = tones[sound];
    const time = Math.max(this.audio.currentTime, Math.max(this.#lead.now, this.#lead.before) + at / 1000);
    this.#tone(pitch, time, length);
    if (twice) this.#tone(pitch * 1.25, time + length * 1.3, length);
  }

  // How far the audio clock leads the page's. A reading of it can lag by what the device buffers, and never runs ahead: so the greatest of
  // the last two to four seconds is believed. Older ones are not, since the clocks drift apart and a starved device stops its own.
  #compareClocks(now) {
    if (!this.audio) return;
    const lead = this.audio.currentTime - now / 1000;
    if (now - this.#lead.since > listensFor) this.#lead = { since: now, now: lead, before: this.#lead.now };
    else this.#lead.now = Math.max(this.#lead.now, lead);
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
