// The check before the first touch: one press for each thing to look at.
export class Checks {
  /** @param buttons the things to look at @param drawn called whenever one was pressed, with how many were and how many there are */
  constructor(buttons, drawn) {
    this.buttons = [...buttons];
    this.drawn = drawn;
    for (const button of this.buttons)
      button.addEventListener('click', () => this.look(button, button.getAttribute('aria-pressed') !== 'true'));
    this.#draw();
  }

  /** What was not looked at yet, the first of it. */
  get next() {
    return this.buttons.find(button => button.getAttribute('aria-pressed') !== 'true');
  }

  /** What there is to look at, in the words that are kept. */
  get items() {
    return this.buttons.map(button => button.dataset.check);
  }

  look(button, on = true) {
    button.setAttribute('aria-pressed', String(on));
    this.#draw();
  }

  #draw() {
    const { next } = this;
    for (const button of this.buttons) button.classList.toggle('next', button === next);
    if (this.buttons.length)
      this.drawn(this.buttons.filter(button => button.getAttribute('aria-pressed') === 'true').length, this.buttons.length);
  }
}
