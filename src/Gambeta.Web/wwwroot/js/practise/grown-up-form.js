// After a pain that only this device knows of a grown-up says here that practice may go on, with or without network.
import { seal, tidy } from '../shared/grown-up.js';

/** Shows the form where the household has chosen a word, and calls back with the word once it is the right one. */
export function askGrownUp(form, household, may) {
  if (!form) return;
  const [field, wrong] = [form.querySelector('input'), form.querySelector('[data-grown-up-wrong]')];
  form.hidden = false;
  form.addEventListener('submit', event => {
    event.preventDefault();
    const word = tidy(field.value);
    const isRight = word !== null && seal(household, word) === form.dataset.grownUp;
    wrong.hidden = isRight;
    if (!isRight) return field.select();
    form.hidden = true;
    may(word);
  });
}
