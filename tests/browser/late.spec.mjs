import { expect, test } from './pages.mjs';
import { newHousehold } from './household.mjs';

/** Opens a page whose module comes only when the answer is called. */
async function openWithout(page, module, address) {
  let come;
  const wanted = new Promise(resolve => { come = resolve; });
  await page.route(`**/pages/${module}.js*`, async route => { await wanted; await route.continue(); });
  await page.goto(address, { waitUntil: 'commit' });
  return come;
}

test.describe('what is filled in before the module has come is taken up when it comes', () => {
  test('a pattern gets its map', async ({ page }) => {
    await newHousehold(page);
    const come = await openWithout(page, 'own-drill', '/drills/own/edit');
    await page.getByLabel('Pattern').fill('R sole back, inside away');
    await expect(page.locator('[data-own-map] .map.ground')).toHaveCount(0);
    come();
    await expect(page.locator('[data-own-map] .map.ground')).toBeVisible();
  });

  test('words find their cards', async ({ page }) => {
    await newHousehold(page);
    const come = await openWithout(page, 'shelf', '/drills');
    await page.locator('[data-shelf-words]').fill('chest');
    come();
    await expect(page).toHaveURL(/words=chest/);
    await expect(page.locator('[data-shelf-words]')).toHaveValue('chest');
  });

  test('a sheet is added up', async ({ page }) => {
    await newHousehold(page);
    const come = await openWithout(page, 'sheet-edit', '/sheets/edit?drill=inside-taps');
    await page.getByLabel('Amount, Inside taps').selectOption('reps');
    come();
    await expect(page.getByLabel('Sets, Inside taps')).not.toHaveAttribute('readonly');
  });

  test('another shape is laid', async ({ page }) => {
    await newHousehold(page);
    const come = await openWithout(page, 'yard-plan', '/yard/plan?drill=zigzag-and-home');
    await page.getByLabel('Shape').selectOption({ index: 0 });
    come();
    await expect(page).toHaveURL(/shape=/);
    // On the way back nothing is chosen again.
    await page.goBack();
    await page.waitForLoadState();
    await expect(page).toHaveURL(/drill=zigzag-and-home$/);
  });
});
