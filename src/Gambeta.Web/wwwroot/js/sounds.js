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
const mutedKey = 'gambeta-muted';

export class Sounds {
  /** What the household chose holds until somebody presses the key on this device. */
  constructor(on) { this.muted = (localStorage.getItem(mutedKey) ?? (on ? 'no' : 'yes')) === 'yes'; }

  /** Browsers let sound begin only within a press. */
  wake() { this.audio ??= new AudioContext(); this.audio.resume(); }

  toggle() {
    this.muted = !this.muted;
    localStorage.setItem(mutedKey, this.muted ? 'yes' : 'no');
    return this.muted;
  }

  /** A new phase: its sounds are to come, from so many milliseconds in. */
  begin(sounds, elapsed = 0) {
    this.begun = null;
    this.coming = sounds.filter(s => s.second * 1000 >= elapsed - ahead);
  }

  /** A beat to play to: hundredths of a second from the start of the phase, begun anew every so many seconds; nothing for none. */
  beat(hundredths, every, elapsed = 0) {
    this.beats = hundredths && { hundredths, every, round: Math.floor(elapsed / (every * 1000)), next: 0 };
    if (!this.beats) return;
    const within = elapsed - this.beats.round * every * 1000;
    this.beats.next = hundredths.findIndex(at => at * 10 > within);
    if (this.beats.next < 0) Object.assign(this.beats, { round: this.beats.round + 1, next: 0 });
  }

  /** Hands what is due within the next moment to the audio clock. */
  tick(elapsed) {
    while (this.coming?.length && this.coming[0].second * 1000 <= elapsed + ahead) {
      const { second, sound } = this.coming.shift();
      this.#play(sound, second, elapsed);
    }
    this.#tickBeat(elapsed);
  }

  #tickBeat(elapsed) {
    for (let { beats } = this; beats;) {
      const at = beats.round * beats.every * 1000 + beats.hundredths[beats.next] * 10;
      if (at > elapsed + ahead) return;
      if (at >= elapsed - ahead) this.#play('beat', at / 1000, elapsed);
      if (++beats.next === beats.hundredths.length) Object.assign(beats, { round: beats.round + 1, next: 0 });
    }
  }

  #play(sound, second, elapsed) {
    if (this.muted || !this.audio) return;
    const { pitch, length, twice } = tones[sound], { currentTime } = this.audio;
    // One reading of the audio clock is off by what the device buffers, and each reading by another bit. So it is read once a phase:
    // what sounds after that keeps its distance from the first sound exactly, unless the device stopped in between.
    const begun = currentTime - elapsed / 1000;
    if (this.begun === null || Math.abs(begun - this.begun) > 0.1) this.begun = begun;
    const at = Math.max(currentTime, this.begun + second);
    this.#tone(pitch, at, length);
    if (twice) this.#tone(pitch * 1.25, at + length * 1.3, length);
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
