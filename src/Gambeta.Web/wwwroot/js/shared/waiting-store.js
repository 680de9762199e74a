// What was played and is not stored yet, one record each in IndexedDB: two tabs never write over each other's, and a record is on the disk
// before keeping it is said to be done. The page that wrote a record keeps it as well, until it is taken out: where the browser gives no
// storage, or takes it away with all that is in it, it is written again as soon as that works, and `isSafe` says so meanwhile.
import { openDB } from '../../lib/idb.js';
import { read, remove } from './storage.js';

const strict = { durability: 'strict' };
// This page's own records, and which of them are not on the disk.
const own = { waiting: new Map(), refused: new Map() },
  unsafe = new Set();
let opening = null;
let last = 0;
let lost = () => {};

/** False when something is in memory alone: this page must stay open until it is sent. */
export const isSafe = () => unsafe.size === 0;

/** Calls back when the browser's storage went away with records of this page. */
export function onLost(listener) {
  lost = listener;
}

// Whatever became of the disk, nothing of this page's is known to be there. What was sent from another tab meanwhile is sent once more
// then, which changes nothing.
function forgetDisk() {
  opening = null;
  for (const items of Object.values(own)) for (const key of items.keys()) unsafe.add(key);
  if (unsafe.size) lost();
}

function database() {
  return (opening ??= openDB('gambeta', 1, {
    upgrade(db) {
      // Made anew under a page that had records in it.
      for (const items of Object.values(own)) for (const key of items.keys()) unsafe.add(key);
      for (const store of ['waiting', 'refused'])
        db.createObjectStore(store, { keyPath: 'key' }).createIndex('household', ['household', 'order']);
    },
    // A newer page wants another form of it, or it is deleted: let go, and open again when it is asked for next.
    blocking(_, wanted, event) {
      event.target.close();
      if (wanted === null) forgetDisk();
      else opening = null;
    },
    terminated: forgetDisk,
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
  own.waiting.set(record.key, record);
  try {
    const db = await database(),
      transaction = db.transaction('waiting', 'readwrite', strict);
    transaction.store.put(record);
    await transaction.done;
    unsafe.delete(record.key);
  } catch {
    if (own.waiting.has(record.key)) unsafe.add(record.key);
  }
}

const unwritten = store => [...own[store].values()].filter(({ key }) => unsafe.has(key));

/** What is not on the disk goes there as soon as it will have it. */
async function settle(db) {
  const held = Object.keys(own).flatMap(store => unwritten(store).map(item => ({ store, item })));
  if (!db || held.length === 0) return;
  const transaction = db.transaction(['waiting', 'refused'], 'readwrite', strict);
  for (const { store, item } of held) transaction.objectStore(store).put(item);
  await transaction.done;
  // Taken out, or moved, while it was being written: the disk follows.
  for (const { store, item } of held) {
    if (own[store].get(item.key) === item) unsafe.delete(item.key);
    else if (!own[store].has(item.key)) await db.delete(store, item.key);
  }
}

/** Everything of a household in a store, oldest first. */
export async function all(store, household) {
  const ours = () => unwritten(store).filter(item => item.household === household);
  try {
    const db = await database();
    await settle(db).catch(() => {});
    const kept = (await db?.getAllFromIndex(store, 'household', IDBKeyRange.bound([household], [household, []]))) ?? [];
    return [...kept, ...ours().filter(item => !kept.some(other => other.key === item.key))].sort((a, b) => a.order - b.order);
  } catch {
    return ours();
  }
}

/** Takes an item out of a store. */
export async function take(store, key) {
  own[store].delete(key);
  unsafe.delete(key);
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
  if (own[from].delete(item.key)) own[to].set(item.key, item);
  try {
    const db = await database();
    const transaction = db.transaction([from, to], 'readwrite', strict);
    transaction.objectStore(to).put(item);
    transaction.objectStore(from).delete(item.key);
    await transaction.done;
    unsafe.delete(item.key);
  } catch {
    if (own[to].has(item.key)) unsafe.add(item.key);
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
