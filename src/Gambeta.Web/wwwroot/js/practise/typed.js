// Typing a count in after the round, while the rest goes on.
import { measures } from '../measures/index.js';
import { readTries, writeTries } from './typed-tries.js';
import { say } from '../shared/say.js';

export class Typed {
  /** @param save called with the draft once it reads as numbers */
  constructor(form, save) {
    this.form = form;
    this.fields = form.querySelector('[data-fields]');
    this.result = form.querySelector('[data-result]');
    this.problem = form.querySelector('[data-problem]');
    form.addEventListener('submit', event => {
      event.preventDefault();
      const draft = this.#read();
      if (!draft) return;
      this.problem.textContent = '';
      // Pressed again on the same count after a question: then it is right.
      const sure = this.asked === JSON.stringify(draft);
      save(this.set, draft, sure ? this.askedKey : null);
      [this.asked, this.askedKey] = [null, null];
      document.activeElement?.blur();
    });
  }

  /**
   * Offers the fields for a set that has just ended, with what it came to; none without a set, and only what it came to where there were
   * two.
   */
  offer(set, result, isOne = true) {
    this.form.hidden = !set;
    if (!set) return;
    this.result.textContent = result;
    [this.set, this.named] = [set, measures[set.drill.measuredBy].fields(set.feet)];
    this.problem.textContent = '';
    if (!isOne) return this.fields.replaceChildren();
    const { draft } = set;
    const counted = set.countedBy !== 'estimated';
    this.fields.replaceChildren(
      ...this.named.map(([name, words, kind]) => {
        const label = document.createElement('label');
        const value =
          kind === 'tries'
            ? writeTries(set.drill.measuredBy, draft).join(' ')
            : kind
              ? draft[name].map(value => (kind === 'tenths' ? (value / 10).toFixed(1) : Number(value))).join(' ')
              : draft[name];
        label.append(
          `${words} `,
          Object.assign(document.createElement('input'), {
            name,
            inputMode: kind ? 'text' : 'decimal',
            autocomplete: 'off',
            value: counted ? (value ?? '') : '',
          }),
        );
        return label;
      }),
      Object.assign(document.createElement('button'), { textContent: say(counted ? 'mend' : 'type-it-in'), type: 'submit' }),
    );
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
