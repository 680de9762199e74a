// After a drill, one press each and all of it may be skipped: was it under control, what went wrong, how the other foot felt.
// After the last one: how hard it was.
import { say } from '../shared/say.js';

const mostFaults = 3;

export class Ask {
  /**
   * @param element where it stands
   * @param words the questions with their choices, each a value and what it is called
   * @param answered called with (what, {control, fault, otherFoot} or {effort}) after every press
   */
  constructor(element, words, answered) {
    this.element = element;
    this.words = words;
    this.answered = answered;
    element.addEventListener('click', event => {
      const pressed = event.target.closest('[data-choice]');
      if (pressed) this.choose(Number(pressed.dataset.choice));
    });
  }

  /** Begins the questions about a drill that was played. */
  about(item, drill, isLast) {
    if (this.item === item && this.isLast === isLast) return;
    [this.item, this.drill, this.isLast, this.answer] = [item, drill, isLast, {}];
    this.#show('control');
  }

  /** Asks only how hard it was: the last drill was not played. */
  atTheEnd() {
    [this.item, this.isLast, this.answer] = [null, true, {}];
    this.#show('effort');
  }

  close() {
    this.element.hidden = true;
    this.item = null;
  }

  /** Presses a choice by its number, from 1. Returns whether there was one. */
  choose(number) {
    const choice = this.choices?.[number - 1];
    if (this.element.hidden || !choice) return false;
    const [value] = choice;
    if (this.step === 'effort') {
      this.answered('end', { effort: value });
      this.#said(say('kept'));
      return true;
    }
    this.answer[this.step] = value;
    this.answered('drill', { item: this.item, drill: this.drill.drill, ...this.answer });
    this.#after(number);
    return true;
  }

  #after(number) {
    const shaky = ['shaky', 'fell apart'].includes(this.answer.control);
    if (this.step === 'control' && shaky && this.drill.faults.length) this.#show('fault');
    else if (this.step === 'fault') this.#said(say('try-this', { fix: this.drill.faults[number - 1].fix }));
    else if (this.step === 'control' && this.drill.comparesFeet) this.#show('otherFoot');
    else if (this.isLast) this.#show('effort');
    else this.#said(say('kept'));
  }

  #show(step) {
    this.step = step;
    const { question, choices } =
      step === 'fault'
        ? {
            question: say('what-went-wrong'),
            choices: this.drill.faults.slice(0, mostFaults).map(fault => [fault.id || fault.seen, fault.seen]),
          }
        : this.words[step];
    this.choices = choices;
    const list = Object.assign(document.createElement('div'), { className: `choices ${step}` });
    list.append(
      ...choices.map(([, words], i) => {
        const button = Object.assign(document.createElement('button'), { type: 'button' });
        button.dataset.choice = i + 1;
        button.append(Object.assign(document.createElement('kbd'), { textContent: i + 1 === 10 ? 0 : i + 1 }), ` ${words}`);
        return button;
      }),
    );
    this.element.replaceChildren(Object.assign(document.createElement('p'), { textContent: question }), list);
    this.element.hidden = false;
  }

  // What mends a fault is shown at once, and stays until the next thing begins.
  #said(words) {
    this.choices = [];
    const line = Object.assign(document.createElement('p'), { className: 'fix', textContent: words });
    this.element.replaceChildren(line);
    if (this.isLast && this.step !== 'effort') {
      const on = line;
      this.#show('effort');
      this.element.prepend(on);
    }
  }
}
