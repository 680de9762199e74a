import assert from 'node:assert/strict';
import { test } from 'node:test';
import { Presses } from '../../src/Gambeta.Web/wwwroot/js/practise/presses.js';
import { Second } from '../../src/Gambeta.Web/wwwroot/js/practise/second.js';

/** A device that plays, without a screen: every phase is work, and what is counted is counted. */
function player() {
  const run = {
    index: 3,
    phase: { kind: 'work', feet: 'both', seconds: 30 },
    drill: { drill: 'inside-taps' },
    measure: { hasSlips: false },
    seconds: 30,
    isHeld: false,
    isDone: false,
    sum: { left: 0, right: 0 },
    elapsed: () => 9000,
  };
  const practice = {
    run,
    session: 'here',
    page: { player: 'p', name: 'Odei', beside: '/beside/inside-taps' },
    state: 'playing',
    counter: null,
    pressed: new Map(),
    acts: [],
    actFrom(screen, at, what, foot) {
      if (this.counter && this.counter !== screen) return false;
      this.counter = screen;
      this.acts.push([what, foot, at]);
      if (what === 'tap') run.sum[foot]++;
      if (what === 'pause') run.isHeld = !run.isHeld;
    },
  };
  const sent = [],
    at = { now: 0, line: {}, looks: true };
  const second = new Second(
    practice,
    () => ({ label: 'Round' }),
    async (to, body) => {
      sent.push(body);
      return { status: 200, answer: { lookedOn: at.looks } };
    },
    { line: () => at.line, later: act => act(), now: () => at.now, tryAgain() {} },
  );
  return { practice, run, second, sent, at };
}

test('a press that comes twice counts once, and is told again among the latest', async () => {
  const { practice, second, sent } = player();
  for (const id of ['a', 'b', 'a', 'a'])
    second.told({ press: { id, session: 'here', index: 3, what: 'tap', how: ['left'], elapsed: 500 } });
  await second.tell();
  assert.equal(practice.acts.length, 2);
  assert.deepEqual(sent.at(-1).done, [
    ['b', 'done'],
    ['a', 'done'],
  ]);
  assert.deepEqual(practice.acts[0], ['tap', 'left', 500]);
});

test('after a reload of the device that plays it is listened to at once, and what was counted before is not counted again', async () => {
  const before = player(),
    press = { id: 'a', session: 'here', index: 3, what: 'tap', how: ['left'] };
  before.second.told({ press });
  await before.second.tell();
  const after = player();
  after.practice.pressed = new Map(JSON.parse(JSON.stringify([...before.practice.pressed])));
  await new Promise(resolve => setTimeout(resolve, 20));
  const again = new Second(
    after.practice,
    () => ({}),
    async (to, body) => {
      after.sent.push(body);
    },
    { line: () => null, later: act => act(), now: () => 0, tryAgain() {} },
  );
  again.told({ press });
  await again.tell();
  assert.deepEqual([after.practice.acts.length, after.sent.at(-1).done], [0, [['a', 'done']]]);
  assert.ok(after.sent.at(-1).n > before.sent.at(-1).n);
});

test('what is for a phase that is over, for another practice, or is nothing that may be pressed, does nothing', async () => {
  const { practice, second, sent } = player();
  second.told({ press: { id: 'late', session: 'here', index: 2, what: 'tap', how: ['left'], elapsed: 1 } });
  second.told({ press: { id: 'other', session: 'there', index: 3, what: 'tap', how: ['left'], elapsed: 1 } });
  for (const what of ['leave', 'start', 'constructor', '__proto__', undefined, 7])
    second.told({ press: { id: `x${what}`, session: 'here', index: 3, what, how: [] } });
  second.told({ press: { id: 'skip', session: 'here', index: 2, what: 'skip' } });
  await second.tell();
  assert.deepEqual(practice.acts, []);
  assert.deepEqual(sent.at(-1).done, [
    ['late', 'late'],
    ['skip', 'late'],
  ]);
});

test('a round that is played again takes no press of the round before, in the same place', async () => {
  const { practice, run, second, sent } = player();
  run.setId = 'first';
  await second.tell();
  const { session, index, set } = sent.at(-1),
    press = (id, more) => second.told({ press: { id, session, index, set, what: 'tap', how: ['left'], elapsed: 9000, ...more } });
  press('in time');
  run.setId = 'again';
  press('late');
  press('hurts', { what: 'pain', how: [] });
  // From a page of an older build, which says nothing of the set.
  press('older', { set: undefined });
  await second.tell();
  assert.deepEqual(sent.at(-1).done, [
    ['in time', 'done'],
    ['late', 'late'],
    ['hurts', 'done'],
    ['older', 'done'],
  ]);
  assert.deepEqual(
    practice.acts.map(([what]) => what),
    ['tap', 'pain', 'tap'],
  );
  // Whoever pressed hears that it was late, however it is told; what hurts is sent until it is heard.
  let number = 0;
  const presses = new Presses({ send() {}, now: () => 0, id: () => `p${++number}` });
  for (const what of ['tap', 'hurts']) presses.press({ session, index, set, what });
  presses.settle({ session, index, set: 'again', done: [] });
  assert.deepEqual([presses.waiting, presses.late], [1, 1]);
  presses.settle({ session, index: index - 1, set: null, done: [['p2', 'done']] });
  assert.equal(presses.waiting, 0);
});

test('where the other screen counts a set that is said, and a pause that both want is one', async () => {
  const { practice, second, sent } = player();
  practice.counter = 'here';
  second.told({ press: { id: 'a', session: 'here', index: 3, what: 'tap', how: ['left'] } });
  practice.counter = null;
  practice.run.isHeld = true;
  second.told({ press: { id: 'p', session: 'here', index: 3, what: 'pause', wants: true } });
  await second.tell();
  assert.deepEqual(practice.acts, []);
  assert.deepEqual(sent.at(-1).done, [
    ['a', 'other'],
    ['p', 'done'],
  ]);
});

test('what is told fits into what PostgreSQL passes on, however much was pressed', async () => {
  const { second, sent } = player();
  second.words = () =>
    Object.fromEntries(
      ['label', 'name', 'figure', 'under', 'cue', 'next', 'left', 'wrong-word', 'end-word', 'result'].map(key => [key, 'ß'.repeat(80)]),
    );
  for (let i = 0; i < 1000; i++)
    second.told({ press: { id: `${4294967295 - i}-${4294967295 - i}`, session: 'here', index: 3, what: 'tap', how: ['left'] } });
  await second.tell();
  assert.ok(JSON.stringify(sent.at(-1)).length < 2400, `${JSON.stringify(sent.at(-1)).length}`);
});

test('a press is sent until it is settled, and one whose round is over is told as late', () => {
  let time = 0,
    number = 0;
  const sent = [],
    presses = new Presses({ send: body => sent.push(body.id), now: () => time, id: () => `p${++number}` });
  presses.press({ session: 'here', index: 3, what: 'tap' });
  presses.press({ session: 'here', index: 3, what: 'tap' });
  presses.again();
  time = 1000;
  presses.again();
  assert.deepEqual(sent, ['p1', 'p2', 'p1', 'p2']);
  presses.settle({ session: 'here', index: 3, done: [['p1', 'done']] });
  assert.equal(presses.waiting, 1);
  // Another practice says nothing of it.
  presses.settle({ session: 'there', index: 9, done: [] });
  assert.equal(presses.waiting, 1);
  presses.settle({ session: 'here', index: 4, done: [['p1', 'done']] });
  assert.deepEqual([presses.waiting, presses.late], [0, 1]);
});

test('while nobody looks on it is told once on each line, and each second from when somebody does', async () => {
  const { second, sent, at } = player();
  at.looks = false;
  const hour = async seconds => {
    for (let i = 0; i < seconds * 4; i++) {
      at.now += 250;
      second.tick();
      await null;
    }
  };
  await hour(3600);
  assert.equal(sent.length, 1);
  at.line = {};
  await hour(60);
  assert.equal(sent.length, 2);
  at.looks = true;
  second.told({ looks: true });
  await hour(20);
  assert.ok(sent.length > 15 && sent.length < 25, String(sent.length));
});
