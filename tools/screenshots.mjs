// Takes the pictures of docs/screenshots from a running demo: node tools/screenshots.mjs [address] [name ...]
// The last one stores a set, as playing does: a freshly loaded demo gives the same pictures again.
import { chromium } from '@playwright/test';
import { browserOptions } from '../tests/browser/browser-options.mjs';
import { start } from '../tests/browser/household.mjs';

const [address = 'http://127.0.0.1:5080', ...only] = process.argv.slice(2);
const desk = { width: 1280, height: 800 },
  phone = { width: 390, height: 844 };
const folder = new URL('../docs/screenshots/', import.meta.url).pathname;

/** Plays the first round of a drill with the clock in hand. */
async function practise(page, drill, play) {
  await page.clock.install();
  await page.goto(`/practise/${drill}`);
  await start(page);
  await page.clock.runFor(6100);
  await play(page);
}

const taps = async (page, keys, every) => {
  for (const key of keys) {
    await page.keyboard.press(key);
    await page.clock.runFor(every);
  }
};

const views = {
  today: { size: desk, show: page => page.goto('/today') },
  drills: { size: desk, show: page => page.goto('/drills?place=indoors&gear=none&surface=inside,sole&minutes=5') },
  card: { size: desk, show: page => page.goto('/drills/pull-back-laces-away') },
  before: { size: desk, show: page => page.goto('/practise/zigzag-and-home') },
  practise: { size: desk, show: page => practise(page, 'pull-back-laces-away', () => taps(page, 'f'.repeat(14), 1000)) },
  logbook: { size: desk, show: page => page.goto('/logbook') },
  progress: { size: desk, show: page => page.goto('/progress') },
  'drill-progress': { size: desk, show: page => page.goto('/drills/pull-back-laces-away/progress') },
  'second-screen': {
    size: desk,
    // In real time: what another device plays.
    async show(page) {
      const other = await page.context().newPage();
      await page.goto('/beside');
      await other.goto('/practise/inside-taps');
      await other.waitForLoadState('load');
      await start(other);
      await page.locator('.half.left:enabled').waitFor({ timeout: 60_000 });
      for (const foot of ['left', 'right', 'left', 'right', 'left', 'right', 'left']) {
        await page.locator(`.half.${foot}`).dispatchEvent('pointerdown');
        await page.waitForTimeout(400);
      }
      await page.locator('.half.left output', { hasText: '4' }).waitFor();
    },
  },
  records: { size: desk, show: page => page.goto('/records') },
  result: {
    size: desk,
    show: async page => {
      await page.goto('/today');
      await page.locator('.last a').click();
    },
  },
  'planned-session': { size: desk, show: page => page.goto('/plan') },
  sheet: { size: desk, show: page => page.goto('/sheets/edit?copy=patio-turns-sixteen') },
  plan: { size: desk, show: page => page.goto('/yard/plan') },
  yard: { size: desk, show: page => page.goto('/yard') },
  weeks: { size: desk, show: page => page.goto('/weeks') },
  'practise-phone': { size: phone, show: page => practise(page, 'inside-taps', () => taps(page, 'fj'.repeat(9), 700)) },
  challenge: { size: desk, show: page => practise(page, 'game-wall-target', () => taps(page, ['1', '3', 'x', '2', '1'], 2500)) },
  between: {
    size: desk,
    show: page =>
      practise(page, 'sheet/kitchen-eight', async () => {
        for (let set = 0; set < 2; set++) {
          await taps(page, 'fj'.repeat(12), 700);
          await page.clock.runFor(set ? 8000 : 18_000);
        }
      }),
  },
};

const browser = await chromium.launch(browserOptions);
// Signed in once: a dozen sign-ins a minute are taken for somebody who guesses.
const door = await browser.newContext({ baseURL: address });
const entering = await door.newPage();
await entering.goto('/');
await entering.getByRole('button', { name: 'Try the demo' }).click();
await entering.waitForURL('**/today');
const cookies = await door.cookies();
await door.close();
for (const [name, view] of Object.entries(views)) {
  if (only.length && !only.includes(name)) continue;
  const context = await browser.newContext({
    viewport: view.size,
    baseURL: address,
    reducedMotion: 'reduce',
    hasTouch: view.size === phone,
  });
  const page = await context.newPage();
  await context.addCookies(cookies);
  await view.show(page);
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: `${folder}${name}.png` });
  await context.close();
}
await browser.close();
