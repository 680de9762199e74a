// The version before this one and this one side by side, as they run while instances are brought up to date one after the other: on the
// database of this one, each with the pages of the other.
import { expect, test } from '@playwright/test';
import { newHousehold, playPhase, start, storedSets } from '../browser/household.mjs';
import { gone, portAt, root, serve } from '../browser/server.mjs';

const port = portAt(5),
  other = portAt(4),
  before = `${root}artifacts/before`;
const serveBefore = on => serve(on, [], before);

/** Plays until so many sets are stored. */
async function playTo(page, sets) {
  for (let i = 0; i < 40 && (await storedSets(page)).length < sets; i++) await playPhase(page);
  await expect(page.locator('[data-stored]')).toHaveText('all saved', { timeout: 40_000 });
  expect((await storedSets(page)).length).toBe(sets);
}

for (const [what, first, second] of [
  ['a page of the version before and this server', serveBefore, serve],
  ['a page of this version and the server before', serve, serveBefore],
]) {
  test(`${what}: a practice goes on and is stored`, async ({ browser }) => {
    test.setTimeout(180_000);
    let server = await first(port);
    try {
      const context = await browser.newContext({ baseURL: `http://127.0.0.1:${port}` }),
        page = await context.newPage();
      await newHousehold(page);
      await page.clock.install();
      await page.goto('/practise/sheet/kitchen-eight');
      await start(page);
      await page.clock.runFor(6100);
      await playTo(page, 1);
      await gone(server);
      server = await second(port);
      await playTo(page, 2);
      // Loaded anew it is a page of the other version, which comes back to where it was.
      await page.reload();
      await expect(page.locator('[data-resume]')).not.toHaveText('');
      await page.keyboard.press('Space');
      await playTo(page, 3);
      await page.keyboard.press('p');
      await page.getByRole('button', { name: 'Knee', exact: true }).click();
      await expect(page.getByText('Stop for today')).toBeVisible();
      for (const place of ['/today', '/logbook', '/records', '/progress', '/plan', '/weeks', '/yard', '/sheets', '/household']) {
        const answer = await page.request.get(place);
        expect([place, answer.status()]).toEqual([place, 200]);
      }
    } finally {
      await gone(server);
    }
  });
}

test('who signs up, comes in by a code or reads a calendar at one is known at the other', async ({ browser }) => {
  test.setTimeout(180_000);
  const servers = await Promise.all([serveBefore(port), serve(other)]),
    at = [port, other].map(one => `http://127.0.0.1:${one}`);
  try {
    for (const [here, there] of [at, [...at].reverse()]) {
      const context = await browser.newContext({ baseURL: here }),
        page = await context.newPage(),
        name = await newHousehold(page);
      // By name and password.
      const elsewhere = await browser.newContext({ baseURL: there }),
        signedIn = await elsewhere.newPage();
      await signedIn.goto('/');
      await signedIn.getByLabel('Household', { exact: true }).fill(name);
      await signedIn.getByLabel('Password').fill('long enough');
      await signedIn.getByRole('button', { name: 'Sign in' }).click();
      await signedIn.waitForURL('**/today');
      // The same name is taken, wherever it is asked for.
      const third = await browser.newContext({ baseURL: there }),
        taken = await third.newPage();
      await taken.goto('/household/new');
      for (const [label, text] of [
        ['Password', 'long enough'],
        ['Nickname', 'Bo'],
        ['Birth year', '2015'],
      ])
        await taken.getByLabel(label).fill(text);
      await taken.getByLabel('Name', { exact: true }).fill(name);
      await taken.getByLabel('right', { exact: true }).check();
      await taken.getByLabel('steady', { exact: true }).check();
      await taken.getByRole('button', { name: 'Make it' }).click();
      await expect(taken.locator('.problems, [role=alert]').first()).toContainText('There is already a household called');
      // A code made here opens there, once.
      await page.goto('/household/hand-over');
      await page.getByRole('button', { name: 'Show a code' }).click();
      const code = (await page.locator('p.code').textContent()).replace(/\s/g, '');
      const phone = await (await browser.newContext({ baseURL: there })).newPage();
      await phone.goto(`/come?code=${code}`);
      await phone.getByRole('button', { name: 'Sign this device in' }).click();
      await phone.waitForURL('**/today');
      // A calendar turned on here is read there.
      await page.goto('/weeks/rhythm');
      await page.getByRole('button', { name: 'Turn it on' }).click();
      const address = await page.locator('.feed-address').inputValue();
      const calendar = await page.request.get(new URL(new URL(address).pathname, there).href);
      expect([calendar.status(), (await calendar.text()).startsWith('BEGIN:VCALENDAR')]).toEqual([200, true]);
      // Erased there, nobody is let in here.
      await signedIn.goto('/household/erase');
      await signedIn.getByLabel('The household’s name').fill(name);
      await signedIn.getByLabel('Its password').fill('long enough');
      await signedIn.getByRole('button', { name: 'Delete for good' }).click();
      await signedIn.waitForURL(url => !url.pathname.endsWith('/erase'));
      expect((await page.request.get('/today', { maxRedirects: 0 })).status()).toBe(302);
      const again = await (await browser.newContext({ baseURL: here })).newPage();
      await newHousehold(again);
    }
  } finally {
    await Promise.all(servers.map(gone));
  }
});
