// What happens to those who practise while the server is brought up to date.
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { expect, test } from './pages.mjs';
import { playPhase, signUp, start, storedSets, tap } from './household.mjs';
import { gone, portAt, root, serve } from './server.mjs';

/** Words of which one is another one: what the browser is sent is another build. */
function otherWords() {
  const folder = mkdtempSync(`${tmpdir()}/gambeta-words-`),
    file = `${folder}/browser.json`;
  cpSync(`${root}src/Gambeta.Words/en`, folder, { recursive: true });
  writeFileSync(file, readFileSync(file, 'utf8').replace('all saved', 'all kept'));
  return folder;
}

const buildOf = page => page.evaluate(() => document.querySelector('script[type=module]').src.match(/of-[0-9a-f]+/)[0]);

test(
  'an old page practises on with the new server; one that is loaded meanwhile is of one build as a whole',
  { tag: '@soak' },
  async ({ browser }) => {
    test.setTimeout(420_000);
    const port = portAt(8),
      folder = otherWords();
    let server = await serve(port);
    try {
      const context = await browser.newContext({ baseURL: `http://127.0.0.1:${port}` }),
        page = await context.newPage();
      await signUp(page);
      await page.clock.install();
      await page.goto('/practise/sheet/kitchen-eight');
      const old = await buildOf(page),
        stage = page.locator('[data-stage]');
      await start(page);
      await page.clock.runFor(6100);
      await tap(page, 'fjfj', 200);
      // A page that stops half way: one of its modules waits until the server has become another one.
      const fresh = await browser.newContext({
          baseURL: `http://127.0.0.1:${port}`,
          storageState: await context.storageState(),
          serviceWorkers: 'block',
        }),
        half = await fresh.newPage();
      let wanted = false,
        go;
      const other = new Promise(resolve => {
        go = resolve;
      });
      await half.route(/\/shared\/say\.js/, async route => {
        wanted = true;
        await other;
        await route.continue();
      });
      await half.goto('/records', { waitUntil: 'commit' });
      await expect.poll(() => wanted).toBe(true);
      await gone(server);
      server = await serve(port, ['--Language', folder]);
      go();
      // What came of it says that it is not whole, and is the new one when it is loaded anew.
      await half.getByText('This page did not load fully. Load it again.').click();
      await expect.poll(() => buildOf(half).catch(() => old)).not.toBe(old);
      await expect(half.getByText('This page did not load fully')).toHaveCount(0);
      // The old page plays its round to the end, and the new server stores it; loaded anew it is the new one and comes back to where it
      // was.
      await playPhase(page);
      await expect(page.locator('[data-stored]')).toHaveText('all saved', { timeout: 40_000 });
      expect((await storedSets(page)).length).toBe(1);
      await playPhase(page);
      const name = await page.locator('h1').textContent();
      await page.reload();
      expect(await buildOf(page)).not.toBe(old);
      await expect(page.locator('[data-resume]')).toContainText(name);
      await page.keyboard.press('Space');
      for (let i = 0; i < 12 && (await storedSets(page)).length < 2; i++) await playPhase(page);
      expect((await storedSets(page)).length).toBe(2);
      await expect(stage).not.toHaveAttribute('data-phase', 'before');
    } finally {
      await gone(server);
      rmSync(folder, { recursive: true });
    }
  },
);

test('a module that does not come is said; words that are shown once are never taken by it', async ({ browser, baseURL }) => {
  const context = await browser.newContext({ baseURL, serviceWorkers: 'block' }),
    page = await context.newPage(),
    missing = /\/shared\/outbox\.js/;
  let asked = 0;
  await page.route(missing, route => {
    asked++;
    return route.fulfill({ status: 404 });
  });
  // On the way the recovery words are shown, and nothing is said there.
  await signUp(page);
  await expect(page.getByText('This page did not load fully. Load it again.')).toBeVisible();
  expect(asked).toBeGreaterThan(2);
  await page.unroute(missing);
  await page.getByText('Load it again').click();
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(page.getByText('This page did not load fully')).toHaveCount(0);
});
