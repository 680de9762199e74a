import { expect, test } from './pages.mjs';
import { begin, inTime, logged, newHousehold, said, start, storedSets, tap } from './household.mjs';
import { gone, portAt, serve } from './server.mjs';

const stored = page => page.locator('[data-stored]');

/** What stands in a store of the outbox. */
const kept = (page, store = 'waiting') =>
  page.evaluate(async name => {
    const { openDB } = await import('/lib/idb.js');
    const db = await openDB('gambeta'),
      all = await db.getAll(name);
    db.close();
    return all;
  }, store);

/** Without the open line each thing is a request of its own, which a test can answer as it likes. */
const noLine = page => page.routeWebSocket(/api\/line/, line => line.close());

/** Keeps sets by the module itself, as the practice screen does, one after another within some milliseconds. */
const keepMany = (page, count, within) =>
  page.evaluate(
    async ([count, within]) => {
      const [{ keep }, { newId }] = await Promise.all([
          import(new URL('../shared/outbox.js', document.querySelector('script[type=module]').src)),
          import(new URL('../shared/ids.js', document.querySelector('script[type=module]').src)),
        ]),
        ids = [];
      for (let i = 0; i < count; i++) {
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
        await new Promise(resolve => setTimeout(resolve, Math.random() * within));
      }
      return ids;
    },
    [count, within],
  );

const problem = (status, problems, more = {}) => ({
  status,
  contentType: 'application/problem+json',
  body: JSON.stringify({ title: 'x', status, problems, ask: false, ...more }),
});

test('two tabs that keep and send at the same time lose nothing and double nothing', async ({ page, context }) => {
  await newHousehold(page);
  await page.goto('/today');
  const other = await context.newPage();
  await other.goto('/today');
  // Loaded while there is a network.
  for (const one of [page, other])
    await one.evaluate(() => import(new URL('../shared/ids.js', document.querySelector('script[type=module]').src)));
  await context.setOffline(true);
  const before = await keepMany(page, 30, 4);
  await context.setOffline(false);
  const after = (await Promise.all([keepMany(page, 60, 20), keepMany(other, 60, 20)])).flat();
  await expect(async () => expect((await kept(page)).length).toBe(0)).toPass();
  const ids = (await storedSets(page)).map(set => set.id);
  expect(ids.length).toBe(150);
  expect(new Set(ids)).toEqual(new Set([...before, ...after]));
});

test('what went into memory while the disk would not have it is on the disk as soon as it will', async ({ page }) => {
  await newHousehold(page);
  await noLine(page);
  await page.goto('/today');
  await page.route('**/api/sets', route => route.abort());
  await page.evaluate(() => {
    const transaction = IDBDatabase.prototype.transaction;
    IDBDatabase.prototype.transaction = () => {
      throw new DOMException('The disk is busy.', 'UnknownError');
    };
    window.diskIsBack = () => {
      IDBDatabase.prototype.transaction = transaction;
    };
  });
  await keepMany(page, 2, 10);
  await page.evaluate(() => window.diskIsBack());
  await expect(async () => expect((await kept(page)).length).toBe(2)).toPass();
  // The page may go now: what waits is sent by the next one.
  await page.unroute('**/api/sets');
  await page.reload();
  await expect(async () => expect(await kept(page)).toEqual([])).toPass();
  expect((await storedSets(page)).length).toBe(2);
});

test('one thing that the server breaks on does not hold up what comes after it, and goes when it is well again', async ({ page }) => {
  await newHousehold(page);
  await noLine(page);
  await page.goto('/today');
  let ill = true;
  await page.route('**/api/sets', async route =>
    ill && route.request().postDataJSON().order === 7 ? route.fulfill(problem(500, ['Something broke.'])) : route.continue(),
  );
  await page.evaluate(async () => {
    const [{ keep }, { newId }] = await Promise.all([
      import(new URL('../shared/outbox.js', document.querySelector('script[type=module]').src)),
      import(new URL('../shared/ids.js', document.querySelector('script[type=module]').src)),
    ]);
    for (const order of [7, 8, 9]) {
      const id = newId();
      await keep({
        kind: 'set',
        key: id,
        url: '/api/sets',
        body: {
          id,
          session: newId(),
          player: document.body.dataset.player,
          drill: 'pull-back-laces-away',
          order,
          feet: 'left',
          startedAt: new Date(Date.now() - 60_000).toISOString(),
          plannedSeconds: 20,
          countedBy: 'tapped',
          seconds: 20,
          events: 'l30 l30',
        },
      });
      // Its count waits with its set: alone it would be refused for good.
      if (order === 7)
        await keep({
          kind: 'count',
          key: newId(),
          set: id,
          url: '/api/counts',
          body: { set: id, change: newId(), draft: { left: 11, seconds: 20 }, sure: false },
        });
    }
  });
  await expect(async () => expect((await kept(page)).map(item => item.kind)).toEqual(['set', 'count'])).toPass();
  expect(await kept(page, 'refused')).toEqual([]);
  ill = false;
  await page.reload();
  await expect(async () => expect(await kept(page)).toEqual([])).toPass();
  expect((await logged(page)).sort()).toEqual(['11', '2', '2']);
});

// What is no answer of our own server.
const foreign = {
  'a page of another network that says 200': { status: 200, contentType: 'text/html', body: '<html>Please accept the terms</html>' },
  'JSON of somebody else that says 200': { status: 200, contentType: 'application/json', body: '{"ok":true}' },
  'a 404 that is not ours': { status: 404, contentType: 'text/html', body: 'no such page' },
  'a 422 that is not ours': { status: 422, contentType: 'application/json', body: '{"error":"nope"}' },
  'a 413 of a proxy': { status: 413, contentType: 'text/html', body: 'too large' },
  'a 408': { status: 408, body: '' },
  'a 429': { status: 429, headers: { 'Retry-After': '2' }, body: '' },
  'a 502': { status: 502, body: 'bad gateway' },
};

test('an answer that is not our own server’s stores nothing and refuses nothing: the set waits, and goes when ours answers', async ({
  page,
}) => {
  await newHousehold(page);
  await noLine(page);
  await begin(page, 'pull-back-laces-away');
  const stage = page.locator('[data-stage]');
  let touches = 0;
  for (const [what, answer] of Object.entries(foreign)) {
    // The next round of the run, or the first one of another run.
    for (let phase = ''; phase !== 'work'; phase = await stage.getAttribute('data-phase')) {
      if (phase === 'done') await begin(page, 'pull-back-laces-away');
      else if (phase) await page.keyboard.press('ArrowRight');
      await page.clock.runFor(300);
    }
    await expect(async () => expect(await kept(page), what).toEqual([])).toPass();
    await page.route('**/api/**', route => route.fulfill(answer));
    touches++;
    await tap(page, ((await stage.getAttribute('data-feet')) === 'right' ? 'j' : 'f').repeat(touches));
    await page.clock.runFor(20_000);
    await expect(stored(page), what).toHaveText('1 set waits on this device');
    expect((await kept(page)).filter(item => item.kind === 'set').length, what).toBe(1);
    expect(await kept(page, 'refused'), what).toEqual([]);
    await page.unroute('**/api/**');
    await inTime(page, () => expect(stored(page), what).toHaveText('all saved', { timeout: 500 }));
    const counted = (await storedSets(page)).map(set => set.left + set.right);
    expect(counted, what).toEqual(Array.from({ length: touches }, (_, i) => i + 1));
  }
});

test(
  'a server that hangs is said to hang, holds nobody, and what was played is there when it goes on',
  { tag: '@soak' },
  async ({ browser }) => {
    const port = portAt(4),
      server = await serve(port);
    try {
      const page = await (await browser.newContext({ baseURL: `http://127.0.0.1:${port}` })).newPage();
      await newHousehold(page);
      // In real time: what hangs is no clock of ours.
      await page.goto('/practise/pull-back-laces-away');
      await start(page);
      await page.keyboard.press('ArrowRight');
      await expect(page.locator('[data-stage]')).toHaveAttribute('data-phase', 'work');
      server.kill('SIGSTOP');
      await page.keyboard.press('f');
      await page.keyboard.press('ArrowRight');
      await expect(stored(page)).toHaveText('1 set waits on this device');
      await page.keyboard.press('Escape');
      await expect(stored(page)).toContainText('Press again to go to Today');
      // The next time-out takes nothing back of what was said.
      await page.waitForEvent('requestfailed');
      await expect(stored(page)).toContainText('Press again to go to Today');
      await page.keyboard.press('Escape');
      server.kill('SIGCONT');
      // To the result where it was just in time, else to Today.
      await page.waitForURL(url => url.pathname === '/today' || url.pathname.startsWith('/practise/result/'));
      await expect(async () => expect(await kept(page)).toEqual([])).toPass({ timeout: 60_000 });
      expect(await logged(page)).toEqual(['1']);
    } finally {
      server.kill('SIGCONT');
      await gone(server);
    }
  },
);

test('a typed count that is asked about while nobody looks is kept until somebody says whether it is right', async ({ page, context }) => {
  await newHousehold(page);
  await begin(page, 'pull-back-laces-away');
  await tap(page, 'fffff');
  await page.clock.runFor(20_000);
  await expect(stored(page)).toHaveText('all saved');
  await context.setOffline(true);
  await page.keyboard.press('t');
  await page.locator('[data-typed] input').first().fill('161');
  await page.keyboard.press('Enter');
  await page.clock.runFor(300);
  await page.keyboard.press('ArrowRight');
  await context.setOffline(false);
  await expect(stored(page)).toContainText('Not saved: That is more than 8 touches a second');
  await page.goto('/today');
  await expect(page.locator('[data-waiting]')).toContainText('One thing you played here was not saved');
  await page.getByRole('link', { name: 'See what it is' }).click();
  await expect(page.locator('.waits li')).toContainText('more than 8 touches a second');
  await page.getByRole('button', { name: 'It is right, save it' }).click();
  await expect(page.getByRole('heading', { name: 'Nothing waits' })).toBeVisible();
  expect(await logged(page)).toEqual(['161']);
});

test('answers and pains that are refused are kept and shown like sets, and go only when somebody lets them go', async ({ page }) => {
  await newHousehold(page);
  await noLine(page);
  await page.route('**/api/pains', route => route.fulfill(problem(422, ['Where does it hurt?'])));
  await page.route('**/api/answers', route => route.fulfill(problem(404, ['This household has no such player.'])));
  await begin(page, 'pull-back-laces-away');
  await tap(page, 'fff');
  for (let i = 0; i < 10 && (await page.locator('[data-stage]').getAttribute('data-phase')) !== 'done'; i++)
    await page.keyboard.press('ArrowRight');
  await page.keyboard.press('1');
  await page.keyboard.press('p');
  await page.getByRole('button', { name: 'Knee' }).click();
  await expect(async () => expect((await kept(page, 'refused')).map(item => item.kind).sort()).toEqual(['answer', 'pain'])).toPass();
  await page.goto('/household/waiting');
  await expect(page.locator('.waits li')).toHaveText([
    /An answer: Pull back, laces away.*no such player/,
    /That something hurts.*Where does it hurt/,
  ]);
  for (let i = 2; i > 0; i--) await page.getByRole('button', { name: 'Delete it' }).first().click();
  await expect(page.getByRole('heading', { name: 'Nothing waits' })).toBeVisible();
});

test('a full or closed storage freezes nothing, and what it means is said', async ({ page, browser, baseURL }) => {
  await newHousehold(page);
  await begin(page, 'pull-back-laces-away');
  // Full: what is small is not kept any more, sets are.
  await page.evaluate(() => {
    for (let size = 1 << 20, n = 0; size >= 1;)
      try {
        localStorage.setItem(`fill ${n++}`, 'x'.repeat(size));
      } catch {
        size >>= 1;
      }
  });
  await tap(page, 'ffff');
  await page.clock.runFor(20_000);
  await expect(stored(page)).toHaveText('all saved');
  expect(await logged(page)).toEqual(['4']);
  // Closed altogether: the round goes on, a set is in memory until it is sent, and the screen says so.
  const context = await browser.newContext({ baseURL }),
    closed = await context.newPage();
  await closed.addInitScript(() => {
    for (const name of ['localStorage', 'sessionStorage'])
      Object.defineProperty(window, name, {
        get() {
          throw new DOMException('closed', 'SecurityError');
        },
      });
    IDBFactory.prototype.open = () => {
      throw new DOMException('closed', 'SecurityError');
    };
  });
  const errors = [];
  closed.on('pageerror', error => errors.push(String(error)));
  await newHousehold(closed);
  await begin(closed, 'pull-back-laces-away');
  await context.setOffline(true);
  await tap(closed, 'fffff');
  await closed.clock.runFor(20_000);
  await expect(stored(closed)).toContainText('this device cannot save it: keep this page open');
  await context.setOffline(false);
  await expect(stored(closed)).toHaveText('all saved');
  expect(await logged(closed)).toEqual(['5']);
  expect(errors).toEqual([]);
});

test('what waited in the list of an earlier version is carried over', async ({ page }) => {
  await newHousehold(page);
  await page.goto('/today');
  const ids = await page.evaluate(async () => {
    const { newId } = await import(new URL('../shared/ids.js', document.querySelector('script[type=module]').src)),
      { household, player } = document.body.dataset,
      ids = [newId(), newId()];
    const item = id => ({
      kind: 'set',
      key: id,
      household,
      url: '/api/sets',
      body: {
        id,
        session: newId(),
        player,
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
    localStorage.setItem('gambeta-waiting', JSON.stringify([item(ids[0])]));
    localStorage.setItem('gambeta-refused', JSON.stringify([{ ...item(ids[1]), problems: ['Once upon a time.'] }]));
    return ids;
  });
  await page.reload();
  await expect(page.locator('[data-waiting]')).toContainText('One thing you played here was not saved');
  await expect.poll(async () => (await storedSets(page)).map(set => set.id)).toEqual([ids[0]]);
  expect((await kept(page, 'refused')).map(item => item.key)).toEqual([ids[1]]);
  expect(await page.evaluate(() => [localStorage.getItem('gambeta-waiting'), localStorage.getItem('gambeta-refused')])).toEqual([
    null,
    null,
  ]);
});

test('an answer that was lost is given again: the best is said', async ({ page }) => {
  await newHousehold(page);
  await noLine(page);
  await begin(page, 'pull-back-laces-away');
  let lost = 0;
  await page.route('**/api/sets', async route => {
    const response = await route.fetch();
    if (lost++ === 0) await route.abort('connectionreset');
    else await route.fulfill({ response });
  });
  await tap(page, 'fffff');
  await page.clock.runFor(20_000);
  await expect(stored(page)).toHaveText('1 set waits on this device');
  // The rest stands still meanwhile: what came of the round is read in it.
  await page.keyboard.press('Space');
  await inTime(page, () => expect(page.locator('[data-result]')).toHaveText('New record: 5 touches', { timeout: 500 }));
  expect(await logged(page)).toEqual(['5']);
});

test('after it hurts nothing brings the run back: not another tab, not the back button, not a server that knows nothing of it', async ({
  page,
  context,
}) => {
  await newHousehold(page);
  await noLine(page);
  await page.goto('/sheets');
  await begin(page, 'pull-back-laces-away');
  await tap(page, 'ffff');
  await page.route('**/api/pains', route => route.abort());
  await page.keyboard.press('p');
  await page.getByRole('button', { name: 'Heel' }).click();
  await page.clock.runFor(3000);
  expect(await page.evaluate(() => Object.keys(localStorage).filter(key => key.startsWith('gambeta-run')))).toEqual([]);
  await page.goto('/drills');
  expect(await page.evaluate(() => Object.keys(localStorage).filter(key => key.startsWith('gambeta-run')))).toEqual([]);
  await page.goBack();
  await expect(page.locator('[data-resume]')).toContainText('Something hurt');
  await expect(page.locator('[data-do=start]')).toBeHidden();
  const other = await context.newPage();
  await other.route('**/api/pains', route => route.abort());
  await other.goto('/practise/toe-taps');
  await expect(other.locator('[data-resume]')).toContainText('Something hurt');
  await other.keyboard.press('Space');
  await expect(other.locator('[data-play]')).toBeHidden();
  expect(await other.evaluate(async () => Boolean(await caches.match('/practise/pull-back-laces-away')))).toBe(false);
});

test('without network a grown-up says with the word that practice may go on, and the server hears it later', async ({ page }) => {
  await newHousehold(page);
  await noLine(page);
  await page.goto('/household/grown-up');
  await page.getByLabel('Four letters or digits').fill('tree');
  await page.getByLabel('Password').fill('long enough');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(said(page, 'Saved')).toBeVisible();
  await begin(page, 'toe-taps');
  await page.route('**/api/pains**', route => route.abort());
  await page.keyboard.press('p');
  await page.getByRole('button', { name: 'Heel' }).click();
  await page.clock.runFor(3000);
  await page.clock.resume();
  await page.goto('/practise/toe-taps');
  await expect(page.locator('[data-do=start]')).toBeHidden();
  await page.getByLabel('The grown-ups’ word').fill('bush');
  await page.getByRole('button', { name: 'Yes, go on' }).click();
  await expect(page.getByText('That is not the word.')).toBeVisible();
  await expect(page.locator('[data-do=start]')).toBeHidden();
  await page.getByLabel('The grown-ups’ word').fill('Tree');
  await page.getByRole('button', { name: 'Yes, go on' }).click();
  await expect(page.locator('[data-do=start]')).toBeVisible();
  await page.unroute('**/api/pains**');
  await page.goto('/household/waiting');
  await expect(page.getByText('Nothing waits')).toBeVisible();
  await page.goto('/practise/toe-taps');
  await expect(page.locator('[data-do=start]')).toBeVisible();
  await expect(page.locator('[data-grown-up]')).toBeHidden();
  expect(await page.evaluate(() => fetch('/practise/toe-taps').then(answer => answer.text()))).not.toContain('Something hurt');
});

test('"all stored" never stands there while a set is under way, however short the round', async ({ page }) => {
  await newHousehold(page);
  await noLine(page);
  const held = [];
  await page.route('**/api/sets', route => new Promise(resolve => held.push(() => resolve(route.continue()))));
  await page.goto('/practise/pull-back-laces-away');
  await start(page);
  // Read at every change, and right after the key: the sitting and its check are still being written down when the first set comes.
  const said = await page.evaluate(async () => {
    const line = document.querySelector('[data-stored]'),
      stage = document.querySelector('[data-stage]'),
      seen = [];
    new MutationObserver(() => seen.push(line.textContent)).observe(line, { childList: true, characterData: true, subtree: true });
    const press = key => document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    for (let i = 0; i < 9 && stage.dataset.phase !== 'work'; i++) press('ArrowRight');
    press('f');
    await new Promise(resolve => setTimeout(resolve, 40));
    press('ArrowRight');
    seen.push(line.textContent);
    await new Promise(resolve => setTimeout(resolve, 2500));
    return seen;
  });
  expect(said.length).toBeGreaterThan(1);
  expect(said.filter(text => text === 'all saved' || text === '')).toEqual([]);
  for (const go of held) go();
  await expect(stored(page)).toHaveText('all saved');
  expect((await storedSets(page)).length).toBe(1);
});
