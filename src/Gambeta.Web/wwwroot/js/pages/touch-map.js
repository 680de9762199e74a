// Plays a touch map: the ball along the curves that the core computed, the shoe that touches to where it touches.
// Another tempo or the other foot is another drawing, fetched from the core.
import { say } from '../shared/say.js';

const still = matchMedia('(prefers-reduced-motion: reduce)');

export class TouchMap {
  constructor(root) {
    this.root = root;
    this.picture = root.querySelector('[data-map-picture]');
    this.mirrored = root.dataset.mirrored === 'true';
    this.written = this.picture.dataset.pattern;
    this.writtenMirrored = this.mirrored;
    this.tempo = this.picture.dataset.tempo;
    this.#take();
    const on = (part, event, act) => root.querySelector(`[data-map-${part}]`)?.addEventListener(event, act);
    on('play', 'click', () => this.toggle());
    on('mirror', 'click', event => {
      event.preventDefault();
      this.mirrored = !this.mirrored;
      this.fetch();
    });
    on('range', 'input', event => this.#setTempo(event.target.value));
    for (const link of root.querySelectorAll('[data-map-tempo]')) {
      link.addEventListener('click', event => {
        event.preventDefault();
        this.#setTempo(link.dataset.mapTempo);
      });
    }
  }

  toggle() {
    if (still.matches) return this.#step();
    this.playing = !this.playing;
    this.#word(say(this.playing ? 'pause' : 'play'));
    if (this.playing) {
      this.began = performance.now() - (this.at ?? 0);
      requestAnimationFrame(now => this.#frame(now));
    }
  }

  #setTempo(tempo) {
    this.tempo = tempo;
    const range = this.root.querySelector('[data-map-range]'),
      out = this.root.querySelector('[data-map-out]');
    if (range) range.value = tempo;
    if (out) out.textContent = say('tempo', { tempo });
    for (const link of this.root.querySelectorAll('[data-map-tempo]'))
      link.toggleAttribute('aria-current', link.dataset.mapTempo === tempo);
    clearTimeout(this.soon);
    this.soon = setTimeout(() => this.fetch(), 120);
  }

  /** Draws anew for the tempo and the foot that are chosen now. */
  async fetch() {
    const asked = new URLSearchParams({ pattern: this.written, tempo: this.tempo, mirror: String(this.mirrored !== this.writtenMirrored) });
    const waiting = (this.waiting = fetch(`/drills/map?${asked}`).then(
      answer => (answer.ok ? answer.text() : null),
      () => null,
    ));
    const html = await waiting;
    // A later wish overtakes this one; without a way to the server the old drawing stays.
    if (waiting !== this.waiting || html === null) return;
    const fresh = new DOMParser().parseFromString(html, 'text/html').querySelector('[data-map-picture]');
    this.picture.replaceWith(fresh);
    this.picture = fresh;
    this.#take();
  }

  #take() {
    const motion = this.picture.querySelector('[data-motion]');
    const { paths, shoes } = motion ? JSON.parse(motion.textContent) : { paths: [], shoes: [] };
    let sum = 0;
    this.paths = paths.map(([x1, y1, xb, yb, x2, y2, time, after, rolls]) => {
      const path = { x1, y1, xb, yb, x2, y2, time, after, rolls, begins: sum };
      sum += time;
      return path;
    });
    this.whole = sum;
    this.ball = this.picture.querySelector('[data-ball]');
    this.items = new Map([...this.picture.querySelectorAll('[data-n]')].map(item => [Number(item.dataset.n), item]));
    this.homes = Object.fromEntries(
      [...this.picture.querySelectorAll('[data-shoe]')].map(shoe => {
        const [, x, y] = shoe
          .getAttribute('transform')
          .match(/translate\(([-\d.]+) ([-\d.]+)\)/)
          .map(Number);
        return [shoe.dataset.shoe, { shoe, x, y }];
      }),
    );
    this.touches = shoes.map(([foot, x, y, turned], i) => ({
      foot,
      x,
      y,
      turned,
      when: this.paths.find(path => path.after === i + 1)?.begins ?? 0,
    }));
  }

  #word(words) {
    const word = this.root.querySelector('[data-map-play-word]');
    if (word) word.textContent = words;
  }

  #frame(now) {
    if (!this.playing) return;
    this.at = (now - this.began) % this.whole;
    this.show(this.at);
    requestAnimationFrame(next => this.#frame(next));
  }

  // Without motion the map goes from touch to touch, one a press.
  #step() {
    const begins = this.paths.filter((path, i) => i === 0 || path.after !== this.paths[i - 1].after).map(path => path.begins);
    this.stepped = ((this.stepped ?? -1) + 1) % begins.length;
    this.show(begins[this.stepped]);
    this.#word(say('next-touch'));
  }

  /** Shows the map as it is so many milliseconds into the rep. */
  show(at) {
    const path = this.paths.findLast(part => part.begins <= at) ?? this.paths[0];
    if (!path) return;
    let t = path.time ? Math.min(1, (at - path.begins) / path.time) : 1;
    if (path.rolls) t = 1 - (1 - t) ** 2;
    const u = 1 - t;
    this.ball.setAttribute('cx', u * u * path.x1 + 2 * u * t * path.xb + t * t * path.x2);
    this.ball.setAttribute('cy', u * u * path.y1 + 2 * u * t * path.yb + t * t * path.y2);
    this.ball.setAttribute('visibility', 'visible');
    for (const [number, item] of this.items) item.classList.toggle('now', number === path.after);
    for (const [foot, home] of Object.entries(this.homes)) this.#shoe(foot, home, at);
  }

  // A shoe leaves its place for the touch that is nearest in time and comes back; one that is out of reach is drawn there already.
  #shoe(foot, home, at) {
    let near = null,
      nearest = 260;
    for (const touch of this.touches) {
      const away = Math.min(Math.abs(at - touch.when), this.whole - Math.abs(at - touch.when));
      if (touch.foot === foot && !touch.turned && away < nearest && Math.hypot(touch.x - home.x, touch.y - home.y) < 42)
        [near, nearest] = [touch, away];
    }
    const share = near ? 1 - nearest / 260 : 0;
    const [x, y] = near ? [home.x + (near.x - home.x) * share, home.y + (near.y - home.y) * share] : [home.x, home.y];
    home.shoe.setAttribute('transform', `translate(${x} ${y})`);
  }
}

for (const root of document.querySelectorAll('[data-touch-map]')) root.touchMap = new TouchMap(root);
