// The practice as a machine: in which state it is, what may be done there, and what follows. It knows no screen and no clock of its own: it
// is given both, so that it is tested without either (tests/modules/practice.test.mjs). What is shown is told to `screen`, what is heard to
// `heard`, what was played to the `outbox`.
import { hand } from '../measures/base.js';
import { measures } from '../measures/known.js';
import { say } from '../shared/say.js';
import * as posts from './posts.js';
import { Run } from './run.js';
import { Sittings } from './sittings.js';

const longestLeave = 4000;
const besideLapses = 8000;

// What counts something: of two screens the one that counted first in a set counts it to its end, so that nothing is counted twice.
const counting = ['tap', 'glass', 'wrong', 'void', 'back', 'number'];

const pausing = ['pause', 'skip', 'again', 'more', 'beat', 'type', 'number', 'pain', 'leave', 'out'];

/**
 * The states, and what may be done in each; whatever else is pressed does nothing.
 * before the first touch: `ready`, `elsewhere` (another tab plays, and that was said), `barred` (something hurt);
 * on the way: `playing`, `held`, `leaving` (held, and told why not yet), `done`;
 * at the end of it: `lost` (another tab took over), `asked` (where it hurts), `stopped` (it was said), `gone`.
 */
export const allowed = {
  ready: ['start', 'pause', 'leave'],
  elsewhere: ['start', 'pause', 'leave'],
  barred: ['leave'],
  playing: [...pausing, 'tap', 'glass', 'wrong', 'void', 'end', 'back'],
  held: pausing,
  leaving: [...pausing, 'end'],
  done: ['end', 'type', 'number', 'pain', 'leave'],
  lost: ['pain', 'leave'],
  asked: ['noPain', 'hurts'],
  stopped: ['leave'],
  gone: [],
};

export class Practice {
  #before = 'ready';
  #isOpen = false;
  #isLeaving = false;
  #isLost = false;
  #hurt = null;
  #isGone = false;
  #keepDue = null;
  #countedAt = null;
  #besideAt = 0;

  /** The screen that counts this set: 'here', 'beside', or nothing before the first count. */
  counter = null;

  /**
   * @param page what the page carries
   * @param parts `kept` and `lease` of the run, `checks` that were read before the first touch, `outbox`, `screen`, `heard`;
   * `now()` in milliseconds;
   * `later(act, ms)`; `goTo(address)`; `takeOver()` loads the page again as the one that plays, `takesOver` says that it did; `keepsRuns()`
   * whether the device keeps anything
   */
  constructor(page, parts) {
    Object.assign(this, parts, { page, sheet: page.sheet });
    const before = this.kept.read();
    this.resumes = this.kept.resumes;
    this.sittings = new Sittings(page, before);
    /** What was played last: one set, or, where two play by turns within one, both. */
    this.lastSets = before?.lastSets ?? (before?.lastSet ? [before.lastSet] : []);
    this.runs = before?.runs ?? [];
    /** What became of each press of a second screen, by its id. */
    this.pressed = new Map(before?.pressed);
    this.run = new Run(this.sheet, before?.run, {
      phase: () => this.#entered(),
      setEnded: set => this.#setEnded(set),
      held: () => this.drawKeys(),
      turned: () => this.#turned(),
    });
  }

  get state() {
    if (this.#isGone) return 'gone';
    // Whatever else is the case: what hurts can be said, and stays said.
    if (this.#hurt) return this.#hurt;
    if (this.#isLost) return 'lost';
    if (!this.#isOpen) return this.#before;
    if (this.#leaves()) return 'leaving';
    return this.run.isDone ? 'done' : this.run.isHeld ? 'held' : 'playing';
  }

  /** The sitting that is begun; where two play, the first one's, by which their outing is known. */
  get session() {
    return this.sittings.ids[0] ?? null;
  }

  get lastSet() {
    return this.lastSets.at(-1) ?? null;
  }

  /** Does what was pressed on this screen, where that may be done now. */
  act(what, ...how) {
    return this.actFrom('here', null, what, ...how);
  }

  /**
   * Does what was pressed on one of the screens, where that may be done now; what is counted later than it was pressed counts for when it
   * was pressed.
   * @param screen 'here' or 'beside' @param pressedAt milliseconds into the phase, nothing for now
   * @returns false where the other screen counts this set, else what the act gives
   */
  actFrom(screen, pressedAt, what, ...how) {
    if (!allowed[this.state].includes(what)) return undefined;
    if (counting.includes(what) && this.run.phase.kind === 'work') {
      // A second screen that is gone leaves the set to this one.
      const isGone = this.counter === 'beside' && this.now() - this.#besideAt > besideLapses;
      if (this.counter && this.counter !== screen && !isGone) {
        if (screen === 'here') this.screen.countedBeside();
        return false;
      }
      this.counter = screen;
      if (screen === 'beside') this.#besideAt = this.now();
    }
    this.#countedAt = pressedAt;
    try {
      return this.#do(what, how);
    } finally {
      this.#countedAt = null;
    }
  }

  #do(what, how) {
    const actions = {
      start: () => this.#start(),
      pause: () => this.#pause(),
      skip: () => this.#skip(),
      again: () => this.#again(),
      more: () => this.#more(),
      beat: () => this.#nextBeat(),
      type: () => this.screen.focusTyped(),
      number: n => this.#number(n),
      pain: () => this.#askWhere(),
      leave: () => this.#leave(),
      tap: foot => this.#tap(foot),
      glass: foot => this.#glass(foot),
      wrong: () => this.#wrong(),
      void: () => this.#void(),
      end: () => this.#end(),
      back: () => this.#back(),
      noPain: () => this.#noPain(),
      hurts: (part, who) => this.#hurts(part, who),
      out: who => this.#out(who),
    };
    return actions[what](...how);
  }

  /** True where the glass counts. */
  get glassCounts() {
    return this.state === 'playing' && this.run.phase.kind === 'work';
  }

  /** True from the question where it hurts on. */
  get isHurt() {
    return ['asked', 'stopped'].includes(this.state);
  }

  /** Something hurt, and that was said on this device before: it is for a grown-up to say whether practice may go on. */
  bar() {
    this.#before = 'barred';
  }

  /** A grown-up said that it may. */
  unbar() {
    this.#before = 'ready';
  }

  /** What there is to carry on with, in words; nothing where it would begin anew. */
  get offer() {
    if (!this.resumes) return null;
    const { drill, phase } = this.run,
      isSession = this.sheet.drills.length > 1;
    return say(isSession ? 'you-were-in-drill' : 'you-were-in', { drill: drill.name, phase: phase.label.toLowerCase() });
  }

  /** Another tab took the practice over. */
  lost() {
    this.#isLost = true;
    this.run.hold(this.now());
    this.screen.lost();
  }

  /** True while time passes on the glass. */
  get isMoving() {
    return this.#isOpen && !this.run.isHeld && !this.run.isDone;
  }

  tick() {
    const now = this.now();
    this.run.tick(now);
    if (!this.run.isHeld) this.heard.tick(this.run, now);
    if (this.#isOpen) this.screen.time(this.run, now);
  }

  /** The outbox has something to say, perhaps of something that was played here. */
  told(item, answer) {
    const { screen } = this,
      set = item && this.lastSets.find(({ id }) => id === (item.set ?? item.key));
    screen.stored(this.storedWords());
    if (!set) return;
    if (answer.ok) set.bests = answer.bests;
    if (answer.ok && item.ear) screen.heard(this.run, set);
    if (answer.bests?.length && ['tapped', 'heard'].includes(set.countedBy)) this.#raiseBest(set);
    else if (item.kind === 'count') screen.typedSaid(item, answer);
    this.#showResult();
  }

  /** A count was typed in for a set; `askedKey` where it was asked about and is the same once more. */
  typed(set, draft, askedKey) {
    Object.assign(this.lastSet, { draft, countedBy: 'typed', bests: null });
    if (askedKey) this.outbox.tryAgain(askedKey, true);
    else this.outbox.keep(posts.count(set.id, draft));
    this.#showResult();
  }

  /** A question after a drill, or after all of them, was answered. */
  answered(what, said) {
    const told = this.sittings.told(this.run.who);
    this.outbox.keep(what === 'drill' ? posts.answer(told, { ...said, item: this.sittings.place(said.item) }) : posts.end(told, said));
  }

  /** Shows what may be pressed now. */
  drawKeys() {
    this.screen.keys(this.run, { played: Boolean(this.lastSet), beat: this.heard.beatOf(this.run.drill) });
  }

  /** A target or a zone was pressed, by its number. */
  hitZone(zone) {
    const { measure, drill } = this.run;
    if (!this.glassCounts || !(zone >= 1 && zone <= measure.zones(drill))) return;
    if (measure.isCounted(zone, drill)) this.#count(this.#footDue(), zone);
    else this.#wrong();
  }

  /** Writes down how it stands, so that a reload comes back to it. */
  keepRun() {
    if (!this.lease.held) return;
    this.lease.renew();
    if (this.run.isDone) this.kept.forget();
    else
      this.kept.keep({
        sessions: this.sittings.ids,
        lastSets: this.lastSets,
        played: [...this.sittings.played],
        runs: this.runs,
        pressed: [...this.pressed].slice(-60),
        run: this.run.snapshot,
      });
  }

  /** What the case is with what was played, in words. */
  storedWords() {
    const { state, words } = this.outbox;
    if (this.#leaves()) return say(state.isSafe ? 'no-way-kept' : 'no-way-lost');
    if (state.waiting) return words();
    if (state.refused.length) return say('not-taken', { why: state.refused.at(-1).problems.join(' ') });
    return this.lastSet ? say('all-stored') : this.keepsRuns() ? '' : say('keeps-no-runs');
  }

  // Somebody wished to leave and was told why not yet: that stands until it is true no more.
  #leaves() {
    return (this.#isLeaving &&= this.run.isHeld && this.outbox.state.waiting > 0);
  }

  #start() {
    const { checks, lease, outbox, run, screen, sittings } = this;
    if (lease.isElsewhere && this.#before === 'elsewhere') {
      lease.take();
      return this.takeOver();
    }
    if (lease.isElsewhere && !this.takesOver) {
      this.#before = 'elsewhere';
      return screen.elsewhere();
    }
    if (!this.session) {
      // Made at the start, since its time says on which day the sitting counts.
      sittings.begin();
      for (const who of sittings.all) outbox.keep(posts.sitting(sittings.told(who)));
    }
    lease.take();
    // Sent like a set: it waits on the device where there is no network.
    if (checks.length && !this.resumes) outbox.keep(posts.check(sittings.told(0), checks));
    this.#isOpen = true;
    screen.open();
    // A phase that was begun before a reload is not entered anew by the run itself.
    const goesOn = run.heldAt > 0;
    run.go(this.now());
    if (goesOn) this.#entered();
  }

  #entered() {
    const { run, screen, sittings } = this,
      { phase, drill } = run;
    this.counter = null;
    this.heard.begin(run, this.now());
    if (phase.kind === 'work' && !run.isByTurns) this.ear?.beginSet(run, this.heard.beatOf(drill));
    screen.enter(run);
    this.runs = this.runs.filter(one => sittings.place(one.item) === sittings.place(phase.drill));
    if ((phase.kind === 'between' || (run.isDone && !sittings.areTwo)) && sittings.played.has(phase.drill))
      screen.ask.about(phase.drill, drill, run.isDone || Boolean(phase.isLast));
    else if (run.isDone && !sittings.areTwo && this.lastSet) screen.ask.atTheEnd();
    else screen.ask.close();
    this.#offerTyping();
    this.drawKeys();
    this.#drawCounts();
    screen.time(run, this.now());
    this.keepRun();
    if (run.isDone) this.#endOfAll();
  }

  #setEnded(set) {
    const { measure, taps, ...rest } = set,
      { clipPenaltySeconds } = this.sheet,
      { sittings } = this,
      who = sittings.whose(set.item),
      last = { ...rest, at: this.run.index, penalty: clipPenaltySeconds, bests: null };
    this.lastSets = [...(this.run.isByTurns ? this.lastSets.filter(one => one.at === last.at) : []), last];
    sittings.played.add(set.item);
    last.draft = { ...measure.draft(set.sum, set.drill), seconds: Math.round(set.seconds * 1000) / 1000 };
    if (measure.isRun) {
      const fair = measure.isFair(set.sum, set.drill);
      this.runs.push({
        item: set.item,
        name: sittings.areTwo ? sittings.players[who].name : undefined,
        seconds: hand(set.seconds + set.sum.clips * clipPenaltySeconds),
        fair,
      });
      const fastest = Math.min(...this.runs.filter(r => r.fair).map(r => Number(r.seconds)));
      for (const one of this.runs) one.best = one.fair && Number(one.seconds) === fastest;
    }
    const post = posts.set(sittings.told(who), set, this.heard.beatOf(set.drill)),
      ear = this.run.isByTurns ? null : this.ear?.endSet(set.id);
    // What was heard goes with it as it is: it is counted when it is sent, so that nothing waits for a network.
    this.outbox.keep(ear ? { ...post, ear: { ...ear, taps } } : post);
  }

  /** What was just beaten is what the next set of this run has to beat. */
  #raiseBest({ item, feet, drill, sum, seconds }) {
    const measure = measures[drill.measuredBy],
      value = measure.value(sum, { drill, sheet: this.sheet, elapsed: seconds * 1000 }),
      of = (this.page.bests[item] ??= {});
    if (value !== undefined && (of[feet] === undefined || measure.isBetter(value, of[feet]))) of[feet] = value;
  }

  // Typing in what nobody counted, while the rest goes on.
  #offerTyping() {
    const { run, lastSets, lastSet } = this,
      { kind, after, drill } = run.phase,
      isPause = ['swap', 'rest', 'between', 'done'].includes(kind);
    const resting = isPause && (lastSets.some(set => set.item === (after ?? drill)) || (run.isDone && this.sittings.areTwo && lastSet));
    this.screen.offerTyping(resting ? lastSet : null, resting && this.#resultWords(), lastSets.length === 1);
  }

  // Where two play, whose it was is said as well.
  #resultWords() {
    const { areTwo, players } = this.sittings;
    return this.lastSets
      .map(set => (areTwo ? say('whose-result', { player: players[set.drill.who].name, result: resultOf(set) }) : resultOf(set)))
      .join(' · ');
  }

  #showResult() {
    this.screen.result(
      this.#resultWords(),
      this.lastSets.some(set => set.bests?.length),
    );
  }

  // Whose turn it is has changed within a set.
  #turned() {
    this.screen.turn(this.run);
    this.drawKeys();
    this.#drawCounts();
    this.keepRun();
  }

  // One of two stops; the other one goes on.
  #out(who) {
    if (!this.sittings.areTwo || this.run.without.includes(who)) return;
    this.run.leave(who, this.now());
    this.#endOf(who);
    this.drawKeys();
    this.keepRun();
  }

  // Somebody's sitting is over, where they played.
  #endOf(who) {
    if (this.sittings.hasPlayed(who)) this.outbox.keep(posts.end(this.sittings.told(who)));
  }

  #endOfAll() {
    for (const who of this.sittings.all) if (!this.run.without.includes(who)) this.#endOf(who);
  }

  #drawCounts() {
    this.screen.counts(this.run, this.runs, this.now());
  }

  #pause() {
    if (!this.#isOpen) return this.#start();
    if (!this.run.isHeld) return this.run.hold(this.now());
    this.run.go(this.now());
    this.heard.begin(this.run, this.now());
    this.drawKeys();
  }

  #skip() {
    this.run.skip(this.now());
  }

  #again() {
    this.run.again(this.now());
  }

  #more() {
    if (!this.run.more()) return;
    this.heard.begin(this.run, this.now());
    this.screen.time(this.run, this.now());
    this.keepRun();
  }

  #nextBeat() {
    this.heard.nextBeat(this.run, this.now());
    this.ear?.beat(this.run, this.heard.beatOf(this.run.drill));
    this.drawKeys();
  }

  /** More was heard of a set. */
  hear(setId, heard) {
    if (!this.run.hear(setId, heard)) return;
    this.#drawCounts();
    this.#keepSoon();
  }

  // A hit without its zone says too little: zones and targets have keys and stand on the glass.
  #tap(foot) {
    if (!this.run.measure.needsZone) this.#count(foot);
  }

  #glass(foot) {
    if (this.run.measure.isCourse) this.#end();
    else this.#tap(foot);
  }

  #number(n) {
    if (!this.screen.ask.choose(n) && !this.screen.mends(n)) this.hitZone(n);
  }

  #wrong() {
    const { measure, phase } = this.run;
    this.#count('wrong', 0, measure.knowsTheMissingFoot && phase.feet === 'both' ? this.#footDue() : undefined);
  }

  #void() {
    if (this.run.measure.isCourse) this.#count('void');
  }

  #end() {
    const { run } = this;
    if (run.isDone) return this.#leave();
    if (run.phase.kind === 'work' && run.measure.isTried) this.#count('stop');
    else if (run.phase.kind === 'setOut' || !run.measure.isOneByOne) run.end(this.now());
  }

  #back() {
    if (!this.run.takeBack(this.now())) return;
    this.#drawCounts();
    this.#keepSoon();
  }

  #count(what, zone, foot) {
    if (!this.run.count(what, this.now(), zone, foot, this.#countedAt)) return;
    this.#drawCounts();
    this.#keepSoon();
  }

  // Kept right after the count is on the glass: writing it down must not hold up the frame that shows it.
  #keepSoon() {
    this.#keepDue ??= this.later(() => {
      this.#keepDue = null;
      this.keepRun();
    }, 30);
  }

  // The foot whose turn it is, where both strike: the other foot first, while it is fresh.
  #footDue() {
    const { phase, sum, who } = this.run,
      { preferred } = this.sittings.players[who],
      other = preferred === 'right' ? 'left' : 'right';
    return phase.feet !== 'both' ? phase.feet : sum.hits.length % 2 ? preferred : other;
  }

  #askWhere() {
    this.#hurt = 'asked';
    this.run.hold(this.now());
    this.screen.askWhere();
  }

  // A wrong press leads back.
  #noPain() {
    this.#hurt = null;
    this.screen.noPain();
    if (!this.#isLost) this.drawKeys();
  }

  // Over for good: nothing that this page still does brings the run back, and a page that was kept would begin again without asking whether
  // it may.
  #hurts(part, said) {
    const who = this.sittings.players[said] ? said : this.run.who;
    this.#hurt = 'stopped';
    if (!this.#isLost) this.run.breakOff(this.now());
    this.outbox.keep(posts.pain(this.sittings.told(who), part));
    // One is hurt, and both stop: somebody has to look after whoever it is.
    if (this.sittings.areTwo) this.#endOfAll();
    this.kept.forget();
    this.screen.stopped();
  }

  // Whether something was counted that is not a set yet. A run that did not come home has no time: nothing of it can be kept.
  get #hasCounted() {
    const { lease, run, state } = this;
    return (
      ['ready', 'playing', 'held', 'leaving'].includes(state) &&
      !lease.isElsewhere &&
      run.phase.kind === 'work' &&
      run.events.length + run.heard.length > 0 &&
      !run.measure.needsNoCount
    );
  }

  async #leave() {
    const { outbox } = this;
    if (this.#hasCounted) {
      // One press does not end such a round: it stands still, and what the next press does is said.
      if (!this.run.isHeld) {
        this.run.hold(this.now());
        return this.screen.leaveKeeps();
      }
      this.run.skip(this.now());
    }
    this.run.hold(this.now());
    if (this.lastSet) {
      // A server that hangs must not hold anybody here: a moment is enough to store what there is.
      await Promise.race([outbox.flush(), new Promise(resolve => this.later(resolve, longestLeave))]);
      if (this.#isGone) return;
      if (outbox.state.waiting && !this.#isLeaving) {
        this.#isLeaving = true;
        return this.screen.stored(this.storedWords());
      }
    }
    this.#isGone = true;
    this.kept.forget();
    this.lease.giveBack();
    const card = `/drills/${this.sheet.drills[0].drill}`;
    this.goTo(
      outbox.state.waiting
        ? '/today'
        : this.lastSet
          ? `/practise/result/${this.sittings.shown}`
          : this.sheet.drills.length > 1
            ? '/sheets'
            : card,
    );
  }
}

/** What a set came to. */
function resultOf(set) {
  if (set.bests?.length) return say('new-best', { bests: set.bests.reduce((one, other) => say('one-and-other', { one, other })) });
  if (set.countedBy === 'estimated') return say('nobody-counted');
  return measures[set.drill.measuredBy].result(set.draft, set);
}
