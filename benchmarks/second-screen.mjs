// The second screen: from a tap on one device to the count on the other, in two browsers and for two hundred practices on one server, each
// with a second screen of its own.
import { chromium } from '@playwright/test';
import WebSocket from 'ws';
import { browserOptions } from '../tests/browser/browser-options.mjs';
import { besideInsideTaps, openDemo } from '../tests/browser/household.mjs';

const at = (sorted, part) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * part))];
const pause = milliseconds => new Promise(resolve => setTimeout(resolve, milliseconds));

/** Milliseconds from a tap on the second screen to the count on the glass of the first, sorted. */
async function inBrowsers(address, taps) {
  const browser = await chromium.launch(browserOptions);
  try {
    const context = await browser.newContext({ baseURL: address, serviceWorkers: 'block' }),
      page = await context.newPage();
    await openDemo(page);
    const second = await besideInsideTaps(page);
    await page.evaluate(() => {
      window.came = [];
      new MutationObserver(() => window.came.push(performance.timeOrigin + performance.now())).observe(
        document.querySelector('[data-count=left]'),
        { childList: true, characterData: true, subtree: true },
      );
    });
    const pressed = [];
    for (let i = 0; i < taps; i++) {
      pressed.push(
        await second.evaluate(() => {
          const now = performance.timeOrigin + performance.now();
          document.querySelector('.half.left').dispatchEvent(new PointerEvent('pointerdown', { bubbles: true, cancelable: true }));
          return now;
        }),
      );
      await pause(250);
    }
    const came = await page.evaluate(() => window.came);
    return came.map((when, i) => when - pressed[i]).sort((a, b) => a - b);
  } finally {
    await browser.close();
  }
}

async function demo(address) {
  const door = await fetch(address),
    form = await door.text(),
    cookie = answer => answer.headers.getSetCookie().map(one => one.split(';')[0]);
  const made = await fetch(`${address}/?handler=Demo`, {
    method: 'POST',
    redirect: 'manual',
    headers: { Cookie: cookie(door).join('; '), 'Content-Type': 'application/x-www-form-urlencoded' },
    body: new URLSearchParams({
      __RequestVerificationToken: form.match(/name="__RequestVerificationToken" type="hidden" value="([^"]+)"/)[1],
    }),
  });
  const cookies = [...cookie(door), ...cookie(made)].join('; '),
    today = await (await fetch(`${address}/today`, { headers: { Cookie: cookies } })).text();
  return { cookies, household: today.match(/data-household="([^"]+)"/)[1], player: today.match(/data-player="([^"]+)"/)[1] };
}

const open = (address, { cookies, household }) =>
  new Promise((resolve, reject) => {
    const line = new WebSocket(`${address.replace('http', 'ws')}/api/line?household=${household}`, {
      headers: { Cookie: cookies, Origin: address },
    });
    line.once('open', () => resolve(line)).once('error', reject);
  });

/**
 * Milliseconds from a press to when the device that plays has it, and from there to when the second screen is told, sorted; each practice
 * is pressed three times a second.
 */
async function manyPractices(address, many, seconds) {
  const homes = [];
  while (homes.length < many)
    homes.push(...(await Promise.all(Array.from({ length: Math.min(8, many - homes.length) }, () => demo(address)))));
  const there = [],
    back = [];
  let n = 0;
  const pairs = await Promise.all(
    homes.map(async home => {
      const session = crypto.randomUUID(),
        [plays, looks] = [await open(address, home), await open(address, home)];
      const say = (line, to, body) => line.send(JSON.stringify({ n: ++n, to: `/api/beside/${to}`, body }));
      const stands = done =>
        say(plays, 'stands', {
          v: 1,
          n,
          session,
          player: home.player,
          elapsed: 1000,
          left: 12,
          right: 12,
          words: { label: 'Round 1 of 4', name: 'Inside taps', cue: 'Light on your toes', next: 'then rest 15 s, then again' },
          done,
        });
      plays.on('message', data => {
        const { beside } = JSON.parse(data);
        if (!beside?.press) return;
        there.push(performance.now() - beside.press.at);
        stands([[beside.press.at, 'done']]);
      });
      looks.on('message', data => {
        const { beside } = JSON.parse(data);
        for (const [pressedAt] of beside?.stands?.done ?? []) back.push(performance.now() - pressedAt);
      });
      stands([]);
      say(looks, 'looks', {});
      return { session, plays, looks, say };
    }),
  );
  await pause(500);
  const ends = performance.now() + seconds * 1000;
  await Promise.all(
    pairs.map(async ({ session, looks, say }, i) => {
      await pause((i * 333) / many);
      for (let beat = 0; performance.now() < ends; beat++) {
        if (beat % 12 === 0) say(looks, 'looks', {});
        say(looks, 'presses', { session, index: 1, what: 'tap', id: String(n), at: performance.now() });
        await pause(333);
      }
    }),
  );
  await pause(500);
  for (const { plays, looks } of pairs) for (const line of [plays, looks]) line.close();
  return { there: there.sort((a, b) => a - b), back: back.sort((a, b) => a - b) };
}

/** The rows of the table. */
export async function secondScreen(address, many = 200, seconds = 20) {
  const taps = await inBrowsers(address, 60),
    { there, back } = await manyPractices(address, many, seconds),
    said = sorted => `${at(sorted, 0.5).toFixed(0)} and ${at(sorted, 0.95).toFixed(0)} ms`;
  return [
    [
      'from a tap on the second screen to the count on the first, median and 95th percentile',
      `${said(taps)} of ${taps.length} taps`,
      'both agree within 150 ms',
    ],
    [
      `the same for ${many} practices with a second screen each, three presses a second: there, and there and back`,
      `${said(there)}; ${said(back)} of ${back.length}`,
      '',
    ],
  ];
}

if (process.argv[1]?.endsWith('second-screen.mjs'))
  for (const row of await secondScreen(process.argv[2])) console.log(`| ${row.join(' | ')} |`);
