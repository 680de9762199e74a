// Plays a run sheet: knows the phase, its time and what was counted; decides nothing that the sheet does not say.
// Time is monotonic and given from outside. A phase begins when the one before it was due to end, not when that was
// noticed, so nothing adds up.
import { addUp, lineOf, withHeard } from './counting.js';
import { moment } from '../shared/clock.js';
import { newId } from '../shared/ids.js';
import { measures } from '../measures/known.js';
import { shareOut } from './turns.js';

/** Without a tick for so long the device was asleep: nobody was practising, so the run holds where it was. */
const asleepAfter = 5000;

/** Ten seconds more, for who still fetches the ball. */
const moreSeconds = 10;

export class Run {
  /**
   * @param sheet the run sheet
   * @param kept what `snapshot` gave before a reload, if anything
   * @param hooks what is called: phase, setEnded, held, turned
   */
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
    /** Where two play by turns: the id of the other one's set. */
    this.secondId = kept?.secondId ?? null;
    this.orders = kept?.orders ?? [kept?.order ?? 0, 0];
    /** Where two play: who stopped before the end. */
    this.without = kept?.without ?? [];
    /** Where two play: who worked last. */
    this.worked = kept?.worked ?? null;
    this.extra = kept?.extra ?? 0;
    this.began = null;
    /** What led into the phase: 'clock', 'player' or 'skip'; nothing for the first one, after a reload, and again. */
    this.cameBy = null;
  }

  /** The phase that is on; where two play by turns within it, that of whose turn it is. */
  get phase() {
    return this.isByTurns ? this.#phaseOf(this.#shared.turn) : this.#whole;
  }

  /** Whose phase it is, where two play; 0 where one plays alone. */
  get who() {
    return this.drill.who ?? 0;
  }

  /** True where two play by turns within the set. */
  get isByTurns() {
    return Boolean(this.#whole.second);
  }

  /** The phases that are still to come. */
  get ahead() {
    return this.sheet.phases.slice(this.index + 1).filter(phase => !this.#isLeftOut(phase));
  }

  get drill() {
    return this.sheet.drills[this.phase.drill];
  }
  get measure() {
    return measures[this.drill.measuredBy];
  }
  get isHeld() {
    return this.began === null;
  }
  get isDone() {
    return this.phase.kind === 'done';
  }
  get sum() {
    // Asked for several times a tap; thousands of touches are added up once.
    const { events, heard, index, who } = this;
    if (
      this.summed?.events !== events ||
      this.summed.length !== events.length ||
      this.summed.heard !== heard ||
      this.summed.index !== index ||
      this.summed.who !== who
    )
      this.summed = { events, heard, length: events.length, index, who, sum: addUp(this.measure, this.phase.feet, this.all) };
    return this.summed.sum;
  }

  /** Taps and what was heard; where two play by turns, of whose turn it is. */
  get all() {
    return this.isByTurns ? this.#shared.own[this.#shared.turn] : withHeard(this.events, this.heard);
  }

  /** What was heard of the set so far, in place of what was said before. Returns whether that is of this set. */
  hear(setId, heard) {
    if (setId !== this.setId || this.phase.kind !== 'work' || this.isByTurns) return false;
    this.heard = heard;
    return true;
  }

  /** Seconds of the phase, with those that were asked for; nothing where the player ends it. */
  get seconds() {
    // Where the other one has stopped, nobody's work is the rest between two rounds of one's own.
    const { phase, extra, worked } = this,
      seconds = worked === phase.who ? (phase.aloneSeconds ?? phase.seconds) : phase.seconds;
    return seconds ? seconds + extra : null;
  }

  get snapshot() {
    const { index, events, heard, startedAt, setId, secondId, orders, without, worked, extra } = this;
    return { index, events, heard, elapsed: this.heldAt, startedAt, setId, secondId, orders, without, worked, extra };
  }

  /** Milliseconds into the phase, pauses left out. */
  elapsed(now) {
    return this.isHeld ? this.heldAt : now - this.began;
  }

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

  /**
   * Something happened with the ball, `at` so many milliseconds into the phase where it was pressed elsewhere; a target or a zone may go
   * with it. Returns whether it counted.
   */
  count(what, now, zone, foot, at = null) {
    if (this.isHeld || this.phase.kind !== 'work') return false;
    // Told late: not later than now, and not before what was counted already.
    const elapsed = this.elapsed(now),
      event = { what, at: Math.round(at === null ? elapsed : Math.max(this.events.at(-1)?.at ?? 0, Math.min(elapsed, at))) };
    if (zone) event.zone = zone;
    if (foot) event.foot = foot;
    const { who } = this;
    this.events.push(event);
    if (
      this.isByTurns
        ? [0, 1].every(one => this.#isOver(one, this.#shared.own[one]))
        : this.measure.isComplete(this.sum, this.phase, this.drill)
    )
      this.#next(now, 'player');
    else if (this.who !== who) this.hooks.turned?.();
    return true;
  }

  takeBack(now) {
    if (this.phase.kind !== 'work' || this.isHeld) return false;
    let open = 0;
    for (const { what } of this.isByTurns ? this.events : this.all) open = what === 'back' ? Math.max(0, open - 1) : open + 1;
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

  /** Nothing follows any more: what was counted of the round that is on is a set as far as it came. */
  breakOff(now) {
    if (this.phase.kind === 'work') this.#setEnded(this.elapsed(now), 'skip');
  }

  /** Ten seconds more, in a pause. */
  more() {
    if (!this.phase.seconds || this.phase.kind === 'work') return false;
    this.extra += moreSeconds;
    return true;
  }

  /**
   * Does it again: in work this round from its start, its counts thrown away; in a pause the round before it. Both begin with a get-ready.
   */
  again(now) {
    if (this.isDone) return false;
    const work =
      this.phase.kind === 'work' ? this.index : this.sheet.phases.findLastIndex((phase, i) => i < this.index && phase.kind === 'work');
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
    this.#forth();
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
    this.startedAt = moment();
    // The id is there before the set ends: whoever ends it, after a reload or in another tab, sends the same one.
    this.setId = this.phase.kind === 'work' ? newId() : null;
    this.secondId = this.isByTurns ? newId() : null;
    if (this.phase.kind === 'work') this.worked = this.phase.who ?? null;
    this.hooks.phase?.(this.phase);
  }

  /** One of two stops; the other one goes on alone. */
  leave(who, now) {
    if (this.isDone || this.without.includes(who)) return;
    if (this.isHeld) this.go(now);
    const isTheirs = !this.isByTurns && this.#whole.who === who;
    // What was played so far of a round that is theirs ends with them.
    if (isTheirs && this.phase.kind === 'work') this.#setEnded(this.elapsed(now), 'skip');
    this.without.push(who);
    const nobodyIsLeft = this.without.length === 2;
    if (nobodyIsLeft) {
      if (this.isByTurns) this.#setEnded(this.elapsed(now), 'skip');
      this.index = this.sheet.phases.length - 1;
    } else if (isTheirs) {
      // A round that was cut short is no rest for the other one.
      this.worked = 1 - who;
      this.#forth();
    } else return void this.hooks.turned?.();
    this.cameBy = 'skip';
    this.#enter(now);
  }

  get #whole() {
    return this.sheet.phases[this.index];
  }

  #forth() {
    do this.index++;
    while (this.#isLeftOut(this.#whole));
  }

  #isLeftOut(phase) {
    return phase.who !== undefined && !phase.second && this.without.includes(phase.who);
  }

  // By turns: shared out anew only when something was counted.
  get #shared() {
    const { events, index, without } = this,
      known = this.sharedOut;
    if (known?.events !== events || known.length !== events.length || known.index !== index || known.out !== without.length)
      this.sharedOut = {
        events,
        length: events.length,
        index,
        out: without.length,
        ...shareOut(events, measures[this.sheet.drills[this.#whole.drill].measuredBy], this.#whole.who, (who, own) =>
          this.#isOver(who, own),
        ),
      };
    return this.sharedOut;
  }

  // Whether one of two has played all of a set by turns, or has stopped. Each has the same number of turns, whatever comes of them.
  #isOver(who, own) {
    if (this.without.includes(who)) return true;
    const phase = this.#phaseOf(who),
      drill = this.sheet.drills[phase.drill],
      measure = measures[drill.measuredBy],
      sum = addUp(measure, phase.feet, own);
    return measure.isComplete(sum, phase, drill) || (!measure.isTried && sum.reps + sum.slips >= phase.target);
  }

  #phaseOf(who) {
    return this.#whole.second?.who === who ? this.#whole.second : this.#whole;
  }

  #setEnded(elapsed, why) {
    if (!this.isByTurns)
      return this.#tell({ phase: this.phase, id: this.setId, all: this.all, taps: this.events, sum: this.sum, elapsed, why });
    const whole = this.#whole,
      { own } = this.#shared;
    for (const phase of [whole, whole.second]) {
      const all = own[phase.who],
        measure = measures[this.sheet.drills[phase.drill].measuredBy];
      // Not one turn was played.
      if (all.length)
        this.#tell({
          phase,
          id: phase === whole ? this.setId : this.secondId,
          all,
          taps: all,
          sum: addUp(measure, phase.feet, all),
          elapsed: all.at(-1).at,
          why,
        });
    }
  }

  #tell({ phase, id, all, taps, sum, elapsed, why }) {
    const drill = this.sheet.drills[phase.drill],
      measure = measures[drill.measuredBy],
      who = drill.who ?? 0,
      counted = all.length > 0 || measure.needsNoCount;
    // Skipped before anything was counted is not played; a run that did not come home has no time.
    if (why === 'skip' && (all.length === 0 || measure.needsNoCount)) return;
    this.hooks.setEnded({
      id,
      order: ++this.orders[who],
      item: phase.drill,
      feet: phase.feet,
      startedAt: this.startedAt,
      plannedSeconds: phase.seconds ?? null,
      with: this.without.length ? undefined : drill.with,
      rounds: drill.rounds,
      plannedCount: phase.target ?? null,
      countedBy: !counted ? 'estimated' : all.some(event => event.ear) ? 'heard' : 'tapped',
      events: lineOf(taps),
      taps,
      seconds: Math.round(elapsed) / 1000,
      sum,
      drill,
      measure,
    });
  }
}
