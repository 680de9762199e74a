import { AxeBuilder } from '@axe-core/playwright';
import { coveredNow } from './covered.mjs';
import { expect, test } from './pages.mjs';
import { allPages, mainViews } from './places.mjs';
import { addBo, begin, besideInsideTaps, holdClock, newHousehold, openDemo, playPhase, start, tap } from './household.mjs';

const desk = { width: 1280, height: 800 },
  phone = { width: 390, height: 844 },
  sizes = { desk, phone };
// What is used in the yard has to fit two more.
const stageSizes = { ...sizes, across: { width: 844, height: 390 }, tablet: { width: 768, height: 1024 } };
const areaOf = place => place.split(/[/?]/)[1];

// A page at a time in each worker: the checker takes a second or two of a core for each.
test.describe.configure({ mode: 'parallel' });

// What of it hangs on the size and is quick; ./soak looks for everything at each.
const bySize = process.env.GAMBETA_SOAK
  ? null
  : [
      'target-size',
      'scrollable-region-focusable',
      'link-in-text-block',
      'aria-hidden-focus',
      'nested-interactive',
      'label',
      'button-name',
      'link-name',
    ];
// What lies under the start that is always in view is scrolled out from there.
const unseen = '[data-stage][data-phase=idle] .checks';

async function checkAt(page, rules) {
  // No page here has frames, and only what is wrong is worked out in full.
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode(true)
    .exclude(unseen)
    .options({ resultTypes: ['violations'], ...(rules && { runOnly: { type: 'rule', values: rules } }) })
    .analyze();
  const serious = violations.filter(v => ['serious', 'critical'].includes(v.impact));
  expect(serious.map(v => `${page.url()} at ${page.viewportSize().width}: ${v.id}: ${v.nodes.map(n => n.target).join(' ')}`)).toEqual([]);
  const tooWide = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
  expect(tooWide, `${page.url()} scrolls sideways at ${page.viewportSize().width}`).toBeLessThanOrEqual(0);
}

/** A page as it stands, on one load, at each size. */
async function check(page, over = sizes) {
  for (const [i, size] of Object.values(over).entries()) {
    await page.setViewportSize(size);
    await checkAt(page, i === 0 ? null : bySize);
  }
  await page.setViewportSize(Object.values(over)[0]);
}

/** The same at every size. */
async function nothingCovered(page, when, over = stageSizes) {
  for (const [name, size] of Object.entries(over)) {
    await page.setViewportSize(size);
    await expect.poll(() => coveredNow(page), { message: `${when}, ${name}`, timeout: 3000, intervals: [50, 100, 300] }).toEqual([]);
  }
}

async function checkAll(page, places) {
  await openDemo(page);
  for (const place of places) {
    await page.goto(place);
    await check(page);
  }
}

for (const [i, half] of [mainViews.slice(0, mainViews.length / 2), mainViews.slice(mainViews.length / 2)].entries())
  test(`the main views pass axe and fit, part ${i + 1}`, ({ page }) => checkAll(page, half));
for (const area of new Set(allPages.map(areaOf)))
  test(`every page of /${area} passes axe and fits`, { tag: '@soak' }, ({ page }) =>
    checkAll(
      page,
      allPages.filter(place => areaOf(place) === area),
    ),
  );

test("the door, a set and a session's end pass axe and fit", { tag: '@soak' }, async ({ page }) => {
  for (const open of ['/', '/household/new', '/recover']) {
    await page.goto(open);
    await check(page);
  }
  await openDemo(page);
  await page.goto('/logbook');
  await page.locator('.log-sets a').first().click();
  await check(page);
  await page.goto('/today');
  await page.locator('.last a').click();
  await check(page);
});

test('the practice screen passes axe and fits in every phase', async ({ page }) => {
  await newHousehold(page);
  await page.goto('/practise/pull-back-laces-away');
  await check(page);
  // The clock runs here: the checker waits by it.
  await page.clock.install();
  await page.goto('/practise/pull-back-laces-away');
  await start(page);
  await page.clock.runFor(6050);
  await page.keyboard.press('f');
  await check(page);
  for (const size of Object.values(sizes)) {
    await page.setViewportSize(size);
    const count = await page.locator('[data-count=left]').evaluate(e => parseFloat(getComputedStyle(e).fontSize) / innerHeight);
    const cue = await page.locator('[data-cue]').evaluate(e => parseFloat(getComputedStyle(e).fontSize));
    expect(count).toBeGreaterThanOrEqual(0.18);
    expect(cue).toBeGreaterThanOrEqual(32);
  }
  await page.clock.runFor(20_000);
  await check(page);
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowRight');
  await expect(page.locator('[data-label]')).toHaveText('Done');
  await check(page);
});

test("a new player's empty pages pass axe and fit", { tag: '@soak' }, async ({ page }) => {
  await newHousehold(page);
  for (const place of ['/today', '/logbook', '/records', '/yard', '/yard/plan']) {
    await page.goto(place);
    await check(page);
  }
});

test('what is used in the yard passes axe and fits a phone that lies across and a tablet', { tag: '@soak' }, async ({ page }) => {
  const { across, tablet } = stageSizes;
  await openDemo(page);
  for (const place of [
    '/today',
    '/plan/together?way=turns',
    '/beside',
    '/beside/patio-turns-sixteen',
    '/household/hand-over',
    '/phone',
    '/without-network',
    '/practise/together/patio-turns-sixteen?with=01900000-0000-7000-8000-0000000de302',
  ]) {
    await page.goto(place);
    await check(page, { across, tablet });
  }
  await page.goto('/practise/inside-taps');
  await start(page);
  await page.locator('[data-phase=work]').waitFor({ timeout: 30_000 });
  await page.keyboard.press('f');
  await check(page, { across, tablet });
  await page.keyboard.press('p');
  await check(page, { across, tablet });
});

test('nothing covers anything where two play', { tag: '@soak' }, async ({ page }) => {
  await newHousehold(page, { level: 'steady' });
  await addBo(page);
  await holdClock(page);
  await page.goto('/plan/together');
  await page.getByLabel('follows at arm’s length').check();
  await page.getByLabel('after each rep, pass or try').check();
  await page.getByLabel('What').selectOption('patio-turns-sixteen');
  await page.getByRole('button', { name: /Start/ }).click();
  await page.waitForURL('**/practise/together*');
  const { across, ...others } = stageSizes;
  // Across there is more to read before the start than fits: it scrolls. But the way on is always there.
  await nothingCovered(page, 'before', others);
  for (const size of Object.values(stageSizes)) {
    await page.setViewportSize(size);
    await expect(page.locator('[data-do=start]')).toBeInViewport({ ratio: 1 });
  }
  await start(page);
  const stage = page.locator('[data-stage]');
  for (let i = 0; i < 60 && (await stage.getAttribute('data-phase')) !== 'done'; i++) {
    if ((await stage.getAttribute('data-phase')) === 'work') await tap(page, 'fj', 300);
    if (i % 10 === 1) await page.keyboard.press('k');
    await page.clock.runFor(300);
    await nothingCovered(page, `${await page.locator('[data-label]').textContent()} of ${await page.locator('[data-name]').textContent()}`);
    await page.keyboard.press('ArrowRight');
  }
  await page.keyboard.press('p');
  await nothingCovered(page, 'where it hurts');
});

test('nothing covers anything on the practice screen in any phase of a sheet', async ({ page }) => {
  await newHousehold(page, { age: 12, level: 'steady' });
  await holdClock(page);
  await page.goto('/practise/sheet/patio-turns-sixteen');
  await start(page);
  const stage = page.locator('[data-stage]'),
    seen = new Set();
  for (let phase; (phase = await stage.getAttribute('data-phase')) !== 'done';) {
    const measure = await stage.getAttribute('data-measure');
    if (phase === 'work') await tap(page, 'fjfjfjfjfj', 150);
    if (phase === 'between') await tap(page, '3');
    await page.clock.runFor(300);
    await nothingCovered(page, `${phase} of ${measure}`);
    if (phase === 'setOut') {
      const { width, height } = await page.locator('[data-yard] svg').boundingBox();
      expect(Math.min(width, height)).toBeGreaterThan(60);
    }
    if (phase === 'between') {
      await tap(page, '1');
      await nothingCovered(page, 'what mends a fault');
    }
    if (phase === 'work' && !seen.has(measure)) {
      seen.add(measure);
      await page.keyboard.press('Space');
      await page.clock.runFor(300);
      await nothingCovered(page, `paused in ${measure}`);
      await page.keyboard.press('Space');
    }
    await playPhase(page);
  }
  for (const answer of ['', '3', '1', '7']) {
    if (answer) await tap(page, answer);
    await nothingCovered(page, `the end, after “${answer}”`);
  }
});

test('nothing covers anything on the practice screen in any challenge', { tag: '@soak' }, async ({ page }) => {
  await newHousehold(page, { age: 12, level: 'steady' });
  const challenges = {
    'juggling-streak': 'fjfxfjfjfjx',
    'game-ladder': ['f', 'Enter', 'f', 'j', 'Enter', 'f', 'j', 'f'],
    'out-turn-home': 'x',
    'game-bottle-stations': 'fxxjx',
    'game-wall-target': '13x21',
    'game-touch-race': ['f', 'j', 'f', 'Enter', 'f', 'j', 'x', 'f'],
    'one-touch-wall-other-foot': 'fffxff',
    'game-trap-square': 'fffxf',
    'strike-both-feet': '16x52',
    'kill-dropped': 'ffxf',
    'game-chain-that-lasts': 'fffxff',
    'strike-low-corners': '12325',
  };
  for (const [drill, keys] of Object.entries(challenges)) {
    await begin(page, drill);
    await tap(page, keys, 500);
    await page.clock.runFor(200);
    await nothingCovered(page, drill);
  }
  // Three figures, and the big tally.
  await begin(page, 'juggling-streak');
  await tap(page, 'fj'.repeat(110), 20);
  await nothingCovered(page, 'more than a hundred a foot');
  await page.keyboard.press('c');
  await page.clock.runFor(100);
  await nothingCovered(page, 'the big tally');
});

// In the sun, at arm's length and further: what is read while somebody plays has the contrast of AAA, in both schemes, on every size.
test('the practice and the second screen are read in the sun', async ({ browser, baseURL }) => {
  const context = await browser.newContext({ baseURL, viewport: desk }),
    page = await context.newPage();
  await openDemo(page);
  const second = await besideInsideTaps(page);
  await expect(second.locator('[data-words] dt')).not.toHaveCount(0);
  // Held, so that the round does not end before every size was looked at.
  await page.keyboard.press('Space');
  for (const one of [page, second]) {
    await one.bringToFront();
    for (const size of Object.values(stageSizes)) {
      await one.setViewportSize(size);
      for (const scheme of ['no', 'yes']) {
        await expect(one.locator('body')).toHaveAttribute('data-daylight', scheme);
        const { violations } = await new AxeBuilder({ page: one })
          .setLegacyMode(true)
          .withRules(['color-contrast-enhanced', 'color-contrast', 'button-name', 'aria-roles'])
          .analyze();
        expect(
          violations.map(
            v => `${one.url()} ${size.width} ${scheme}: ${v.id}: ${v.nodes.map(n => `${n.target} ${n.any[0]?.message}`).join('; ')}`,
          ),
        ).toEqual([]);
        await one.keyboard.press('d');
      }
      const small = await one.evaluate(() =>
        [...document.querySelectorAll('button, a')]
          .filter(e => e.checkVisibility())
          .map(e => [e.textContent.trim().slice(0, 20), Math.round(e.getBoundingClientRect().height)])
          .filter(([, height]) => height < 48),
      );
      expect(small, `${one.url()} ${size.width}`).toEqual([]);
      expect(await one.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBeLessThanOrEqual(0);
    }
  }
  await context.close();
});
