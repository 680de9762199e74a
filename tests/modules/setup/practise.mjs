// A practice with everything round it made up: for the tests of what may be done in which state.
import './all-measures.mjs';
import { Practice } from '../../../src/Gambeta.Web/wwwroot/js/practise/practice.js';

export const work = (feet, more = {}) => ({
  kind: 'work',
  drill: 0,
  feet,
  label: 'Round',
  seconds: 20,
  sounds: [],
  spoken: [],
  expectedSeconds: 20,
  ...more,
});
export const pause = (kind, more = {}) => ({
  kind,
  drill: 0,
  feet: 'both',
  label: 'Rest',
  seconds: 5,
  sounds: [],
  spoken: [],
  expectedSeconds: 5,
  ...more,
});
export const done = { kind: 'done', drill: 0, feet: 'both', label: 'Done', sounds: [], spoken: [], expectedSeconds: 0 };
export const drill = {
  drill: 'toe-taps',
  name: 'Toe taps',
  measuredBy: 'touchesInARound',
  beats: [{ fromAMinute: 60, toAMinute: 60, hundredths: [0] }],
  faults: [],
  rounds: 2,
};
export const simple = [pause('ready'), work('left'), pause('swap'), work('right'), pause('between'), done];

/** A practice with everything round it made up, and what it said and did. */
export function practise({
  phases = simple,
  of = drill,
  drills = [of],
  players,
  kept = null,
  elsewhere = false,
  toLook = 0,
  waiting = 0,
  preferred = 'right',
  page = { player: 'p', space: null, session: null, preferred, players, bests: {}, sheet: { drills, phases, clipPenaltySeconds: 1 } },
} = {}) {
  const at = { now: 0 },
    log = [],
    posted = [],
    timers = [];
  const note =
    what =>
    (...how) => {
      log.push(how.length ? [what, ...how] : what);
    };
  const screen = Object.fromEntries(
    [
      'enter',
      'time',
      'counts',
      'keys',
      'open',
      'elsewhere',
      'leaveKeeps',
      'lost',
      'offerTyping',
      'focusTyped',
      'typedSaid',
      'result',
      'askWhere',
      'noPain',
      'stopped',
      'stored',
      'countedBeside',
      'turn',
    ].map(name => [name, note(name)]),
  );
  screen.ask = { about: note('about'), atTheEnd: note('atTheEnd'), close() {}, choose: n => n === 9 };
  screen.mends = () => false;
  const outbox = {
    state: { waiting, refused: [], isSafe: true },
    words: () => 'waits',
    keep: item => posted.push(item),
    flush: async () => {},
    tryAgain: note('tryAgain'),
  };
  const store = {
    saved: kept,
    read: () => store.saved,
    get resumes() {
      return Boolean(store.saved && (store.saved.run.index > 0 || store.saved.run.elapsed > 0));
    },
    keep(state) {
      if (!store.isOver) store.saved = JSON.parse(JSON.stringify(state));
    },
    forget() {
      store.isOver = true;
      store.saved = null;
    },
  };
  const lease = {
    held: false,
    isElsewhere: elsewhere,
    take() {
      this.held = true;
    },
    renew() {},
    giveBack() {
      this.held = false;
    },
  };
  const practice = new Practice(page, {
    kept: store,
    lease,
    outbox,
    screen,
    takesOver: false,
    keepsRuns: () => true,
    checks: Array.from({ length: toLook }, (_, i) => `thing ${i}`),
    heard: { beatOf: () => null, begin() {}, nextBeat() {}, tick() {} },
    now: () => at.now,
    later: (act, milliseconds) => {
      timers.push({ act, at: at.now + milliseconds });
      return timers.length;
    },
    goTo: note('goTo'),
    takeOver: note('takeOver'),
  });
  const wait = seconds => {
    for (let i = 0; i < seconds * 10; i++) {
      at.now += 100;
      practice.tick();
    }
    for (const timer of timers.splice(0)) timer.act();
  };
  return {
    practice,
    log,
    posted,
    wait,
    store,
    lease,
    outbox,
    kinds: () => posted.map(item => item.kind),
    said: what => log.filter(one => one === what || one[0] === what),
  };
}
