// Counting by ear with a simulated microphone. The round of ./test hears by the page's clock (recording.mjs); those of ./soak in real time:
// Chromium is handed a made-up recording as what its microphone hears.
import { AxeBuilder } from '@axe-core/playwright';
import { chromium } from '@playwright/test';
import { mkdtempSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { withDevices } from './browser-options.mjs';
import { holdClock, newHousehold, start, storedSets } from './household.mjs';
import { expect, test } from './pages.mjs';
import { hearRecording, recording } from './recording.mjs';

const folder = mkdtempSync(join(tmpdir(), 'gambeta-ear-'));
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));
test.setTimeout(480_000);

/** A page of a browser whose microphone hears a recording. */
async function hearing(file, baseURL, use) {
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
    const context = await browser.newContext({ baseURL, viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
    await use(await context.newPage(), context);
  } finally {
    await browser.close();
  }
}

const phase = page => page.locator('[data-stage]').getAttribute('data-phase');
const until = (page, ...phases) =>
  expect.poll(() => phase(page), { timeout: 90_000, intervals: [100] }).toMatch(new RegExp(phases.join('|')));

async function listenTo(page, drill) {
  await page.goto(`/practise/${drill}`);
  await page.waitForLoadState('load');
  await page.keyboard.press('l');
  await expect(page.getByText('No sound leaves this device')).toBeVisible();
  await page.getByRole('button', { name: 'Listen' }).click();
  await expect(page.locator('[data-ear]')).toHaveText('listening');
  await start(page);
}

// Touches of any so many seconds on end: where the round begins in the recording is the machine's affair.
const within = (touches, seconds) =>
  touches.filter(at => at + seconds < touches.at(-1)).map(from => touches.filter(at => at >= from && at < from + seconds).length);

test('a round of taps is heard from the microphone to the stored set and a best', async ({ page }) => {
  const { file, touches } = recording(folder, 'taps', 'taps', '--seed', '8', '--noise', 'wind', '--decibels', '15', '--seconds', '60');
  await hearRecording(page, file);
  await newHousehold(page);
  await holdClock(page);
  // By the page's clock a line that does not open within four seconds is given up: no second goes by before it is there.
  const begun = page.waitForEvent('websocket').then(line => line.waitForEvent('framereceived'));
  await listenTo(page, 'inside-taps');
  await begun;
  await page.clock.runFor(6000);
  await expect(page.locator('[data-stage]')).toHaveAttribute('data-phase', 'work');
  const from = await page.evaluate(() => globalThis.heardSeconds);
  // While the clock stands the server has all the time that it needs; what was heard of the first seconds is shown as it comes.
  await page.clock.runFor(3000);
  await expect(page.locator('[data-ear]')).toHaveText(/heard \d+/);
  for (let second = 3; second < 20; second++) {
    await page.clock.runFor(1000);
    await page.request.get('/healthz/ready');
  }
  await expect(page.locator('[data-stage]')).toHaveAttribute('data-phase', /rest|between|done/);
  await expect(page.locator('[data-stored]')).toHaveText('all saved');
  await expect(page.locator('[data-mending] .heard-strip')).toBeVisible();
  const [set] = await storedSets(page);
  const played = touches.filter(at => at >= from && at < from + 20).length;
  expect(set.counted).toBe('heard');
  expect(Math.abs(set.left + set.right - played), `${set.left + set.right} of ${played}`).toBeLessThanOrEqual(1);
  expect(set.heard).toMatch(/^(trusted|doubted)/);
  // What was heard is looked at, and is right.
  await page.goto(`/logbook/${set.id}`);
  await expect(page.getByRole('heading', { name: /^Heard: \d+/ })).toBeVisible();
  await expect(page.locator('.heard-strip')).toBeVisible();
  await page.keyboard.press('r');
  await expect(page.getByText('Somebody checked it')).toBeVisible();
  await page.goto('/records');
  await expect(page.getByText('Inside taps').first()).toBeVisible();
});

test('the same through the audio thread, in real time', { tag: ['@soak', '@alone'] }, async ({ baseURL }) => {
  const { file, touches } = recording(folder, 'now', 'taps', '--seed', '8', '--noise', 'wind', '--decibels', '15', '--seconds', '60');
  await hearing(file, baseURL, async page => {
    await newHousehold(page);
    await listenTo(page, 'inside-taps');
    await until(page, 'work');
    await expect(page.locator('[data-ear]')).toHaveText(/heard \d\d/, { timeout: 30_000 });
    await until(page, 'rest', 'between', 'done');
    await expect(page.locator('[data-stored]')).toHaveText('all saved');
    const [set] = await storedSets(page);
    expect(set.counted).toBe('heard');
    isOfStretch(set.left + set.right, touches, 20);
  });
});

test(
  'a network that is cut in the middle loses nothing: what was heard is counted afterwards',
  { tag: ['@soak', '@alone'] },
  async ({ baseURL }) => {
    const { file, touches } = recording(folder, 'cut', 'taps', '--seed', '21', '--noise', 'hiss', '--decibels', '20', '--seconds', '60');
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
      await expect(page.locator('[data-stored]')).toHaveText('all saved', { timeout: 60_000 });
      const [set] = await storedSets(page),
        counts = within(touches, 20);
      expect(set.counted).toBe('heard');
      expect(set.left + set.right).toBeGreaterThanOrEqual(Math.min(...counts) - 3);
      expect(set.left + set.right).toBeLessThanOrEqual(Math.max(...counts) + 1);
    });
  },
);

/** Seconds of a set that are listened to, and then it is ended. */
async function playFor(page, seconds) {
  await until(page, 'work');
  await page.waitForTimeout(seconds * 1000);
  await page.keyboard.press('ArrowRight');
  await until(page, 'rest', 'swap', 'between', 'done');
  await expect(page.locator('[data-stored]')).toHaveText('all saved');
}

/** Whether a count is one that some stretch of the recording may have. */
function isOfStretch(count, touches, seconds) {
  const counts = within(touches, seconds);
  expect(count).toBeGreaterThanOrEqual(Math.min(...counts) - 3);
  expect(count).toBeLessThanOrEqual(Math.max(...counts) + 2);
}

test(
  'a round of juggling is heard with its drops, and a round at the wall by its passes',
  { tag: ['@soak', '@alone'] },
  async ({ baseURL }) => {
    const juggled = recording(
      folder,
      'juggled',
      'juggling',
      '--seed',
      '12',
      '--noise',
      'hiss',
      '--decibels',
      '20',
      '--seconds',
      '70',
      '--most',
      '12',
    );
    await hearing(juggled.file, baseURL, async page => {
      await newHousehold(page);
      await listenTo(page, 'juggling-streak');
      await playFor(page, 30);
      const [set] = await storedSets(page);
      expect(set.counted).toBe('heard');
      isOfStretch(set.left + set.right, juggled.touches, 30);
      // Drops are slips: tries of their own.
      expect(set.taps).toMatch(/x\d+/);
      await page.goto(`/logbook/${set.id}`);
      await page.keyboard.press('r');
      await expect(page.getByText('Somebody checked it')).toBeVisible();
      await page.goto('/records');
      await expect(page.locator('.record').first()).toBeVisible();
    });
    const passed = recording(folder, 'passed', 'wall', '--seed', '14', '--noise', 'hiss', '--decibels', '20', '--seconds', '70');
    await hearing(passed.file, baseURL, async page => {
      await newHousehold(page);
      await listenTo(page, 'one-touch-wall');
      await playFor(page, 20);
      const [set] = await storedSets(page);
      expect(set.counted).toBe('heard');
      expect(set.left + set.right).toBeGreaterThan(3);
    });
  },
);

test('a beat that sounds while it listens is no touch', { tag: ['@soak', '@alone'] }, async ({ baseURL }) => {
  const beats = Array.from({ length: 150 }, (_, i) => (i * 0.4).toFixed(2)).join(',');
  const { file, touches } = recording(
    folder,
    'beat',
    'taps',
    '--seed',
    '8',
    '--noise',
    'hiss',
    '--decibels',
    '20',
    '--seconds',
    '60',
    '--beeps',
    beats,
  );
  await hearing(file, baseURL, async page => {
    await newHousehold(page);
    await listenTo(page, 'inside-taps');
    await playFor(page, 15);
    const [set] = await storedSets(page);
    expect(set.counted).toBe('heard');
    isOfStretch(set.left + set.right, touches, 15);
  });
});

test('a place is learned from quiet and ten touches, and known from then on', { tag: ['@soak', '@alone'] }, async ({ baseURL }) => {
  const { file } = recording(folder, 'place', 'place', '--seed', '8', '--noise', 'hiss', '--decibels', '25', '--seconds', '40');
  await hearing(file, baseURL, async page => {
    await page.addInitScript(() => {
      const open = navigator.mediaDevices.getUserMedia.bind(navigator.mediaDevices);
      globalThis.streams = [];
      navigator.mediaDevices.getUserMedia = async how => globalThis.streams[globalThis.streams.push(await open(how)) - 1];
    });
    const live = () =>
      page.evaluate(() => globalThis.streams.map(stream => stream.getTracks().filter(track => track.readyState === 'live').length));
    await newHousehold(page);
    await page.goto('/practise/inside-taps');
    await page.waitForLoadState('load');
    await page.keyboard.press('l');
    await checkAccess(page);
    await page.getByLabel('a soft one').check();
    // Begun and left again: nothing listens any more.
    await page.getByRole('button', { name: 'Learn this place first' }).click();
    await expect.poll(live).toEqual([1]);
    await page.locator('[data-when=learn]').getByRole('button', { name: 'Not now' }).click();
    await expect.poll(live).toEqual([0]);
    await page.keyboard.press('l');
    await page.getByLabel('a soft one').check();
    await page.getByRole('button', { name: 'Learn this place first' }).click();
    await expect(page.locator('[data-learn-say]')).toHaveText('Put the phone down and be quiet.');
    await expect(page.locator('[data-learn-say]')).toHaveText(/ten touches/, { timeout: 20_000 });
    await expect(page.locator('[data-learn-say]')).toHaveText(/This place is learned/, { timeout: 30_000 });
    await page.getByRole('button', { name: 'Listen' }).click();
    await expect(page.locator('[data-ear]')).toHaveText('listening');
    // The same microphone goes on, and only that one.
    expect(await live()).toEqual([0, 1]);
    await page.reload();
    await page.waitForLoadState('load');
    await page.keyboard.press('l');
    await expect(page.locator('.balls label', { hasText: 'a soft one' })).toContainText('learned today');
    await expect(page.getByLabel('a soft one')).toBeChecked();
  });
});

/** A microphone that hums, on a page of the ordinary browser. */
const humming = page =>
  page.addInitScript(() => {
    navigator.mediaDevices.getUserMedia = async () => {
      const audio = new AudioContext(),
        tone = audio.createOscillator(),
        out = audio.createMediaStreamDestination();
      tone.connect(out);
      tone.start();
      return out.stream;
    };
  });

/** Nothing serious that keeps somebody out. */
async function checkAccess(page) {
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode(true)
    .options({ resultTypes: ['violations'] })
    .analyze();
  expect(
    violations.filter(v => ['serious', 'critical'].includes(v.impact)).map(v => `${v.id}: ${v.nodes.map(n => n.target).join(' ')}`),
  ).toEqual([]);
}

test('what is in doubt is added or struck out by one key while the player rests', async ({ page }) => {
  await humming(page);
  await page.routeWebSocket(/api\/line/, line => line.close());
  await page.route('**/api/heard', route =>
    route.fulfill({ json: { frames: 500, events: 'l100 r50 l50 r50', sure: [100, 40, 100, 100], mark: 'doubted t150:40 o270:60' } }),
  );
  await newHousehold(page);
  await listenTo(page, 'inside-taps');
  await until(page, 'work');
  await page.waitForTimeout(4500);
  // Skipped with nothing counted a round was not played: one touch is tapped.
  await page.keyboard.press('f');
  await playFor(page, 0.5);
  const mending = page.locator('[data-mending]');
  for (const size of [
    { width: 390, height: 844 },
    { width: 1280, height: 800 },
  ]) {
    await page.setViewportSize(size);
    await expect(mending.getByRole('button', { name: /is right/ })).toBeVisible();
    await checkAccess(page);
  }
  await expect(mending.getByRole('heading')).toHaveText('Heard: 5');
  // A question comes first where one is open.
  for (let i = 0; i < 4 && (await page.locator('[data-ask] [data-choice]').first().isVisible()); i++) await page.keyboard.press('1');
  await page.keyboard.press('2');
  await expect(mending.getByRole('heading')).toHaveText('Heard: 6');
  await page.keyboard.press('1');
  await expect(mending.getByRole('heading')).toHaveText('Heard: 5');
  await expect(mending.getByRole('button', { name: 'add a touch at 1.5 s' })).toBeVisible();
  await page.keyboard.press('r');
  await expect(mending.getByText('Somebody checked it')).toBeVisible();
  const [set] = await storedSets(page);
  expect([set.left + set.right, set.heard]).toEqual([5, 'right o150:40 t270:60']);
});

test('minutes that were heard without a network go in pieces', async ({ page, context }) => {
  await humming(page);
  await newHousehold(page);
  await page.goto('/practise/inside-taps');
  await page.waitForLoadState('load');
  const [status, frames] = await page.evaluate(async () => {
    const { countInPieces } = await import(new URL('../hearing/in-pieces.js', document.querySelector('script[type=module]').src));
    const { status, answer } = await countInPieces({ drill: 'inside-taps', feet: 'both' }, new Uint8Array(16 * 60_000));
    return [status, answer.frames];
  });
  expect([status, frames]).toEqual([200, 60_000]);
  await context.setOffline(true);
  expect(
    await page.evaluate(
      async () =>
        (
          await (
            await import(new URL('../hearing/in-pieces.js', document.querySelector('script[type=module]').src))
          ).countInPieces({ drill: 'inside-taps', feet: 'both' }, new Uint8Array(1600))
        ).status,
    ),
  ).toBe(0);
});

test('a microphone that is not allowed or is pulled out is said, and tapping goes on', async ({ page }) => {
  await page.addInitScript(() => {
    navigator.mediaDevices.getUserMedia = async () => {
      if (!globalThis.isAllowed) throw new DOMException('no', 'NotAllowedError');
      const audio = new AudioContext(),
        tone = audio.createOscillator(),
        out = audio.createMediaStreamDestination();
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
  await expect(page.locator('[data-ear]')).toHaveText('The microphone is not allowed. Tap as before.');
  await page.evaluate(() => {
    globalThis.isAllowed = true;
  });
  await page.keyboard.press('l');
  await page.getByRole('button', { name: 'Listen' }).click();
  await until(page, 'work');
  await page.keyboard.press('f');
  // Pulled out: the browser ends the track.
  await page.evaluate(() => globalThis.track.dispatchEvent(new Event('ended')));
  await expect(page.locator('[data-ear]')).toContainText('The microphone stopped');
  await page.keyboard.press('j');
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('[data-stored]')).toHaveText('all saved');
  const [set] = await storedSets(page);
  expect([set.left, set.right, set.counted]).toEqual([1, 1, 'tapped']);
});

test('a recording of 300 MB is refused in words before it is sent', async ({ page }) => {
  const file = join(folder, 'hours.wav');
  writeFileSync(file, 'RIFF');
  truncateSync(file, 300 * 1024 * 1024);
  await newHousehold(page);
  await page.goto('/logbook/listen');
  await page.waitForLoadState('load');
  let posts = 0;
  page.on('request', request => {
    if (request.method() === 'POST') posts++;
  });
  await page.locator('input[type=file]').setInputFiles(file);
  await page.getByRole('button', { name: 'Count it' }).click();
  expect(await page.locator('input[type=file]').evaluate(input => input.validationMessage)).toMatch(/bigger than 64 MB/);
  expect(posts).toBe(0);
});
