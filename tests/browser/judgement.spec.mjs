import { expect, test } from './pages.mjs';
import { begin, newHousehold, tap } from './household.mjs';

const day = back => new Date(Date.now() - back * 86_400_000).toISOString().slice(0, 10);
const notebook = () => 'Drill;Day;Feet;Left;Right;Planned seconds\n' + Array.from({ length: 12 }, (_, i) =>
  `Pull back, laces away;${day(40 - 3 * i)};left;${28 + i % 4};;30\nPull back, laces away;${day(40 - 3 * i)};right;;${33 + i % 4};30`).join('\n');

for (const [device, size] of [['desk', { width: 1280, height: 800 }], ['phone', { width: 390, height: 844 }]]) {
  test(`${device}: from a typed notebook to what is worth aiming at, a session, and how it goes`, async ({ page }) => {
    await page.setViewportSize(size);
    await newHousehold(page, { level: 'steady' });
    await page.goto('/logbook/take-in');
    await page.getByLabel('File').setInputFiles({ name: 'notebook.csv', mimeType: 'text/csv', buffer: Buffer.from(notebook()) });
    await page.getByRole('button', { name: 'Look at it' }).click();
    await expect(page.getByRole('heading', { name: '24 lines would be new' })).toBeVisible();
    await page.getByRole('button', { name: 'Take the new ones in' }).click();
    await expect(page.getByRole('status')).toHaveText('24 sets were taken in.');

    await page.goto('/today');
    await expect(page.locator('.aim').first()).toContainText('Aim for');
    await expect(page.locator('.aim').first()).toContainText(/about \d days in 10/);

    await begin(page, 'pull-back-laces-away');
    await tap(page, 'ffffffffff');
    await page.clock.runFor(31_000);
    await expect(page.locator('[data-stored]')).toHaveText('all stored');
    await page.clock.resume();
    await page.goto('/logbook');
    await page.goto('/today');
    await page.getByRole('link', { name: /set/ }).first().click();
    await expect(page.locator('.decided').first()).toContainText('in 10 were clean lately');
    await expect(page.locator('.against').first()).toContainText(/Aim was \d+ touches, \d in 10/);

    await page.goto('/drills/pull-back-laces-away/progress');
    await expect(page.locator('svg.course').first()).toBeVisible();
    await page.goto('/progress?weeks=4');
    await expect(page.locator('svg.week-bars')).toBeVisible();
    await expect(page.getByText('When Gambeta said').first()).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
  });
}
