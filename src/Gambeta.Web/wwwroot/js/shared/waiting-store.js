// What was played and is not stored yet, one record each in IndexedDB: two tabs never write over each other's, and a record is on the disk
// before keeping it is said to be done. Where the browser gives no such storage it is kept in this page's memory, and `isSafe` says so.
import { openDB } from '../../lib/idb.js';
import { read, remove } from './storage.js';

const strict = { durability: 'strict' };
const memory = { waiting: new Map(), refused: new Map() };
let opening = null;
let safe = true;
let last = 0;

/** False when something is in memory alone: this page must stay open until it is sent. */
export const isSafe = () => safe || memory.waiting.size + memory.refused.size === 0;

function database() {
  return (opening ??= openDB('gambeta', 1, {
    upgrade(db) {
      for (const store of ['waiting', 'refused'])
        db.createObjectStore(store, { keyPath: 'key' }).createIndex('household', ['household', 'order']);
    },
    // A newer page wants another form of it: let go, and open again when it is asked for next.
    blocking(_, __, event) {
      event.target.close();
      opening = null;
    },
    terminated() {
      opening = null;
    },
  }).then(takeOver, () => {
    opening = null;
    return null;
  }));
}

// What an earlier version kept in one list goes over once; it is taken from there only when it is here.
async function takeOver(db) {
  for (const store of ['waiting', 'refused']) {
    const kept = read(`gambeta-${store}`);
    if (!kept) continue;
    try {
      const transaction = db.transaction(store, 'readwrite', strict);
      for (const item of JSON.parse(kept)) transaction.store.put({ order: order(), ...item });
      await transaction.done;
      remove(`gambeta-${store}`);
    } catch {
      // Tried again with the next page.
    }
  }
  return db;
}

const order = () => (last = Math.max(last + 1, Date.now() * 1000));

/** Keeps an item, durably where that can be had. */
export async function add(item) {
  const record = { order: order(), ...item };
  try {
    const transaction = (await database()).transaction('waiting', 'readwrite', strict);
    transaction.store.put(record);
    await transaction.done;
  } catch {
    memory.waiting.set(record.key, record);
    safe = false;
  }
}

/** What went into memory while the browser gave no storage goes on the disk as soon as it does. */
async function settle(db) {
  const held = Object.entries(memory).flatMap(([store, items]) => [...items.values()].map(item => ({ store, item })));
  if (!db || held.length === 0) return;
  const transaction = db.transaction(['waiting', 'refused'], 'readwrite', strict);
  for (const { store, item } of held) transaction.objectStore(store).put(item);
  await transaction.done;
  for (const { store, item } of held) memory[store].delete(item.key);
}

/** Everything of a household in a store, oldest first. */
export async function all(store, household) {
  const ours = [...memory[store].values()].filter(item => item.household === household);
  try {
    const db = await database();
    await settle(db).catch(() => {});
    const kept = (await db?.getAllFromIndex(store, 'household', IDBKeyRange.bound([household], [household, []]))) ?? [];
    return [...kept, ...ours.filter(item => !kept.some(other => other.key === item.key))].sort((a, b) => a.order - b.order);
  } catch {
    return ours;
  }
}

/** Takes an item out of a store. */
export async function take(store, key) {
  memory[store].delete(key);
  try {
    const db = await database();
    const transaction = db.transaction(store, 'readwrite', strict);
    transaction.store.delete(key);
    await transaction.done;
  } catch {
    // It is sent once more then, which changes nothing.
  }
}

/** Moves an item from one store to the other, whole or not at all. */
export async function move(from, to, item) {
  const inMemory = memory[from].delete(item.key);
  try {
    const db = await database();
    const transaction = db.transaction([from, to], 'readwrite', strict);
    transaction.objectStore(to).put(item);
    transaction.objectStore(from).delete(item.key);
    await transaction.done;
  } catch {
    if (inMemory || !safe) memory[to].set(item.key, item);
  }
}

/** Whether nothing is kept here, of any household; false where that cannot be known. */
export async function isEmpty() {
  try {
    const db = await database();
    return isSafe() && db !== null && (await db.count('waiting')) + (await db.count('refused')) === 0;
  } catch {
    return false;
  }
}
