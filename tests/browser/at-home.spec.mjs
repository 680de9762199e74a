import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, request } from '@playwright/test';
import { browserOptions } from './browser-options.mjs';
import { expect, test } from './pages.mjs';
import { signUp, start, storedSets } from './household.mjs';
import { gone, portAt, serve } from './server.mjs';

// A browser that trusts the household's authority as a phone does: by its own store of certificates.
async function trusting(authority) {
  const home = mkdtempSync(join(tmpdir(), 'gambeta-phone-')),
    store = join(home, '.pki', 'nssdb');
  execFileSync('mkdir', ['-p', store]);
  execFileSync('certutil', ['-d', `sql:${store}`, '-N', '--empty-password']);
  execFileSync('certutil', ['-d', `sql:${store}`, '-A', '-t', 'C,,', '-n', 'gambeta', '-i', authority]);
  const browser = await chromium.launch({ ...browserOptions, env: { ...process.env, HOME: home } });
  return {
    browser,
    async close() {
      await browser.close();
      rmSync(home, { recursive: true, force: true });
    },
  };
}

const [port, safePort] = [portAt(8), portAt(9)];
const folder = mkdtempSync(join(tmpdir(), 'gambeta-home-'));
const [http, https] = [`http://127.0.0.1:${port}`, `https://127.0.0.1:${safePort}`];
const atHome = () => serve(port, ['--urls', `${http};${https}`, '--AtHome:Folder', folder, '--AtHome:Port', String(safePort)]);
let server;

test.describe.configure({ mode: 'serial' });
test.beforeAll(async () => {
  server = await atHome();
});
test.afterAll(async () => {
  await gone(server);
  rmSync(folder, { recursive: true, force: true });
});

test('a phone that does not trust the machine stays on http and is told three steps; a code lets it in without a password', async ({
  browser,
}) => {
  const laptop = await (await browser.newContext({ baseURL: http })).newPage(),
    phone = await (await browser.newContext({ baseURL: http, viewport: { width: 390, height: 844 } })).newPage();
  await signUp(laptop);
  await laptop.goto('/household/sign-ins');
  await laptop.getByRole('link', { name: 'Add another device' }).click();
  await laptop.getByRole('button', { name: 'Show a code' }).click();
  const code = (await laptop.locator('.code').textContent()).trim();
  await phone.goto('/');
  await phone.getByRole('link', { name: 'Use a code from another device' }).click();
  await phone.getByLabel('The six signs').fill(code.toLowerCase());
  await phone.getByRole('button', { name: 'Sign this device in' }).click();
  await phone.waitForURL('**/phone');
  await expect(phone.locator('.trust > li')).toHaveCount(3);
  const file = await phone.request.get('/phone/gambeta-at-home.crt');
  expect(file.headers()['content-type']).toBe('application/x-x509-ca-cert');
  await phone.goto('/today');
  await phone.waitForLoadState('networkidle');
  // It asked, was not trusted, and went on as before.
  expect(phone.url()).toBe(`${http}/today`);
  expect(await phone.evaluate(() => isSecureContext || location.protocol)).toBeTruthy();
  await expect(phone.goto(`${https}/today`)).rejects.toThrow(/ERR_CERT_AUTHORITY_INVALID/);
  await laptop.goto('/household/sign-ins');
  await expect(laptop.getByRole('heading', { level: 1 })).toHaveText('2 devices are signed in');
});

test('a phone that comes to trust the machine sends what waits, plays to the end, and goes over signed in', async () => {
  const trusted = await trusting(join(folder, 'authority.crt'));
  try {
    const context = await trusted.browser.newContext({ baseURL: http, viewport: { width: 390, height: 844 } }),
      page = await context.newPage();
    // The phone trusts from the third page on: until then nothing of it answers.
    await context.route(`${https}/phone/here`, route => route.abort());
    // Without a line, so that a request is all that has to be cut.
    await page.routeWebSocket(/api\/line/, line => line.close());
    await signUp(page);
    await page.goto('/practise/pull-back-laces-away');
    await start(page);
    await expect(page.locator('[data-stage]')).toHaveAttribute('data-phase', 'work', { timeout: 30_000 });
    await page.keyboard.press('f');
    // The server cannot be reached while the set ends: it waits under http.
    await context.route('**/api/**', route => route.abort());
    await page.keyboard.press('ArrowRight');
    await expect(page.locator('[data-stored]')).toContainText('wait');
    await context.unroute(`${https}/phone/here`);
    // What waits is not left behind, and a practice under way is not broken off.
    const stays = async () => {
      await page.goto('/today');
      await page.waitForLoadState('networkidle');
      await page.waitForTimeout(1000);
      expect(page.url()).toBe(`${http}/today`);
    };
    await stays();
    await context.unroute('**/api/**');
    await stays();
    await page.goto('/practise/pull-back-laces-away');
    await start(page);
    await page.keyboard.press('Escape');
    await page.waitForURL(`${https}/practise/result/*`);
    expect(await page.evaluate(() => isSecureContext)).toBe(true);
    expect((await storedSets(page)).map(set => set.left)).toEqual([1]);
    // From here on it is at home by https; the line stays open over it as well.
    const safe = await context.newPage();
    let opened = '',
      requests = 0;
    safe.on('websocket', line =>
      line.on('framereceived', () => {
        opened = line.url();
      }),
    );
    safe.on('request', request => {
      if (request.url().endsWith('/api/sets')) requests++;
    });
    await safe.goto(`${https}/practise/inside-taps`);
    await start(safe);
    await expect(safe.locator('[data-stage]')).toHaveAttribute('data-phase', 'work', { timeout: 30_000 });
    await safe.keyboard.press('j');
    await safe.keyboard.press('ArrowRight');
    await expect(safe.locator('[data-stored]')).toHaveText('all saved');
    expect(opened).toContain(`wss://127.0.0.1:${safePort}/api/line`);
    expect(requests).toBe(0);
    await safe.goto(`${https}/phone`);
    await expect(safe.getByRole('heading', { name: 'This device trusts this computer' })).toBeVisible();
  } finally {
    await trusted.close();
  }
});

test(
  'three devices over trusted https: one plays, one counts, one looks on; networks are cut, the server killed, all is stored',
  { tag: '@soak' },
  async () => {
    test.setTimeout(480_000);
    const trusted = await trusting(join(folder, 'authority.crt'));
    const device = () => trusted.browser.newContext({ baseURL: https, viewport: { width: 390, height: 844 } });
    try {
      const laptop = await (await trusted.browser.newContext({ baseURL: https })).newPage(),
        [playing, counting] = [await device(), await device()],
        page = await playing.newPage(),
        second = await counting.newPage();
      await signUp(laptop);
      for (const phone of [page, second]) {
        await laptop.goto('/household/hand-over');
        await laptop.getByRole('button', { name: 'Show a code' }).click();
        const code = (await laptop.locator('.code').textContent()).trim();
        await phone.goto('/come');
        await phone.getByLabel('The six signs').fill(code);
        await phone.getByRole('button', { name: 'Sign this device in' }).click();
        await phone.waitForURL(/\/(phone|today|household)/);
        expect(await phone.evaluate(() => isSecureContext)).toBe(true);
      }
      for (const beside of [laptop, second]) await beside.goto('/beside');
      await page.goto('/practise/juggling-streak');
      await page.waitForLoadState('load');
      await start(page);
      await expect(page.locator('[data-stage]')).toHaveAttribute('data-phase', 'work', { timeout: 40_000 });
      const half = (screen, foot) => screen.locator(`.half.${foot}`),
        press = foot => half(second, foot).dispatchEvent('pointerdown');
      const all = (left, right) =>
        expect(async () =>
          expect(
            [
              await page.locator('[data-count=left]').textContent(),
              await page.locator('[data-count=right]').textContent(),
              ...(await Promise.all(
                [second, laptop].flatMap(screen => ['left', 'right'].map(foot => half(screen, foot).locator('output').textContent())),
              )),
            ].map(Number),
          ).toEqual([left, right, left, right, left, right]),
        ).toPass({ timeout: 30_000 });
      await expect(half(second, 'left')).toBeEnabled({ timeout: 20_000 });
      for (const foot of ['left', 'right', 'left']) await press(foot);
      await all(2, 1);
      await playing.setOffline(true);
      await press('right');
      await page.waitForTimeout(700);
      await playing.setOffline(false);
      await all(2, 2);
      await counting.setOffline(true);
      await press('left');
      await counting.setOffline(false);
      await all(3, 2);
      await gone(server);
      await press('right');
      server = await atHome();
      await all(3, 3);
      await page.keyboard.press('ArrowRight');
      await expect(page.locator('[data-stored]')).toHaveText('all saved', { timeout: 40_000 });
      // The browser trusts; what asks here has no store of certificates.
      const asks = await request.newContext({
        baseURL: https,
        ignoreHTTPSErrors: true,
        storageState: await laptop.context().storageState(),
      });
      expect((await storedSets({ request: asks })).map(set => [set.left, set.right])).toEqual([[3, 3]]);
      await asks.dispose();
      await laptop.goto('/household/sign-ins');
      await expect(laptop.getByRole('heading', { level: 1 })).toHaveText('3 devices are signed in');
    } finally {
      await trusted.close();
    }
  },
);

test('an expired certificate is renewed at the start, and a phone that trusts the authority notices nothing', async () => {
  const old = mkdtempSync(join(tmpdir(), 'gambeta-home-')),
    options = ['--urls', `${http};${https}`, '--AtHome:Folder', old, '--AtHome:Port', String(safePort)];
  await gone(server);
  // The machine was made known four hundred days ago and was off since.
  server = await serve(port, [...options, '--Clock:DaysAhead', '-400']);
  const trusted = await trusting(join(old, 'authority.crt'));
  try {
    const page = await trusted.browser.newPage();
    await expect(page.goto(`${https}/phone`)).rejects.toThrow(/ERR_CERT_DATE_INVALID/);
    await gone(server);
    server = await serve(port, options);
    await page.goto(`${https}/phone`);
    await expect(page.getByRole('heading', { name: 'This device trusts this computer' })).toBeVisible();
  } finally {
    await trusted.close();
    rmSync(old, { recursive: true, force: true });
  }
});
