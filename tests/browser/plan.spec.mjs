import { expect, test } from './pages.mjs';
import { signUp } from './household.mjs';

const press = (locator, device) => (device === 'phone' ? locator.tap() : locator.click());

for (const [device, size] of [
  ['desk', { width: 1280, height: 800 }],
  ['phone', { width: 390, height: 844 }],
])
  test.describe(device, () => {
    test.use({ viewport: size, hasTouch: device === 'phone' });

    test('from sign-up to a planned session that is practised, with one drill exchanged and the reasons read', async ({ page }) => {
      await signUp(page);
      if (device === 'desk') await page.keyboard.press('c');
      else await page.getByRole('link', { name: /Why, and change/ }).tap();
      await expect(page.getByRole('heading', { name: 'Today’s session' })).toBeVisible();
      const names = () => page.locator('.plan-what a').allTextContents();
      const before = await names();
      expect(before.length).toBeGreaterThan(3);
      await expect(page.locator('.plan-why').first()).toHaveText('New for you.');

      // One is exchanged: it is gone, the others stay where they are.
      await press(page.getByRole('button', { name: `Something else: ${before[1]}` }), device);
      await expect(page.locator('.plan-what a', { hasText: new RegExp(`^${before[1]}$`) })).toHaveCount(0);
      const after = await names();
      expect(after.filter(name => before.includes(name))).toEqual(before.filter(name => name !== before[1]));
      // What was left out says why.
      await press(page.getByText('What is left out, and why'), device);
      await press(page.getByText('Not wanted today'), device);
      await expect(page.locator('.plan-left').getByRole('link', { name: before[1], exact: true })).toBeVisible();

      // One stays while the rest is planned again for more minutes.
      await press(page.getByRole('button', { name: `Keep: ${after[2]}` }), device);
      await expect(page.getByRole('button', { name: `Keep: ${after[2]}` })).toHaveAttribute('aria-pressed', 'true');
      if (device === 'desk') await page.keyboard.press('+');
      else await page.getByRole('button', { name: /Longer/ }).tap();
      await expect(page.locator('h2').first()).toContainText('20 min');
      expect(await names()).toContain(after[2]);
      await page.getByLabel('Minutes').fill('10');
      await press(page.getByRole('button', { name: /Plan again/ }), device);
      await expect(page.locator('h2').first()).toContainText('10 min');
      expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);

      // It is practised like any sheet, and Today begins with it.
      const planned = await names();
      await page.goto('/today');
      if (device === 'desk') await page.keyboard.press('s');
      else await page.getByRole('link', { name: /Start practice/ }).tap();
      await page.waitForURL('**/practise/sheet/*');
      await expect(page.locator('.drill-chain li')).toHaveText(planned);
    });
  });
