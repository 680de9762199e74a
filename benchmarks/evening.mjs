// An evening of many households on one machine, through HAProxy and PgBouncer to two instances: players practise on the line, half of them
// with a second screen, and parents look at pages. It grows until the machine bends. Then the network, which was away for an hour, comes
// back to all of them in one moment: what every device kept is sent at once, by as many lines and requests as there are devices, and asked
// about again as long as it is not answered. In the end everything that was acknowledged has to be there. Rows of ./bench; EVENING_STAGES
// (100,250,500,1000,2000 households), EVENING_SECONDS (40 each) and EVENING_KEPT (10 sets a device) make it longer or shorter.
import { execFileSync } from 'node:child_process';
import { pbkdf2Sync, randomBytes } from 'node:crypto';
import WebSocket from 'ws';
import { between, deliver, id, pause, pick, round, signUp } from '../tests/soak/players.mjs';
import { Visitor } from '../tests/soak/wire.mjs';

const root = new URL('../', import.meta.url).pathname;
const stages = (process.env.EVENING_STAGES ?? '100,250,500,1000,2000').split(',').map(Number),
  seconds = Number(process.env.EVENING_SECONDS ?? 40),
  kept = Number(process.env.EVENING_KEPT ?? 10);
const password = 'long enough';
const at = (sorted, part) => (sorted.length ? sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * part))] : NaN);
const said = list => {
  list.sort((a, b) => a - b);
  return `${at(list, 0.5).toFixed(0)} and ${at(list, 0.99).toFixed(0)} ms`;
};
const pages = ['/today', '/logbook', '/records', '/progress', '/plan'];

// A hash says itself how dear it is to check: this one is cheap, since two thousand sign in one after the other, and that is not what is
// measured.
const hashed = (() => {
  const salt = randomBytes(16),
    rounds = 1000,
    head = Buffer.alloc(13);
  head[0] = 1;
  [2, rounds, salt.length].forEach((number, i) => head.writeUInt32BE(number, 1 + 4 * i));
  return Buffer.concat([head, salt, pbkdf2Sync(password, salt, rounds, 32, 'sha512')]).toString('base64');
})();

/**
 * As many households as the largest stage needs, like one that signed up: what they sign in with is the same, and only their names differ.
 */
async function manyHouseholds(cluster, port, many) {
  const { visitor } = await signUp(port, `Evening ${process.pid}`);
  execFileSync(`${root}tools/cluster`, ['sql', cluster], {
    input: `
    insert into household
      select (jsonb_populate_record(h, jsonb_build_object('household_id', gen_random_uuid(), 'name', h.name || ' ' || n,
        'name_key', h.name_key || ' ' || n, 'password_hash', '${hashed}'))).*
      from household h, generate_series(1, ${many}) n
      where h.household_id = '${visitor.household}';
    insert into player
      select (jsonb_populate_record(p, jsonb_build_object('household_id', h.household_id, 'player_id', gen_random_uuid()))).*
      from player p, household h
      where p.household_id = '${visitor.household}' and h.name like 'Evening ${process.pid} %';
    analyze;`,
  });
  return Array.from({ length: many }, (_, i) => `Evening ${process.pid} ${i + 1}`);
}

/** Signs a household in and finds who plays there. */
async function enter(port, name) {
  const visitor = new Visitor(),
    door = await visitor.ask(port, '/');
  const token = door.text.match(/name="__RequestVerificationToken" type="hidden" value="([^"]+)"/)?.[1];
  const came = await visitor.form(port, '/?handler=SignIn', { __RequestVerificationToken: token, name, password });
  if (came.status !== 302) throw new Error(`sign-in ${came.status}`);
  const today = (await visitor.ask(port, '/today')).text;
  [visitor.household, visitor.player] = ['household', 'player'].map(what => today.match(new RegExp(`data-${what}="([0-9a-f-]{36})"`))?.[1]);
  if (!visitor.player) throw new Error('nobody plays there');
  return visitor;
}

/** A line that opens itself again, as a device does, and asks until it is answered. */
class Device {
  #n = 0;
  #waiting = new Map();
  constructor(port, visitor, told) {
    Object.assign(this, { port, visitor, told });
  }

  async #open() {
    if (this.line?.readyState === WebSocket.OPEN) return;
    this.line = await new Promise((resolve, reject) => {
      const line = new WebSocket(`ws://127.0.0.1:${this.port}/api/line?household=${this.visitor.household}`, {
        headers: { Cookie: this.visitor.cookie, Origin: `http://127.0.0.1:${this.port}` },
        handshakeTimeout: 15_000,
      });
      line
        .once('open', () => resolve(line))
        .once('error', reject)
        .once('unexpected-response', (_, answer) => reject(new Error(String(answer.statusCode))));
      line
        .on('message', data => {
          const { n, status, answer, beside } = JSON.parse(data);
          if (beside) this.told?.(beside);
          this.#waiting.get(n)?.({ status, answer });
          this.#waiting.delete(n);
        })
        .on('close', () => {
          for (const answered of this.#waiting.values()) answered({ status: 0 });
          this.#waiting.clear();
        })
        .on('error', () => {});
    });
  }

  async ask(to, body) {
    try {
      await this.#open();
    } catch {
      return { status: 0 };
    }
    const n = ++this.#n;
    return new Promise(resolve => {
      this.#waiting.set(n, resolve);
      this.line.send(JSON.stringify({ n, to, body }));
      setTimeout(() => {
        if (this.#waiting.delete(n)) resolve({ status: 0 });
      }, 20_000).unref();
    });
  }

  close() {
    this.line?.close();
  }
}

export async function evening(port, cluster) {
  const names = await manyHouseholds(cluster, port, Math.max(...stages)),
    acknowledged = [],
    rows = [];
  let now = null,
    over = false;
  const count = what => {
    now[what] = (now[what] ?? 0) + 1;
  };
  const live = [],
    lives = [],
    homes = [];

  async function practises(visitor, seed) {
    let session = id(),
      left = 0;
    const beside = seed % 2 === 0,
      player = new Device(port, visitor),
      second = beside ? new Device(port, new Visitor(visitor)) : null;
    const ends = [player, second];
    live.push(...ends.filter(Boolean));
    const besides = async () => {
      for (let tick = 0; !over; tick++) {
        if (tick % 4 === 0) {
          const began = performance.now(),
            { status } = await second.ask('/api/beside/looks', {});
          if (status === 200) now.looks.push(performance.now() - began);
          else count(`look ${status}`);
        }
        await player.ask('/api/beside/stands', {
          v: 1,
          n: tick,
          session,
          player: visitor.player,
          elapsed: 1000,
          left,
          right: left,
          words: { label: 'Round 1 of 4', name: 'Inside taps', cue: 'Light on your toes', next: 'then rest 15 s' },
          done: [],
        });
        await pause(1000);
      }
    };
    if (beside) lives.push(besides());
    await pause(between(0, 60_000));
    while (!over) {
      const set = round(visitor.player, session);
      left++;
      while (!over) {
        const began = performance.now(),
          { status, answer } = await player.ask('/api/sets', set);
        if (status === 200 && answer.stored) {
          acknowledged.push(set.id);
          now.sets.push(performance.now() - began);
          break;
        }
        count(`set ${status}`);
        if (status === 422 || status === 404) throw new Error(JSON.stringify(answer));
        await pause(between(1000, 3000));
      }
      if (left % 10 === 0) session = id();
      await pause(between(45_000, 75_000));
    }
  }

  async function looks(visitor) {
    await pause(between(0, 20_000));
    while (!over) {
      const began = performance.now(),
        { status } = await visitor.ask(port, pick(pages)).catch(() => ({ status: 0 }));
      if (status === 200) now.pages.push(performance.now() - began);
      else count(`page ${status}`);
      await pause(between(15_000, 25_000));
    }
  }

  /**
   * The network is back for everybody in one moment: each device sends what it kept, one after the other as an outbox does, half of them
   * by a line and half by requests.
   */
  async function allAtOnce() {
    now = { sets: [], pages: [], looks: [] };
    const turned = {},
      began = performance.now();
    let without = 0,
      stored = 0;
    const told = setInterval(
      () =>
        console.error(
          `${((performance.now() - began) / 1000).toFixed(0)} s: ${stored} of ${homes.length * kept} kept sets stored, turned ` +
            `away ${JSON.stringify(turned)}`,
        ),
      20_000,
    );
    const comesAgain = (answer, times, why) => {
      const what = answer?.status ?? why.slice(0, 60);
      turned[what] = (turned[what] ?? 0) + 1;
      // On the line an answer has no heads.
      if (answer?.status === 503 && answer.retryAfter === 0) without++;
      return 1000 * (answer?.retryAfter || 2 ** Math.min(times, 4)) * between(0.5, 1.5);
    };
    await Promise.all(
      homes.map(async (visitor, i) => {
        const device = { visitor },
          session = id();
        for (let n = 0; n < kept; n++) {
          const set = round(visitor.player, session);
          await deliver(device, [port], '/api/sets', set, i % 2 === 0, comesAgain);
          acknowledged.push(set.id);
          stored++;
        }
        device.line?.close();
      }),
    );
    clearInterval(told);
    return { sent: homes.length * kept, lasted: (performance.now() - began) / 1000, turned, without };
  }

  /** Seconds of a core that were spent up to now, by what spent them. */
  const spent = () =>
    Object.fromEntries(
      ['dotnet', 'postgres', 'haproxy', 'pgbouncer', 'node'].map(name => [
        name,
        execFileSync('ps', ['-C', name, '-o', 'cputimes='], { encoding: 'utf8' })
          .split('\n')
          .reduce((sum, line) => sum + Number(line), 0),
      ]),
    );
  let there = 0;
  for (const many of stages) {
    now = { sets: [], pages: [], looks: [] };
    while (there < many) {
      const few = names.slice(there, Math.min(many, there + 8));
      for (const visitor of await Promise.all(few.map(name => enter(port, name).catch(() => pause(1000).then(() => enter(port, name)))))) {
        homes.push(visitor);
        lives.push(practises(visitor, there));
        if (there % 4 === 0) lives.push(looks(new Visitor(visitor)));
        there++;
      }
    }
    now = { sets: [], pages: [], looks: [] };
    const began = performance.now(),
      before = spent();
    await pause(seconds * 1000);
    const { sets, pages: seen, looks: looked, ...odd } = now,
      lasted = (performance.now() - began) / 1000,
      after = spent();
    const cores = (...whose) => (whose.reduce((sum, name) => sum + after[name] - before[name], 0) / lasted).toFixed(2);
    rows.push([
      `${many} households`,
      (sets.length / lasted).toFixed(1),
      said(sets),
      said(seen),
      said(looked),
      `${cores('dotnet')}, ${cores('postgres')}, ${cores('haproxy', 'pgbouncer')}, ${cores('node')}`,
      Object.entries(odd)
        .map(([what, n]) => `${n} × ${what}`)
        .join(', ') || 'none',
    ]);
    console.error(rows.at(-1).join(' | '));
  }
  const flood = await allAtOnce();
  over = true;
  for (const device of live) device.close();
  await Promise.race([Promise.allSettled(lives), pause(90_000)]);
  const stored = new Set(
    execFileSync(`${root}tools/cluster`, ['sql', cluster], {
      input: '\\pset format unaligned\n\\pset tuples_only on\nselect set_id from practice_set;',
      encoding: 'utf8',
      maxBuffer: 1 << 28,
    })
      .trim()
      .split('\n'),
  );
  return { rows, flood, acknowledged: acknowledged.length, lost: acknowledged.filter(one => !stored.has(one)).length };
}
