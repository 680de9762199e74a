import { expect, test } from './pages.mjs';
import { moduleOf, newHousehold } from './household.mjs';

// What a service worker fetches for a page meets no route of a test.
test.use({ serviceWorkers: 'block' });

const order = page => page.locator('.sheet-row:not(.sortable-fallback) .row-what a').allTextContents();
const minutes = async page => Number(await page.locator('.sheet-figures dd').first().textContent());

/** Adds a drill by a part of its name and waits until it stands there. */
async function add(page, words) {
  const before = await page.locator('.sheet-row').count();
  await page.locator('[data-add]').fill(words);
  await page.keyboard.press('Enter');
  await expect(page.locator('.sheet-row')).toHaveCount(before + 1);
}

test('a sheet is put together: from the shelf, by keys and by drag, with what it comes to beside it', async ({ page }) => {
  await newHousehold(page);
  // From the card of a drill.
  await page.goto('/drills/zigzag-and-home');
  await page.getByRole('link', { name: 'put it on a sheet' }).click();
  await page.getByRole('link', { name: /^New sheet/ }).click();
  await expect(page.locator('.warned')).toContainText('There is no warm-up');
  await add(page, 'Toe taps on top');
  await add(page, 'Inside taps');
  const three = await minutes(page);
  // By keys: up and up again.
  await page.getByLabel('Toe taps on top up').focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect.poll(() => order(page)).toEqual(['Toe taps on top', 'Zigzag and home', 'Inside taps']);
  await page.getByLabel('Part of the session, Toe taps on top').selectOption('warm up');
  await expect(page.locator('.warned')).toBeHidden();
  // By drag: the last one between them.
  const [from, to] = [await page.locator('[data-handle]').nth(2).boundingBox(), await page.locator('[data-handle]').nth(1).boundingBox()];
  await page.mouse.move(from.x + 10, from.y + 10);
  await page.mouse.down();
  // What is dragged over is looked at now and then: moved until it lies there.
  await expect(async () => {
    for (const y of [20, 6]) await page.mouse.move(to.x + 10, to.y + y, { steps: 6 });
    expect(await order(page)).toEqual(['Toe taps on top', 'Inside taps', 'Zigzag and home']);
  }).toPass();
  await page.mouse.up();
  await expect.poll(() => order(page)).toEqual(['Toe taps on top', 'Inside taps', 'Zigzag and home']);
  // The dose is changed in place, and the sums follow.
  await page.getByLabel('Amount, Inside taps').selectOption('time');
  await page.getByLabel('Sets, Inside taps').fill('8');
  await page.keyboard.press('Enter');
  await expect.poll(() => minutes(page)).toBeGreaterThan(three + 2);
  await page.getByLabel('Minutes you have').fill('5');
  await page.keyboard.press('Enter');
  await expect(page.locator('.warned')).toContainText('longer than you have');
  await page.getByLabel('Take Zigzag and home off').click();
  await expect(page.locator('.sheet-row')).toHaveCount(2);
  await page.getByLabel('Name').fill('Before school');
  await page.getByRole('button', { name: 'Save' }).click();
  await page.waitForURL('**/sheets');
  await expect(page.locator('.sheet-slab').first()).toContainText('Before school');
  await page.locator('.sheet-slab').first().getByRole('link', { name: 'Start' }).click();
  await expect(page.locator('h1')).toHaveText('Before school');
  await expect(page.locator('.drill-chain li')).toHaveText(['Toe taps on top', 'Inside taps']);
});

test('a press that lasts longer than the answer to what was typed before it is not lost', async ({ page }) => {
  await newHousehold(page);
  await page.goto('/sheets/edit?drill=zigzag-and-home');
  await page.waitForLoadState('load');
  const summed = page.waitForResponse(/handler=Sums/);
  await page.getByLabel('Name').fill('Slow fingers');
  // The name is left as the button is pressed: the sums come back while it is still held.
  await page.getByRole('button', { name: 'Save' }).hover();
  await page.mouse.down();
  await summed;
  await page.waitForTimeout(400);
  await page.mouse.up();
  await page.waitForURL('**/sheets');
  await expect(page.locator('.sheet-slab').first()).toContainText('Slow fingers');
  // On the shelf in the same way: the cards that match come while one is pressed.
  await page.goto('/drills');
  await page.waitForLoadState('load');
  const found = page.waitForResponse(/words=toe/);
  await page.locator('[data-shelf-words]').fill('toe');
  await page.locator('main a[href^="/drills/"]').first().hover();
  await page.mouse.down();
  await found;
  await page.waitForTimeout(400);
  await page.mouse.up();
  await page.waitForURL(/\/drills\/[a-z]/);
});

test('what is typed into another field before the answer to the last one stays', async ({ page }) => {
  await newHousehold(page);
  await page.goto('/sheets/edit?drill=zigzag-and-home');
  await page.waitForLoadState('load');
  let held;
  await page.route(/handler=Sums/, route => (held ? route.continue() : (held = route)));
  await page.getByLabel('Minutes you have').fill('20');
  await page.getByLabel('Name').focus();
  await page.keyboard.press('Control+A');
  await expect.poll(() => Boolean(held)).toBe(true);
  await page.keyboard.type('Befor school');
  for (let i = 0; i < ' school'.length; i++) await page.keyboard.press('ArrowLeft');
  const answer = page.waitForResponse(/handler=Sums/);
  await held.continue();
  await answer;
  await expect(async () => expect(await page.locator('[data-sheet-form]').count()).toBe(1)).toPass();
  await page.waitForTimeout(300);
  await page.keyboard.type('e');
  await expect(page.getByLabel('Name')).toHaveValue('Before school');
  await expect(page.getByLabel('Minutes you have')).toHaveValue('20');
});

test('a sheet prints on one page of A4', async ({ page }) => {
  await newHousehold(page);
  await page.goto('/sheets/print/garden-thirty-five');
  const pdf = (await page.pdf({ format: 'A4', printBackground: true })).toString('latin1');
  expect(pdf.match(/\/Type\s*\/Page[^s]/g).length).toBe(1);
});

test('Enter before the module has come takes the drill on, and a sheet is not kept without what is typed', async ({ page }) => {
  let kept = 0;
  await page.route(moduleOf('sheet-edit'), route => {
    kept++;
    return route.abort();
  });
  await newHousehold(page);
  await page.goto('/sheets/edit?drill=zigzag-and-home');
  await expect(page.getByText('This page did not load fully')).toBeVisible();
  expect(kept).toBe(1);
  await add(page, 'Inside taps');
  await expect(page).toHaveURL(/\/sheets\/edit/);
  await page.locator('[data-add]').fill('Toe taps on top');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.locator('.problems, [role=alert]').first()).toContainText('“Toe taps on top” is typed but not on the sheet yet');
  await expect(page.locator('.sheet-row')).toHaveCount(2);
  await expect(page.locator('[data-add]')).toHaveValue('Toe taps on top');
});
