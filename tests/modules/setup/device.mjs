// A device for simulations: pages that run the real modules of the outbox, each with globals of its own, over one made-up disk, network,
// clock and server. Everything that happens is in the hands of the test; nothing here waits in real time.
import { readFileSync } from 'node:fs';
import { setImmediate as turn } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import vm from 'node:vm';
import { IDBFactory, IDBKeyRange } from 'fake-indexeddb';

const scripts = new URL('../../../src/Gambeta.Web/wwwroot/js/', import.meta.url);
const sources = new Map();
const sourceOf = url => {
  if (!sources.has(url)) sources.set(url, readFileSync(fileURLToPath(url), 'utf8'));
  return sources.get(url);
};

/** What a server that knows our interface does, without one: ids that are stored, and whether it is there. */
export class Server {
  stored = new Map();
  isThere = true;
  /** What is refused for good, by its id. */
  refuses = new Set();

  /** Takes a request whole: returns status and answer. */
  take(url, body) {
    if (!this.isThere) return { status: 503, answer: null };
    if (url === '/api/token') return { status: 200, answer: { token: 't' } };
    if (this.refuses.has(body.id)) return { status: 422, answer: { status: 422, problems: ['No.'] } };
    this.stored.set(body.id, (this.stored.get(body.id) ?? 0) + 1);
    return { status: 200, answer: { stored: true, bests: [] } };
  }
}

export class Device {
  /** Its clock, and the time that runs whatever that shows. */
  clock = Date.UTC(2026, 4, 20);
  running = 0;
  isOnline = true;
  disk = new IDBFactory();
  small = new Map();
  pages = new Set();
  opened = 0;
  /** What becomes of a request: 'through', 'lost', 'broken', 'answer lost', 'twice' or 'late'. */
  fate = () => 'through';
  /** Requests under way, to be let through at another moment. */
  late = [];
  reads = 0;

  constructor(server) {
    this.server = server;
  }

  async open() {
    const page = new Page(this);
    this.pages.add(page);
    page.outbox = await page.load('shared/outbox.js');
    return page;
  }

  /** Time goes by: for the clock, for everything else, and for what waits for a moment of it. */
  async pass(ms) {
    const until = this.running + ms;
    for (let rung = 0; ; rung++) {
      // A page looks a few times a second at most.
      if (rung > 200 + ms / 50) throw new Error(`${rung} timers rang within ${ms} ms`);
      await this.settle();
      const due = [...this.pages].flatMap(page => [...page.timers.values()]).filter(timer => timer.at <= until);
      if (due.length === 0) break;
      const next = due.reduce((a, b) => (b.at < a.at || (b.at === a.at && b.id < a.id) ? b : a));
      this.clock += Math.max(0, next.at - this.running);
      this.running = Math.max(this.running, next.at);
      next.page.timers.delete(next.id);
      next.call();
    }
    this.clock += until - this.running;
    this.running = until;
  }

  /** Lets everything run that waits for nothing but its turn. */
  async settle() {
    for (let seen = -1; seen !== this.reads + transactions;) {
      seen = this.reads + transactions;
      for (let i = 0; i < 8; i++) await turn();
    }
  }

  async deleteDisk() {
    this.disk.deleteDatabase('gambeta');
    await this.settle();
  }

  /** What lies on the disk, by its key. */
  async onDisk() {
    const found = new Map();
    const opened = this.disk.open('gambeta');
    await new Promise(resolve => {
      // There is none: none is made by looking.
      opened.onupgradeneeded = () => opened.transaction.abort();
      opened.onerror = resolve;
      opened.onsuccess = () => {
        const db = opened.result,
          stores = [...db.objectStoreNames],
          transaction = db.transaction(stores, 'readonly');
        for (const store of stores)
          transaction.objectStore(store).getAll().onsuccess = ({ target }) => target.result.forEach(item => found.set(item.key, store));
        transaction.oncomplete = () => {
          db.close();
          resolve();
        };
      };
    });
    return found;
  }
}

class Page {
  timers = new Map();
  isOver = false;
  #listeners = new Map();
  #modules = new Map();
  #ids = 0;

  constructor(device) {
    this.device = device;
    const page = this;
    const timer = (call, ms = 0) => {
      const id = ++page.#ids;
      // As browsers do: what is longer than they can count is at once.
      page.timers.set(id, { id, page, call, at: device.running + (ms > 2 ** 31 - 1 ? 0 : Math.max(0, ms)) });
      return id;
    };
    class PageDate extends Date {
      static now = () => device.clock;
    }
    const localStorage = {
      getItem: key => device.small.get(key) ?? null,
      setItem: (key, value) => device.small.set(key, String(value)),
      removeItem: key => device.small.delete(key),
    };
    const globals = {
      Date: PageDate,
      performance: { now: () => device.running, timeOrigin: ++device.opened, getEntriesByType: () => [] },
      setTimeout: timer,
      clearTimeout: id => page.timers.delete(id),
      addEventListener: (name, listener) => page.#listeners.set(name, [...(page.#listeners.get(name) ?? []), listener]),
      document: { body: { dataset: { household: 'ours' } }, documentElement: { lang: 'en' } },
      navigator: { onLine: true },
      AbortSignal,
      localStorage,
      indexedDB: device.disk,
      IDBKeyRange,
      fetch: (url, options) => page.#fetch(url, options),
      console,
    };
    Object.assign(globals, Object.fromEntries(idbNames.map(name => [name, idb[name]])));
    this.context = vm.createContext(globals);
  }

  async load(script) {
    const entry = await this.#module(new URL(script, scripts).href);
    await entry.link((name, from) => this.#module(new URL(name, from.identifier).href));
    await entry.evaluate();
    return entry.namespace;
  }

  async #module(url) {
    if (this.#modules.has(url)) return this.#modules.get(url);
    const made = url.endsWith('/words.js')
      ? new vm.SyntheticModule(
          ['default'],
          function () {
            this.setExport('default', {});
          },
          { identifier: url, context: this.context },
        )
      : new vm.SourceTextModule(sourceOf(url), { identifier: url, context: this.context });
    this.#modules.set(url, made);
    return made;
  }

  tell(event) {
    for (const listener of this.#listeners.get(event) ?? []) listener();
  }

  /** Gone in the middle of whatever it was doing. */
  crash() {
    this.isOver = true;
    this.timers.clear();
    this.device.pages.delete(this);
  }

  #fetch(url, { body } = {}) {
    const { device } = this;
    device.reads++;
    const never = new Promise(() => {});
    if (!device.isOnline) return Promise.reject(new TypeError('no network'));
    const told = body && JSON.parse(body),
      fate = device.fate(),
      answer = () => device.server.take(url, told);
    const given = said =>
      this.isOver
        ? never
        : Promise.resolve({
            status: said.status,
            json: () => (said.answer ? Promise.resolve(said.answer) : Promise.reject(new SyntaxError('no answer of ours'))),
            headers: { get: () => null },
          });
    switch (fate) {
      case 'lost':
        return Promise.reject(new TypeError('cut'));
      case 'broken':
        return given({ status: 500, answer: { status: 500, problems: [] } });
      case 'answer lost':
        answer();
        return Promise.reject(new TypeError('cut'));
      case 'twice':
        answer();
        return given(answer());
      case 'late': {
        return new Promise((resolve, reject) =>
          device.late.push({ through: () => resolve(given(answer())), cut: () => reject(new TypeError('time-out')) }),
        );
      }
      default:
        return given(answer());
    }
  }
}

const idb = await import('fake-indexeddb');
// As long as somebody begins to read or write, there is something to wait for.
let transactions = 0;
const begin = idb.IDBDatabase.prototype.transaction;
idb.IDBDatabase.prototype.transaction = function (...given) {
  transactions++;
  return begin.apply(this, given);
};
const idbNames = Object.keys(idb).filter(name => /^IDB/.test(name));
