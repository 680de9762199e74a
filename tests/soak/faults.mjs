// Devices play at two instances on one database while instances are killed and frozen, PostgreSQL is killed, connections are cut and
// everything is sent twice. Then the database is compared with what was acknowledged, and what follows from sets is worked out again, by
// rules written here and not read there.
import { execFileSync, spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { gone, migrate, portAt, root, serve } from '../browser/server.mjs';
import { between, id, pause, pick, Report, signUp } from './players.mjs';
import { Gone, Line, Visitor } from './wire.mjs';

const minutes = Number(process.env.SOAK_MINUTES ?? 4),
  cluster = process.env.GAMBETA_CLUSTER;
const ports = [portAt(6), portAt(7)];
const limits = ['WritesADay', 'LinesAHousehold', 'LinesAnAddress'].flatMap(limit => [`--Limits:${limit}`, '100000']);
const sql = query =>
  execFileSync(`${root}tools/cluster`, ['sql', cluster], {
    input: `\\pset format unaligned\n\\pset tuples_only on\nselect coalesce(json_agg(q), '[]') from (${query}) q;`,
    maxBuffer: 1 << 28,
    encoding: 'utf8',
  });
const rows = query => JSON.parse(sql(query));

const happened = {},
  said = (what, n = 1) => {
    happened[what] = (happened[what] ?? 0) + n;
  };
let over = false;

// --- what is played, and what it must come to ---------------------------------------------------------------------------

const drills = [
  {
    drill: 'pull-back-laces-away',
    feet: ['left', 'right'],
    planned: 30,
    measure: row => (row.worked_ms >= 29_500 ? [['touches in 30', row.touches_left + row.touches_right]] : []),
  },
  { drill: 'juggling-streak', feet: ['both'], planned: null, tries: true, measure: row => [['streak', Math.max(0, ...row.result.tries)]] },
];

function makeSet(player) {
  const { drill, feet: all, planned, tries } = pick(drills),
    feet = pick(all);
  let at = 0;
  const events = Array.from({ length: 5 + Math.floor(Math.random() * 20) }, () => {
    at += Math.floor(between(14, 60));
    return [tries && Math.random() < 0.15 ? pick(['x', 's']) : pick(['l', 'r']), at];
  });
  const seconds = planned ? Math.max(Math.random() < 0.8 ? planned : planned - 3, at / 100) : at / 100 + 1;
  const began = Date.now() - between(2 * 60_000, 6 * 86_400_000);
  const touches = events.filter(([what]) => 'lr'.includes(what)),
    left = touches.filter(([what]) => feet === 'left' || (feet === 'both' && what === 'l')).length;
  const row = {
    drill,
    feet,
    player_id: player,
    worked_ms: Math.round(seconds * 1000),
    touches_left: left,
    touches_right: touches.length - left,
    measured_by: tries ? 'best streak' : 'touches in a round',
    result: {},
  };
  if (tries) {
    row.result = { ends: '', tries: [] };
    const end = (touches, letter) => {
      row.result.tries.push(touches);
      row.result.ends += letter;
    };
    let count = 0;
    for (const [what] of events) {
      if ('lr'.includes(what)) {
        count++;
        continue;
      }
      end(count, what === 'x' ? 'd' : 's');
      count = 0;
    }
    if (count) end(count, 'a');
  }
  let before = 0;
  const line = events
    .map(([what, when]) => {
      const word = what + (when - before);
      before = when;
      return word;
    })
    .join(' ');
  const body = {
    id: id(),
    session: id(Math.floor(began)),
    player,
    drill,
    order: 1,
    feet,
    startedAt: new Date(began + 1000).toISOString(),
    plannedSeconds: planned,
    countedBy: 'tapped',
    seconds,
    events: line,
    item: 0,
    rounds: 2,
  };
  return { body, row: { ...row, events: line, counted_by: 'tapped', removed: false } };
}

// --- devices ------------------------------------------------------------------------------------------------------------

const sets = new Map(),
  givenUp = new Set();

/** As the outbox does it: again and again until our own word comes. */
async function deliver(device, path, body) {
  for (;;) {
    const port = pick(ports);
    try {
      if (!device.visitor.token) await device.visitor.fetchToken(port);
      if (Math.random() < 0.3) await disturb(device, port, path, body);
      let answer;
      if (Math.random() < 0.5) {
        if (!device.line || device.line.isClosed) device.line = await Line.open(device.visitor, port);
        answer = await device.line.post(path, body);
      } else answer = await device.visitor.post(port, path, body);
      said(`${path} ${answer.status}`);
      if (answer.status === 200 && JSON.parse(answer.text).stored === true) return true;
      if ([404, 422].includes(answer.status)) throw new Error(`${path} refused for good: ${answer.text}`);
      if (answer.status === 400) device.visitor.token = null;
    } catch (error) {
      if (!(error instanceof Gone)) throw error;
      said('no answer');
    }
    await pause(between(100, 500));
  }
}

async function disturb(device, port, path, body) {
  const how = pick(['half', 'unread', 'aborted', 'twins', 'line hung up']);
  said(`fault: ${how}`);
  try {
    if (how === 'half') await device.visitor.cut(port, path, body, Math.random(), 5);
    else if (how === 'unread') await device.visitor.cut(port, path, body, 1, between(0, 15));
    else if (how === 'aborted') await device.visitor.post(port, path, body, AbortSignal.timeout(Math.ceil(between(1, 20))));
    else if (how === 'twins') await Promise.allSettled(ports.map(one => device.visitor.post(one, path, body)));
    else device.line?.close();
  } catch (error) {
    if (!(error instanceof Gone)) throw error;
  }
}

async function form(device, path, fields) {
  for (;;) {
    try {
      const port = pick(ports);
      if (!device.visitor.token) await device.visitor.fetchToken(port);
      const answer = await device.visitor.form(port, path, fields);
      if (answer.status === 302 && answer.location.toLowerCase().includes('logbook')) return;
      if (![302, 400, 429, 503, 500].includes(answer.status)) throw new Error(`${path}: ${answer.status} ${answer.text.slice(0, 300)}`);
      device.visitor.token = null;
    } catch (error) {
      if (!(error instanceof Gone)) throw error;
    }
    await pause(between(100, 400));
  }
}

async function play(device, players) {
  const old = [];
  while (!over) {
    const { body, row } = makeSet(pick(players));
    if (Math.random() < 0.02) {
      givenUp.add(body.id);
      await device.visitor.cut(pick(ports), '/api/sets', body, 0.8, 2);
      continue;
    }
    const record = { body, row, acknowledged: false };
    sets.set(body.id, record);
    await deliver(device, '/api/sets', body);
    record.acknowledged = true;
    old.push(body);
    if (Math.random() < 0.15) await change(device, record);
    if (Math.random() < 0.3) await deliver(device, '/api/sets', pick(old.slice(-30)));
  }
  device.line?.close();
}

async function change(device, { body, row }) {
  const change = id(),
    count = 5 + Math.floor(Math.random() * 30);
  if (body.drill === 'pull-back-laces-away' && Math.random() < 0.6) {
    const post = { set: body.id, change, draft: { [body.feet]: count, seconds: 30 }, sure: true };
    for (let i = Math.random() < 0.5 ? 2 : 1; i > 0; i--) await deliver(device, '/api/counts', post);
    Object.assign(row, { counted_by: 'typed', worked_ms: 30_000, [`touches_${body.feet}`]: count });
    said('corrections');
  } else {
    for (let i = Math.random() < 0.5 ? 2 : 1; i > 0; i--) await form(device, `/logbook/${body.id}?handler=Remove`, { change });
    row.removed = true;
    said('removals');
    if (Math.random() < 0.5) {
      for (let i = Math.random() < 0.5 ? 2 : 1; i > 0; i--) await form(device, '/logbook?handler=Undo', { change });
      row.removed = false;
      said('undone');
    }
  }
}

// --- what goes wrong ------------------------------------------------------------------------------------------------------

const servers = [];
const start = async i => {
  servers[i] = await serve(ports[i], limits);
};
const postmaster = () => Number(readFileSync(`${cluster}/db/postmaster.pid`, 'utf8').split('\n')[0]);
const port = readFileSync(process.env.GAMBETA_TEST_ROLES, 'utf8').match(/Port=(\d+)/)[1];

async function databaseBack() {
  for (let i = 0; i < 60; i++) {
    try {
      execFileSync(`${root}tools/cluster`, ['up', cluster], { env: { ...process.env, WANTED_PORT: port }, stdio: 'ignore' });
      return;
    } catch {
      await pause(500);
    }
  }
  throw new Error('PostgreSQL did not come back');
}

async function breakThings(until) {
  for (let i = 0; Date.now() < until; i++) {
    await pause(between(4000, 8000));
    const which = i % 2,
      what = pick(['kill', 'kill', 'freeze', 'database', 'both']);
    said(`broken: ${what}`);
    if (what === 'freeze') {
      servers[which].kill('SIGSTOP');
      await pause(between(2000, 14_000));
      servers[which].kill('SIGCONT');
      continue;
    }
    if (what !== 'kill') process.kill(postmaster(), 'SIGKILL');
    if (what !== 'database') await gone(servers[which]);
    await pause(between(0, 2000));
    if (what !== 'kill') await databaseBack();
    if (what !== 'database') await start(which);
  }
}

// --- the reckoning --------------------------------------------------------------------------------------------------------

const report = new Report();
const check = (what, wrong) => report.check(what, wrong.length === 0, `${wrong.length}, such as ${JSON.stringify(wrong.slice(0, 3))}`);

function reckon(household) {
  const stored = rows(`select * from practice_set where household_id = '${household}'`),
    by = new Map(stored.map(row => [row.set_id, row]));
  check(
    `every one of ${[...sets.values()].filter(s => s.acknowledged).length} acknowledged sets is there, once`,
    [...sets].filter(([key, s]) => s.acknowledged && !by.has(key)).map(([key]) => key),
  );
  check(
    'nothing is there that nobody played',
    stored.filter(row => !sets.has(row.set_id) && !givenUp.has(row.set_id)).map(row => row.set_id),
  );
  check(
    `no half of a set is there, of ${givenUp.size}`,
    stored.filter(row => givenUp.has(row.set_id)),
  );
  check(
    'every set is what was played, or what was made of it',
    [...sets.values()]
      .filter(s => s.acknowledged && by.has(s.body.id))
      .flatMap(({ body, row }) => {
        const have = by.get(body.id);
        return Object.keys(row)
          .filter(key => JSON.stringify(key === 'removed' ? have.removed_at !== null : have[key]) !== JSON.stringify(row[key]))
          .map(key => [body.id, key, row[key], have[key]]);
      }),
  );
  const live = stored.filter(row => !row.removed_at),
    wanted = new Map(),
    keys = new Map();
  for (const row of live)
    for (const [measure, value] of drills.find(d => d.drill === row.drill).measure(row)) {
      if (value <= 0) continue;
      wanted.set(`${row.set_id} ${measure}`, { value, best: false });
      const key = [row.player_id, row.drill, measure, row.feet].join();
      keys.set(key, [...(keys.get(key) ?? []), { at: row.started_at, id: row.set_id, measure, value }]);
    }
  for (const marks of keys.values()) {
    let best = 0;
    for (const mark of marks.sort((a, b) => Date.parse(a.at) - Date.parse(b.at) || b.value - a.value || (a.id < b.id ? -1 : 1)))
      if (mark.value > best) {
        best = mark.value;
        wanted.get(`${mark.id} ${mark.measure}`).best = true;
      }
  }
  const marks = rows(`select * from mark where household_id = '${household}'`);
  check(`${wanted.size} marks, and which of them are bests, follow from the sets`, [
    ...marks
      .filter(m => {
        const want = wanted.get(`${m.set_id} ${m.measure}`);
        return !want || want.value !== m.value || want.best !== m.is_best;
      })
      .map(m => [m.set_id, m.measure, m.value, m.is_best]),
    ...(marks.length === wanted.size ? [] : [[marks.length, wanted.size]]),
  ]);
  const days = new Map();
  for (const row of live) {
    const key = `${row.player_id} ${row.day}`,
      [left, right] = days.get(key) ?? [0, 0];
    days.set(key, [left + row.touches_left, right + row.touches_right]);
  }
  const kept = rows(`select * from practice_day where household_id = '${household}'`);
  check(`${days.size} days add up`, [
    ...kept.filter(d => String(days.get(`${d.player_id} ${d.day}`)) !== String([d.touches_left, d.touches_right])),
    ...(kept.length === days.size ? [] : [[kept.length, days.size]]),
  ]);
  check(
    'every set has its sitting',
    rows(
      `select set_id from practice_set s where household_id = '${household}' and not exists (select from sitting t where ` +
        `t.household_id = s.household_id and t.session_id = s.session_id)`,
    ),
  );
  check(
    'no transaction was left open',
    rows(
      "select pid from pg_stat_activity where usename = 'gambeta_app' and state like 'idle in transaction%' and now() - " +
        "xact_start > interval '11 s'",
    ),
  );
}

// --- all of it --------------------------------------------------------------------------------------------------------------

// Two that start at once on an empty database: one brings it up to date, the other waits for it.
const both = await Promise.allSettled(
  [0, 1].map(
    () =>
      new Promise((resolve, reject) => {
        const roles = Object.fromEntries(
          readFileSync(process.env.GAMBETA_TEST_ROLES, 'utf8')
            .trim()
            .split('\n')
            .map(line => line.split(/ (.*)/).slice(0, 2)),
        );
        spawn('dotnet', ['Gambeta.Web.dll', 'migrate', '--Logging:LogLevel:Default', 'Error'], {
          cwd: `${root}artifacts/app`,
          stdio: 'inherit',
          env: { ...process.env, ConnectionStrings__App: roles.app, ConnectionStrings__Owner: roles.owner },
        }).on('exit', code => (code ? reject(new Error(`migrate ended with ${code}`)) : resolve()));
      }),
  ),
);
check(
  'two that bring an empty database up to date at once both succeed',
  both.filter(one => one.status === 'rejected').map(one => String(one.reason)),
);
check(
  'and there is one first key and one demo',
  rows('select (select count(*) from data_protection_key) keys, (select count(*) from household) households').filter(
    ({ keys, households }) => keys !== 1 || households !== 1,
  ),
);
migrate();
await Promise.all([start(0), start(1)]);
const { visitor: first, players } = await signUp(ports[0], `Soak ${process.pid}`, 1);
check('signed up, with a second player', players.length === 2 ? [] : [players]);

const until = Date.now() + minutes * 60_000;
const devices = Array.from({ length: 6 }, () => ({ visitor: new Visitor(first), line: null }));
const playing = devices.map(device => play(device, players));
await breakThings(until);
over = true;
const ends = await Promise.allSettled(playing);
check(
  'no device was refused what it played',
  ends.filter(end => end.status === 'rejected').map(end => String(end.reason)),
);
reckon(first.household);
for (const server of servers) await gone(server);
console.log(JSON.stringify(happened));
report.end();
