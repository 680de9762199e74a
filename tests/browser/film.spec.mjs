import { AxeBuilder } from '@axe-core/playwright';
import { chromium } from '@playwright/test';
import { withDevices } from './browser-options.mjs';
import { newHousehold, said, start } from './household.mjs';
import { expect, test } from './pages.mjs';

/** A page of a browser whose camera sees a pattern that moves. */
async function seeing(baseURL, use, permissions = ['camera']) {
  const browser = await chromium.launch({ ...withDevices, args: [...withDevices.args, '--use-fake-device-for-media-stream'] });
  try {
    const context = await browser.newContext({ baseURL, viewport: { width: 1280, height: 800 }, permissions });
    const page = await context.newPage();
    await page.addInitScript(() => {
      const open = navigator.mediaDevices?.getUserMedia.bind(navigator.mediaDevices);
      if (open) navigator.mediaDevices.getUserMedia = async how => (globalThis.camera = await open(how));
    });
    await use(page, context);
  } finally {
    await browser.close();
  }
}

const live = page => page.evaluate(() => globalThis.camera?.getTracks().filter(track => track.readyState === 'live').length ?? 0);

test(
  'a round is filmed once somebody grown up said yes, seen at a quarter of its speed with its touches marked, and is gone with the page',
  { tag: '@alone' },
  async ({ baseURL }) => {
    await seeing(baseURL, async page => {
      await newHousehold(page);
      await page.goto('/practise/pull-back-laces-away');
      await page.waitForLoadState('load');
      const sent = [];
      page.on('request', request => {
        if (request.method() !== 'GET') sent.push([request.url(), request.postDataBuffer()?.length ?? 0]);
      });
      await start(page);
      await page.keyboard.press('y');
      await expect(page.getByText('It never leaves this device.')).toBeVisible();
      // Nobody said yes: nothing happens, and no camera is on.
      await page.getByRole('button', { name: 'Film the next round' }).click();
      expect(await live(page)).toBe(0);
      await page.getByLabel('A grown-up is here and says yes').check();
      await page.getByRole('button', { name: 'Film the next round' }).click();
      await expect(page.locator('[data-film-word]')).toHaveText('filming starts with the next round; press to cancel');
      await page.keyboard.press('Space');
      await expect(page.locator('[data-stage]')).toHaveAttribute('data-phase', 'work', { timeout: 30_000 });
      await expect(page.locator('[data-film-word]')).toHaveText('filming');
      for (let i = 0; i < 4; i++) {
        await page.waitForTimeout(700);
        await page.keyboard.press('f');
      }
      await page.keyboard.press('Backspace');
      await page.keyboard.press('ArrowRight');
      await expect(page.locator('[data-film-word]')).toHaveText('watch your film', { timeout: 15_000 });
      // The camera is off with the end of the round.
      expect(await live(page)).toBe(0);
      await page.keyboard.press('y');
      const video = page.locator('video');
      await expect(page.locator('[data-marks] button')).toHaveCount(3, { timeout: 20_000 });
      expect(await video.evaluate(e => e.duration)).toBeGreaterThan(2);
      expect(await video.evaluate(e => [e.videoWidth, e.videoHeight])).toEqual([640, 480]);
      await page.getByRole('button', { name: '¼' }).click();
      expect(await video.evaluate(e => e.playbackRate)).toBe(0.25);
      await expect.poll(() => video.evaluate(e => e.currentTime)).toBeGreaterThan(0.05);
      await page.locator('[data-marks] button').nth(1).click();
      expect(await video.evaluate(e => e.currentTime)).toBeGreaterThan(0.9);
      await expect(page.locator('[data-beside] svg')).toBeVisible();
      await expect(page.locator('[data-beside] .cues li')).not.toHaveCount(0);
      // The practice stands still while somebody looks.
      await expect(page.locator('[data-stage]')).toHaveAttribute('data-held', 'yes');
      const { violations } = await new AxeBuilder({ page }).setLegacyMode(true).include('dialog').analyze();
      expect(violations.filter(v => ['serious', 'critical'].includes(v.impact)).map(v => `${v.id} ${v.nodes.map(n => n.target)}`)).toEqual(
        [],
      );
      const save = page.waitForEvent('download');
      await page.getByRole('link', { name: 'Save it on this device' }).click();
      expect((await save).suggestedFilename()).toBe('pull-back-laces-away.webm');
      const url = await video.evaluate(e => e.src);
      expect(url).toMatch(/^blob:/);
      await page.getByRole('button', { name: 'Delete it' }).click();
      expect(
        await page.evaluate(
          at =>
            fetch(at).then(
              () => 'there',
              () => 'gone',
            ),
          url,
        ),
      ).toBe('gone');
      // Of all that was sent nothing was as long as a film, and none of it went anywhere else.
      expect(sent.filter(([to, bytes]) => bytes > 20_000 || !to.startsWith(new URL(page.url()).origin))).toEqual([]);
    });
  },
);

test('a camera that is refused is said to be, one that is stopped before the round films nothing, and no other page may have it', async ({
  baseURL,
}) => {
  await seeing(baseURL, async (page, context) => {
    await newHousehold(page);
    expect((await page.request.get('/practise/inside-taps')).headers()['permissions-policy']).toContain('camera=(self)');
    for (const path of ['/today', '/beside', '/logbook'])
      expect((await page.request.get(path)).headers()['permissions-policy'], path).toContain('camera=()');
    await page.goto('/practise/inside-taps');
    await page.waitForLoadState('load');
    const ask = async () => {
      await page.keyboard.press('y');
      await page.getByLabel('A grown-up is here and says yes').check();
      await page.getByRole('button', { name: 'Film the next round' }).click();
    };
    await ask();
    await expect.poll(() => live(page)).toBe(1);
    await page.keyboard.press('y');
    await expect.poll(() => live(page)).toBe(0);
    await context.clearPermissions();
    await page.evaluate(() => {
      navigator.mediaDevices.getUserMedia = async () => {
        throw new DOMException('', 'NotAllowedError');
      };
    });
    await ask();
    await expect(page.locator('[data-film-word]')).toHaveText('the camera is not allowed');
  });
});

test('where a household has a word, nobody is filmed without it', async ({ baseURL }) => {
  await seeing(baseURL, async page => {
    await newHousehold(page);
    await page.goto('/household/grown-up');
    await page.getByLabel('Four letters or digits').fill('tree');
    await page.getByLabel('Password').fill('long enough');
    await page.getByRole('button', { name: 'Save' }).click();
    await expect(said(page, 'Saved')).toBeVisible();
    await page.goto('/practise/pull-back-laces-away');
    await page.waitForLoadState('load');
    await start(page);
    await page.keyboard.press('y');
    const film = page.getByRole('button', { name: 'Film the next round' });
    for (const word of ['', 'bush', 'tre']) {
      await page.locator('[data-word]').fill(word);
      await film.click();
      expect(await live(page), `“${word}”`).toBe(0);
      await expect(film).toBeVisible();
    }
    await page.locator('[data-word]').fill(' Tree ');
    await film.click();
    await expect(page.locator('[data-film-word]')).toHaveText('filming starts with the next round; press to cancel');
  });
});
