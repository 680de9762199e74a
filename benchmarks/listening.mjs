// Counting by ear, in real time: from the sound in the browser's fake microphone to the count on the glass, and what ten players at once
// cost the server.
import { chromium } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { withDevices } from '../tests/browser/browser-options.mjs';
import { start } from '../tests/browser/household.mjs';

const tools = new URL('../tools/', import.meta.url).pathname;
const at = (sorted, part) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * part))];

/** Milliseconds from a touch in the microphone to its count, sorted. The fake microphone begins its file when it is opened. */
async function latencies(address, cookies, file) {
  const touches = readFileSync(file.replace('.wav', '.csv'), 'utf8')
    .trim()
    .split('\n')
    .slice(1)
    .map(line => line.split(','))
    .filter(([, kind]) => kind === 'touch')
    .map(([second]) => second * 1000);
  const browser = await chromium.launch({
    ...withDevices,
    args: [
      ...withDevices.args,
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-audio-capture=${file}%noloop`,
      '--autoplay-policy=no-user-gesture-required',
    ],
  });
  try {
    const context = await browser.newContext({ baseURL: address, serviceWorkers: 'block' });
    await context.addCookies(cookies);
    const page = await context.newPage();
    await page.addInitScript(() => {
      const open = navigator.mediaDevices.getUserMedia.bind(navigator.mediaDevices);
      navigator.mediaDevices.getUserMedia = async how => {
        const stream = await open(how);
        window.opened = performance.now();
        return stream;
      };
    });
    await page.goto('/practise/inside-taps');
    await page.waitForLoadState('load');
    await page.keyboard.press('l');
    await page.getByRole('button', { name: 'Listen' }).click();
    await start(page);
    await page.evaluate(() => {
      window.counts = [];
      new MutationObserver(() =>
        window.counts.push([
          performance.now() - window.opened,
          Number(document.querySelector('[data-ear]').textContent.replace(/\D/g, '')),
        ]),
      ).observe(document.querySelector('[data-ear]'), { childList: true, characterData: true, subtree: true });
    });
    await page.locator('[data-phase=rest], [data-phase=between], [data-phase=swap]').waitFor({ timeout: 90_000 });
    const counts = (await page.evaluate(() => window.counts)).filter(([, n], i, all) => n > 0 && n === (all[i - 1]?.[1] ?? 0) + 1);
    return counts.map(([when]) => when - touches.filter(touch => touch < when).at(-1)).sort((a, b) => a - b);
  } finally {
    await browser.close();
  }
}

const ticks = pid =>
  readFileSync(`/proc/${pid}/stat`, 'utf8')
    .split(') ')[1]
    .split(' ')
    .slice(11, 13)
    .reduce((sum, part) => sum + Number(part), 0);

/** The part of one core that ten players who are listened to at once take of the server, over so many seconds of real time. */
async function tenPlayers(address, cookies, file, pid, seconds) {
  const browser = await chromium.launch(withDevices);
  try {
    const context = await browser.newContext({ baseURL: address, serviceWorkers: 'block' });
    await context.addCookies(cookies);
    const page = await context.newPage();
    await page.goto('/today');
    const levels = execFileSync(`${tools}listen`, [file, '--frames'], { maxBuffer: 1 << 26 })
      .toString()
      .trim()
      .split(/\s+/)
      .map(Number);
    await page.evaluate(
      async ([levels, seconds]) => {
        const frames = new Uint8Array(levels),
          { message } = await import(new URL('../hearing/frames-message.js', document.querySelector('script[type=module]').src));
        window.done = Promise.all(
          Array.from({ length: 10 }, async () => {
            const line = new WebSocket(`${location.origin.replace('http', 'ws')}/api/line?household=${document.body.dataset.household}`);
            await new Promise(resolve => {
              line.onopen = resolve;
            });
            line.send(JSON.stringify({ n: 1, to: '/api/ear/begins', body: { drill: 'inside-taps', feet: 'both' } }));
            for (let sent = 0; sent < seconds * 100; sent += 12) {
              const from = sent % (frames.length / 16 - 12);
              line.send(message(sent, frames.subarray(from * 16, (from + 12) * 16)));
              await new Promise(resolve => setTimeout(resolve, 120));
            }
            line.close();
          }),
        );
      },
      [levels, seconds],
    );
    const before = ticks(pid);
    await page.evaluate(() => window.done);
    return (ticks(pid) - before) / 100 / seconds;
  } finally {
    await browser.close();
  }
}

/** The rows of the table. */
export async function listening(address, cookie, pid) {
  const cookies = cookie.split('; ').map(c => ({ name: c.split('=')[0], value: c.slice(c.indexOf('=') + 1), url: address }));
  const folder = mkdtempSync(join(tmpdir(), 'gambeta-bench-ear-')),
    file = join(folder, 'taps.wav');
  execFileSync(
    `${tools}microphone`,
    ['taps', file, '--seed', '8', '--noise', 'hiss', '--decibels', '25', '--seconds', '60', '--rate', '16000'],
    { stdio: 'ignore' },
  );
  const late = await latencies(address, cookies, file),
    cores = await tenPlayers(address, cookies, file, pid, 30);
  rmSync(folder, { recursive: true, force: true });
  return [
    [
      'from the sound in the microphone to the count on the glass, median and 95th percentile',
      `${Math.round(at(late, 0.5))} and ${Math.round(at(late, 0.95))} ms of ${late.length} touches`,
      '',
    ],
    ['ten players who are listened to at once', `${(cores * 100).toFixed(1)} % of a core`, 'under 50 %'],
  ];
}
