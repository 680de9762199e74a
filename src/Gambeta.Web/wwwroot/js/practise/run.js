// Plays a run sheet: knows the phase, its time and what was counted; decides nothing that the sheet does not say.
// Time is monotonic and given from outside. A phase begins when the one before it was due to end, not when that was
// noticed, so nothing adds up.
import { addUp, lineOf, withHeard } from './counting.js';
import { newId } from '../shared/ids.js';
import { measures } from '../measures/index.js';

/** Without a tick for so long the device was asleep: nobody was practising, so the run holds where it was. */
const asleepAfter = 5000;

/** Ten seconds more, for who still fetches the ball. */
const moreSeconds = 10;

export class Run {
  /** @param sheet the run sheet @param kept what `snapshot` gave before a reload, if anything @param hooks {phase, setEnded, held} */
  constructor(sheet, kept, hooks) {
    this.sheet = sheet;
    this.hooks = hooks;
    this.index = kept?.index ?? 0;
    this.events = kept?.events ?? [];
    /** What was heard of the set, replaced each time more is known. */
    this.heard = kept?.heard ?? [];
    this.heldAt = kept?.elapsed ?? 0;
    this.startedAt = kept?.startedAt ?? null;
    this.setId = kept?.setId ?? null;
    this.order = kept?.order ?? 0;
    this.extra = kept?.extra ?? 0;
    this.began = null;
    /** What led into the phase: 'clock', 'player' or 'skip'; nothing for the first one, after a reload, and again. */
    this.cameBy = null;
  }

  get phase() { return this.sheet.phases[this.index]; }
  get drill() { return this.sheet.drills[this.phase.drill]; }
  get measure() { return measures[this.drill.measuredBy]; }
  get isHeld() { return this.began === null; }
  get isDone() { return this.phase.kind === 'done'; }
  get sum() {
    // Asked for several times a tap; thousands of touches are added up once.
    const { events, heard, index } = this;
    if (this.summed?.events !== events || this.summed.length !== events.length || this.summed.heard !== heard || this.summed.index !== index)
      this.summed = { events, heard, length: events.length, index, sum: addUp(this.measure, this.phase.feet, this.all) };
    return this.summed.sum;
  }

  /** Taps and what was heard. */
  get all() { return withHeard(this.events, this.heard); }

  /** What was heard of the set so far, in place of what was said before. Returns whether that is of this set. */
  hear(setId, heard) {
    if (setId !== this.setId || this.phase.kind !== 'work') return false;
    this.heard = heard;
    return true;
  }

  /** Seconds of the phase, with those that were asked for; nothing where the player ends it. */
  get seconds() { return this.phase.seconds ? this.phase.seconds + this.extra : null; }
  get snapshot() {
    const { index, events, heard, startedAt, setId, order, extra } = this;
    return { index, events, heard, elapsed: this.heldAt, startedAt, setId, order, extra };
  }

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
    while (!this.isDone && this.seconds && this.elapsed(now) >= this.seconds * 1000) this.#next(this.began + this.seconds * 1000, 'clock');
    if (!this.isDone) this.heldAt = this.elapsed(now);
  }

  /** Something happened with the ball, `at` so many milliseconds into the phase where it was pressed elsewhere; a target or a zone may go with it. Returns whether it counted. */
  count(what, now, zone, foot, at = null) {
    if (this.isHeld || this.phase.kind !== 'work') return false;
    // Told late: not later than now, and not before what was counted already.
    const elapsed = this.elapsed(now), event = { what, at: Math.round(at === null ? elapsed : Math.max(this.events.at(-1)?.at ?? 0, Math.min(elapsed, at))) };
    if (zone) event.zone = zone;
    if (foot) event.foot = foot;
    this.events.push(event);
    if (this.measure.isComplete(this.sum, this.phase, this.drill)) this.#next(now, 'player');
    return true;
  }

  takeBack(now) {
    if (this.phase.kind !== 'work' || this.isHeld) return false;
    let open = 0;
    for (const { what } of this.all) open = what === 'back' ? Math.max(0, open - 1) : open + 1;
    return open > 0 && this.count('back', now);
  }

  /** The player says that an open-ended phase is over: a set, a run, or the yard that lies. */
  end(now) {
    if (this.isHeld || this.phase.seconds) return;
    if (this.measure.isRun && this.phase.kind === 'work') this.events.push({ what: 'stop', at: Math.round(this.elapsed(now)) });
    this.#next(now, 'player');
  }

  skip(now) {
    if (this.isDone) return;
    if (this.isHeld) this.go(now);
    this.#next(now, 'skip');
  }

  /** Ten seconds more, in a pause. */
  more() {
    if (!this.phase.seconds || this.phase.kind === 'work') return false;
    this.extra += moreSeconds;
    return true;
  }

  /** Does it again: in work this round from its start, its counts thrown away; in a pause the round before it. Both begin with a get-ready. */
  again(now) {
    if (this.isDone) return false;
    const work = this.phase.kind === 'work' ? this.index : this.sheet.phases.findLastIndex((phase, i) => i < this.index && phase.kind === 'work');
    if (work < 0) return false;
    const pause = this.sheet.phases.findLastIndex((phase, i) => i < work && phase.seconds);
    this.index = pause;
    this.cameBy = null;
    this.#enter(now);
    return true;
  }

  #next(at, why) {
    const elapsed = at - this.began;
    if (this.phase.kind === 'work') this.#setEnded(elapsed, why);
    this.index++;
    this.cameBy = why;
    this.#enter(at);
  }

  #enter(at) {
    this.events = [];
    this.heard = [];
    this.heldAt = 0;
    this.extra = 0;
    this.began = this.isDone ? null : at;
    this.lastTick = Math.max(this.lastTick ?? at, at);
    this.#entered();
  }

  #entered() {
    this.startedAt = new Date(Date.now()).toISOString();
    // The id is there before the set ends: whoever ends it, after a reload or in another tab, sends the same one.
    this.setId = this.phase.kind === 'work' ? newId() : null;
    this.hooks.phase?.(this.phase);
  }

  #setEnded(elapsed, why) {
    const { needsNoCount } = this.measure, { all } = this, counted = all.length > 0 || needsNoCount;
    // Skipped before anything was counted is not played; a run that did not come home has no time.
    if (why === 'skip' && (all.length === 0 || needsNoCount)) return;
    this.order++;
    this.hooks.setEnded({
      id: this.setId, order: this.order, item: this.phase.drill, feet: this.phase.feet, startedAt: this.startedAt, plannedSeconds: this.phase.seconds ?? null,
      rounds: this.drill.rounds, plannedCount: this.phase.target ?? null, countedBy: !counted ? 'estimated' : all.some(event => event.ear) ? 'heard' : 'tapped', events: lineOf(this.events), taps: this.events, seconds: Math.round(elapsed) / 1000, sum: this.sum, drill: this.drill, measure: this.measure,
    });
  }
}
