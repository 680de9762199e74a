// Counting by ear with a simulated microphone, in real time: Chromium is handed a made-up recording as what its microphone hears.
import { chromium } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { browserOptions } from './browser-options.mjs';
import { newHousehold, start, storedSets } from './household.mjs';
import { expect, test } from './pages.mjs';

const folder = mkdtempSync(join(tmpdir(), 'gambeta-ear-'));
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));
test.setTimeout(240_000);

/** A recording, and the times of its touches. */
function recording(name, ...how) {
  const file = join(folder, `${name}.wav`);
  execFileSync('tools/microphone', [how[0], file, ...how.slice(1)], { stdio: 'ignore' });
  const touches = readFileSync(file.replace('.wav', '.csv'), 'utf8').trim().split('\n').slice(1).map(line => line.split(',')).filter(([, kind]) => kind === 'touch').map(([at]) => Number(at));
  return { file, touches };
}

/** A page of a browser whose microphone hears a recording. */
async function hearing(file, baseURL, use) {
  const browser = await chromium.launch({ ...browserOptions, args: [...browserOptions.args ?? [], '--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream', `--use-file-for-fake-audio-capture=${file}%noloop`, '--autoplay-policy=no-user-gesture-required'] });
  try {
    const context = await browser.newContext({ baseURL, viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
    await use(await context.newPage(), context);
  } finally {
    await browser.close();
  }
}

const phase = page => page.locator('[data-stage]').getAttribute('data-phase');
const until = (page, ...phases) => expect.poll(() => phase(page), { timeout: 90_000, intervals: [100] }).toMatch(new RegExp(phases.join('|')));

async function listenTo(page, drill) {
  await page.goto(`/practise/${drill}`);
  await page.waitForLoadState('load');
  await page.keyboard.press('l');
  await expect(page.getByText('No sound leaves this device')).toBeVisible();
  await page.getByRole('button', { name: 'Listen' }).click();
  await expect(page.locator('[data-ear]')).toHaveText('it listens');
  await start(page);
}

// Touches of any so many seconds on end: where the round begins in the recording is the machine's affair.
const within = (touches, seconds) => touches.filter(at => at + seconds < touches.at(-1)).map(from => touches.filter(at => at >= from && at < from + seconds).length);

test('a round of taps is heard from the microphone to the stored set and a best', async ({ baseURL }) => {
  const { file, touches } = recording('taps', 'taps', '--seed', '8', '--noise', 'wind', '--decibels', '15', '--seconds', '60', '--rate', '16000');
  await hearing(file, baseURL, async page => {
    await newHousehold(page);
    await listenTo(page, 'inside-taps');
    await until(page, 'work');
    await expect(page.locator('[data-ear]')).toHaveText(/heard \d\d/, { timeout: 30_000 });
    expect(await page.locator('[data-ear]').getAttribute('data-on')).toBe('yes');
    // A tap at the same time counts once.
    await until(page, 'rest', 'between', 'done');
    await expect(page.locator('[data-stored]')).toHaveText('all stored');
    const [set] = await storedSets(page), counts = within(touches, 20);
    expect(set.counted).toBe('heard');
    expect(set.left + set.right).toBeGreaterThanOrEqual(Math.min(...counts) - 3);
    expect(set.left + set.right).toBeLessThanOrEqual(Math.max(...counts) + 1);
    expect(set.heard).toMatch(/^(trusted|doubted)/);
    // What was heard is looked at, and is right.
    await page.goto(`/logbook/${set.id}`);
    await expect(page.getByRole('heading', { name: 'What was heard' })).toBeVisible();
    await expect(page.locator('.heard-strip')).toBeVisible();
    await page.keyboard.press('r');
    await expect(page.getByText('Somebody looked at it')).toBeVisible();
    await page.goto('/records');
    await expect(page.getByText('Inside taps').first()).toBeVisible();
  });
});

test('a network that is cut in the middle loses nothing: what was heard is counted afterwards', async ({ baseURL }) => {
  const { file, touches } = recording('cut', 'taps', '--seed', '21', '--noise', 'hiss', '--decibels', '20', '--seconds', '60', '--rate', '16000');
  await hearing(file, baseURL, async (page, context) => {
    await newHousehold(page);
    await listenTo(page, 'inside-taps');
    await until(page, 'work');
    await expect(page.locator('[data-ear]')).toHaveText(/heard \d+/, { timeout: 30_000 });
    await page.waitForTimeout(5000);
    await context.setOffline(true);
    await until(page, 'rest', 'between', 'done');
    await expect(page.locator('[data-stored]')).toContainText('wait');
    await context.setOffline(false);
    await expect(page.locator('[data-stored]')).toHaveText('all stored', { timeout: 60_000 });
    const [set] = await storedSets(page), counts = within(touches, 20);
    expect(set.counted).toBe('heard');
    expect(set.left + set.right).toBeGreaterThanOrEqual(Math.min(...counts) - 3);
    expect(set.left + set.right).toBeLessThanOrEqual(Math.max(...counts) + 1);
  });
});

test('a microphone that is not allowed or is pulled out is said, and tapping goes on', async ({ page }) => {
  await page.addInitScript(() => {
    navigator.mediaDevices.getUserMedia = async () => {
      if (!globalThis.isAllowed) throw new DOMException('no', 'NotAllowedError');
      const audio = new AudioContext(), tone = audio.createOscillator(), out = audio.createMediaStreamDestination();
      tone.connect(out);
      [globalThis.track] = out.stream.getTracks();
      return out.stream;
    };
  });
  await newHousehold(page);
  await page.goto('/practise/inside-taps');
  await page.waitForLoadState('load');
  await page.keyboard.press('l');
  await page.getByRole('button', { name: 'Listen' }).click();
  await start(page);
  await expect(page.locator('[data-ear]')).toHaveText('The microphone was not allowed: tap on as before.');
  await page.evaluate(() => { globalThis.isAllowed = true; });
  await page.keyboard.press('l');
  await page.getByRole('button', { name: 'Listen' }).click();
  await until(page, 'work');
  await page.keyboard.press('f');
  // Pulled out: the browser ends the track.
  await page.evaluate(() => globalThis.track.dispatchEvent(new Event('ended')));
  await expect(page.locator('[data-ear]')).toContainText('The microphone is gone');
  await page.keyboard.press('j');
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('[data-stored]')).toHaveText('all stored');
  const [set] = await storedSets(page);
  expect([set.left, set.right, set.counted]).toEqual([1, 1, 'tapped']);
});
