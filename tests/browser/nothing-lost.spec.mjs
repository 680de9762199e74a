import { expect, test } from './pages.mjs';
import { begin, inTime, logged, newHousehold, signIn, start, tap } from './household.mjs';

test('a reload in the middle of a drill loses no set and no count', async ({ page }) => {
  await newHousehold(page);
  await begin(page, 'pull-back-laces-away');
  await tap(page, 'ffff');
  await page.clock.runFor(20_000);
  await expect(page.locator('[data-stored]')).toHaveText('all saved');
  await page.clock.runFor(20_000);
  await tap(page, 'jjj');
  await page.reload();
  await expect(page.locator('[data-resume]')).toContainText('round 2 of 4');
  await page.keyboard.press('Space');
  await expect(page.locator('[data-count=right]')).toHaveText('3');
  await tap(page, 'jj');
  await page.clock.runFor(20_000);
  await expect(page.locator('[data-result]')).toHaveText('New record: 5 touches');
  await page.keyboard.press('Escape');
  await page.waitForURL('**/practise/result/*');
  expect(await logged(page)).toEqual(['4', '5']);
});

test('without network the drill goes on and its sets are sent when the network is back', async ({ page, context }) => {
  await newHousehold(page);
  await begin(page, 'pull-back-laces-away');
  await context.setOffline(true);
  await tap(page, 'ffffff');
  await page.clock.runFor(20_000);
  await expect(page.locator('[data-stored]')).toHaveText('1 set waits on this device');
  await page.clock.runFor(20_000);
  await tap(page, 'jjj');
  await page.clock.runFor(20_000);
  await expect(page.locator('[data-stored]')).toHaveText('2 sets wait on this device');
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-stored]')).toContainText('safe on this device');
  await context.setOffline(false);
  await inTime(page, () => expect(page.locator('[data-stored]')).toHaveText('all saved', { timeout: 500 }));
  expect(await logged(page)).toEqual(['6', '3']);
});

/** Waits until the page stands on the device, to be given back without network. */
const pageIsKept = page =>
  expect(async () =>
    expect(await page.evaluate(async () => Boolean(await caches.match(location.href)) && Boolean(navigator.serviceWorker.controller))).toBe(
      true,
    ),
  ).toPass();

test('the practice page names every module that it is made of, and no other', async ({ page }) => {
  await newHousehold(page);
  await page.goto('/practise/toe-taps', { waitUntil: 'networkidle' });
  const { loaded, named, scripts, measures } = await page.evaluate(() => ({
    loaded: performance
      .getEntriesByType('resource')
      .filter(entry => entry.initiatorType !== 'fetch')
      .map(entry => new URL(entry.name).pathname)
      .filter(path => path.endsWith('.js')),
    named: [...document.querySelectorAll('link[rel=modulepreload], script[src]')].map(part => new URL(part.href ?? part.src).pathname),
    scripts: [...document.querySelectorAll('script[src]')].map(part => new URL(part.src).pathname),
    measures: new Set(JSON.parse(document.getElementById('sheet').textContent).sheet.drills.map(({ measuredBy }) => measuredBy)).size,
  }));
  const imported = await page.evaluate(
    async paths =>
      (
        await Promise.all(
          paths.map(async path =>
            [...(await (await fetch(path)).text()).matchAll(/^import (?:.*from )?'(\.[\w./-]+\.js)'/gm)].map(
              match => new URL(match[1], new URL(path, location)).pathname,
            ),
          ),
        )
      ).flat(),
    named,
  );
  expect([...new Set(imported)].filter(path => !named.includes(path))).toEqual([]);
  expect(named.filter(path => !imported.includes(path) && !scripts.includes(path))).toEqual([]);
  // Its own script, the one that sees whether all came, and the measures of its sheet.
  expect(scripts.length).toBe(2 + measures);
  expect(scripts.filter(path => path.includes('/measures/')).length).toBe(measures);
  expect([...new Set(loaded)].sort()).toEqual([...new Set(named)].sort());
});

test('a page is put down on the device after all that it is made of', async ({ page }) => {
  await page.addInitScript(() => {
    const put = Cache.prototype.put;
    globalThis.putDown = [];
    Cache.prototype.put = function (key, response) {
      globalThis.putDown.push(new URL(key.url ?? key, location).pathname);
      return put.call(this, key, response);
    };
  });
  await newHousehold(page);
  await begin(page, 'pull-back-laces-away');
  await pageIsKept(page);
  const putDown = await page.evaluate(() => globalThis.putDown),
    own = putDown.indexOf('/practise/pull-back-laces-away');
  expect(putDown.slice(0, own).filter(path => path.endsWith('.js')).length).toBeGreaterThan(20);
  expect(putDown.slice(own + 1).filter(path => path.includes('/practise/practise'))).toEqual([]);
});

test('a reload without network comes back to the round, and all of it is sent when the network is back', async ({ page, context }) => {
  await newHousehold(page);
  await begin(page, 'pull-back-laces-away');
  await pageIsKept(page);
  await context.setOffline(true);
  await tap(page, 'ffff');
  await page.reload();
  await expect(page.locator('[data-resume]')).toContainText('round 1 of 4');
  await page.keyboard.press('Space');
  await expect(page.locator('[data-count=left]')).toHaveText('4');
  await tap(page, 'ff');
  await page.clock.runFor(20_000);
  await expect(page.locator('[data-stored]')).toHaveText('1 set waits on this device');
  // Fonts and colours are there as well: nothing looks broken.
  expect(await page.evaluate(() => [document.fonts.check('20px Bricolage'), getComputedStyle(document.body).backgroundColor])).toEqual([
    true,
    'rgb(19, 36, 42)',
  ]);
  await context.setOffline(false);
  await inTime(page, () => expect(page.locator('[data-stored]')).toHaveText('all saved', { timeout: 500 }));
  expect(await logged(page)).toEqual(['6']);
  // It stays while the same player looks at other pages, and goes when another one's turn has come.
  const isKept = () => page.evaluate(() => caches.has('gambeta-practice'));
  for (const other of ['/today', '/drills/no-such-drill']) {
    await page.goto(other, { waitUntil: 'networkidle' });
    expect(await isKept()).toBe(true);
  }
  await page.goto('/household');
  await page.getByLabel('Nickname').fill('Sol');
  await page.getByLabel('Birth year').fill(String(new Date().getFullYear() - 8));
  await page.getByLabel('left', { exact: true }).check();
  await page.getByRole('button', { name: 'Add' }).click();
  await page.goto('/today');
  await page.getByRole('button', { name: /Sol/ }).click();
  await expect(page.locator('h1')).toContainText('Sol');
  await expect(async () => expect(await isKept()).toBe(false)).toPass();
  // When something hurts, and when nobody is signed in, the page is not kept.
  await begin(page, 'toe-taps');
  await pageIsKept(page);
  await page.keyboard.press('p');
  await page.getByRole('button', { name: 'Heel' }).click();
  expect(await isKept()).toBe(false);
  // While only this device knows that something hurts no page is kept; once the server knows, its page asks by itself.
  await expect
    .poll(() =>
      page.evaluate(
        async () =>
          (await (await import(new URL('../shared/outbox.js', document.querySelector('script[type=module]').src))).waiting()).length,
      ),
    )
    .toBe(0);
  await page.goto('/practise/inside-taps');
  await pageIsKept(page);
  await page.goto('/household');
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(async () => expect(await isKept()).toBe(false)).toPass();
});

test('signed out in another tab, what is played waits for its own household, whoever else signs in', async ({ page, context }) => {
  const name = await newHousehold(page);
  await begin(page, 'pull-back-laces-away');
  const other = await context.newPage();
  await other.goto('/household');
  await other.getByRole('button', { name: 'Sign out' }).click();
  await other.waitForURL(url => url.pathname === '/');
  await tap(page, 'fffff');
  await page.clock.runFor(20_000);
  await expect(page.locator('[data-stored]')).toContainText('Signed out. Your sets are safe here');
  // Another household on the same device neither sees nor sends it, and what is played on is not its own either.
  await newHousehold(other);
  await page.clock.runFor(20_000);
  await tap(page, 'jjj');
  await page.clock.runFor(20_000);
  await expect(page.locator('[data-stored]')).toContainText('Signed out. Your sets are safe here');
  expect(await logged(other)).toEqual([]);
  await other.goto('/household');
  await other.getByRole('button', { name: 'Sign out' }).click();
  await signIn(other, name);
  await other.waitForURL('**/today');
  await expect(other.locator('[data-waiting]')).toBeHidden();
  await expect(async () => expect(await logged(other)).toEqual(['5', '3'])).toPass();
});

test('a sign-in that is over before the start keeps the set until somebody signs in again', async ({ page, context }) => {
  const name = await newHousehold(page);
  await begin(page, 'pull-back-laces-away');
  // The line was opened for the check; without it the next post asks anew who is there.
  await context.clearCookies();
  await page.evaluate(() => dispatchEvent(new Event('offline')));
  await tap(page, 'fffff');
  await page.clock.runFor(20_000);
  await expect(page.locator('[data-stored]')).toContainText('Signed out. Your sets are safe here');
  await page.goto('/');
  await signIn(page, name);
  await page.waitForURL('**/today');
  await expect(async () => expect(await logged(page)).toEqual(['5'])).toPass();
});

test('a set goes on the line the moment it ends, and by itself where no line is let through', async ({ page }) => {
  await newHousehold(page);
  const posts = [];
  page.on('request', request => {
    if (request.method() === 'POST' && request.url().includes('/api/')) posts.push(new URL(request.url()).pathname);
  });
  // The logbook's rows, asked without a page: another page would send what waits here. "all saved" stands there before the set as well.
  const inLogbook = async () => (await (await page.request.get('/logbook?weeks=4')).text()).split('class="log-sets"').length - 1;
  const playOne = async before => {
    await page.keyboard.press('ArrowRight');
    await expect(page.locator('[data-stage]')).toHaveAttribute('data-phase', 'work');
    await page.keyboard.press('f');
    await page.keyboard.press('ArrowRight');
    await expect.poll(inLogbook).toBe(before + 1);
    await expect(page.locator('[data-stored]')).toHaveText('all saved');
  };
  // In real time: a clock in hand would run past the seconds in which an answer is waited for.
  await page.goto('/practise/pull-back-laces-away');
  await start(page);
  await playOne(0);
  expect(posts).toEqual([]);
  await page.routeWebSocket(/api\/line/, line => line.close());
  await page.goto('/practise/toe-taps');
  await start(page);
  await playOne(1);
  expect(posts).toContain('/api/sets');
  expect(await logged(page)).toEqual(['1', '1']);
});

test('a device that fell asleep does not practise on its own', async ({ page }) => {
  await newHousehold(page);
  await begin(page, 'pull-back-laces-away');
  await tap(page, 'fff');
  await page.clock.fastForward(10 * 60_000);
  await page.clock.runFor(500);
  await expect(page.locator('[data-label]')).toContainText('Paused: round 1 of 4');
  await expect(page.locator('[data-count=left]')).toHaveText('3');
  expect(await logged(page)).toEqual([]);
});
