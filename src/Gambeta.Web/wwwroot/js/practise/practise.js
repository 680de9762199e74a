// The practice screen: ties the machine of the practice to what is seen, heard, pressed and kept.
import '../shared/keys-seen.js';
import { aimsAfter } from './aims.js';
import { askGrownUp } from './grown-up-form.js';
import * as posts from './posts.js';
import { forgetPage, keepPage } from '../shared/offline.js';
import { flush, keep, onChange, sendBy, state, tryAgain, waitingOf, words } from '../shared/outbox.js';
import { say } from '../shared/say.js';
import { device, read, remove, write } from '../shared/storage.js';
import { Ear } from '../hearing/ear.js';
import { Mending } from '../hearing/mending.js';
import { Ask } from './ask.js';
import { turnDaylight } from './daylight.js';
import { Film } from './film.js';
import { FilmScreen } from './film-screen.js';
import { Heard } from './heard.js';
import { KeptRun } from './kept-run.js';
import { Lease } from './lease.js';
import { lineNow, onBesideTold, postOnLine, tryLineAgain } from './line.js';
import { PainStop } from './pain-stop.js';
import { Practice } from './practice.js';
import { Second } from './second.js';
import { Sounds } from './sounds.js';
import { listen } from './stage-keys.js';
import { Stage } from './stage.js';
import { Typed } from './typed.js';
import { Voice } from './voice.js';
import { keepAwake } from './wake.js';

const page = JSON.parse(document.getElementById('sheet').textContent);
const { sheet } = page;
const players = (page.players ?? [page]).map(({ player }) => player);
const kept = new KeptRun(`${players.join(' ')} ${page.key}`, sheet.phases.length);
const stage = new Stage(document.querySelector('[data-stage]'), page, zone => practice.hitZone(zone));
const sounds = new Sounds(page.household.sounds),
  voice = new Voice();
const typed = new Typed(stage.part('typed'), (...count) => practice.typed(...count));
const ask = new Ask(stage.part('ask'), page.words, (...said) => practice.answered(...said));
const pain = new PainStop(stage.part('pain'), (...hurt) => practice.act('hurts', ...hurt));
const ear = new Ear(
  page,
  (set, heard) => practice.hear(set, heard),
  () => stage.ear(ear, practice.run),
  () => sounds.muted,
);
const mending = new Mending(stage.part('mending'), () => {
  stage.element.dataset.strip = mending.isOpen ? 'yes' : 'no';
});
const film = new Film(() => stage.film(film)),
  filmScreen = new FilmScreen(stage.part('film-screen'), film, document.body.dataset.household);
const lease = new Lease(players, () => practice.lost());
// What is read before the first touch: whoever presses start says that all of it is fine.
const checks = [...stage.element.querySelectorAll('[data-check]')].map(({ dataset }) => dataset.check);
// Said yes already, before the page was loaded again to take over what the other tab had counted.
const takeKey = 'gambeta-take',
  takesOver = read(takeKey, 'sessionStorage') === kept.key;
remove(takeKey, 'sessionStorage');

const isRest = ({ phase, isDone }) => isDone || ['swap', 'rest', 'between'].includes(phase.kind);

/** What the machine tells, put on the glass. */
const screen = {
  ask,
  enter(run) {
    stage.enter(run);
    stage.ear(ear, run);
    if (!isRest(run)) mending.close();
    if (run.phase.kind === 'work') film.begin(run.drill);
    else film.end();
    second.changed();
  },
  turn(run) {
    stage.enter(run);
    second.changed();
  },
  heard(run, { id }) {
    if (isRest(run)) mending.show(id);
  },
  mends: key => mending.press(key),
  time(run, now) {
    stage.time(run, now);
  },
  counts(run, runs, now) {
    stage.counts(run, runs, now);
    film.count(run.events);
    second.changed();
  },
  keys(run, { played, beat }) {
    stage.keys(run, { played, beat, voice: voice.exists && (voice.on ? 'on' : 'off') });
    second.changed();
  },
  leaveKeeps() {
    stage.text('under', say('leave-keeps'));
  },
  countedBeside() {
    stage.text('under', say('counted-beside'));
  },
  stored(said) {
    stage.text('stored', said);
  },
  open() {
    navigator.storage?.persist?.().catch(() => {});
    sounds.wake();
    keepAwake();
    stage.open();
  },
  elsewhere() {
    stage.offer(say('practises-elsewhere'));
    stage.text('start-word', say('go-on-here'));
  },
  lost() {
    stage.text('label', say('other-tab'));
    stage.text('under', say('close-this-one'));
  },
  offerTyping(set, result, isOne) {
    typed.offer(set, result, isOne);
    stage.element.dataset.typing = set ? 'yes' : 'no';
  },
  focusTyped() {
    typed.focus();
  },
  typedSaid(item, answer) {
    typed.said(item, answer);
  },
  result(said, isBest) {
    typed.result.textContent = said;
    stage.element.dataset.best = isBest ? 'yes' : 'no';
  },
  askWhere() {
    pain.open(practice.run.who);
    second.changed();
  },
  noPain() {
    pain.close();
    second.changed();
  },
  stopped() {
    pain.tell();
    second.changed();
    forgetPage();
  },
};

const practice = new Practice(page, {
  kept,
  lease,
  checks,
  screen,
  takesOver,
  ear,
  outbox: { keep, flush, tryAgain, state, words },
  heard: new Heard(sounds, voice),
  keepsRuns: () => device.keeps,
  now: () => performance.now(),
  later: (act, milliseconds) => setTimeout(act, milliseconds),
  goTo: address => location.assign(address),
  takeOver() {
    write(takeKey, kept.key, 'sessionStorage');
    setTimeout(() => location.reload(), 300);
  },
});

const second = new Second(practice, () => stage.words, postOnLine, {
  line: lineNow,
  later: (act, milliseconds) => setTimeout(act, milliseconds),
  now: () => performance.now(),
  tryAgain: tryLineAgain,
});
onBesideTold(told => second.told(told));

// However it is left: what was begun to be learned is not gone on with.
stage.part('ear-ask')?.addEventListener('close', () => ear.learnNot());

sendBy(postOnLine);
onChange((item, answer) => {
  practice.told(item, answer);
  const who = players.indexOf(item?.body?.player);
  if (item?.kind === 'set' && answer.ok && who >= 0) aimsAfter(item.body).then(aims => stage.aim(item.body.drill, aims, who));
});
listen(stage.element, practice, {
  instead() {
    if (!stage.isOpen) stage.element.querySelector('[data-key="N"]')?.click();
  },
  tally() {
    stage.turnTally();
    practice.drawKeys();
  },
  others() {
    stage.turnOthers();
  },
  ear() {
    if (ear.isOn) ear.turnOff();
    else if (stage.hasEar) stage.askEar(ear.ball);
  },
  earAsk() {
    stage.askEar(ear.ball);
  },
  earOn() {
    ear.ball = stage.ball;
    stage.closeEar();
    ear.turnOn(practice.run);
  },
  earDemo() {
    stage.closeEar();
    ear.turnOn(practice.run, `/api/microphone/${practice.run.drill.drill}`);
  },
  async earLearn() {
    ear.ball = stage.ball;
    // Learned in the middle of a round: the time stands still meanwhile.
    if (stage.isOpen && !practice.run.isHeld) practice.act('pause');
    const told = await ear.learn((step, seconds) => stage.learns(step, seconds));
    stage.learns('over', 0, told);
  },
  earNot() {
    stage.closeEar();
  },
  right() {
    mending.press('r');
  },
  daylight() {
    turnDaylight();
  },
  tell() {
    stage.tell(practice.run);
  },
  first() {
    practice.act('out', 0);
  },
  other() {
    practice.act('out', 1);
  },
  film() {
    if (film.state === 'waits') return film.drop();
    if (film.state === 'films') return undefined;
    // Looked at in peace: the time stands still meanwhile.
    if (stage.isOpen && !practice.run.isHeld) practice.act('pause');
    filmScreen.open();
  },
  mute() {
    stage.text('mute-word', say(sounds.toggle() ? 'sound-off' : 'sound-on'));
  },
  voice() {
    voice.toggle();
    practice.drawKeys();
  },
});

// A pain that was said here and has not reached the server stops the next start all the same; where the server knows of one, the page has
// no start.
const asked = Promise.all([waitingOf('pain'), waitingOf('cleared')]).then(([pains, cleared]) => {
  const over = new Set(cleared.flatMap(item => item.body.pains)),
    open = pains.map(({ body }) => body).filter(({ player, id }) => players.includes(player) && !over.has(id));
  const hurts = open.length > 0;
  if (hurts) {
    stage.bar(say('hurt-on-this-device'));
    askGrownUp(stage.part('grown-up'), document.body.dataset.household, word => {
      for (const player of new Set(open.map(one => one.player)))
        keep(
          posts.mayGoOn(
            { player },
            open.filter(one => one.player === player).map(({ id }) => id),
            word,
          ),
        );
      stage.unbar();
      practice.unbar();
    });
  }
  if (hurts || !stage.button('start')) practice.bar();
  return hurts;
});
if (!stage.button('start')) practice.bar();
else if (practice.offer)
  stage.offerToCarryOn(practice.offer, () => {
    kept.forget();
    location.reload();
  });
if (sounds.muted) stage.text('mute-word', say('sound-off'));

// Every frame while something moves and the page is seen: a screen that is drawn sixty times a second while nobody plays empties the phone.
// A slow beat besides, since a hidden page has no frames but goes on sounding.
const soon = act => setTimeout(act, 100);
requestAnimationFrame(function frame() {
  practice.tick();
  (practice.isMoving ? requestAnimationFrame : soon)(frame);
});
setInterval(() => {
  practice.tick();
  second.tick();
}, 250);
setInterval(() => {
  if (!practice.run.isHeld) practice.keepRun();
}, 1000);
addEventListener('pagehide', () => {
  ear.turnOff();
  film.drop();
  practice.keepRun();
  lease.giveBack();
});
// Come back to by the back button the page is as it was left, which is not as it is.
addEventListener('pageshow', event => {
  if (event.persisted) location.reload();
});
flush();
asked.then(hurts => (hurts ? forgetPage() : keepPage()));
// A press that came before all this listened (whole.js).
/** @type {any} */ (globalThis).pressedEarly?.()?.click();
