// What the practice screen shows. It is told what is the case and draws it; what follows from that is decided elsewhere.
import { Board } from './board.js';
import { bestInReach } from '../measures/base.js';
import { Mosaic } from './mosaic.js';
import { say } from '../shared/say.js';
import { read, write } from '../shared/storage.js';

// Whether the seldom keys were left open on this device.
const othersKey = 'gambeta-others';

export class Stage {
  /**
   * @param element the whole screen
   * @param page what the page carries
   * @param hit called with the number of a target or a zone that was pressed
   */
  constructor(element, { sheet, name, bests, aims = [] }, hit) {
    Object.assign(this, { element, sheet, name, bests, aims });
    // Where two play each drill stands twice.
    this.drillCount = new Set(sheet.drills.map((drill, i) => drill.item ?? i)).size;
    this.isSession = this.drillCount > 1;
    this.mosaic = new Mosaic(this.part('mosaic'));
    this.board = new Board(this.part('board'), hit);
    if (read(othersKey) === 'yes') this.#showOthers(true);
  }

  part(key) {
    return this.element.querySelector(`[data-${key}]`);
  }
  button(key) {
    return this.element.querySelector(`[data-do="${key}"]`);
  }

  text(key, words) {
    const part = this.part(key);
    if (part.textContent !== String(words)) part.textContent = words;
  }

  figure(words) {
    this.text('figure', words);
    this.part('figure').classList.toggle('long', String(words).length > 2);
  }

  get isOpen() {
    return !this.part('play').hidden;
  }

  /** What stands on the glass in words, for a second screen. */
  get words() {
    return Object.fromEntries(
      ['label', 'name', 'figure', 'under', 'cue', 'next', 'left', 'wrong-word', 'end-word', 'result'].map(key => [
        key,
        this.part(key)?.textContent.slice(0, 120) ?? '',
      ]),
    );
  }

  open() {
    this.part('before').hidden = true;
    this.part('play').hidden = false;
  }

  /** Says something beside the start. */
  offer(words) {
    this.part('resume').hidden = false;
    this.text('resume', words);
  }

  /** Says why there is no start. */
  bar(words) {
    this.offer(words);
    if (this.button('start')) this.button('start').hidden = true;
  }

  /** Shows the start again. */
  unbar() {
    this.part('resume').hidden = true;
    if (this.button('start')) this.button('start').hidden = false;
  }

  /** What was begun before can be carried on with, or begun afresh. */
  offerToCarryOn(words, afresh) {
    this.offer(words);
    this.text('start-word', say('carry-on'));
    const button = Object.assign(document.createElement('button'), { className: 'quiet-link', textContent: say('start-afresh') });
    button.addEventListener('click', afresh);
    this.part('resume').after(button);
  }

  /** A phase begins. */
  enter({ phase, drill, isDone }) {
    Object.assign(this.element.dataset, { phase: phase.kind, feet: phase.feet, measure: drill.measuredBy });
    this.mosaic.lay(tilesOf(phase), phase.feet);
    this.#shoes(phase.drill);
    this.#yard(phase.kind === 'setOut' ? drill.layout : null);
    this.text('name', drill.name);
    this.text('cue', phase.cue);
    this.text('other', phase.otherDoes ?? '');
    this.text('next', phase.next);
    if (isDone) {
      this.figure('');
      this.text('left', `${this.name} · ${this.isSession ? say('all-drills', { n: this.drillCount }) : say('all-of-it')}`);
    }
  }

  /** Time passes. */
  time(run, now) {
    const { phase, seconds } = run,
      elapsed = run.elapsed(now);
    if (run.isDone) return;
    if (seconds) {
      const gone = Math.floor(elapsed / 1000);
      this.figure(Math.max(1, Math.ceil((seconds * 1000 - elapsed) / 1000)));
      this.mosaic.show(phase.kind === 'work' ? gone : seconds - gone);
    } else if (run.measure.isRun && phase.kind === 'work') {
      this.figure((Math.floor(elapsed / 100) / 10).toFixed(1));
      this.mosaic.show((Math.floor(elapsed / 1000) % 30) + 1);
    } else if (run.measure.isTicking && phase.kind === 'work') {
      this.figure(run.measure.figure(run.sum, run.drill, elapsed));
    } else if (phase.kind === 'setOut') {
      this.figure('');
    }
    const rest = run.ahead.reduce((sum, p) => sum + p.expectedSeconds, 0) + Math.max(0, phase.expectedSeconds - elapsed / 1000);
    this.text(
      'left',
      [
        this.name,
        this.isSession && say('drill-of', { n: (run.drill.item ?? phase.drill) + 1, all: this.drillCount }),
        say('about-left', { minutes: Math.max(1, Math.round(rest / 60)) }),
      ]
        .filter(Boolean)
        .join(' · '),
    );
  }

  /** Something was counted. */
  counts(run, runs, now) {
    const { phase, drill, sum, measure } = run,
      working = phase.kind === 'work',
      { sheet } = this;
    this.board.element.hidden = !working || !measure.board;
    this.element.dataset.boarded = this.board.element.hidden ? 'no' : 'yes';
    this.part('under').hidden = !working;
    if (!working) return;
    // The foot that rests keeps showing what it did last.
    for (const foot of ['left', 'right']) if (phase.feet === foot || phase.feet === 'both') this.#count(foot, sum[foot]);
    if (!phase.seconds && !measure.isRun) {
      const elapsed = run.elapsed(now);
      this.figure(measure.figure(sum, drill, elapsed));
      this.mosaic.show(measure.tiles(sum, drill, elapsed));
    }
    this.board.show(measure, drill, sum, runs);
    const best = bestInReach(measure, this.bests[phase.drill]?.[phase.feet], { phase, drill, sum, sheet, elapsed: run.elapsed(now) });
    const aim = this.aims[phase.drill]?.feet[phase.feet];
    this.text('under', [measure.under(sum, { phase, drill, sheet }), best || aim?.words].filter(Boolean).join(' · '));
    this.#saidTiles(aim?.tiles ?? []);
    this.button('end').classList.toggle('main', isMainEnd(run));
  }

  /** What is worth aiming at now in a drill; what is of another layout or another dose is another aim. */
  aim(drill, told, who = 0) {
    this.sheet.drills.forEach((one, i) => {
      const aims = this.aims[i];
      if (one.drill !== drill || (one.who ?? 0) !== who || !aims) return;
      for (const aim of told) if (aim.layout === aims.layout && aim.measure === aims.measure) aims.feet[aim.feet] = aim;
    });
  }

  /** A tile for each of the latest aims, turned where it came true. */
  #saidTiles(tiles) {
    const part = this.part('said'),
      marks = tiles.map(came => (came ? 'y' : 'n')).join('');
    part.hidden = tiles.length === 0;
    if (part.dataset.marks === marks) return;
    part.dataset.marks = marks;
    part.replaceChildren(...tiles.map(came => Object.assign(document.createElement('i'), { className: came ? 'turned' : '' })));
    part.setAttribute('role', 'img');
    part.setAttribute('aria-label', say('aims-came-true', { came: tiles.filter(Boolean).length, aims: tiles.length }));
  }

  /** The keys that there are now: the few that are needed, the others behind one more. */
  keys(run, { played, beat, voice }) {
    const { phase, drill, measure } = run,
      working = phase.kind === 'work',
      on = !run.isDone,
      held = run.isHeld && on;
    const ends = working && (!phase.seconds || measure.isTried) && !measure.isOneByOne;
    this.#keys(
      {
        wrong: working && measure.hasSlips,
        end: !on || phase.kind === 'setOut' || ends,
        void: working && measure.isCourse,
        back: working,
        pause: on,
        more: phase.seconds && !working,
        skip: on,
        again: on && (working || played),
        leave: on,
        beat: on && drill.beats.length,
        tally: on,
        voice: on && voice,
        others: on,
        pain: true,
      },
      {
        skip: working && !held,
        void: true,
        again: !held,
        leave: !held,
        beat: true,
        tally: true,
        daylight: true,
        film: true,
        mute: true,
        voice: true,
      },
    );
    this.text('label', held ? say('paused', { phase: phase.label.toLowerCase() }) : phase.label);
    this.text('wrong-word', measure.wrongWord);
    this.text('end-word', run.isDone ? say('see-what-came') : phase.kind === 'setOut' ? say('it-lies') : measure.endWord);
    this.text('pause-word', say(held ? 'go-on' : 'pause'));
    this.text(
      'beat-word',
      !beat
        ? say('beat-off')
        : beat.fromAMinute === beat.toAMinute
          ? say('beat-at', { tempo: beat.toAMinute })
          : say('beat-rising', { from: beat.fromAMinute, to: beat.toAMinute }),
    );
    if (this.button('ear')) this.button('ear').hidden = !on;
    for (const out of this.element.querySelectorAll('[data-out]')) out.hidden = !on || run.without.length > 0;
    this.text('voice-word', say(voice === 'on' ? 'voice-on' : 'voice-off'));
    this.text('tally-word', say(this.element.dataset.tally === 'yes' ? 'small-tally' : 'big-tally'));
    this.button('end').classList.toggle('main', isMainEnd(run));
    this.button('pause').classList.toggle('main', held);
    this.element.dataset.held = held ? 'yes' : 'no';
  }

  /** Says how it stands, once: for a screen reader, which is not told of every second. */
  tell({ phase, isDone, sum }) {
    const counts = phase.kind === 'work' ? say('second-spoken', { left: sum.left, right: sum.right }) : phase.next;
    this.text('spoken', '');
    requestAnimationFrame(() =>
      this.text('spoken', [phase.label, isDone ? '' : this.part('figure').textContent, counts].filter(Boolean).join('. ')),
    );
  }

  /** Whether a round is filmed, or was. */
  film({ state, last }) {
    this.button('film').dataset.film = state;
    this.text('film-word', say(last && state === 'off' ? 'film-look' : `film-${state}`));
  }

  /** True where something of what is played here can be heard. */
  get hasEar() {
    return Boolean(this.button('ear'));
  }

  /** Whether it listens, and what it heard. */
  ear(ear, run) {
    const part = this.part('ear');
    if (!part) return;
    const { isOn, problem, now } = ear,
      working = run.phase.kind === 'work';
    part.hidden = !isOn && !problem;
    part.dataset.on = isOn && !problem ? 'yes' : 'no';
    part.dataset.unsure = isOn && working && now?.at(-1)?.sure < 75 ? 'yes' : 'no';
    this.text(
      'ear',
      problem
        ? say(`ear-${problem}`)
        : !isOn
          ? ''
          : !working
            ? say('ear-listens')
            : ear.hears(run)
              ? say('ear-heard', { n: now?.length ?? 0 })
              : say('ear-not-this'),
    );
    this.text('ear-word', say(isOn ? 'ear-off' : 'ear-on'));
    this.button('ear').setAttribute('aria-pressed', String(isOn));
  }

  /** Asks before the device does: who reads it knows what becomes of the sound. */
  askEar(ball) {
    const dialog = this.part('ear-ask');
    dialog.dataset.step = 'ask';
    dialog.querySelector(`input[value="${ball}"]`).checked = true;
    dialog.showModal();
  }

  closeEar() {
    this.part('ear-ask').close();
  }

  /** The ball that is chosen where it is asked. */
  get ball() {
    return this.part('ear-ask').querySelector('input:checked').value;
  }

  /** How far the learning of a place is; at its end with what came of it. */
  learns(step, seconds, told) {
    const isOver = step === 'over',
      learned = isOver && told?.learned;
    this.part('ear-ask').dataset.step = 'learn';
    this.part('ear-ask').dataset.learns = step;
    this.text('learn-figure', seconds || '');
    this.text(
      'learn-say',
      !isOver
        ? say(`learn-${step}`)
        : !told
          ? say('learn-nobody')
          : learned
            ? say('learn-done', { n: told.touches })
            : told.why === 'not quiet'
              ? say('learn-not-quiet')
              : say('learn-too-few', { n: told.touches }),
    );
    this.part('learned').hidden = !learned;
    this.part('again').hidden = !isOver || learned;
  }

  /** Two halves of the glass and their numbers, nothing else; or all of it again. */
  turnTally() {
    this.element.dataset.tally = this.element.dataset.tally === 'yes' ? 'no' : 'yes';
  }

  /** Shows the keys that are seldom needed, or puts them away again. */
  turnOthers() {
    const open = this.element.dataset.others !== 'yes';
    write(othersKey, open ? 'yes' : 'no');
    this.#showOthers(open);
  }

  #showOthers(open) {
    this.element.dataset.others = open ? 'yes' : 'no';
    this.button('others').setAttribute('aria-expanded', String(open));
    this.text('others-word', say(open ? 'fewer-keys' : 'more-keys'));
  }

  #count(foot, number) {
    this.text(`count="${foot}"`, number);
    this.part(`count="${foot}"`).classList.toggle('long', number > 99);
  }

  #keys(shown, rare) {
    for (const [key, is] of Object.entries(shown)) this.button(key).hidden = !is;
    for (const [key, is] of Object.entries(rare)) this.button(key).classList.toggle('rare', is);
  }

  #shoes(drill) {
    if (this.element.dataset.drill === String(drill)) return;
    this.element.dataset.drill = drill;
    const shoes = document.querySelector(`[data-shoes="${drill}"]`).content.cloneNode(true).children;
    this.part('shoe="right"').replaceChildren(shoes[1]);
    this.part('shoe="left"').replaceChildren(shoes[0]);
    for (const foot of ['left', 'right']) this.text(`count="${foot}"`, '');
  }

  #yard(layout) {
    const yard = this.part('yard'),
      plan = layout && document.querySelector(`[data-plan="${layout}"]`);
    yard.hidden = !plan;
    yard.replaceChildren(...(plan ? [plan.content.cloneNode(true)] : []));
  }
}

// The one thing to do next, where the player ends what is going on.
function isMainEnd({ phase, measure, sum, isDone }) {
  return isDone || phase.kind === 'setOut' || measure.isMainEnd(sum, phase);
}

function tilesOf(phase) {
  if (phase.kind === 'done' || phase.kind === 'setOut') return 1;
  return phase.seconds ?? phase.target ?? 30;
}
