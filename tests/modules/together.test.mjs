// Two on one sheet, without a screen: whose turn it is, whose set it becomes, and what is left when one of them stops.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { measures } from '../../src/Gambeta.Web/wwwroot/js/measures/known.js';
import { addUp, lineOf, standing } from '../../src/Gambeta.Web/wwwroot/js/practise/counting.js';
import { shareOut } from '../../src/Gambeta.Web/wwwroot/js/practise/turns.js';
import { practise } from './setup/practise.mjs';

const drillOf = (who, item, measuredBy = 'cleanReps', more = {}) => ({
  drill: `drill-${item}`,
  name: `Drill ${item}`,
  measuredBy,
  beats: [],
  faults: [],
  rounds: 1,
  who,
  item,
  ...more,
});
const set = (who, more = {}) => ({
  kind: 'work',
  drill: who,
  who,
  feet: 'left',
  label: `${who}: Set`,
  target: 3,
  sounds: [],
  spoken: [],
  expectedSeconds: 20,
  ...more,
});
const pause = (who, more = {}) => ({
  kind: 'swap',
  drill: who,
  who,
  feet: 'left',
  label: 'is next',
  seconds: 8,
  aloneSeconds: 20,
  after: 1 - who,
  sounds: [],
  spoken: [],
  expectedSeconds: 8,
  ...more,
});
const question = (who, more = {}) => ({
  kind: 'between',
  drill: who,
  who,
  feet: 'both',
  label: 'how was it?',
  seconds: 15,
  sounds: [],
  spoken: [],
  expectedSeconds: 15,
  isLast: true,
  ...more,
});
const done = { kind: 'done', drill: 1, feet: 'both', label: 'Done', sounds: [], spoken: [], expectedSeconds: 0 };
const players = [
  { player: 'a', name: 'Ana', preferred: 'right' },
  { player: 'b', name: 'Bo', preferred: 'left' },
];
const rounds = [
  pause(0, { kind: 'ready', after: undefined, aloneSeconds: undefined }),
  set(0, { seconds: 20, target: undefined }),
  pause(1),
  set(1, { seconds: 20, target: undefined }),
  pause(0),
  set(0, { seconds: 20, target: undefined }),
  pause(1),
  set(1, { seconds: 20, target: undefined }),
  question(0),
  question(1),
  done,
];
const byTurns = [
  pause(0, { kind: 'ready', who: undefined, after: undefined }),
  set(0, { second: set(1, { feet: 'right' }) }),
  question(0),
  question(1),
  done,
];
const two = (phases, measuredBy, more) =>
  practise({ phases, drills: [drillOf(0, 0, measuredBy, more), drillOf(1, 0, measuredBy, more)], players });
const sets = posted => posted.filter(({ kind }) => kind === 'set').map(({ body }) => body);

test('each has a sitting of their own, joined by one outing, and each set goes to whoever played it', () => {
  const { practice, wait, posted } = two(rounds, 'touchesInARound');
  practice.act('start');
  const sittings = posted.filter(({ kind }) => kind === 'sitting').map(({ body }) => body);
  assert.deepEqual(
    sittings.map(({ player, outing, plan }) => [player, outing === sittings[0].session, plan.length]),
    [
      ['a', true, 1],
      ['b', true, 1],
    ],
  );
  assert.notEqual(sittings[0].session, sittings[1].session);
  wait(8.1);
  for (const count of [2, 3, 4, 1]) {
    for (let i = 0; i < count; i++) practice.act('tap', 'left');
    wait(28.1);
  }
  const played = sets(posted);
  assert.deepEqual(
    played.map(({ player, order, item }) => [player, order, item]),
    [
      ['a', 1, 0],
      ['b', 1, 0],
      ['a', 2, 0],
      ['b', 2, 0],
    ],
  );
  for (const one of played) assert.equal(one.session, sittings.find(({ player }) => player === one.player).session);
  wait(60);
  assert.deepEqual(
    posted.filter(({ url }) => url === '/api/ends').map(({ body }) => body.player),
    ['a', 'b'],
  );
});

test('what is answered after a drill is whose drill it was', () => {
  const { practice, wait, posted, said } = two(rounds, 'touchesInARound');
  practice.act('start');
  wait(8.1);
  for (let i = 0; i < 4; i++) {
    practice.act('tap', 'left');
    wait(28.1);
  }
  assert.deepEqual(
    said('about')
      .map(([, item, , isLast]) => [item, isLast])
      .at(-1),
    [0, true],
  );
  practice.answered('drill', { item: 0, drill: 'drill-0', control: 'easy' });
  practice.answered('end', { effort: 4 });
  wait(15.1);
  practice.answered('drill', { item: 1, drill: 'drill-0', control: 'shaky' });
  assert.deepEqual(
    posted
      .filter(({ kind }) => kind === 'answer')
      .map(({ url, body }) => [url, body.player, body.item, body.control ?? body.effort])
      .slice(0, 3),
    [
      ['/api/answers', 'a', 0, 'easy'],
      ['/api/ends', 'a', undefined, 4],
      ['/api/answers', 'b', 0, 'shaky'],
    ],
  );
});

test('by the rep the turn passes with each, a slip is a turn too, and what is taken back gives the turn back', () => {
  const { practice, wait, posted } = two(byTurns);
  const turn = () => practice.run.who;
  practice.act('start');
  wait(8.1);
  const seen = [turn()];
  for (const what of ['tap', 'tap', 'wrong', 'back', 'tap', 'tap', 'wrong']) {
    wait(1);
    practice.act(what, 'left');
    seen.push(turn());
  }
  assert.deepEqual(seen, [0, 1, 0, 1, 0, 1, 0, 1]);
  wait(1);
  practice.act('tap', 'left');
  assert.deepEqual(
    sets(posted).map(({ player, feet, events, seconds }) => [player, feet, events, seconds]),
    [
      // Each by their own clock: the seconds of the other one's turns are nobody's.
      ['a', 'left', 'l110 l300 x100', 5.1],
      ['b', 'right', 'l100 l100 l100', 3],
    ],
  );
  assert.equal(new Set(sets(posted).map(({ id }) => id)).size, 2);
  assert.equal(practice.run.phase.kind, 'between');
});

test('tries pass the turn at their ends, and touches do not', () => {
  const { practice, wait } = two(byTurns, 'bestStreak');
  practice.act('start');
  wait(8.1);
  const whose = [];
  for (const what of ['tap', 'tap', 'wrong', 'tap', 'end', 'tap']) {
    practice.act(what, 'left');
    whose.push(practice.run.who);
  }
  assert.deepEqual(whose, [0, 0, 1, 1, 0, 0]);
  assert.deepEqual([practice.run.sum.tries.length, practice.run.sum.current], [1, 1]);
});

test('a reload in the middle of a set by turns comes back to whose turn it was', () => {
  const first = two(byTurns);
  first.practice.act('start');
  first.wait(8.1);
  for (const what of ['tap', 'tap', 'tap']) first.practice.act(what, 'left');
  first.wait(0.2);
  const again = practise({ phases: byTurns, drills: [drillOf(0, 0), drillOf(1, 0)], players, kept: first.store.saved });
  again.practice.act('start');
  assert.deepEqual([again.practice.run.who, again.practice.run.sum.reps], [1, 1]);
  for (const what of ['tap', 'tap', 'tap']) again.practice.act(what, 'left');
  assert.deepEqual(
    sets(again.posted).map(({ player, session, id }) => [player, session, id]),
    [
      ['a', first.practice.sittings.ids[0], first.practice.run.setId],
      ['b', first.practice.sittings.ids[1], first.practice.run.secondId],
    ],
  );
});

test('who stops ends alone: the round is kept, the other one goes on, and rests as alone', () => {
  const { practice, wait, posted } = two(rounds, 'touchesInARound', { with: 'shadows' });
  practice.act('start');
  wait(8.1);
  practice.act('tap', 'left');
  wait(28.1);
  for (let i = 0; i < 2; i++) practice.act('tap', 'left');
  practice.act('out', 1);
  assert.deepEqual(
    sets(posted).map(({ player, seconds, with: other }) => [player, seconds < 20, other]),
    [
      ['a', false, 'shadows'],
      ['b', true, 'shadows'],
    ],
  );
  assert.deepEqual(
    posted.filter(({ url }) => url === '/api/ends').map(({ body }) => body.player),
    ['b'],
  );
  // Without the other one's work the pause is as long as the dose has it.
  assert.deepEqual([practice.run.phase.who, practice.run.phase.kind, practice.run.seconds], [0, 'swap', 20]);
  wait(20.1);
  practice.act('tap', 'left');
  wait(20.1);
  assert.deepEqual([practice.run.phase.kind, practice.run.phase.who], ['between', 0]);
  assert.deepEqual(
    sets(posted)
      .map(({ player, with: other }) => [player, other])
      .at(-1),
    ['a', undefined],
  );
  wait(15.1);
  assert.equal(practice.state, 'done');
  assert.deepEqual(
    posted.filter(({ url }) => url === '/api/ends').map(({ body }) => body.player),
    ['b', 'a'],
  );
  practice.act('out', 1);
  assert.equal(posted.filter(({ url }) => url === '/api/ends').length, 2);
});

test('who stops in a set by turns leaves the turns to the other one', () => {
  const { practice, posted, wait } = two(byTurns);
  practice.act('start');
  wait(8.1);
  practice.act('tap', 'left');
  practice.act('out', 1);
  assert.equal(practice.run.who, 0);
  practice.act('tap', 'left');
  practice.act('tap', 'left');
  assert.deepEqual(
    sets(posted).map(({ player, events }) => [player, events.split(' ').length]),
    [['a', 3]],
  );
});

test('one is hurt and both stop: the pain is whose it is, and the other one’s sitting ends', () => {
  const { practice, wait, posted } = two(rounds, 'touchesInARound');
  practice.act('start');
  wait(8.1);
  practice.act('tap', 'left');
  wait(28.1);
  practice.act('tap', 'left');
  practice.act('pain');
  practice.act('hurts', 'knee', 0);
  assert.deepEqual(
    posted.filter(({ kind }) => kind === 'pain').map(({ body }) => [body.player, body.session]),
    [['a', practice.sittings.ids[0]]],
  );
  assert.equal(practice.state, 'stopped');
  assert.ok(posted.some(({ url, body }) => url === '/api/ends' && body.player === 'a'));
});

test('whom it is about is said by who they are; anything else means whose turn it is', () => {
  for (const [said, player] of [
    [0, 'a'],
    [1, 'b'],
    [7, 'a'],
    ['x', 'a'],
    [undefined, 'a'],
  ]) {
    const { practice, wait, posted } = two(rounds, 'touchesInARound');
    practice.act('start');
    wait(8.1);
    practice.act('pain');
    practice.act('hurts', 'knee', said);
    assert.deepEqual(
      posted.filter(({ kind }) => kind === 'pain').map(({ body }) => body.player),
      [player],
    );
  }
});

test('whatever is pressed, the turns of two are shared out without a rest, and nobody has more than there are', () => {
  let seed = 7;
  const next = n => (seed = (seed * 48271) % 2147483647) % n;
  for (let round = 0; round < 400; round++) {
    const measure = measures[['cleanReps', 'cleanPasses', 'hitsOutOfTries', 'bestStreak'][round % 4]],
      target = 1 + next(4),
      first = next(2),
      events = [];
    const isOver = (_, own) => {
      const sum = addUp(measure, 'left', own);
      return measure.isTried ? measure.played(sum) >= target : sum.reps + sum.slips >= target;
    };
    for (let at = 0, i = 0; i < 40; i++) {
      if ([0, 1].every(who => isOver(who, shareOut(events, measure, first, isOver).own[who]))) break;
      events.push({
        what: ['left', 'right', 'wrong', 'back', ...(measure.isTried ? ['stop'] : [])][next(measure.isTried ? 5 : 4)],
        at: (at += 1 + next(900)),
      });
    }
    const { own, turn } = shareOut(events, measure, first, isOver);
    // What stands is shared out whole, in its order, and no clock runs backwards or beyond the set.
    assert.equal(own[0].length + own[1].length, standing(events).length);
    for (const who of [0, 1]) {
      assert.ok(own[who].every((event, i) => event.at >= (own[who][i - 1]?.at ?? 0) && event.at <= (events.at(-1)?.at ?? 0)));
      assert.equal(lineOf(own[who]).split(' ').filter(Boolean).length, own[who].length);
    }
    if (!isOver(0, own[0]) || !isOver(1, own[1])) assert.ok(!isOver(turn, own[turn]), 'the turn is somebody’s who has one');
    const turns = who => (measure.isTried ? measure.played(addUp(measure, 'left', own[who])) : own[who].length);
    assert.ok(turns(0) <= target && turns(1) <= target);
    if (!events.some(({ what }) => what === 'back')) assert.ok(Math.abs(turns(0) - turns(1)) <= 1);
  }
});
