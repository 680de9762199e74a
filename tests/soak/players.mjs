// Households and what they play, for whatever is done to the servers meanwhile.
import { randomUUID } from 'node:crypto';
import { Gone, Line, Visitor } from './wire.mjs';

export const pause = ms => new Promise(resolve => setTimeout(resolve, ms));
export const between = (low, high) => low + Math.random() * (high - low);
export const pick = list => list[Math.floor(Math.random() * list.length)];

/** A version 7 UUID. */
export const id = (at = Date.now()) => {
  const hex = at.toString(16).padStart(12, '0'),
    rest = randomUUID().slice(14);
  return `${hex.slice(0, 8)}-${hex.slice(8)}-7${rest.slice(1)}`;
};

/** Signs a household up, and says who it is and who plays there. */
export async function signUp(port, name, more = 0) {
  const visitor = new Visitor(),
    page = await visitor.ask(port, '/household/new');
  const token = page.text.match(/name="__RequestVerificationToken" type="hidden" value="([^"]+)"/)?.[1];
  if (!token) throw new Gone(`sign-up ${page.status}`);
  await visitor.form(port, '/household/new', {
    __RequestVerificationToken: token,
    name,
    password: 'long enough',
    timeZone: 'Europe/Madrid',
    nickname: 'Odei',
    birthYear: '2015',
    preferred: 'right',
    level: 'steady',
  });
  await visitor.fetchToken(port);
  for (let i = 0; i < more; i++)
    await visitor.form(port, '/household?handler=Add', {
      id: id(),
      nickname: `Sol ${i + 1}`,
      birthYear: '2014',
      preferred: 'left',
      level: 'first weeks',
    });
  const home = (await visitor.ask(port, '/household')).text;
  visitor.household = home.match(/data-household="([0-9a-f-]{36})"/)?.[1];
  return { visitor, players: [...new Set([...home.matchAll(/\/household\/players\/([0-9a-f-]{36})"/g)].map(match => match[1]))] };
}

/** A round of thirty seconds, with its taps. */
export function round(player, session = id()) {
  const taps = Array.from({ length: 20 + Math.floor(Math.random() * 30) }, () => `l${Math.floor(between(30, 60))}`);
  return {
    id: id(),
    session,
    player,
    drill: 'pull-back-laces-away',
    order: 1,
    feet: 'left',
    startedAt: new Date(Date.now() - 40_000).toISOString(),
    plannedSeconds: 30,
    countedBy: 'tapped',
    seconds: 30,
    events: taps.join(' '),
    item: 0,
    rounds: 2,
  };
}

/**
 * Sends it as the outbox does, over the line or as a request of its own, to any of these ports, again and again until our own word comes.
 * Says how long the answer took that counted, and how often it had to be sent. `patience` says how many milliseconds to wait after an
 * answer that was not wanted, or after none, and is told why there was none.
 */
export async function deliver(device, ports, path, body, online = Math.random() < 0.5, patience = () => between(100, 500)) {
  for (let times = 1; ; times++) {
    const port = pick(ports);
    let answer = null,
      why = '';
    try {
      if (!device.visitor.token) await device.visitor.fetchToken(port);
      if (online && (!device.line || device.line.isClosed)) device.line = await Line.open(device.visitor, port);
      const began = performance.now();
      answer = online ? await device.line.post(path, body) : await device.visitor.post(port, path, body);
      if (answer.status === 200 && JSON.parse(answer.text).stored === true) return { ms: performance.now() - began, times };
      if ([404, 422].includes(answer.status)) throw new Error(`${path} refused for good: ${answer.text}`);
      if (answer.status === 400) device.visitor.token = null;
      device.onBusy?.(answer);
    } catch (error) {
      if (!(error instanceof Gone)) throw error;
      why = error.message;
    }
    await pause(patience(answer, times, why));
  }
}

/** Counts what holds and what does not. */
export class Report {
  passed = 0;
  failed = 0;

  check(what, holds, more = '') {
    holds ? this.passed++ : this.failed++;
    console.log(`${holds ? 'ok' : 'FAILED'}  ${what}${holds ? '' : `: ${more}`}`);
  }

  end() {
    console.log(`${this.passed} passed, ${this.failed} failed`);
    process.exit(this.failed ? 1 : 0);
  }
}
