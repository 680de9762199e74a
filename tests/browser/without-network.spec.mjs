import { expect, test } from './pages.mjs';
import { openDemo, playPhase, signUp, start, storedSets } from './household.mjs';

/** Waits until what was kept ahead stands on the device. */
const ahead = page =>
  page.evaluate(async () => {
    for (;;) {
      const found = await caches.match('/kept-ahead.json');
      if (found && navigator.serviceWorker.controller) return found.json();
      await new Promise(resolve => setTimeout(resolve, 100));
    }
  });

test('from a cold start without network today’s session is practised to its end and stored when the network is back', async ({
  page,
  context,
}) => {
  test.setTimeout(480_000);
  await signUp(page);
  await page.goto('/today');
  const pages = await ahead(page);
  expect(pages.reduce((sum, one) => sum + one.bytes, 0)).toBeLessThanOrEqual(3 * 1024 * 1024);
  const session = pages.find(one => one.name === 'Today’s session');
  await page.close();
  await context.setOffline(true);
  const phone = await context.newPage();
  // As from its home screen.
  await phone.goto('/today');
  await expect(phone.locator('[data-kept]')).toContainText('No network. This is the page from');
  // What was not kept says so, and leads to what was.
  await phone.goto('/records');
  await expect(phone.getByRole('heading', { level: 1 })).toHaveText('Without network');
  await phone.getByRole('link', { name: 'Today’s session' }).click();
  await phone.waitForURL(`**${session.address}`);
  await phone.clock.install();
  await phone.waitForLoadState('load');
  await phone.keyboard.press('Space');
  await phone.clock.runFor(6050);
  const stage = phone.locator('[data-stage]');
  for (let i = 0; i < 60 && !(await stage.evaluate(e => e.dataset.phase === 'done')); i++) await playPhase(phone);
  await expect(phone.locator('[data-stored]')).toContainText('wait on this device');
  const sets = parseInt(await phone.locator('[data-stored]').textContent(), 10);
  expect(sets).toBeGreaterThan(3);
  await context.setOffline(false);
  await phone.goto('/today');
  await expect(async () => expect((await storedSets(phone)).length).toBe(sets)).toPass({ timeout: 30_000 });
});

test('what is kept is listed, can be dropped, and goes with the sign-in and with another player', async ({ page, context }) => {
  await signUp(page);
  await page.goto('/today');
  const pages = await ahead(page);
  const isKept = address => page.evaluate(async path => Boolean(await caches.match(path)), address);
  const session = pages.find(one => one.kind === 'practise').address;
  expect(await isKept(session)).toBe(true);
  await page.goto('/household/waiting');
  await expect(page.locator('.kept-pages a')).toHaveCount(pages.length - 1);
  await page.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByText('Nothing is saved on this device.')).toBeVisible();
  expect(await isKept(session)).toBe(false);
  await page.goto('/today');
  await ahead(page);
  // Something hurts: no session lies ready to be begun without network.
  await page.goto('/practise/pull-back-laces-away');
  await start(page);
  await page.keyboard.press('p');
  await page.getByRole('button', { name: 'Knee', exact: true }).click();
  await expect.poll(() => isKept(session)).toBe(false);
  await page.goto('/household');
  await page.getByRole('button', { name: 'Sign out' }).click();
  await page.waitForURL('/');
  await expect.poll(() => page.evaluate(async () => (await caches.keys()).length)).toBe(0);
  await context.setOffline(true);
  await expect(page.goto('/today')).rejects.toThrow(/ERR_/);
});

test('where there is no room nothing half is kept, and what was kept before stays', async ({ page, context }) => {
  await signUp(page);
  await page.goto('/today');
  const before = await ahead(page),
    stores = () => page.evaluate(async () => (await caches.keys()).filter(name => name.startsWith('gambeta-ahead')));
  const [store] = await stores();
  await context.addInitScript(() => {
    let room = 3;
    const put = Cache.prototype.put;
    Cache.prototype.put = function (...what) {
      return room-- > 0 ? put.apply(this, what) : Promise.reject(new DOMException('No room', 'QuotaExceededError'));
    };
  });
  const errors = [];
  page.on('pageerror', error => errors.push(String(error)));
  await page.evaluate(() => localStorage.removeItem('gambeta-ahead-at'));
  const asked = page.waitForResponse('**/api/ahead');
  await page.goto('/today');
  await asked;
  // It began to keep it anew, and let go of it again.
  await expect.poll(() => page.evaluate(() => localStorage.getItem('gambeta-ahead-at'))).toBe(null);
  await page.waitForTimeout(1500);
  expect(await stores()).toEqual([store]);
  expect(await ahead(page)).toEqual(before);
  expect(errors).toEqual([]);
  await context.setOffline(true);
  await page.goto(before.find(one => one.kind === 'practise').address);
  await expect(page.locator('[data-stage]')).toBeVisible();
});

test('a page that was kept on another day asks for its checks anew', async ({ page }) => {
  await openDemo(page);
  await page.goto('/practise/pull-back-laces-away');
  await start(page);
  await expect(page.locator('[data-stage]')).toHaveAttribute('data-phase', 'work', { timeout: 30_000 });
  await page.goto('/practise/pull-back-laces-away');
  await expect(page.locator('[data-check]')).toHaveCount(0);
  await expect(async () =>
    expect(await page.evaluate(async () => ((await (await caches.match(location.href))?.text()) ?? '').includes('data-check='))).toBe(true),
  ).toPass();
});

test('it can be put among a phone\u2019s own applications', async ({ page }) => {
  await page.goto('/');
  const manifest = await (await page.request.get(await page.locator('link[rel=manifest]').getAttribute('href'))).json();
  expect([manifest.start_url, manifest.display]).toEqual(['/today', 'standalone']);
  for (const { src, sizes, type } of manifest.icons) {
    const size = await page.evaluate(
      async ([at, kind]) => {
        const answer = await fetch(at);
        if (!answer.headers.get('content-type').startsWith(kind)) return null;
        const image = new Image();
        image.src = at;
        await image.decode();
        return `${image.naturalWidth}x${image.naturalHeight}`;
      },
      [src, type],
    );
    if (sizes === 'any') expect(size).not.toBeNull();
    else expect(size).toBe(sizes);
  }
  const session = await page.context().newCDPSession(page);
  expect(
    (await session.send('Page.getInstallabilityErrors')).installabilityErrors.filter(({ errorId }) => errorId !== 'in-incognito'),
  ).toEqual([]);
});
