import { expect, test } from './pages.mjs';
import { moduleOf, newHousehold } from './household.mjs';

// What a service worker fetches for a page meets no route of a test.
test.use({ serviceWorkers: 'block' });

/** A household whose page's module is held back until the answer is called; it has been asked for by then. */
async function householdWithout(page, module, address) {
  let come, asked;
  const wanted = new Promise(resolve => {
      come = resolve;
    }),
    wasAsked = new Promise(resolve => {
      asked = resolve;
    });
  await page.route(moduleOf(module), async route => {
    asked();
    await wanted;
    await route.continue();
  });
  await newHousehold(page);
  await page.goto(address, { waitUntil: 'commit' });
  await wasAsked;
  return come;
}

test.describe('what is filled in before the module has come is taken up when it comes', () => {
  test('a pattern gets its map', async ({ page }) => {
    const come = await householdWithout(page, 'own-drill', '/drills/own/edit');
    await page.getByLabel('Pattern').fill('R sole back, inside away');
    await expect(page.locator('[data-own-map] .map.ground')).toHaveCount(0);
    come();
    await expect(page.locator('[data-own-map] .map.ground')).toBeVisible();
  });

  test('words find their cards', async ({ page }) => {
    const come = await householdWithout(page, 'shelf', '/drills');
    await page.locator('[data-shelf-words]').fill('chest');
    come();
    await expect(page).toHaveURL(/words=chest/);
    await expect(page.locator('[data-shelf-words]')).toHaveValue('chest');
  });

  test('a sheet is added up', async ({ page }) => {
    const come = await householdWithout(page, 'sheet-edit', '/sheets/edit?drill=inside-taps');
    await page.getByLabel('Amount, Inside taps').selectOption('reps');
    come();
    await expect(page.getByLabel('Sets, Inside taps')).not.toHaveAttribute('readonly');
  });

  test('another shape is laid', async ({ page }) => {
    const come = await householdWithout(page, 'yard-plan', '/yard/plan?drill=zigzag-and-home');
    await page.getByLabel('Shape').selectOption({ index: 0 });
    come();
    await expect(page).toHaveURL(/shape=/);
    // On the way back nothing is chosen again.
    await page.goBack();
    await page.waitForLoadState();
    await expect(page).toHaveURL(/drill=zigzag-and-home$/);
  });
});

test('start that is pressed before the module listens starts once it does', async ({ page }) => {
  for (const press of [() => page.locator('[data-do=start]').click(), () => page.keyboard.down('Space')]) {
    let come;
    const wanted = new Promise(resolve => {
      come = resolve;
    });
    await page.route(/\/js\/practise\/practise\.js/, async route => {
      await wanted;
      await route.continue();
    });
    await newHousehold(page);
    await page.goto('/practise/inside-taps', { waitUntil: 'commit' });
    await expect(page.locator('[data-do=start]')).toBeVisible();
    await press();
    await expect(page.locator('[data-play]')).toBeHidden();
    come();
    await expect(page.locator('[data-play]')).toBeVisible();
    await page.unroute(/\/js\/practise\/practise\.js/);
  }
});
