import { expect, test } from '@playwright/test';
import { newHousehold, storedSets } from '../browser/household.mjs';
import { gone, portAt, serve } from '../browser/server.mjs';

const port = portAt(5);

test('two tabs keep a hundred sets each while answers, network and server break: each is stored once', async ({ browser }) => {
  let server = await serve(port);
  try {
    const context = await browser.newContext({ baseURL: `http://127.0.0.1:${port}` });
    const [one, other] = [await context.newPage(), await context.newPage()];
    await newHousehold(one);
    for (const page of [one, other]) {
      await page.goto('/today');
      await page.evaluate(() =>
        Promise.all([
          import(new URL('../shared/outbox.js', document.querySelector('script[type=module]').src)),
          import(new URL('../shared/ids.js', document.querySelector('script[type=module]').src)),
        ]),
      );
    }
    let ill = true,
      n = 0;
    const broken = {
      cut: route => route.abort('connectionreset'),
      lost: async route => {
        await route.fetch().catch(() => {});
        await route.abort('connectionreset');
      },
      portal: route => route.fulfill({ status: 200, contentType: 'text/html', body: '<html>Welcome</html>' }),
      failed: route =>
        route.fulfill({
          status: 500,
          contentType: 'application/problem+json',
          body: '{"title":"x","status":500,"problems":["Something broke."],"ask":false}',
        }),
      timeout: route => route.fulfill({ status: 408, body: '' }),
      away: route => route.fulfill({ status: 404, contentType: 'text/html', body: 'nobody here' }),
    };
    await context.route('**/api/**', route => {
      const ways = Object.values(broken);
      return ill && n++ % 3 === 0 ? ways[n % ways.length](route).catch(() => {}) : route.continue().catch(() => {});
    });
    const keep = page =>
      page.evaluate(async () => {
        const [{ keep }, { newId }] = await Promise.all([
            import(new URL('../shared/outbox.js', document.querySelector('script[type=module]').src)),
            import(new URL('../shared/ids.js', document.querySelector('script[type=module]').src)),
          ]),
          ids = [];
        for (let i = 0; i < 100; i++) {
          const id = newId();
          ids.push(id);
          keep({
            kind: 'set',
            key: id,
            url: '/api/sets',
            body: {
              id,
              session: newId(),
              player: document.body.dataset.player,
              drill: 'pull-back-laces-away',
              order: 1,
              feet: 'left',
              startedAt: new Date(Date.now() - 60_000).toISOString(),
              plannedSeconds: 20,
              countedBy: 'tapped',
              seconds: 20,
              events: 'l30 l30',
            },
          });
          await new Promise(resolve => setTimeout(resolve, Math.random() * 300));
        }
        return ids;
      });
    const playing = Promise.all([keep(one), keep(other)]);
    for (let i = 0; i < 3; i++) {
      await new Promise(resolve => setTimeout(resolve, 3000));
      await context.setOffline(true);
      await gone(server);
      server = await serve(port);
      await context.setOffline(false);
    }
    const ids = (await playing).flat();
    ill = false;
    await one.reload();
    // What was stepped over is tried again by itself, after pauses that had grown.
    await expect(async () => {
      await one.evaluate(() => dispatchEvent(new Event('online')));
      expect(new Set((await storedSets(one)).map(set => set.id))).toEqual(new Set(ids));
    }).toPass({ timeout: 120_000 });
    expect((await storedSets(one)).length).toBe(200);
  } finally {
    await gone(server);
  }
});
