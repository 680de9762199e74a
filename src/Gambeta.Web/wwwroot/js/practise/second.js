// The second screen as the device that plays sees it: it tells how the practice stands, and does what is pressed there as if it were
// pressed here. The time is this device's alone, and so is what was played: the second screen has neither.
import { whenever } from './presses.js';

const beat = 1000,
  pause = 20_000,
  soon = 40;
const remembered = 400;

/** What the second screen may press. */
export const pressable = ['tap', 'wrong', 'back', 'end', 'pause', 'skip', 'pain', 'noPain', 'hurts'];

export class Second {
  // Goes on after a reload, however often this was told before.
  #number = Date.now();
  #due = null;
  #lookedOn = false;
  #isSending = false;
  #again = false;
  #last = -Infinity;
  #toldOn = null;

  /**
   * @param practice what is played @param words what stands on the glass, by name @param line the line as it is open now
   * @param post posts on it: resolves with {status, answer}, or with nothing where there is none @param later(act, ms) @param now
   * milliseconds @param tryAgain lets a line that could not be had be tried again
   */
  constructor(practice, words, post, { line, later, now, tryAgain }) {
    Object.assign(this, { practice, words, post, line, later, now, tryAgain });
  }

  // Presses that were dealt with, by their ids: what became of each. They are kept with the run: after a reload none is counted again.
  get #done() {
    return this.practice.pressed;
  }

  /** Something changed: told at once where somebody looks on. */
  changed() {
    if (!this.#lookedOn) return;
    this.#due ??= this.later(() => {
      this.#due = null;
      this.tell();
    }, soon);
  }

  /**
   * Called often. Each second it is told while somebody looks on. Else once on each line: whoever comes to look is told of by the server,
   * and nothing is said until then.
   */
  tick() {
    if (!this.practice.session) return;
    const line = this.line(),
      isNew = line ? line !== this.#toldOn : this.now() - this.#last > pause;
    if (this.#lookedOn ? this.now() - this.#last > beat : isNew) this.tell();
  }

  /** Tells how it stands. One at a time: what changes meanwhile is told after it. */
  async tell() {
    if (this.#isSending) {
      this.#again = true;
      return;
    }
    this.#isSending = true;
    this.#last = this.now();
    try {
      const said = await this.post('/api/beside/stands', this.stands);
      if (said) {
        this.#lookedOn = Boolean(said.answer.lookedOn);
        this.#toldOn = this.line();
      }
      // Somebody looked on when it broke: it is not left alone for long.
      else if (this.#lookedOn) this.tryAgain();
    } finally {
      this.#isSending = false;
      if (this.#again) {
        this.#again = false;
        this.changed();
      }
    }
  }

  /** Somebody looks on, or pressed something. */
  told({ looks, press }) {
    if (looks) {
      this.#lookedOn = true;
      this.changed();
    }
    if (press?.session === this.practice.session) this.#press(press);
  }

  get stands() {
    const { practice } = this,
      { run, page } = practice,
      { phase, drill, measure } = run,
      working = phase.kind === 'work';
    return {
      v: 1,
      n: ++this.#number,
      session: practice.session,
      player: page.player,
      nickname: page.name,
      whom: page.players?.map(({ name }) => name),
      who: run.who,
      beside: page.beside,
      state: practice.state,
      index: run.index,
      set: run.setId,
      drill: drill.drill,
      kind: phase.kind,
      feet: phase.feet,
      seconds: run.seconds,
      elapsed: Math.round(run.elapsed(this.now())),
      isHeld: run.isHeld,
      counter: practice.counter,
      left: run.sum.left ?? 0,
      right: run.sum.right ?? 0,
      counts: working && !measure.needsZone,
      slips: working && measure.hasSlips,
      ends: working && (!phase.seconds || measure.isTried) && !measure.isOneByOne,
      words: this.words(),
      done: [...this.#done].slice(-16),
    };
  }

  // Of a phase that is over by now nothing is counted: what was played is stored, or is another set. A round that is played again is
  // another set as well, in the same place: presses say for which one they were.
  #press({ id, index, set, what, how, elapsed, wants }) {
    if (!this.#done.has(id) && pressable.includes(what)) {
      const { practice } = this,
        isNow = index === practice.run.index && (set === undefined || set === practice.run.setId);
      const isLate = !isNow && !whenever.includes(what);
      // Pressed on both screens at once it is wanted once.
      const isSo = what === 'pause' && wants === practice.run.isHeld;
      const came = isLate
        ? 'late'
        : isSo
          ? 'done'
          : practice.actFrom('beside', Number.isFinite(elapsed) ? elapsed : null, what, ...(how ?? [])) === false
            ? 'other'
            : 'done';
      this.#done.set(id, came);
      if (this.#done.size > remembered) this.#done.delete(this.#done.keys().next().value);
    } else {
      // Told again, among the latest.
      const came = this.#done.get(id);
      this.#done.delete(id);
      if (came) this.#done.set(id, came);
    }
    this.changed();
  }
}
