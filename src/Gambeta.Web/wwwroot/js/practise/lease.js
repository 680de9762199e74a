// One tab plays at a time: whoever starts takes the lease, and a tab that lost it stops. The lease lapses when its tab is gone.
// Tabs hear of each other late: one that lost it may write once more before it knows. So each taking has a number, and the highest holds,
// whoever wrote last.
import { newId } from '../shared/ids.js';
import { read, remove, write } from '../shared/storage.js';

const lapsesAfter = 4000;

export class Lease {
  /** @param names what is leased, each on its own: whoever plays @param lost called when another tab took one */
  constructor(names, lost) {
    this.keys = names.map(name => `gambeta-tab ${name}`);
    this.tab = newId();
    this.held = false;
    this.number = 0;
    this.lost = lost;
    addEventListener('storage', event => {
      if (!this.held || !this.keys.includes(event.key) || !event.newValue) return;
      const found = JSON.parse(event.newValue);
      // Whoever wrote after it had lost it is told so by what is written again.
      if (!this.#isLater(found)) return this.renew();
      this.held = false;
      lost();
    });
  }

  /** True while another tab plays. */
  get isElsewhere() {
    return this.#there.some(found => found.tab !== this.tab && Math.abs(Date.now() - found.at) < lapsesAfter);
  }

  take() {
    this.number = 1 + Math.max(this.number, ...this.#there.map(found => found.number ?? 0));
    this.held = true;
    this.#write();
  }

  renew() {
    if (!this.held) return;
    if (!this.#there.some(found => this.#isLater(found))) return this.#write();
    this.held = false;
    this.lost();
  }

  giveBack() {
    if (this.held) for (const key of this.keys) remove(key);
    this.held = false;
  }

  get #there() {
    return this.keys.map(key => JSON.parse(read(key) ?? 'null')).filter(Boolean);
  }

  #isLater({ tab, number = 0 }) {
    return tab !== this.tab && (number > this.number || (number === this.number && tab > this.tab));
  }

  #write() {
    for (const key of this.keys) write(key, JSON.stringify({ tab: this.tab, number: this.number, at: Date.now() }));
  }
}
