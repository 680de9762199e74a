// What was heard and what was tapped as one; frames as the core makes them.
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import { counted, countBy, sendPiecesBy } from '../../src/Gambeta.Web/wwwroot/js/hearing/counted.js';
import { message } from '../../src/Gambeta.Web/wwwroot/js/hearing/frames-message.js';
import { FrameMaker } from '../../src/Gambeta.Web/wwwroot/js/hearing/frames.js';
import { LostSound, lostFrames } from '../../src/Gambeta.Web/wwwroot/js/hearing/lost-sound.js';
import { heardOf, lineOf, withHeard } from '../../src/Gambeta.Web/wwwroot/js/practise/counting.js';
import { Run } from '../../src/Gambeta.Web/wwwroot/js/practise/run.js';
import './setup/all-measures.mjs';

const tap = (what, at) => ({ what, at });

test('a tap always wins over the ear, a taking back takes what came before it', () => {
  const taps = [tap('left', 1000), tap('right', 1600), tap('wrong', 2000)];
  assert.equal(lineOf(withHeard(taps, heardOf('r90 l65 r60 l60'))), 'l100 r60 x40 r15 l60');
  // What is heard again later, with more of it, leaves what was taken back away.
  assert.equal(lineOf(withHeard([tap('back', 1700)], heardOf('r50 l50 r50'))), 'r50 l50 r50 b20');
  assert.deepEqual(
    heardOf('r50 l50 x20', [100, 40]).map(({ at, sure }) => [at, sure]),
    [
      [500, 100],
      [1000, 40],
      [1200, undefined],
    ],
  );
});

test('a run counts what was heard of its own set, and is told apart from what was tapped', () => {
  const sets = [],
    run = new Run(
      {
        drills: [{ measuredBy: 'touchesInARound' }],
        phases: [
          { kind: 'work', drill: 0, feet: 'both', seconds: 5 },
          { kind: 'done', drill: 0, feet: 'both' },
        ],
      },
      null,
      { setEnded: set => sets.push(set) },
    );
  run.go(0);
  run.tick(1);
  assert.equal(run.hear('another set', heardOf('r50')), false);
  assert.equal(run.hear(run.setId, heardOf('r50 l50', [100, 100])), true);
  run.tick(1900);
  run.count('right', 1900);
  run.hear(run.setId, heardOf('r50 l50 r80', [100, 100, 100]));
  assert.deepEqual([run.sum.left, run.sum.right], [1, 2]);
  for (let at = 2500; at <= 5500; at += 500) run.tick(at);
  assert.deepEqual(
    sets.map(set => [set.countedBy, set.events, set.sum.left + set.sum.right]),
    [['heard', 'r190', 3]],
  );
});

test('a set that was listened to is counted when it is sent, or stays as it was tapped', async () => {
  const item = { key: 'set', body: { countedBy: 'tapped', events: 'l100' }, ear: { for: {}, frames: 'AA', taps: [tap('left', 1000)] } };
  const asked = [];
  const post = answer => async (url, body) => (asked.push([url, body.frames]), answer);
  const heard = { status: 200, answer: { events: 'r90 l80', mark: 'trusted' } };
  assert.deepEqual((await counted(item, post(heard))).body, { countedBy: 'heard', events: 'l100 l70', heard: 'trusted' });
  assert.deepEqual(asked, [['/api/heard', 'AA']]);
  assert.deepEqual((await counted(item, post({ status: 200, answer: { events: 'r90', mark: 'trusted' } }))).body, item.body);
  assert.deepEqual((await counted(item, post({ status: 422, answer: { problems: ['no'] } }))).body, item.body);
  // Nobody there: it waits, whole.
  for (const away of [
    { status: 0, answer: null },
    { status: 503, answer: {} },
    { status: 200, answer: {} },
  ])
    assert.equal((await counted(item, post(away))).body, undefined);
  countBy(async () => ({ status: 200, answer: { events: 'r30', mark: 'doubted' } }));
  assert.equal((await counted(item, post(heard))).body.events, 'r30 l70');
  countBy(async () => null);
});

test('what is too long for one post goes in pieces, and waits where nobody is there', async () => {
  const frames = new Uint8Array(400_000).map((_, i) => i % 32),
    item = {
      key: 'set',
      body: { countedBy: 'tapped', events: 'l100' },
      ear: { for: { drill: 'd' }, frames: Buffer.from(frames).toString('base64'), taps: [] },
    };
  const post = async () => {
    throw new Error('not in one post');
  };
  sendPiecesBy(async (about, bytes) => {
    assert.equal(about.drill, 'd');
    assert.deepEqual(bytes, frames);
    return { status: 200, answer: { events: 'r90', mark: 'doubted' } };
  });
  assert.deepEqual((await counted(item, post)).body, { countedBy: 'heard', events: 'r90', heard: 'doubted' });
  sendPiecesBy(async () => ({ status: 0, answer: null }));
  assert.equal((await counted(item, post)).body, undefined);
  assert.deepEqual([...message(258, new Uint8Array([7, 8]))], [2, 2, 1, 0, 0, 7, 8]);
  assert.equal(message(0, new Uint8Array(16), 1)[0], 1);
});

test('frames are those of the core', () => {
  const { rate, frames } = JSON.parse(readFileSync(new URL('../shared/frames.json', import.meta.url)));
  const samples = Float32Array.from(
    { length: rate },
    (_, i) => 0.2 * Math.sin(i * 0.31) + 0.05 * Math.sin(i * i * 0.00002) + 0.3 * Math.sin(i * 0.05) * Math.exp(-(i % 4000) / 300),
  );
  const made = [],
    maker = new FrameMaker(rate, frame => made.push([...frame].join(' ')));
  for (let at = 0; at < samples.length; at += 128) maker.take(samples.subarray(at, at + 128));
  assert.deepEqual(
    made.filter((_, i) => i % 9 === 0),
    frames,
  );
});

test('sound that never came is missed, and what only comes late is not', () => {
  const lost = new LostSound(),
    told = [];
  // Two minutes in pieces of 60 ms, each up to 80 ms late, by a clock that is a little slow; half a second is missing in the first minute,
  // 0.1 s in the second.
  for (let piece = 1; piece <= 2000; piece++) {
    const gone = (piece > 700 ? 500 : 0) + (piece > 1400 ? 100 : 0),
      at = 5000 + piece * 60 * 1.0001 + gone + ((piece * 37) % 80);
    const missing = lost.missing(6, at);
    if (missing) told.push([piece, missing]);
  }
  assert.equal(told.length, 1);
  assert.ok(told[0][0] > 700 && told[0][0] < 760 && Math.abs(told[0][1] - 50) <= 2, JSON.stringify(told));
  assert.deepEqual([...lostFrames(1)], Array(16).fill(255));
  // A page that was asleep for a minute: what was heard meanwhile comes in one go, and nothing of it is missing.
  const wakes = 5000 + 2000 * 60.006 + 600 + 60_000;
  for (let piece = 1; piece <= 1000; piece++) assert.equal(lost.missing(6, wakes + piece * 0.1), 0);
  for (let piece = 1; piece <= 100; piece++) assert.equal(lost.missing(6, wakes + piece * 60), 0);
});
