import { expect, test } from './pages.mjs';
import { newHousehold, start, storedSets } from './household.mjs';

for (const [what, days] of [
  ['ahead', 1],
  ['behind', -1],
]) {
  test(`a phone whose clock is a day ${what} plays today${days > 0 ? ', also without network' : ''}`, async ({ page, context }) => {
    await newHousehold(page);
    await page.clock.install({ time: Date.now() + days * 86_400_000 });
    const play = async () => {
      await page.waitForLoadState('load');
      await start(page);
      await expect(page.locator('[data-stage]')).toHaveAttribute('data-phase', 'work', { timeout: 30_000 });
      await page.keyboard.press('f');
      await page.keyboard.press('ArrowRight');
    };
    await page.goto('/practise/inside-taps');
    await play();
    await expect(page.locator('[data-stored]')).toHaveText('all saved');
    if (days > 0) {
      // The page itself stands on the device by now; what it learned of the clock holds there as well.
      await expect(async () =>
        expect(
          await page.evaluate(async () => Boolean(await caches.match(location.href)) && Boolean(navigator.serviceWorker.controller)),
        ).toBe(true),
      ).toPass();
      await page.evaluate(() =>
        Object.keys(localStorage)
          .filter(key => key.startsWith('gambeta-run'))
          .forEach(key => localStorage.removeItem(key)),
      );
      await context.setOffline(true);
      await page.reload();
      await play();
      await context.setOffline(false);
    }
    await expect(async () => expect((await storedSets(page)).length).toBe(days > 0 ? 2 : 1)).toPass({ timeout: 60_000 });
    for (const set of await storedSets(page)) expect(Math.abs(Date.parse(set.at) - Date.now()), set.at).toBeLessThan(10 * 60_000);
  });
}
