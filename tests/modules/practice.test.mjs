// The machine of the practice, without a screen: what may be done in which state, and what follows.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { allowed } from '../../src/Gambeta.Web/wwwroot/js/practise/practice.js';
import { done, drill, practise, work } from './setup/practise.mjs';

test('whoever starts says that all there was to check is fine, and that goes with the first sitting', () => {
  const { practice, kinds, posted } = practise({ toLook: 2 });
  assert.deepEqual([practice.state, kinds()], ['ready', []]);
  practice.act('pause');
  assert.deepEqual([practice.state, kinds()], ['playing', ['sitting', 'check']]);
  assert.equal(posted[0].key, practice.session);
  assert.deepEqual(posted[1].body.items, ['thing 0', 'thing 1']);
});

test('played to the end every set is posted once, in order, and the end once', () => {
  const { practice, posted, kinds, wait } = practise();
  practice.act('start');
  wait(5.1);
  for (let i = 0; i < 4; i++) practice.act('tap', 'left');
  wait(20);
  // In the swap nothing counts.
  practice.act('tap', 'left');
  wait(5);
  practice.act('glass', 'left');
  wait(30);
  assert.equal(practice.state, 'done');
  assert.deepEqual(kinds(), ['sitting', 'set', 'set', 'answer']);
  const sets = posted.filter(item => item.kind === 'set').map(item => item.body);
  // One foot at work: either half of the glass is that foot.
  assert.deepEqual(
    sets.map(set => [set.order, set.feet, set.countedBy, set.events.split(' ').length]),
    [
      [1, 'left', 'tapped', 4],
      [2, 'right', 'tapped', 1],
    ],
  );
  assert.equal(posted.at(-1).url, '/api/ends');
});

test('while another tab plays the first press says so, the second takes over', () => {
  const { practice, lease, said, kinds } = practise({ elsewhere: true });
  practice.act('start');
  assert.deepEqual([practice.state, lease.held, said('elsewhere').length], ['elsewhere', false, 1]);
  practice.act('start');
  assert.deepEqual([lease.held, said('takeOver').length, kinds()], [true, 1, []]);
});

test('when another tab took over nothing is counted here, but what hurts can be said', () => {
  const { practice, wait, kinds, said } = practise();
  practice.act('start');
  wait(5.1);
  practice.lost();
  practice.act('tap', 'left');
  practice.act('pause');
  practice.act('skip');
  wait(60);
  assert.deepEqual([practice.state, kinds()], ['lost', ['sitting']]);
  practice.act('pain');
  practice.act('noPain');
  assert.equal(practice.state, 'lost');
  practice.act('pain');
  practice.act('hurts', 'knee');
  assert.deepEqual([practice.state, kinds().at(-1), said('stopped').length], ['stopped', 'pain', 1]);
});

test('after it hurts nothing brings the run back', async () => {
  const { practice, wait, store, kinds, posted, said } = practise();
  practice.act('start');
  wait(6);
  practice.act('tap', 'left');
  practice.act('pain');
  assert.deepEqual([practice.state, practice.isHurt], ['asked', true]);
  practice.act('hurts', 'heel');
  for (const what of Object.values(allowed).flat()) if (what !== 'leave') practice.act(what, 'left');
  practice.keepRun();
  wait(90);
  assert.deepEqual([practice.state, store.saved, kinds()], ['stopped', null, ['sitting', 'set', 'pain']]);
  // What was counted until then is kept.
  assert.equal(posted[1].body.events.split(' ').length, 1);
  await practice.act('leave');
  assert.deepEqual([practice.state, said('goTo')], ['gone', [['goTo', `/practise/result/${practice.session}`]]]);
});

test('a wrong press on it hurts leads back to where it was', () => {
  const { practice, wait } = practise();
  practice.act('start');
  wait(6);
  practice.act('pain');
  practice.act('noPain');
  assert.equal(practice.state, 'held');
  practice.act('pause');
  assert.equal(practice.state, 'playing');
});

test('who wishes to leave while something waits is told why, once; going on takes it back', async () => {
  const { practice, wait, outbox, said } = practise();
  practice.act('start');
  wait(6);
  practice.act('tap', 'left');
  wait(20);
  outbox.state.waiting = 1;
  await practice.act('leave');
  assert.deepEqual([practice.state, said('goTo')], ['leaving', []]);
  assert.match(practice.storedWords(), /^The server can’t be reached/);
  practice.act('pause');
  assert.deepEqual([practice.state, practice.storedWords()], ['playing', 'waits']);
  await practice.act('leave');
  assert.equal(practice.state, 'leaving');
  await practice.act('leave');
  assert.deepEqual([practice.state, said('goTo')], ['gone', [['goTo', '/today']]]);
});

test('a round in which something was counted is not left by one press, and what was counted is kept', async () => {
  const { practice, wait, kinds, posted, said } = practise();
  practice.act('start');
  wait(6);
  for (let i = 0; i < 3; i++) practice.act('tap', 'left');
  await practice.act('leave');
  assert.deepEqual([practice.state, kinds(), said('leaveKeeps').length, said('goTo')], ['held', ['sitting'], 1, []]);
  // Gone on with, it is the same round.
  practice.act('pause');
  practice.act('tap', 'left');
  wait(2);
  await practice.act('leave');
  await practice.act('leave');
  assert.deepEqual([practice.state, kinds()], ['gone', ['sitting', 'set']]);
  assert.equal(posted[1].body.events.split(' ').length, 4);
  assert.deepEqual(said('goTo'), [['goTo', `/practise/result/${practice.session}`]]);
});

test('a round that a reload came back to is kept as well when it is left', async () => {
  const first = practise();
  first.practice.act('start');
  first.wait(6);
  first.practice.act('tap', 'left');
  first.practice.keepRun();
  const again = practise({ kept: first.store.saved });
  await again.practice.act('leave');
  assert.deepEqual([again.practice.state, again.kinds()], ['gone', ['set']]);
  // While another tab plays it, it is that one's to keep.
  const other = practise({ kept: first.store.saved, elsewhere: true });
  await other.practice.act('leave');
  assert.deepEqual([other.practice.state, other.kinds()], ['gone', []]);
});

test('left with all stored it leads to what came of it', async () => {
  const { practice, wait, said } = practise();
  practice.act('start');
  wait(6);
  practice.act('tap', 'left');
  wait(20);
  // Pressed twice in a hurry: one way out.
  await Promise.all([practice.act('leave'), practice.act('leave')]);
  assert.deepEqual(said('goTo'), [['goTo', `/practise/result/${practice.session}`]]);
});

test('a reload carries on with the same sitting, set and counts', () => {
  const first = practise();
  first.practice.act('start');
  first.wait(6);
  first.practice.act('tap', 'left');
  first.practice.keepRun();
  const again = practise({ kept: first.store.saved });
  assert.deepEqual(
    [again.practice.offer, again.practice.session],
    ['You were in: round. All you finished is saved.', first.practice.session],
  );
  again.practice.act('start');
  again.practice.act('tap', 'left');
  again.wait(20);
  const [sent] = again.posted;
  assert.equal(again.said('enter').length, 2);
  assert.deepEqual([again.kinds(), sent.key, sent.body.events.split(' ').length], [['set'], first.practice.run.setId, 2]);
});

test('what was just beaten is what the next set has to beat, and a typed count is said back', () => {
  const { practice, wait, said, posted } = practise();
  practice.act('start');
  wait(6);
  practice.act('tap', 'left');
  wait(20);
  const id = posted.at(-1).key;
  practice.told({ key: id, kind: 'set' }, { ok: true, bests: ['1 touch', '2 touches'] });
  assert.deepEqual([practice.page.bests[0], said('result').at(-1)], [{ left: 1 }, ['result', 'New record: 1 touch and 2 touches', true]]);
  practice.typed({ id }, { left: 40 }, null);
  assert.deepEqual([posted.at(-1).body.draft, said('result').at(-1)], [{ left: 40 }, ['result', '40 touches', false]]);
  practice.typed({ id }, { left: 400 }, 'key');
  assert.deepEqual(said('tryAgain'), [['tryAgain', 'key', true]]);
  // Somebody else's answer changes nothing here.
  practice.told({ key: 'other', kind: 'set' }, { ok: true, bests: ['9'] });
  assert.equal(said('result').length, 3);
});

test('where both feet strike the other one begins, and a number is an answer before it is a zone', () => {
  const { practice, wait } = practise({
    phases: [work('both', { seconds: null, target: 3 }), done],
    of: { ...drill, measuredBy: 'strikesByZone' },
    preferred: 'right',
  });
  practice.act('start');
  practice.act('tap', 'left');
  practice.act('number', 9);
  practice.act('number', 2);
  practice.act('number', 7);
  practice.act('wrong');
  assert.deepEqual(practice.run.sum.hits, [
    { hit: true, zone: 2, foot: 'left' },
    { hit: false, zone: 0, foot: 'right' },
  ]);
  wait(1);
});

// Whatever is pressed, in whatever order: what must never happen does not.
test('ten thousand presses in any order keep what always holds', async () => {
  let seed = 7;
  const random = n => {
    seed = (seed * 1103515245 + 12345) & 0x7fffffff;
    return seed % n;
  };
  const acts = [...new Set(Object.values(allowed).flat())].filter(what => what !== 'leave');
  for (let game = 0; game < 100; game++) {
    const { practice, posted, wait, lease, outbox, store } = practise({
      toLook: game % 3,
      of: { ...drill, measuredBy: ['touchesInARound', 'bestStreak', 'hitsOutOfTries', 'courseTime'][game % 4] },
    });
    let stopped = null;
    for (let i = 0; i < 100; i++) {
      const before = practice.state,
        counted = practice.run.events.length,
        index = practice.run.index,
        what = acts[random(acts.length)];
      practice.act(what, what === 'hurts' ? 'knee' : ['left', 'right'][random(2)]);
      if (practice.run.events.length > counted && practice.run.index === index) assert.equal(before, 'playing', what);
      if (random(40) === 0 && !stopped) practice.lost();
      outbox.state.waiting = random(2);
      wait(random(4));
      if (practice.state === 'stopped') stopped ??= posted.length;
      assert.ok(allowed[practice.state], practice.state);
    }
    const sets = posted.filter(item => item.kind === 'set');
    assert.equal(new Set(sets.map(item => item.key)).size, sets.length);
    assert.deepEqual(
      sets.map(item => item.body.order),
      sets.map((_, i) => i + 1),
    );
    assert.ok(posted.filter(item => item.kind === 'sitting').length <= 1);
    if (stopped) assert.deepEqual([posted.length, posted.at(-1).kind, store.saved], [stopped, 'pain', null]);
    // The first stands still where something was counted, the second says what waits.
    for (let i = 0; i < 3; i++) await practice.act('leave');
    if (!['ready'].includes(practice.state)) assert.ok(['gone', 'asked'].includes(practice.state), practice.state);
    if (practice.state === 'gone') assert.equal(lease.held, false);
  }
});

test('of two screens the one that counts first counts the set to its end, and the next one is free again', () => {
  const { practice, wait, posted, said } = practise();
  practice.act('start');
  wait(5.1);
  practice.actFrom('beside', 40, 'tap', 'left');
  practice.act('tap', 'left');
  practice.act('back');
  assert.equal(practice.actFrom('beside', null, 'tap', 'left'), undefined);
  assert.deepEqual([practice.run.sum.left, said('countedBeside').length], [2, 2]);
  wait(26);
  practice.act('tap', 'right');
  assert.equal(practice.actFrom('beside', null, 'tap', 'right'), false);
  wait(30);
  assert.deepEqual(
    posted.filter(item => item.kind === 'set').map(item => item.body.events.split(' ').length),
    [2, 1],
  );
});

test('a second screen that is gone leaves the set to the one that plays, and is refused when it comes back', () => {
  const { practice, wait } = practise();
  practice.act('start');
  wait(5.1);
  practice.actFrom('beside', null, 'tap', 'left');
  wait(7);
  practice.act('tap', 'left');
  assert.equal(practice.run.sum.left, 1);
  wait(2);
  practice.act('tap', 'left');
  assert.equal(practice.run.sum.left, 2);
  assert.equal(practice.actFrom('beside', 1000, 'tap', 'left'), false);
});

test('what was pressed elsewhere and comes late counts for when it was pressed, never later than now or before the last count', () => {
  const { practice, wait } = practise();
  practice.act('start');
  wait(5.1);
  wait(4);
  const now = Math.round(practice.run.elapsed(9100));
  for (const at of [1000, 2500, 2400, 99_000, -5]) practice.actFrom('beside', at, 'tap', 'left');
  assert.deepEqual(
    practice.run.events.map(event => event.at),
    [1000, 2500, 2500, now, now],
  );
});
