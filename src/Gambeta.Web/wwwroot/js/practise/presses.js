// What was pressed on the second screen and is not settled yet. A press is sent until the device that plays says what became of it: each
// has an id, so that sending it twice counts it once.
const everySoOften = 900;

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
   * How a practice stands: what it was told of a press is settled; a press for a phase that is over, and one for another practice, will
   * never be.
   */
  settle({ session, index, done }) {
    const told = new Map(done);
    for (const [id, { pressed }] of this.#open) {
      const came = told.get(id) ?? (pressed.session === session && pressed.index < index ? 'late' : null);
      if (!came) continue;
      this.#open.delete(id);
      if (came === 'late' && ['tap', 'wrong', 'back'].includes(pressed.what)) this.late++;
    }
  }
}
