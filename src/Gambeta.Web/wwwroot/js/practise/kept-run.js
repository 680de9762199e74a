// A run as it stands, kept on the device each second, so that a reload, a crash or a closed lid comes back to it.
import { read, remove, write } from '../shared/storage.js';

const keptFor = 3 * 3600 * 1000;

export class KeptRun {
  /** @param name what tells this run from others on the device @param phases how many phases it has: a sheet that was changed meanwhile is another run */
  constructor(name, phases) {
    this.key = `gambeta-run ${name}`;
    this.phases = phases;
    this.isOver = false;
  }

  /** What was kept last; nothing when there was nothing, or it was too long ago. */
  read() {
    try {
      const found = JSON.parse(read(this.key));
      return found && Date.now() - found.at < keptFor && found.phases === this.phases ? found : null;
    } catch {
      return null;
    }
  }

  /** True when there is something to carry on with: more than a beginning. */
  get resumes() {
    const { run } = this.read() ?? {};
    return Boolean(run && (run.index > 0 || run.elapsed > 0));
  }

  keep(state) { if (!this.isOver) write(this.key, JSON.stringify({ at: Date.now(), phases: this.phases, ...state })); }

  /** Over for good: whatever this page still does, nothing comes back to it. */
  forget() {
    this.isOver = true;
    remove(this.key);
  }
}
