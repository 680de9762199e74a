import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import { expect, test } from './pages.mjs';
import { holdClock, inTime, newHousehold, playPhase, start, storedSets } from './household.mjs';
import { gone, portAt, root, serve } from './server.mjs';

const run = promisify(execFile);
test('the server is killed during a rest and started again: every set that was played is there, once', async ({ browser }) => {
  const port = portAt(0);
  let server = await serve(port);
  try {
    const page = await (await browser.newContext({ baseURL: `http://127.0.0.1:${port}` })).newPage();
    await newHousehold(page);
    await holdClock(page);
    await page.goto('/practise/sheet/kitchen-eight');
    await start(page);
    const stage = page.locator('[data-stage]'),
      phase = () => stage.getAttribute('data-phase');
    let played = 0;
    while ((await phase()) !== 'between') played += (await playPhase(page)).played ? 1 : 0;
    await expect(page.locator('[data-stored]')).toHaveText('all saved');
    await expect(async () => expect(await page.evaluate(async () => Boolean(await caches.match(location.href)))).toBe(true)).toPass();
    await gone(server);
    await page.reload();
    await page.keyboard.press('Space');
    while ((await phase()) !== 'done') played += (await playPhase(page)).played ? 1 : 0;
    await expect(page.locator('[data-stored]')).toContainText('wait on this device');
    server = await serve(port);
    // The page's time runs ahead of the server's: what gave up waiting for its answer is sent again as that time goes on.
    await inTime(page, () => expect(page.locator('[data-stored]')).toHaveText('all saved', { timeout: 2000 }), 150_000);
    expect((await storedSets(page)).length).toBe(played);
  } finally {
    await gone(server);
  }
});

// Played over hours of the day that lie in the middle of it, whenever the tests run: a sitting that began before midnight is yesterday's.
const ahead = 12 - new Date().getUTCHours();

test.describe('about noon', () => {
  test.use({ timezoneId: ahead ? `Etc/GMT${ahead > 0 ? '-' : '+'}${Math.abs(ahead)}` : 'UTC' });

  test(
    'a simulated player plays three sessions into a fresh household, and every page shows them right',
    { tag: '@soak' },
    async ({ page, baseURL }) => {
      test.setTimeout(480_000);
      const name = await newHousehold(page, { age: 12 });
      const told = [];
      for (const [sheet, daysBack, skill] of [
        ['kitchen-eight', 2, 0.3],
        ['patio-turns-sixteen', 1, 0.5],
        ['kitchen-eight', 0, 0.9],
      ]) {
        const { stdout } = await run(
          `${root}tools/player`,
          [
            '--address',
            baseURL,
            '--household',
            name,
            '--password',
            'long enough',
            '--sheet',
            sheet,
            '--days-back',
            String(daysBack),
            '--skill',
            String(skill),
            '--slips',
            '0.1',
            '--seed',
            '11',
          ],
          { timeout: 120_000 },
        );
        const [, sets, bests] = stdout.match(/(\d+) sets, \d+ taps, (\d+) bests/);
        told.push({ sets: Number(sets), bests: Number(bests) });
      }
      const sets = await storedSets(page);
      expect(sets.length).toBe(told.reduce((sum, { sets }) => sum + sets, 0));
      const sessions = [...new Set(sets.map(set => set.session))];
      expect(sessions.length).toBe(3);
      expect(new Set(sets.map(set => set.day)).size).toBe(3);

      await page.goto('/logbook?weeks=4');
      expect(await page.locator('.log-sets a').count()).toBe(sets.length);

      // The better player of the last day holds the records of what was played on the first day too.
      const bests = sets.filter(set => set.drill === 'inside-taps').map(set => set.left + set.right);
      await page.goto('/records');
      await expect(page.locator('.record', { hasText: 'Inside taps' }).first()).toContainText(String(Math.max(...bests)));
      expect(Math.max(...bests)).toBe(bests.at(-1) >= bests.at(-2) ? bests.at(-1) : bests.at(-2));

      await page.goto('/today');
      const today = sets.filter(set => set.session === sessions[2]),
        touches = today.reduce((sum, set) => sum + set.left + set.right, 0);
      await expect(page.locator('h1')).toHaveText(`Odei, ${touches.toLocaleString('en')} touches today`);
      await expect(page.locator('.last')).toContainText(`${today.length} sets`);
      await page.locator('.last a').click();
      await expect(page.locator('h1')).toContainText(`${touches.toLocaleString('en')} touches`);
      await expect(page.locator('.result-end input:checked')).toHaveCount(1);
    },
  );
});
