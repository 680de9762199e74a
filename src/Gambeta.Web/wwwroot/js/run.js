// Plays a run sheet: knows the phase, its time and what was counted; decides nothing that the sheet does not say.
// Time is monotonic and given from outside. A phase begins when the one before it was due to end, not when that was
// noticed, so nothing adds up.
import { addUp, countsTries, draftOf } from './counting.js';

/** Without a tick for so long the device was asleep: nobody was practising, so the run holds where it was. */
const asleepAfter = 5000;

export class Run {
  /** @param sheet the run sheet @param kept what `snapshot` gave before a reload, if anything @param hooks {phase, setEnded, held} */
  constructor(sheet, kept, hooks) {
    this.sheet = sheet;
    this.hooks = hooks;
    this.index = kept?.index ?? 0;
    this.events = kept?.events ?? [];
    this.heldAt = kept?.elapsed ?? 0;
    this.startedAt = kept?.startedAt ?? null;
    this.began = null;
  }

  get phase() { return this.sheet.phases[this.index]; }
  get isHeld() { return this.began === null; }
  get isDone() { return this.phase.kind === 'done'; }
  get sum() { return addUp(this.sheet.measuredBy, this.phase.feet, this.events); }
  get snapshot() { return { index: this.index, events: this.events, elapsed: this.heldAt, startedAt: this.startedAt }; }

  /** Milliseconds into the phase, pauses left out. */
  elapsed(now) { return this.isHeld ? this.heldAt : now - this.began; }

  go(now) {
    if (!this.isHeld || this.isDone) return;
    this.began = now - this.heldAt;
    this.lastTick = now;
    if (this.heldAt === 0) this.#entered();
  }

  hold(now) {
    if (this.isHeld) return;
    this.heldAt = this.elapsed(now);
    this.began = null;
    this.hooks.held?.();
  }

  tick(now) {
    if (this.isHeld) return;
    if (now - this.lastTick > asleepAfter) {
      this.hold(this.lastTick);
      return;
    }
    this.lastTick = now;
    while (!this.isDone && this.phase.seconds && this.elapsed(now) >= this.phase.seconds * 1000) this.#next(this.began + this.phase.seconds * 1000, 'clock');
    if (!this.isDone) this.heldAt = this.elapsed(now);
  }

  /** Something happened with the ball. Returns whether it counted. */
  count(what, now) {
    if (this.isHeld || this.phase.kind !== 'work') return false;
    this.events.push({ what, at: Math.round(this.elapsed(now)) });
    const { sum } = this;
    const enough = countsTries(this.sheet.measuredBy) ? sum.tries.length
      : this.sheet.measuredBy === 'hitsOutOfTries' ? sum.reps + sum.slips : 0;
    if (enough && enough >= this.phase.target) this.#next(now, 'player');
    return true;
  }

  takeBack() {
    if (this.phase.kind !== 'work' || this.events.length === 0) return false;
    this.events.pop();
    return true;
  }

  /** The player ends an open-ended set. */
  end(now) {
    if (this.isHeld || this.phase.kind !== 'work' || this.phase.seconds) return;
    this.#next(now, 'player');
  }

  skip(now) {
    if (this.isDone) return;
    if (this.isHeld) this.go(now);
    this.#next(now, 'skip');
  }

  #next(at, why) {
    const elapsed = at - this.began;
    if (this.phase.kind === 'work') this.#setEnded(elapsed, why);
    this.index++;
    this.events = [];
    this.heldAt = 0;
    this.began = this.isDone ? null : at;
    this.#entered();
  }

  #entered() {
    this.startedAt = new Date(Date.now()).toISOString();
    this.hooks.phase?.(this.phase);
  }

  #setEnded(elapsed, why) {
    const counted = this.events.length > 0 || this.sheet.measuredBy === 'courseTime';
    // Skipped before anything was counted is not played.
    if (why === 'skip' && (this.events.length === 0 || this.sheet.measuredBy === 'courseTime')) return;
    const draft = draftOf(this.sheet.measuredBy, this.sum, elapsed / 1000);
    this.hooks.setEnded({
      order: this.phase.set, feet: this.phase.feet, startedAt: this.startedAt, plannedSeconds: this.phase.seconds ?? null,
      countedBy: counted ? 'tapped' : 'estimated', draft,
    });
  }
}
