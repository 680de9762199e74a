// What it costs to stand behind a proxy and a pooler, an evening of many households there, and how long a standby takes. Rows of the table
// of ./bench; alone:   GAMBETA_TEST_ROLES=FOLDER/roles CLUSTER=FOLDER node benchmarks/many.mjs
import { execFileSync } from 'node:child_process';
import { haproxy, pooler } from '../tests/browser/deployed.mjs';
import { gone, portAt, root, serve } from '../tests/browser/server.mjs';
import { round, signUp } from '../tests/soak/players.mjs';
import { Visitor } from '../tests/soak/wire.mjs';
import { evening } from './evening.mjs';

const cluster = process.env.CLUSTER,
  [outside, one, two, direct] = [0, 1, 2, 3].map(portAt);
// EVENING_ALONE=1 leaves out what is measured before and after it.
const alone = Boolean(process.env.EVENING_ALONE),
  limits = ['WritesADay', 'LinesAHousehold', 'LinesAnAddress', 'SetsASitting'].flatMap(limit => [`--Limits:${limit}`, '100000']);
const row = (...cells) => console.log(`| ${cells.join(' | ')} |`),
  median = list => list.sort((a, b) => a - b)[list.length >> 1];

const pooled = pooler(cluster);
const servers = await Promise.all([
  serve(one, [...limits, ...pooled.options]),
  serve(two, [...limits, ...pooled.options]),
  serve(direct, limits),
]);
const proxy = await haproxy(outside, [one, two]);
try {
  const {
      visitor,
      players: [player],
    } = await signUp(outside, `Bench ${process.pid}`),
    devices = new Map([outside, direct].map(port => [port, new Visitor(visitor)]));
  const took = new Map([
    [outside, []],
    [direct, []],
  ]);
  // By turns, so that a noisy moment meets both.
  for (let i = 0; i < (alone ? 60 : 400); i++)
    for (const port of i % 2 ? [outside, direct] : [direct, outside]) {
      const began = performance.now(),
        { status } = await devices.get(port).post(port, '/api/sets', round(player));
      if (status !== 200) throw new Error(`a set was answered ${status}`);
      if (i >= 50) took.get(port).push(performance.now() - began);
    }
  const [through, straight] = [median(took.get(outside)), median(took.get(direct))];
  const { rows, flood, acknowledged, lost } = await evening(outside, cluster);
  const standby = alone
    ? null
    : execFileSync('node', [`${root}tests/soak/standby.mjs`], { encoding: 'utf8' }).match(
        /(\d+) ms from the kill to the promotion, (\d+) ms from there/,
      );
  console.log('');
  row('beyond one machine', 'measured', 'wanted');
  row('---', '---:', '---');
  row(
    'a set through HAProxy and PgBouncer against one straight to an instance and PostgreSQL, medians of 350 by turns',
    `${(through / straight).toFixed(2)} times (${through.toFixed(1)} and ${straight.toFixed(1)} ms)`,
    '',
  );
  row(
    'PostgreSQL killed for good under 50 players: to the promotion of the standby, and from there to the next stored set',
    standby ? `${standby[1]} and ${standby[2]} ms` : 'not run',
    'within ten seconds together',
  );
  const turned =
    Object.entries(flood.turned)
      .map(([status, times]) => `${times} × ${status === '0' ? 'no answer' : status}`)
      .join(', ') || 'none';
  row(
    `${flood.sent} sets that were kept while there was no network, sent by all households of the last stage in one moment: ` +
      `until the last was stored, and not answered as wanted meanwhile`,
    `${flood.lasted.toFixed(0)} s; ${turned}; 503 without Retry-After: ${flood.without}`,
    'each stored in the end, each 503 says when to come again',
  );
  row(`sets of the evening below that were acknowledged and are not there, of ${acknowledged}`, String(lost), '0');
  console.log('');
  row(
    'an evening, generator and all on this machine',
    'sets a second',
    'a set: median and 99th',
    'a page',
    'the second screen’s look',
    'cores of instances, PostgreSQL, proxy and pooler, households',
    'not answered as wanted',
  );
  row('---', '---:', '---:', '---:', '---:', '---:', '---');
  for (const cells of rows) row(...cells);
} finally {
  proxy.end();
  for (const server of servers) await gone(server);
  pooled.end();
}
