// Several instances behind HAProxy (deploy/haproxy.cfg) and PgBouncer: each is taken out, stopped and comes back as another build while
// others practise. Nothing that was acknowledged is lost, nobody is refused, and pages of both builds get their modules. Prints "N passed,
// N failed".
import { execFileSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { haproxy, pooler } from '../browser/deployed.mjs';
import { migrate, portAt, root, serve } from '../browser/server.mjs';
import { between, deliver, pause, Report, round, signUp } from './players.mjs';
import { Visitor } from './wire.mjs';

const cluster = process.env.GAMBETA_CLUSTER,
  work = mkdtempSync(join(tmpdir(), 'gambeta-instances-')),
  report = new Report();
const [outside, ...ports] = [5, 6, 7].map(portAt),
  names = ['one', 'two'];
const sql = query =>
  execFileSync(`${root}tools/cluster`, ['sql', cluster], {
    input: `\\pset format unaligned\n\\pset tuples_only on\n${query};`,
    encoding: 'utf8',
  }).trim();

// Another build: one word is another one.
const words = join(work, 'words');
cpSync(`${root}src/Gambeta.Words/en`, words, { recursive: true });
writeFileSync(join(words, 'browser.json'), readFileSync(join(words, 'browser.json'), 'utf8').replace('all saved', 'all kept'));

migrate();
const pooled = pooler(cluster);
// As on a server that answers to one name only.
const instance = (i, more = []) => serve(ports[i], [...pooled.options, '--AllowedHosts', '127.0.0.1', ...more]);
const servers = await Promise.all([instance(0), instance(1)]);
const proxy = await haproxy(outside, ports);

try {
  const households = [];
  for (let i = 0; i < 6; i++) households.push(await signUp(outside, `Instances ${process.pid} ${i}`, 3));
  const acknowledged = [],
    slow = [];
  let over = false;
  const playing = households.flatMap(({ visitor, players }) =>
    players.map(async player => {
      const device = { visitor: new Visitor(visitor) };
      while (!over) {
        const set = round(player),
          began = Date.now();
        await deliver(device, [outside], '/api/sets', set);
        acknowledged.push(set.id);
        slow.push(Date.now() - began);
        await pause(between(100, 700));
      }
      device.line?.close();
    }),
  );
  await pause(5000);
  /** The builds of the two instances, and how their modules are answered through the proxy, whichever instance is asked. */
  const builds = async () => {
    const found = new Map();
    for (const port of ports) {
      const { text } = await households[0].visitor.ask(port, '/records'),
        [, module] = text.match(/<script type="module" src="(\/of-[^"]+)"/) ?? [];
      for (let i = 0; i < 12; i++)
        found.set(module, [...(found.get(module) ?? []), (await households[i % 6].visitor.ask(outside, module)).status]);
    }
    return { many: found.size, isWhole: [...found.values()].flat().every(status => status === 200), said: JSON.stringify([...found]) };
  };
  const before = await builds();
  report.check('one build at first', before.many === 1 && before.isWhole, before.said);
  for (const i of [0, 1]) {
    await proxy.tell(`set server instances/${names[i]} state drain`);
    await pause(500);
    const gone = new Promise(resolve => servers[i].once('exit', resolve));
    servers[i].kill('SIGTERM');
    await gone;
    servers[i] = await instance(i, ['--Language', words]);
    await proxy.tell(`set server instances/${names[i]} state ready`);
    await pause(2500);
    const now = await builds();
    report.check(
      i === 0 ? 'two builds side by side, and both are whole' : 'the other build alone',
      now.many === (i === 0 ? 2 : 1) && now.isWhole,
      now.said,
    );
  }
  await pause(3000);
  over = true;
  const ends = await Promise.allSettled(playing);
  report.check(
    'nobody was refused',
    ends.every(end => end.status === 'fulfilled'),
    ends
      .filter(end => end.reason)
      .map(end => String(end.reason))
      .slice(0, 3)
      .join(),
  );
  const there = new Set(sql('select set_id from practice_set').split('\n'));
  slow.sort((a, b) => a - b);
  console.log(`${acknowledged.length} sets; until acknowledged: median ${slow[slow.length >> 1]} ms, slowest ${slow.at(-1)} ms`);
  report.check(
    `every one of ${acknowledged.length} acknowledged sets is there`,
    acknowledged.length > 300 && acknowledged.every(id => there.has(id)),
    String(acknowledged.filter(id => !there.has(id)).length),
  );
  report.check('nobody waited longer than eight seconds', slow.at(-1) < 8000, `${slow.at(-1)} ms`);
} catch (error) {
  report.check('it runs', false, error.stack);
} finally {
  proxy.end();
  for (const server of servers) server.kill('SIGKILL');
  pooled.end();
  rmSync(work, { recursive: true, force: true });
}
report.end();
