// What every spec of the browser begins with: a page whose keys are pressed only once its modules listen. A press that comes before them
// meets the form as it was sent; that it loses nothing there is looked at on purpose (sheets.spec.mjs), not by chance on a slow machine.
import { expect, test as base } from '@playwright/test';

export const test = base.extend({
  page: async ({ page }, use) => {
    const press = page.keyboard.press.bind(page.keyboard);
    page.keyboard.press = async (...keys) => {
      await page.waitForLoadState('load');
      await press(...keys);
    };
    await use(page);
    // What stood there when it failed, for whoever has the log alone.
    const { status, expectedStatus } = test.info();
    if (status !== expectedStatus && !page.isClosed()) {
      const seen = await page.locator('main, body').first().innerText({ timeout: 2000 }).catch(String);
      console.log(`${page.url()} showed: ${seen.slice(0, 600)}`);
    }
  },
});
export { expect };
