// Random schedules over a device: GAMBETA_STEPS steps, one schedule after the other from GAMBETA_SEED_FROM on, or that of GAMBETA_SEED
// alone. Ends with what failed and its seed, or says how much held.
import assert from 'node:assert/strict';
import { Device, Server } from './device.mjs';

const most = Number(process.env.GAMBETA_STEPS ?? 5000),
  fixed = process.env.GAMBETA_SEED,
  length = 60;
let seed = Number(fixed ?? process.env.GAMBETA_SEED_FROM ?? 1),
  steps = 0,
  kept = 0;
const day = 24 * 3_600_000;

/** Numbers from a seed (a linear congruential generator modulo 2^32; constants of Numerical Recipes). */
function numbers(from) {
  let state = from >>> 0;
  return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
}

async function play(random) {
  const server = new Server(),
    device = new Device(server),
    below = n => Math.floor(random() * n),
    pick = list => list[below(list.length)];
  // What must be stored in the end, by its id, with the page that promised it.
  const promised = new Map(),
    refused = new Set();
  let fates = ['through'];
  device.fate = () => pick(fates);
  await device.open();

  const honest = () => {
    for (const page of device.pages) {
      const { state } = page.outbox;
      if (state.waiting + state.others > 0) continue;
      const early = [...promised].filter(([id, { by }]) => by === page && !server.stored.has(id) && !refused.has(id));
      assert.deepEqual(early, [], 'a page says that all is stored, and this is not');
    }
  };
  const moves = {
    async keep() {
      const page = pick([...device.pages]),
        id = `set ${++kept}`,
        one = { by: page, isDown: false };
      if (random() < 0.05) {
        server.refuses.add(id);
        refused.add(id);
      }
      promised.set(id, one);
      page.outbox.keep({ kind: 'set', key: `key ${id}`, url: '/api/sets', body: { id, startedAt: new Date(device.clock).toISOString() } });
      honest();
      // Now and then the next thing happens before it is on the disk.
      if (random() < 0.8) {
        await device.settle();
        one.isDown = true;
      }
    },
    pass: () => device.pass(pick([100, 2000, 20_000, 400_000])),
    async open() {
      if (device.pages.size < 3) await device.open();
    },
    async crash() {
      const page = pick([...device.pages]),
        disk = await device.onDisk();
      // What was not on the disk yet, of a page that says so, goes with it; nothing else does.
      for (const [id, one] of promised) {
        if (one.by !== page || server.stored.has(id) || disk.has(`key ${id}`)) continue;
        assert.ok(!one.isDown || !page.outbox.state.isSafe || one.isLost, `${id} was called safe, and is not on the disk`);
        promised.delete(id);
      }
      for (const one of promised.values()) if (one.by === page) one.by = null;
      page.crash();
      if (device.pages.size === 0) await device.open();
    },
    async network() {
      device.isOnline = random() < 0.6;
      fates = pick([
        ['through'],
        ['through', 'lost'],
        ['answer lost', 'through'],
        ['twice'],
        ['broken', 'through'],
        ['late', 'through'],
        ['late', 'lost', 'twice'],
      ]);
      if (device.isOnline) for (const page of device.pages) page.tell('online');
    },
    async late() {
      for (const one of device.late.splice(0)) random() < 0.6 ? one.through() : one.cut();
      await device.settle();
    },
    async server() {
      server.isThere = random() < 0.7;
    },
    async clock() {
      device.clock += pick([-40 * day, 40 * day, -400 * day, 90_000, -90_000]);
    },
    async disk() {
      await device.deleteDisk();
      // Who is gone cannot write again what was taken away behind them.
      for (const [id, one] of promised) if (one.by === null && !server.stored.has(id)) promised.delete(id);
    },
  };
  const often = [
    'keep',
    'keep',
    'keep',
    'keep',
    'pass',
    'pass',
    'pass',
    'open',
    'crash',
    'network',
    'network',
    'late',
    'server',
    'clock',
    'disk',
  ];
  for (let i = 0; i < length; i++, steps++) {
    await moves[pick(often)]();
    await device.settle();
    honest();
  }
  // In the end everything works again.
  fates = ['through'];
  Object.assign(device, { isOnline: true });
  server.isThere = true;
  for (const one of device.late.splice(0)) one.cut();
  for (const page of device.pages) page.tell('online');
  const before = device.reads;
  await device.pass(900_000);
  const missing = [...promised.keys()].filter(id => !server.stored.has(id) && !refused.has(id));
  assert.deepEqual(missing, [], 'promised, and never stored');
  for (const page of device.pages) assert.equal(page.outbox.state.waiting, 0, 'all is stored, and it says that something waits');
  const ends = promised.size + 40;
  assert.ok(device.reads - before < 20 * ends, `${device.reads - before} requests for ${promised.size} things`);
  const disk = await device.onDisk();
  for (const id of refused)
    if (promised.has(id) && promised.get(id).by) assert.ok(disk.get(`key ${id}`) === 'refused', `${id} was refused, and nobody is told`);
}

while (steps < most) {
  try {
    await play(numbers(seed));
  } catch (error) {
    console.error(`GAMBETA_SEED=${seed} after ${steps} steps: ${error.message}\n${error.stack}`);
    process.exit(1);
  }
  seed++;
  if (fixed) break;
}
console.log(`${steps} steps, ${kept} things kept`);
