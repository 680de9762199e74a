// Large keys for a number, where fingers are all there is: a phone's own keyboard would cover the rest and its clock.
import { say } from '../shared/say.js';

const longest = 4;

/** Whether this device is chiefly pressed by fingers. */
export const isForFingers = () => matchMedia('(hover: none) and (pointer: coarse)').matches;

export class NumberPad {
  /** @param element what the keys stand in */
  constructor(element) {
    this.element = element;
    element.addEventListener('click', ({ target }) => {
      const { press } = target.closest('[data-press]')?.dataset ?? {};
      if (press === 'other') this.other();
      else if (press && this.field) this.#write(press);
    });
  }

  /**
   * Opens it for a field. The key beside the nought is what this field needs.
   * @param {HTMLInputElement} field
   * @param {{ words: string, sign?: string, press?: () => void } | null} other
   */
  open(field, other = null) {
    this.field = field;
    this.other = other?.press ?? (() => {});
    const keys = [...Array(9).keys()].map(n => [String(n + 1)]);
    keys.push(other ? [other.words, other.sign ?? 'other'] : ['', null], ['0'], ['⌫', 'back', say('take-digit-back')]);
    this.element.replaceChildren(
      ...keys.map(([words, press = words, spoken]) => {
        const key = Object.assign(document.createElement('button'), { type: 'button', textContent: words, disabled: !press });
        if (press) key.dataset.press = press;
        if (spoken) key.ariaLabel = spoken;
        return key;
      }),
    );
    this.element.hidden = false;
  }

  close() {
    this.field = null;
    this.element.hidden = true;
  }

  #write(press) {
    const { value } = this.field;
    if (press === 'back') this.field.value = value.slice(0, -1);
    else if (value.split(' ').at(-1).length < longest && value.length < this.field.maxLength) this.field.value += press;
  }
}
