// Two of a household on one sheet, through the real screen: what each played stands with each, whatever happens in between.
import { expect, test } from './pages.mjs';
import { addBo, holdClock, newHousehold, start, storedSets, tap } from './household.mjs';

async function withBo(page) {
  await newHousehold(page);
  await addBo(page);
  await holdClock(page);
}

/** From a drill's card to the first touch, as anybody would go. */
async function goOut(page, drill, { part = 'rests and watches', by = 'after a round or a set' } = {}) {
  await page.goto(`/drills/${drill}`);
  await page.getByRole('link', { name: 'with somebody' }).click();
  await page.getByLabel(part).check();
  await page.getByLabel(by).check();
  await page.getByRole('button', { name: /Start/ }).click();
  await page.waitForURL('**/practise/together*');
  await start(page);
  await page.clock.runFor(6100);
}

const label = page => page.locator('[data-label]');

/** The sets that are stored, of each player by the nickname. */
async function setsOf(page) {
  await expect(async () =>
    expect(
      await page.evaluate(
        async () =>
          (await (await import(new URL('../shared/outbox.js', document.querySelector('script[type=module]').src))).waiting()).length,
      ),
    ).toBe(0),
  ).toPass();
  const sets = await storedSets(page),
    // Sets by turns begin in the same moment: whose page it is says who is who.
    first = await page.evaluate(() => document.body.dataset.player);
  return { sets, of: who => sets.filter(set => (set.player === first) === (who === 0)) };
}

test('a round each by turns, the network cut in the middle and the page loaded anew: each has what they played, in one outing', async ({
  page,
  context,
}) => {
  await withBo(page);
  await goOut(page, 'pull-back-laces-away');
  await expect(label(page)).toHaveText('Odei: Round 1 of 4');
  await tap(page, 'fff');
  await page.clock.runFor(20_000);
  await expect(label(page)).toHaveText('Bo is next: right foot');
  await expect(page.locator('[data-result]')).toHaveText(/^Odei: /);
  await page.clock.runFor(8100);
  await expect(label(page)).toHaveText('Bo: Round 1 of 4');
  await expect(page.locator('[data-other]')).toHaveText('Odei watches, two steps outside the lines.');
  await context.setOffline(true);
  await tap(page, 'jjjjj');
  await page.clock.runFor(20_000);
  await context.setOffline(false);
  await page.clock.runFor(9000);
  await tap(page, 'jj');
  await page.reload();
  await expect(page.locator('[data-resume]')).toContainText('odei: round 2 of 4');
  await page.keyboard.press('Space');
  await expect(page.locator('[data-count=right]')).toHaveText('2');
  await tap(page, 'jj');
  await page.clock.runFor(20_000);
  await expect(label(page)).toHaveText(/^Bo is next/);
  // Odei has enough; Bo goes on, and rests as long as alone.
  await page.keyboard.press('k');
  await page.getByRole('button', { name: /Odei stops/ }).click();
  await page.clock.runFor(9000);
  await expect(label(page)).toHaveText('Bo: Round 2 of 4');
  await tap(page, 'f');
  await page.clock.runFor(20_000);
  await expect(label(page)).toHaveText(/^Bo is next/);
  await page.clock.runFor(10_000);
  await expect(label(page)).toHaveText(/^Bo is next/);
  await page.keyboard.press('Escape');
  await page.waitForURL('**/practise/result/*');
  await expect(page.locator('.played-with')).toContainText('Together with Bo');
  const { sets, of } = await setsOf(page);
  expect([of(0).map(set => [set.feet, set.left + set.right]), of(1).map(set => [set.feet, set.left + set.right])]).toEqual([
    [
      ['left', 3],
      ['right', 4],
    ],
    [
      ['right', 5],
      ['left', 1],
    ],
  ]);
  expect(new Set(sets.map(set => set.session)).size).toBe(2);
  await page.getByRole('link', { name: 'Together with Bo' }).click();
  await expect(page.locator('.head .quiet')).toContainText('Bo');
  await expect(page.locator('.played-with')).toContainText('Together with Odei');
});

test('by the rep the turn passes with each, on the glass as well', async ({ page }) => {
  await withBo(page);
  await goOut(page, 'two-rolls-two-outside', { by: 'after each rep, pass or try' });
  await expect(label(page)).toHaveText(/^Odei: Set 1/);
  await page.clock.runFor(500);
  await page.mouse.click(300, 400);
  await expect(label(page)).toHaveText(/^Bo: Set 1/);
  await expect(page.locator('[data-stage]')).toHaveAttribute('data-feet', 'right');
  await tap(page, 'jx');
  await expect(label(page)).toHaveText(/^Bo: Set 1/);
  await page.keyboard.press('Backspace');
  await expect(label(page)).toHaveText(/^Odei: Set 1/);
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await page.waitForURL('**/practise/result/*');
  const { of } = await setsOf(page);
  expect([
    of(0).map(set => [set.feet, set.result.clean, set.result.slips]),
    of(1).map(set => [set.feet, set.result.clean, set.result.slips]),
  ]).toEqual([[['left', 1, 0]], [['right', 1, 0]]]);
});

test('a race on one course: both times on the board, the faster one named, a shadow makes no record', async ({ page }) => {
  await withBo(page);
  await goOut(page, 'zigzag-and-home', { part: 'races on the same course' });
  await expect(page.locator('[data-other]')).toHaveText('Bo waits behind the start and runs next.');
  for (const [seconds, next] of [
    [14, 'Bo: Run 1'],
    [12, 'Odei: Run 2'],
  ]) {
    await page.clock.runFor(seconds * 1000);
    await page.keyboard.press('Enter');
    await page.keyboard.press('ArrowRight');
    await expect(label(page)).toHaveText(new RegExp(`^${next}`));
  }
  await expect(page.locator('.board .cell')).toHaveText([/14\.\dOdei/, /12\.\dBo/]);
  await page.keyboard.press('Escape');
  await page.waitForURL('**/practise/result/*');
  await expect(page.locator('.played-with')).toContainText(/Zigzag and home: Bo was faster, 12\.\d s against 14\.\d s/);
  await goOut(page, 'scissors', { part: 'follows at arm’s length' });
  await tap(page, 'fff');
  await page.keyboard.press('Enter');
  await page.clock.runFor(1000);
  await expect(page.locator('[data-result]')).toHaveText('Odei: 3 clean reps');
  await page.keyboard.press('Escape');
  await page.waitForURL('**/practise/result/*');
  const { sets } = await setsOf(page);
  expect(sets.map(set => [set.drill, set.with ?? null])).toEqual([
    ['zigzag-and-home', null],
    ['zigzag-and-home', null],
    ['scissors', 'shadows'],
  ]);
  await page.goto('/records');
  await expect(page.locator('main')).not.toContainText('Scissors');
});

test('one is hurt and both stop; neither begins again before a grown-up says so', async ({ page }) => {
  await withBo(page);
  await goOut(page, 'toe-taps');
  await tap(page, 'fj');
  await page.keyboard.press('p');
  await page.getByText('Bo', { exact: true }).click();
  await page.getByRole('button', { name: 'Knee' }).click();
  await expect(page.getByText('Stop for today')).toBeVisible();
  await setsOf(page).catch(() => {});
  await page.goto('/plan/together');
  await page.getByRole('button', { name: /Start/ }).click();
  await expect(page.getByText('Bo: Your knee hurt, today.')).toBeVisible();
  await expect(page.getByRole('button', { name: /Start/ })).toHaveCount(0);
});

test('said on a second screen, it is said whom it is about', { tag: '@soak' }, async ({ page, browser, baseURL }) => {
  await newHousehold(page);
  await addBo(page);
  const beside = await browser.newContext({
      baseURL,
      storageState: await page.context().storageState(),
      viewport: { width: 390, height: 844 },
    }),
    second = await beside.newPage();
  await second.goto('/beside');
  await page.goto('/drills/toe-taps');
  await page.getByRole('link', { name: 'with somebody' }).click();
  await page.getByRole('button', { name: /Start/ }).click();
  await page.waitForURL('**/practise/together*');
  await start(page);
  await expect(page.locator('[data-stage]')).toHaveAttribute('data-phase', 'work', { timeout: 40_000 });
  await second.getByRole('button', { name: 'it hurts' }).click();
  await expect(second.getByLabel('Odei')).toBeChecked();
  await second.getByLabel('Bo').check();
  await second.getByRole('button', { name: 'Shin' }).click();
  await expect(page.getByText('Stop for today')).toBeVisible();
  await setsOf(page);
  await page.goto('/plan/together');
  await page.getByRole('button', { name: /Start/ }).click();
  await expect(page.getByText('Bo: Your shin hurt, today.')).toBeVisible();
  await expect(page.getByText(/^Odei: Your/)).toHaveCount(0);
  // One alone is asked for nobody.
  await page.goto('/practise/inside-taps');
  await start(page);
  await expect(page.locator('[data-stage]')).toHaveAttribute('data-phase', 'work', { timeout: 40_000 });
  await second.getByRole('button', { name: 'it hurts' }).click();
  await expect(second.getByRole('button', { name: 'Shin' })).toBeVisible();
  await expect(second.getByLabel('Bo')).toBeHidden();
});
