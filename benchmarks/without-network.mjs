// Where there is no network: how much is kept ahead of the demo's day, and how long it takes from a cold page to a session that can be
// started.
import { chromium } from '@playwright/test';
import { browserOptions } from '../tests/browser/browser-options.mjs';
import { openDemo } from '../tests/browser/household.mjs';

/** The rows of the table. */
export async function withoutNetwork(address) {
  const browser = await chromium.launch(browserOptions);
  try {
    const context = await browser.newContext({ baseURL: address }),
      page = await context.newPage();
    await openDemo(page);
    const pages = await page.evaluate(async () => {
      for (;;) {
        const found = await caches.match('/kept-ahead.json');
        if (found && navigator.serviceWorker.controller) return found.json();
        await new Promise(resolve => setTimeout(resolve, 100));
      }
    });
    const session = pages.find(one => one.kind === 'practise').address,
      took = [];
    await page.close();
    await context.setOffline(true);
    for (let i = 0; i < 9; i++) {
      const cold = await context.newPage(),
        from = performance.now();
      await cold.goto(session);
      await cold.locator('[data-start-word]').waitFor();
      await cold.waitForLoadState('load');
      took.push(performance.now() - from);
      await cold.close();
    }
    return [
      [
        `kept ahead of the demo's day, ${pages.length} pages; from a cold page without network to a session that can be ` +
          `started, median of ${took.length}`,
        `${Math.round(pages.reduce((sum, one) => sum + one.bytes, 0) / 1024)} KB; ${Math.round(took.sort((a, b) => a - b)[4])} ms`,
        'at most 3 MB',
      ],
    ];
  } finally {
    await browser.close();
  }
}

if (process.argv[1]?.endsWith('without-network.mjs'))
  for (const row of await withoutNetwork(process.argv[2])) console.log(`| ${row.join(' | ')} |`);
