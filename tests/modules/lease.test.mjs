// Of all tabs one plays, however late they hear of each other.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { Lease } from '../../src/Gambeta.Web/wwwroot/js/practise/lease.js';

// A browser whose tabs are told of what another one wrote only when it is their turn; each sees its own writing at once.
function browser(tabs) {
  const disk = new Map(),
    news = Array.from({ length: tabs }, () => []),
    listeners = [];
  let at = 0;
  globalThis.localStorage = {
    getItem: key => disk.get(key) ?? null,
    setItem(key, value) {
      disk.set(key, value);
      news.forEach((one, tab) => tab !== at && one.push({ key, newValue: value }));
    },
    removeItem: key => disk.delete(key),
  };
  globalThis.addEventListener = (_, listener) => listeners.push(listener);
  const lost = Array(tabs).fill(0),
    leases = Array.from({ length: tabs }, (_, tab) => new Lease(['odei'], () => lost[tab]++));
  return {
    leases,
    lost,
    in(tab, act) {
      at = tab;
      return act(leases[tab]);
    },
    hears(tab) {
      at = tab;
      for (const event of news[tab].splice(0)) listeners[tab](event);
    },
    get holding() {
      return leases.flatMap((lease, tab) => (lease.held ? [tab] : []));
    },
  };
}

test('a tab that lost it and writes once more before it knows takes it from nobody', () => {
  const tabs = browser(2);
  tabs.in(0, lease => lease.take());
  // The disk of the first is as it was before the second one wrote.
  tabs.hears(1);
  assert.ok(tabs.in(1, lease => lease.isElsewhere));
  tabs.in(1, lease => lease.take());
  const { getItem } = localStorage;
  localStorage.getItem = () => null;
  tabs.in(0, lease => lease.renew());
  localStorage.getItem = getItem;
  tabs.hears(1);
  tabs.hears(0);
  tabs.hears(1);
  assert.deepEqual([tabs.holding, tabs.lost], [[1], [1, 0]]);
  assert.equal(JSON.parse(localStorage.getItem('gambeta-tab odei')).tab, tabs.leases[1].tab);
});

test('whoever took it last holds it, in whatever order they hear of it', () => {
  let seed = 11;
  const random = n => (seed = (seed * 1103515245 + 12345) & 0x7fffffff) % n;
  for (let game = 0; game < 2000; game++) {
    const tabs = browser(3);
    let last = null;
    for (let i = 0; i < 12; i++) {
      const tab = random(3),
        what = random(6);
      if (what === 0) tabs.in((last = tab), lease => lease.take());
      else if (what < 3) tabs.in(tab, lease => lease.renew());
      else tabs.hears(tab);
    }
    for (let i = 0; i < 6; i++) for (const tab of [0, 1, 2]) tabs.hears(tab);
    assert.deepEqual(tabs.holding, last === null ? [] : [last], `game ${game}`);
  }
});
