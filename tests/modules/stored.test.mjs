// What lies in a browser under a name, held against the one list of both languages. A page that was opened before the server was brought up
// to date, and a phone that was away for weeks, still have it: a name that differs is not read any more.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import * as posts from '../../src/Gambeta.Web/wwwroot/js/practise/posts.js';
import { Run } from '../../src/Gambeta.Web/wwwroot/js/practise/run.js';

const root = new URL('../../', import.meta.url).pathname,
  scripts = join(root, 'src/Gambeta.Web/wwwroot/js');
const stored = JSON.parse(readFileSync(join(root, 'tests/shared/stored.json'), 'utf8')),
  { browser } = stored;

/** The names of an object and of what it holds, as `stored.json` writes them. */
function namesOf(value, above = '') {
  return Object.entries(value).flatMap(([name, inner]) => {
    const here = above + name,
      one = Array.isArray(inner) ? inner[0] : inner;
    return one && typeof one === 'object' ? namesOf(one, `${here}.`) : [here];
  });
}

const told = {
  session: 's',
  outing: 'o',
  player: 'p',
  space: 'r',
  sheetName: 'n',
  sheet: { drills: [{ drill: 'd', layout: 'l', rounds: 1, seconds: 2, count: 3 }] },
};
const set = {
  id: 'i',
  drill: { drill: 'd', item: 0, layout: 'l', measuredBy: 'cleanStreak' },
  item: 0,
  order: 1,
  rounds: 1,
  plannedCount: 1,
  feet: 'left',
  startedAt: 't',
  plannedSeconds: 1,
  countedBy: 'tapped',
  seconds: 1,
  events: '',
  with: 'serves',
};
const records = {
  sitting: posts.sitting(told),
  check: posts.check(told, ['x']),
  set: posts.set(told, set, { fromAMinute: 1, toAMinute: 2 }),
  count: posts.count('i', 1),
  answer: posts.answer(told, { item: 0, drill: 'd', control: 'easy', fault: 'f', otherFoot: 'x' }),
  end: posts.end(told, { effort: 1, note: 'n' }),
  mayGoOn: posts.mayGoOn(told, ['x'], 'w'),
  pain: posts.pain(told, 'knee'),
};

test('what waits on a device is written as it was', () => {
  assert.deepEqual(Object.keys(posts).sort(), Object.keys(records).sort(), 'a thing that can wait and is not held here');
  const now = Object.fromEntries(Object.entries(records).map(([name, record]) => [name, namesOf(record).join(', ')]));
  assert.deepEqual(now, browser.waiting, JSON.stringify(now, null, 2));
});

test('whatever is posted is understood: each name of a body is one that the server takes', () => {
  for (const { url, body } of Object.values(records)) {
    const taken = stored.posts[url].split(', ');
    for (const name of namesOf(body))
      assert.ok(
        taken.some(one => one === name || one.startsWith(`${name}.`)),
        `${url} ${name}`,
      );
  }
});

test('the database of a browser is the one that was made', () => {
  const source = readFileSync(join(scripts, 'shared/waiting-store.js'), 'utf8');
  const [, name, version] = source.match(/openDB\('(\w+)', (\d+)/),
    stores = source.match(/of \[([^\]]*)\]\)\s*db\.createObjectStore/)[1].replaceAll("'", '');
  const path = source.match(/keyPath: '(\w+)'/)[1],
    [, index, on] = source.match(/createIndex\('(\w+)', \[([^\]]*)\]/);
  assert.equal(`${name} ${version}: ${stores}; key path ${path}; index ${index}: ${on.replaceAll("'", '')}`, browser.database);
});

test('a run is kept on its device under the names under which it is read', () => {
  const run = new Run({ drills: [], phases: [{ kind: 'ready', drill: 0 }] }, null, {});
  assert.equal(Object.keys(run.snapshot).join(', '), browser.run);
});

test('what else a device keeps, it keeps under these names', () => {
  const files = readdirSync(scripts, { recursive: true }).filter(file => file.endsWith('.js'));
  const names = files.flatMap(file =>
    [...readFileSync(join(scripts, file), 'utf8').matchAll(/['`](gambeta-[-a-z]*(?: |\$\{store\})?)/g)].map(([, name]) => name),
  );
  assert.equal([...new Set(names)].sort().join(', '), browser.device);
});
