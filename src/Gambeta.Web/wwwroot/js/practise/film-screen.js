// What is seen of a film: the question before it, and the look at it afterwards, slow where that is wished, beside the drill's touch map
// and its cues.
import { seal, tidy } from '../shared/grown-up.js';
import { say } from '../shared/say.js';

export class FilmScreen {
  /** @param element the dialog @param film what films @param household whose word it is that a grown-up says */
  constructor(element, film, household) {
    Object.assign(this, { element, film, household, video: element.querySelector('video') });
    element.querySelector('form').addEventListener('submit', event => {
      event.preventDefault();
      if (this.#isAllowed()) this.#begin();
    });
    element.addEventListener('click', ({ target }) => {
      const { speed, film: what } = target.closest('[data-speed], [data-film]')?.dataset ?? {};
      if (speed) this.#play(Number(speed));
      if (what === 'close') element.close();
      if (what === 'again') this.#show('ask');
      if (what === 'drop') {
        film.drop();
        element.close();
      }
    });
    element.addEventListener('close', () => this.video.pause());
    this.video.addEventListener('loadedmetadata', () => this.#marks());
  }

  /** Asks before the first film, or shows the last one. */
  open() {
    this.#show(this.film.last ? 'look' : 'ask');
    this.element.showModal();
    if (this.film.last) this.#look();
  }

  get isOpen() {
    return this.element.open;
  }

  // Whoever films a child asks a grown-up: by the household's word where there is one.
  #isAllowed() {
    const form = this.element.querySelector('form'),
      field = form.querySelector('[data-word]'),
      wrong = form.querySelector('[data-film-wrong]');
    if (!field) return true;
    const word = tidy(field.value),
      isRight = word !== null && seal(this.household, word) === form.dataset.seal;
    wrong.textContent = isRight ? '' : wrong.dataset.filmWrong;
    if (!isRight) field.select();
    return isRight;
  }

  #begin() {
    // A yes is for one round.
    this.element.querySelector('form').reset();
    this.element.close();
    this.film.wait();
  }

  #show(step) {
    this.element.dataset.step = step;
  }

  #look() {
    const { url, drill } = this.film.last,
      save = this.element.querySelector('[data-save]');
    if (this.video.src !== url) this.video.src = url;
    Object.assign(save, { href: url, download: `${drill.drill}.webm` });
    this.#play(1);
    this.#beside(drill);
  }

  #play(speed) {
    this.video.playbackRate = speed;
    for (const button of this.element.querySelectorAll('[data-speed]'))
      button.setAttribute('aria-pressed', String(Number(button.dataset.speed) === speed));
    if (this.video.ended) this.video.currentTime = 0;
    this.video.play().catch(() => {});
  }

  // A film that a recorder made says its length only at its end.
  async #marks() {
    const { video } = this,
      { marks } = this.film.last,
      line = this.element.querySelector('[data-marks]');
    if (!Number.isFinite(video.duration)) {
      await new Promise(
        /** @param {(value?: any) => void} resolve */ resolve => {
          video.addEventListener('durationchange', function known() {
            if (!Number.isFinite(video.duration)) return;
            video.removeEventListener('durationchange', known);
            resolve();
          });
          video.currentTime = 1e7;
        },
      );
      video.currentTime = 0;
      this.#play(video.playbackRate);
    }
    line.replaceChildren(
      ...marks
        .filter(at => at / 1000 < video.duration)
        .map(at => {
          const mark = Object.assign(document.createElement('button'), { type: 'button' });
          mark.style.left = `${at / 10 / video.duration}%`;
          mark.setAttribute('aria-label', say('film-mark', { seconds: (at / 1000).toFixed(1) }));
          mark.addEventListener('click', () => {
            video.currentTime = at / 1000;
          });
          return mark;
        }),
    );
  }

  async #beside(drill) {
    const beside = this.element.querySelector('[data-beside]');
    if (beside.dataset.drill === drill.drill) return;
    beside.dataset.drill = drill.drill;
    const address = `/drills/${drill.drill}`,
      answer = await fetch(address).catch(() => globalThis.caches?.match(address));
    const card = new DOMParser().parseFromString((await answer?.text()) ?? '', 'text/html');
    beside.replaceChildren(...['[data-touch-map] svg', '.cues'].map(part => card.querySelector(part)).filter(Boolean));
  }
}
