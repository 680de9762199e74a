// Counting by ear: what the microphone hears of a set goes to the server as frames while a line is open, and what was heard comes back;
// else it is kept with the set and counted when it is sent. Rules and counting are the core's.
import { heardOf } from '../practise/counting.js';
import { lineNow, onBytesTold, postOnLine, sendOnLine } from '../practise/line.js';
import { tones } from '../practise/sounds.js';
import { countBy } from './counted.js';
import { aSecond, bands, version } from './frames.js';
import { message } from './frames-message.js';
import { Microphone, joined, latest } from './microphone.js';
import { read, write } from '../shared/storage.js';

const leadFrames = 150;
const mostFrames = 600 * aSecond;
const aPiece = 1500;

// Seconds for the touches by which a place is learned, after the quiet.
const touchSeconds = 16;

const ballKey = 'gambeta-ball';

export class Ear {
  #lead = [];
  #set = null;
  #run = null;
  #learner = null;
  #learns = 0;
  #isOnToLearn = false;

  /**
   * @param page what the page carries @param told called with a set's id and what was heard of it @param changed called when the state
   * changed
   * @param isMuted whether the page itself is silent
   */
  constructor(page, told, changed, isMuted) {
    Object.assign(this, { page, told, changed, isMuted });
    this.problem = '';
    this.microphone = new Microphone(
      frames => this.#heard(frames),
      () => this.#fail('gone'),
    );
    onBytesTold(answer => this.#answered(answer));
    countBy(id => this.#onLine(id));
  }

  get isOn() {
    return this.microphone.isOn;
  }

  /** The ball that is played with on this device: usual, soft or small. */
  get ball() {
    return read(ballKey) || 'usual';
  }

  set ball(ball) {
    write(ballKey, ball);
  }

  /** True where what is played now can be heard. */
  hears(run) {
    return Boolean(this.page.hears?.[run.phase.drill]?.[run.phase.feet]);
  }

  /** Touches that were heard of the set that is on, and how sure the last one is. */
  get now() {
    return this.#set && this.#set.heard.filter(one => one.sure !== undefined);
  }

  /** Listens from here on; in the demo it may be to a recording. */
  async turnOn(run, recording) {
    this.problem = '';
    this.#isOnToLearn = false;
    try {
      // On already where a place was just learned: a second one would hear everything twice.
      if (!this.isOn) await this.microphone.open(recording);
      if (run?.phase.kind === 'work') this.beginSet(run, null);
    } catch (why) {
      this.#fail(why?.name === 'NotAllowedError' ? 'refused' : 'none');
    }
    this.changed();
  }

  turnOff() {
    this.#isOnToLearn = false;
    this.microphone.close();
    this.#lead = [];
    this.problem = '';
    this.changed();
  }

  beginSet(run, beat) {
    this.#run = run;
    this.#set = null;
    if (!this.isOn || !this.hears(run)) return;
    const lead = latest(this.#lead, leadFrames),
      frames = lead.length / bands;
    this.#set = {
      id: run.setId,
      pieces: [lead],
      count: frames,
      sent: 0,
      heard: [],
      line: null,
      // A set that is gone on with after a reload is heard from here on.
      for: {
        version,
        drill: this.#drill(run).drill,
        feet: run.phase.feet,
        space: this.page.space,
        ball: this.ball,
        lead: frames,
        own: this.#own(run, beat, frames / aSecond),
      },
    };
    this.#send();
  }

  /** Another beat sounds from here on. */
  beat(run, beat) {
    const set = this.#set;
    if (!set || set.id !== run.setId) return;
    set.for.own = this.#own(run, beat, set.for.lead / aSecond);
    set.line = null;
  }

  /** The set is over: what was heard of it, to be sent with it; nothing where nothing was. */
  endSet(id) {
    const set = this.#set;
    this.#set = null;
    if (!set || set.id !== id || set.count <= set.for.lead) return null;
    this.ended = set;
    return { for: set.for, frames: base64(set.pieces) };
  }

  /**
   * Learns what the ball sounds like here: the quiet, then ten touches. `tick` is called each second with ('quiet' or 'touches', seconds
   * left). Resolves with what the server heard of it, {learned, why, touches}; with nothing where there is no microphone or nobody to
   * count.
   */
  async learn(tick) {
    const wasOn = this.isOn && !this.#isOnToLearn,
      turn = ++this.#learns;
    await this.turnOn(null);
    if (!this.isOn) return null;
    this.#isOnToLearn = !wasOn;
    // Left while the device still asked.
    if (turn !== this.#learns) return this.learnNot();
    const { quietSeconds } = this.page,
      pieces = [],
      end = (quietSeconds + touchSeconds) * aSecond;
    let frames = 0,
      told = -1;
    const all = await new Promise(done => {
      this.#learner = piece => {
        if (!piece) return done(null);
        pieces.push(piece);
        frames += piece.length / bands;
        const second = Math.floor(frames / aSecond);
        if (second !== told)
          tick(
            second < quietSeconds ? 'quiet' : 'touches',
            second < quietSeconds ? quietSeconds - second : quietSeconds + touchSeconds - second,
          );
        told = second;
        if (frames >= end) done(pieces);
      };
    });
    this.#learner = null;
    if (!all) return null;
    tick('counted', 0);
    const said = await postOnLine('/api/places', { space: this.page.space, ball: this.ball, frames: base64(all) });
    return said?.status === 200 ? said.answer : null;
  }

  /** Leaves the learning where it is; what was turned on for it alone is turned off. */
  learnNot() {
    this.#learns++;
    this.#learner?.(null);
    if (this.#isOnToLearn) this.turnOff();
    return null;
  }

  async #onLine(id) {
    const set = this.ended;
    if (set?.id !== id || !set.line || set.line !== lineNow() || set.sent !== set.count) return null;
    const said = await postOnLine('/api/ear/ends', { frames: set.count });
    return said?.status === 200 ? said : null;
  }

  #drill(run) {
    return this.page.sheet.drills[run.phase.drill];
  }

  #heard(frames) {
    const set = this.#set;
    if (this.#learner) this.#learner(frames);
    else if (set && !this.#run.isHeld && set.count < mostFrames) {
      set.pieces.push(frames);
      set.count += frames.length / bands;
      this.#send();
    } else if (!set) {
      this.#lead.push(frames);
      while (this.#lead.length > 60) this.#lead.shift();
    }
  }

  async #send() {
    const set = this.#set;
    if (!set || set.isBeginning) return;
    if (!set.line || set.line !== lineNow()) {
      set.isBeginning = true;
      const said = await postOnLine('/api/ear/begins', set.for);
      set.isBeginning = false;
      if (said?.status !== 200) return;
      // Another line knows nothing of what went before: all of it goes again.
      [set.line, set.sent] = [lineNow(), 0];
    }
    while (set.sent < set.count) {
      const piece = from(set, set.sent).subarray(0, aPiece * bands);
      if (!sendOnLine(message(set.sent, piece))) return;
      set.sent += piece.length / bands;
    }
  }

  #answered({ events, sure }) {
    const set = this.#set;
    if (!set) return;
    set.heard = heardOf(events, sure);
    this.told(set.id, set.heard);
    this.changed();
  }

  #fail(problem) {
    this.problem = problem;
    this.#learner?.(null);
    this.changed();
  }

  // What the page sounds while it listens: its times are known, so that no signal is taken for a touch.
  #own(run, beat, lead) {
    if (this.isMuted()) return [];
    const { phases } = this.page.sheet,
      before = phases[run.index - 1],
      own = [];
    const add = (second, sound) => {
      const { pitch, length, twice } = tones[sound],
        at = lead + second;
      if (at < -1) return;
      own.push([at, length, pitch]);
      if (twice) own.push([at + length * 1.3, length, pitch * 1.25]);
    };
    for (const { second, sound } of before?.sounds ?? []) if (before.seconds) add(second - before.seconds, sound);
    for (const { second, sound } of run.phase.sounds) add(second, sound);
    const every = run.phase.seconds ?? 60;
    if (beat)
      for (let turn = 0; turn * every < 600 && own.length < 1900; turn++)
        for (const hundredths of beat.hundredths) if (own.length < 1900) add(turn * every + hundredths / 100, 'beat');
    return own;
  }
}

function from(set, number) {
  let skipped = 0;
  const rest = [];
  for (const piece of set.pieces) {
    const frames = piece.length / bands;
    if (skipped + frames > number) rest.push(skipped >= number ? piece : piece.subarray((number - skipped) * bands));
    skipped += frames;
  }
  return joined(rest);
}

function base64(pieces) {
  let text = '';
  for (const piece of pieces) text += String.fromCharCode(...piece);
  return btoa(text);
}
