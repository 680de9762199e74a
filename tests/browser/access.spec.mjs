import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { newHousehold, openDemo, start } from './household.mjs';

const sizes = { desk: { width: 1280, height: 800 }, phone: { width: 390, height: 844 } };
const places = ['/today', '/drills', '/drills/pull-back-laces-away', '/drills/zigzag-and-home', '/drills/juggling-streak', '/drills?view=ladders', '/drills?place=indoors&gear=none', '/drills/pictures', '/drills/own', '/drills/own/edit?copy=v-cut', '/household/heading', '/logbook', '/records', '/household', '/household/settings', '/household/password', '/household/erase', '/household/players/01900000-0000-7000-8000-0000000de302', '/yard', '/yard/space', '/yard/things', '/yard/plan', '/yard/plan?drill=game-wall-target', '/yard/plan?drill=wall-check-away', '/yard/plan?space=none&at=0+2;0.3+2&run=1+left', '/practise/instead', '/sheets', '/sheets/edit?copy=garden-thirty-five', '/sheets/print/wall-fourteen', '/practise/sheet/patio-turns-sixteen', '/problem/404'];

async function check(page) {
  const { violations } = await new AxeBuilder({ page }).analyze();
  const serious = violations.filter(v => ['serious', 'critical'].includes(v.impact));
  expect(serious.map(v => `${page.url()}: ${v.id}: ${v.nodes.map(n => n.target).join(' ')}`)).toEqual([]);
  const tooWide = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
  expect(tooWide, `${page.url()} scrolls sideways`).toBeLessThanOrEqual(0);
}

for (const [name, viewport] of Object.entries(sizes)) {
  test.describe(name, () => {
    test.use({ viewport });

    test(`every page passes axe and fits a ${name}`, async ({ page }) => {
      for (const open of ['/', '/household/new']) {
        await page.goto(open);
        await check(page);
      }
      await openDemo(page);
      for (const place of places) {
        await page.goto(place);
        await check(page);
      }
      await page.goto('/logbook');
      await page.locator('.log-sets a').first().click();
      await check(page);
      await page.goto('/today');
      await page.locator('.last a').click();
      await check(page);
    });

    test(`the practice screen passes axe and fits a ${name} in every phase`, async ({ page }) => {
      await newHousehold(page);
      await page.goto('/practise/pull-back-laces-away');
      await check(page);
      // The clock runs here: the checker waits by it.
      await page.clock.install();
      await page.goto('/practise/pull-back-laces-away');
      await start(page);
      await page.clock.runFor(6050);
      await page.keyboard.press('f');
      await check(page);
      const count = await page.locator('[data-count=left]').evaluate(e => parseFloat(getComputedStyle(e).fontSize) / innerHeight);
      const cue = await page.locator('[data-cue]').evaluate(e => parseFloat(getComputedStyle(e).fontSize));
      expect(count).toBeGreaterThanOrEqual(0.18);
      expect(cue).toBeGreaterThanOrEqual(32);
      await page.clock.runFor(20_000);
      await check(page);
      for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowRight');
      await expect(page.locator('[data-label]')).toHaveText('Done');
      await check(page);
    });

    test(`a new player's empty pages pass axe and fit a ${name}`, async ({ page }) => {
      await newHousehold(page);
      for (const place of ['/today', '/logbook', '/records', '/yard', '/yard/plan']) {
        await page.goto(place);
        await check(page);
      }
    });
  });
}
