// A run as it stands, kept on the device each second, so that a reload, a crash or a closed lid comes back to it.
import { keys, read, remove, write } from '../shared/storage.js';

const keptFor = 3 * 3600 * 1000;
const prefix = 'gambeta-run ';

const isBegun = found => Boolean(found?.run && (found.run.index > 0 || found.run.elapsed > 0));

function parsed(key) {
  try {
    const found = JSON.parse(read(key));
    return found && Math.abs(Date.now() - found.at) < keptFor ? found : null;
  } catch {
    return null;
  }
}

/** Whether any practice of this device is under way. */
export const isUnderWay = () => keys().some(key => key.startsWith(prefix) && isBegun(parsed(key)));

export class KeptRun {
  /**
   * @param name what tells this run from others on the device
   * @param phases how many phases it has: a sheet that was changed meanwhile is another run
   */
  constructor(name, phases) {
    this.key = prefix + name;
    this.phases = phases;
    this.isOver = false;
  }

  /** What was kept last; nothing when there was nothing, or it was too long ago. */
  read() {
    const found = parsed(this.key);
    return found?.phases === this.phases ? found : null;
  }

  /** True when there is something to carry on with: more than a beginning. */
  get resumes() {
    return isBegun(this.read());
  }

  keep(state) {
    if (!this.isOver) write(this.key, JSON.stringify({ at: Date.now(), phases: this.phases, ...state }));
  }

  /** Over for good: whatever this page still does, nothing comes back to it. */
  forget() {
    this.isOver = true;
    remove(this.key);
  }
}
