// Typing a count in after the round, while the rest goes on.
import { measures } from '../measures/known.js';
import { isForFingers, NumberPad } from './number-pad.js';
import { readTries, writeTries } from './typed-tries.js';
import { say } from '../shared/say.js';

/** So many touches of both feet as the pattern shares them: by halves where it does not say. */
export function shared(all, { left, right }) {
  const ofLeft = Math.max(0, Math.ceil(all * (left || right ? left / (left + right) : 0.5) - 1e-6));
  return { left: ofLeft, right: all - ofLeft };
}

export class Typed {
  /** @param save called with the draft once it reads as numbers */
  constructor(form, save) {
    this.form = form;
    this.fields = form.querySelector('[data-fields]');
    this.result = form.querySelector('[data-result]');
    this.problem = form.querySelector('[data-problem]');
    this.pad = new NumberPad(form.querySelector('[data-pad]'));
    form.addEventListener('submit', event => {
      event.preventDefault();
      const draft = this.#read();
      if (!draft) return;
      this.problem.textContent = '';
      // Pressed again on the same count after a question: then it is right.
      const sure = this.asked === JSON.stringify(draft);
      save(this.set, draft, sure ? this.askedKey : null);
      [this.asked, this.askedKey] = [null, null];
      this.#closePad();
      document.activeElement?.blur();
    });
  }

  /**
   * Offers the fields for a set that has just ended, with what it came to; none without a set, and only what it came to where there were
   * two.
   */
  offer(set, result, isOne = true) {
    this.form.hidden = !set;
    this.#closePad();
    if (!set) return;
    this.result.textContent = result;
    this.set = set;
    this.problem.textContent = '';
    if (!isOne) return this.fields.replaceChildren();
    const named = measures[set.drill.measuredBy].fields(set.feet),
      counted = set.countedBy !== 'estimated';
    // Whoever counted aloud has one number: which foot it was, the pattern knows.
    const asOne = isForFingers() && !counted && named.map(([name]) => name).join() === 'left,right';
    this.#ask(asOne ? [['all', say('touches-both')]] : named, counted);
    if (isForFingers() && !counted) this.#openPad(this.fields.querySelector('input'));
  }

  #ask(named, counted) {
    const { set } = this,
      { draft } = set;
    this.named = named;
    this.fields.replaceChildren(
      ...named.map(([name, words, kind]) => {
        const label = document.createElement('label');
        const value =
          kind === 'tries'
            ? writeTries(set.drill.measuredBy, draft).join(' ')
            : kind
              ? draft[name].map(value => (kind === 'tenths' ? (value / 10).toFixed(1) : Number(value))).join(' ')
              : draft[name];
        const field = Object.assign(document.createElement('input'), {
          name,
          inputMode: kind ? 'text' : 'decimal',
          autocomplete: 'off',
          maxLength: 200,
          value: counted ? (value ?? '') : '',
        });
        // The rarer signs of a try stand on a keyboard alone.
        if (isForFingers() && kind !== 'tries') {
          field.inputMode = 'none';
          field.addEventListener('focus', () => this.#openPad(field));
        }
        label.append(`${words} `, field);
        return label;
      }),
      Object.assign(document.createElement('button'), { textContent: say(counted ? 'mend' : 'type-it-in'), type: 'submit' }),
    );
  }

  #openPad(field) {
    const { name } = field,
      kind = this.named.find(([of]) => of === name)[2];
    if (kind === 'tries') return;
    const other =
      name === 'all'
        ? {
            words: say('left-and-right'),
            press: () => {
              this.#ask(measures[this.set.drill.measuredBy].fields(this.set.feet), false);
              this.#openPad(this.fields.querySelector('input'));
            },
          }
        : kind
          ? { words: say('next-try'), sign: ' ' }
          : name === 'seconds'
            ? { words: '.', sign: '.' }
            : null;
    for (const one of this.fields.querySelectorAll('input')) one.classList.toggle('here', one === field);
    this.pad.open(field, other);
    this.form.dataset.pad = 'open';
  }

  #closePad() {
    this.pad.close();
    delete this.form.dataset.pad;
  }

  /** What became of a count that was sent: taken, refused, or asked about, also where that was while nobody looked. */
  said(item, { ok, ask, problems }) {
    this.asked = ask ? JSON.stringify(item.body.draft) : null;
    this.askedKey = ask ? item.key : null;
    this.problem.textContent = ok ? '' : problems.join(' ');
  }

  focus() {
    if (this.form.hidden) return;
    const field = this.fields.querySelector('input');
    field?.focus();
    field?.select();
  }

  #read() {
    const draft = { ...this.set.draft };
    // Typed strikes know no zones any more.
    delete draft.strikeZones;
    delete draft.strikeLeft;
    const kinds = Object.fromEntries(this.named.map(([name, , kind]) => [name, kind]));
    for (const { name, value } of this.fields.querySelectorAll('input')) {
      if (kinds[name] === 'tries') {
        const tries = value.split(/[\s,;]+/).filter(Boolean);
        Object.assign(draft, readTries(this.set.drill.measuredBy, tries));
        if (tries.length === 0 || draft.tryTouches.some(t => !Number.isInteger(t))) return this.#wrong(say('one-number-each-try'));
        delete draft.left;
        delete draft.right;
        continue;
      }
      if (kinds[name]) {
        // A comma may part the seconds from their tenths.
        const isTenths = kinds[name] === 'tenths',
          words = isTenths ? value.split(/,?[\s;]+/).map(word => word.replace(',', '.')) : value.split(/[\s,;]+/),
          numbers = words.filter(Boolean).map(Number);
        if (numbers.length === 0 || numbers.some(n => !(isTenths ? n >= 0 : Number.isInteger(n) && n >= 0)))
          return this.#wrong(say(isTenths ? 'seconds-for-each' : 'one-number-each'));
        draft[name] = kinds[name] === 'flags' ? numbers.map(n => n > 0) : isTenths ? numbers.map(n => Math.floor(n * 10 + 1e-6)) : numbers;
        continue;
      }
      if (name === 'all' && /^\d+$/.test(value)) {
        Object.assign(draft, shared(Number(value), this.set.drill.touchesARep));
        continue;
      }
      const number = value.trim() === '' ? NaN : Number(value.replace(',', '.'));
      if (Number.isNaN(number) || (name !== 'seconds' && !Number.isInteger(number)))
        return this.#wrong(say(name === 'seconds' ? 'is-no-time' : 'is-no-count', { value }));
      draft[name] = number;
    }
    return draft;
  }

  #wrong(words) {
    this.problem.textContent = words;
    return null;
  }
}
