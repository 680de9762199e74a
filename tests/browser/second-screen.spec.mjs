import { expect, test } from './pages.mjs';
import { addBo, newHousehold, start, storedSets } from './household.mjs';
import { gone, portAt, serve } from './server.mjs';

const half = (page, foot) => page.locator(`.half.${foot}`);
const press = (page, foot) => half(page, foot).dispatchEvent('pointerdown');
const phase = (page, kind) => expect(page.locator('[data-stage]')).toHaveAttribute('data-phase', kind, { timeout: 40_000 });
const shows = (page, left, right) =>
  expect(async () =>
    expect([await half(page, 'left').locator('output').textContent(), await half(page, 'right').locator('output').textContent()]).toEqual([
      String(left),
      String(right),
    ]),
  ).toPass({ timeout: 20_000 });
const plays = (page, left, right) =>
  expect(async () =>
    expect([await page.locator('[data-count=left]').textContent(), await page.locator('[data-count=right]').textContent()]).toEqual([
      String(left),
      String(right),
    ]),
  ).toPass({ timeout: 20_000 });

/** A household with a device that plays, and one beside it. */
async function twoDevices(browser, at, besideAt = at) {
  const player = await browser.newContext({ baseURL: at }),
    page = await player.newPage();
  await newHousehold(page);
  const beside = await browser.newContext({
      baseURL: besideAt,
      storageState: await player.storageState(),
      viewport: { width: 390, height: 844 },
    }),
    second = await beside.newPage();
  await second.goto('/today');
  await second.getByRole('link', { name: 'Count for somebody' }).click();
  await expect(second.getByRole('heading', { name: 'Nobody is playing right now' })).toBeVisible();
  return { player, page, beside, second };
}

async function begin(page, drill = 'inside-taps') {
  await page.goto(`/practise/${drill}`);
  await page.waitForLoadState('load');
  await start(page);
}

test('whoever stands there counts for the device that plays: nothing pressed late, twice or without network is doubled or lost', async ({
  browser,
  baseURL,
}) => {
  test.setTimeout(480_000);
  const { page, beside, second, player } = await twoDevices(browser, baseURL);
  await begin(page);
  await phase(page, 'work');
  await expect(half(second, 'left')).toBeEnabled({ timeout: 15_000 });
  await expect(second.getByRole('heading', { level: 1 })).toHaveText('Inside taps');
  await expect(second.locator('[data-words] dt')).not.toHaveCount(0);
  for (let i = 0; i < 3; i++) {
    await press(second, 'left');
    await press(second, 'right');
  }
  await plays(page, 3, 3);
  await shows(second, 3, 3);
  // The other screen counts this set: a tap here is not a second one.
  await page.keyboard.press('f');
  await expect(page.locator('[data-under]')).toHaveText('the second screen counts this set');
  await second.keyboard.press('Backspace');
  await plays(page, 3, 2);
  // Both show the same second.
  const figures = await Promise.all([page, second].map(one => one.locator('[data-figure]').textContent()));
  expect(Math.abs(figures[0] - figures[1])).toBeLessThanOrEqual(1);
  // Without network what is pressed waits, and counts for when it was pressed.
  await expect(second.locator('[data-line]')).toHaveText('');
  await beside.setOffline(true);
  await press(second, 'left');
  await press(second, 'left');
  await expect(second.locator('[data-line]')).toContainText('2 presses are on their way');
  await beside.setOffline(false);
  await plays(page, 5, 2);
  // The device that plays loses the network: the other one keeps trying.
  await expect(second.locator('[data-line]')).toHaveText('');
  await player.setOffline(true);
  await press(second, 'right');
  await page.waitForTimeout(1500);
  await player.setOffline(false);
  await plays(page, 5, 3);
  await shows(second, 5, 3);
  await second.keyboard.press('ArrowRight');
  await expect(second.locator('.second')).not.toHaveAttribute('data-kind', 'work');
  await expect(page.locator('[data-stored]')).toHaveText('all saved');
  // Pressed on both at once the pause is wanted once.
  await Promise.all([page.keyboard.press('Space'), second.keyboard.press(' ')]);
  await expect(second.locator('.second')).toHaveAttribute('data-held', 'yes');
  await expect(page.locator('[data-stage]')).toHaveAttribute('data-held', 'yes');
  // It hurts: said there, asked on both, and it ends the practice.
  await second.keyboard.press('p');
  await second.getByRole('button', { name: 'Knee', exact: true }).click();
  await expect(page.getByText('Stop for today')).toBeVisible();
  expect((await storedSets(page)).map(set => [set.left, set.right, set.counted])).toEqual([[5, 3, 'tapped']]);
});

test(
  'a player who is erased while they play is seen by nobody any more, and nothing of them is stored',
  { tag: '@soak' },
  async ({ browser, baseURL }) => {
    test.setTimeout(300_000);
    const { page, second } = await twoDevices(browser, baseURL);
    await begin(page);
    await phase(page, 'work');
    await expect(half(second, 'left')).toBeEnabled({ timeout: 15_000 });
    const home = await page.context().newPage();
    await addBo(home);
    await home.goto('/household');
    await home.locator('a[href^="/household/players/"]').filter({ hasText: 'Odei' }).click();
    await home
      .locator('summary')
      .filter({ hasText: /[Dd]elete/ })
      .click();
    await home.getByLabel('Nickname').last().fill('Odei');
    await home.getByLabel('Password').fill('long enough');
    await home.getByRole('button', { name: /Erase/ }).click();
    await home.waitForURL('**/household');
    await press(second, 'left');
    await expect(second.getByRole('heading', { name: 'Nobody is playing right now' })).toBeVisible({ timeout: 40_000 });
    // What was played stands on the device that played it, and says why it went nowhere.
    await page.keyboard.press('f');
    await page.keyboard.press('ArrowRight');
    await expect(page.locator('[data-stored]')).not.toHaveText('all saved');
    await home.goto('/household/waiting');
    await expect(home.locator('main')).toContainText('This household has no such player', { timeout: 20_000 });
  },
);

test(
  'the server is killed in mid-round, and both come back: the database holds exactly what was pressed',
  { tag: '@soak' },
  async ({ browser }) => {
    test.setTimeout(480_000);
    const port = portAt(3);
    let server = await serve(port);
    try {
      const { page, second } = await twoDevices(browser, `http://127.0.0.1:${port}`);
      await begin(page);
      await phase(page, 'work');
      await expect(half(second, 'left')).toBeEnabled({ timeout: 15_000 });
      for (let i = 0; i < 2; i++) await press(second, 'left');
      await plays(page, 2, 0);
      await gone(server);
      await press(second, 'right');
      await expect(second.locator('[data-line]')).toHaveText(/on (its|their) way/);
      server = await serve(port);
      await plays(page, 2, 1);
      await press(second, 'right');
      await plays(page, 2, 2);
      await page.keyboard.press('ArrowRight');
      await expect(page.locator('[data-stored]')).toHaveText('all saved', { timeout: 40_000 });
      expect((await storedSets(page)).map(set => [set.left, set.right])).toEqual([[2, 2]]);
    } finally {
      await gone(server);
    }
  },
);

test(
  'two instances pass it on, and a second screen that is signed out sees and presses nothing any more',
  { tag: '@soak' },
  async ({ browser }) => {
    test.setTimeout(480_000);
    const [one, other] = [1, 2].map(portAt);
    const servers = await Promise.all([serve(one), serve(other)]);
    try {
      const { page, second } = await twoDevices(browser, `http://127.0.0.1:${one}`, `http://127.0.0.1:${other}`);
      await begin(page);
      await phase(page, 'work');
      await expect(half(second, 'left')).toBeEnabled({ timeout: 15_000 });
      for (let i = 0; i < 4; i++) await press(second, 'left');
      await plays(page, 4, 0);
      await shows(second, 4, 0);
      // Its sign-in is the same as the first one's here: all are ended.
      const context = page.context(),
        settings = await context.newPage();
      await settings.goto('/household/sign-ins');
      await settings.locator('.here').getByRole('button', { name: 'Sign out' }).click();
      await second.waitForURL(url => url.pathname === '/', { timeout: 20_000 });
      // The device that plays goes on, and keeps its set for its household.
      await page.keyboard.press('ArrowRight');
      await expect(page.locator('[data-stored]')).toContainText('sign in', { timeout: 20_000 });
    } finally {
      await Promise.all(servers.map(gone));
    }
  },
);
