// What was pressed on the second screen and is not settled yet. A press is sent until the device that plays says what became of it: each
// has an id, so that sending it twice counts it once.
const everySoOften = 900;

/** That something hurts is said of no phase: it is never too late, and sent until it is heard. */
export const whenever = ['pain', 'noPain', 'hurts'];

export class Presses {
  #open = new Map();
  /** Presses that came when what they were for was over. */
  late = 0;

  /** @param send sends one @param now milliseconds @param id gives one that no other press has */
  constructor({ send, now, id }) {
    Object.assign(this, { send, now, id });
  }

  /** How many wait for an answer. */
  get waiting() {
    return this.#open.size;
  }

  press(body) {
    const pressed = { ...body, id: this.id() };
    this.late = 0;
    this.#open.set(pressed.id, { pressed, at: this.now() });
    this.send(pressed);
  }

  /** Sends once more what nobody answered. */
  again() {
    for (const one of this.#open.values()) {
      if (this.now() - one.at < everySoOften) continue;
      one.at = this.now();
      this.send(one.pressed);
    }
  }

  /**
   * How a practice stands: what it was told of a press is settled; a press for a phase that is over, for a round that is played again by
   * now, and one for another practice, will never be.
   */
  settle({ session, index, set, done }) {
    const told = new Map(done),
      isOver = pressed => !whenever.includes(pressed.what) && (pressed.index !== index || pressed.set !== set);
    for (const [id, { pressed }] of this.#open) {
      const came = told.get(id) ?? (pressed.session === session && isOver(pressed) ? 'late' : null);
      if (!came) continue;
      this.#open.delete(id);
      if (came === 'late' && ['tap', 'wrong', 'back'].includes(pressed.what)) this.late++;
    }
  }
}
