// One tab plays at a time: whoever starts takes the lease, and a tab that lost it stops. The lease lapses when its tab is gone.
import { newId } from '../shared/ids.js';
import { read, remove, write } from '../shared/storage.js';

const lapsesAfter = 4000;

export class Lease {
  /** @param name what is leased @param lost called when another tab took it */
  constructor(name, lost) {
    this.key = `gambeta-tab ${name}`;
    this.tab = newId();
    this.held = false;
    addEventListener('storage', event => {
      if (event.key !== this.key || !this.held || !event.newValue || JSON.parse(event.newValue).tab === this.tab) return;
      this.held = false;
      lost();
    });
  }

  /** True while another tab plays. */
  get isElsewhere() {
    const found = JSON.parse(read(this.key) ?? 'null');
    return Boolean(found && found.tab !== this.tab && Date.now() - found.at < lapsesAfter);
  }

  take() {
    this.held = true;
    this.renew();
  }

  renew() { if (this.held) write(this.key, JSON.stringify({ tab: this.tab, at: Date.now() })); }

  giveBack() {
    if (this.held) remove(this.key);
    this.held = false;
  }
}
