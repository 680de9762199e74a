// Words spoken aloud where the device has a voice of its own; nothing is sent anywhere for it.
import { language } from '../shared/say.js';
import { read, write } from '../shared/storage.js';

const mine = voice => voice.localService && voice.lang.startsWith(language());
const onKey = 'gambeta-voice';

export class Voice {
  constructor() {
    this.on = read(onKey) === 'yes';
  }

  /** True when the device has a voice of its own for the language of the page. */
  get exists() {
    return 'speechSynthesis' in window && speechSynthesis.getVoices().some(mine);
  }

  toggle() {
    this.on = !this.on;
    write(onKey, this.on ? 'yes' : 'no');
    if (!this.on) window.speechSynthesis?.cancel();
    return this.on;
  }

  /** A new phase: its words are to come, from so many milliseconds in. */
  begin(spoken, elapsed = 0) {
    this.coming = spoken.filter(s => s.second * 1000 >= elapsed);
  }

  tick(elapsed) {
    while (this.coming?.length && this.coming[0].second * 1000 <= elapsed) this.#say(this.coming.shift().words);
  }

  #say(words) {
    if (!this.on || !this.exists) return;
    const saying = new SpeechSynthesisUtterance(words);
    saying.voice = speechSynthesis.getVoices().find(mine);
    speechSynthesis.speak(saying);
  }
}
