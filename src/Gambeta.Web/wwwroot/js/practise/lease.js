// One tab plays at a time: whoever starts takes the lease, and a tab that lost it stops. The lease lapses when its tab is gone.
import { newId } from '../shared/ids.js';
import { read, remove, write } from '../shared/storage.js';

const lapsesAfter = 4000;

export class Lease {
  /** @param names what is leased, each on its own: whoever plays @param lost called when another tab took one */
  constructor(names, lost) {
    this.keys = names.map(name => `gambeta-tab ${name}`);
    this.tab = newId();
    this.held = false;
    addEventListener('storage', event => {
      if (!this.keys.includes(event.key) || !this.held || !event.newValue || JSON.parse(event.newValue).tab === this.tab) return;
      this.held = false;
      lost();
    });
  }

  /** True while another tab plays. */
  get isElsewhere() {
    return this.keys
      .map(key => JSON.parse(read(key) ?? 'null'))
      .some(found => found && found.tab !== this.tab && Math.abs(Date.now() - found.at) < lapsesAfter);
  }

  take() {
    this.held = true;
    this.renew();
  }

  renew() {
    if (this.held) for (const key of this.keys) write(key, JSON.stringify({ tab: this.tab, at: Date.now() }));
  }

  giveBack() {
    if (this.held) for (const key of this.keys) remove(key);
    this.held = false;
  }
}
