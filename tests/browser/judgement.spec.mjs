import { expect, test } from './pages.mjs';
import { holdClock, newHousehold, said, start } from './household.mjs';

const day = back => new Date(Date.now() - back * 86_400_000).toISOString().slice(0, 10);
const notebook = () =>
  'Drill;Day;Feet;Left;Right;Planned seconds\n' +
  Array.from(
    { length: 12 },
    (_, i) =>
      `Pull back, laces away;${day(40 - 3 * i)};left;${28 + (i % 4)};;30\nPull back, laces ` +
      `away;${day(40 - 3 * i)};right;;${33 + (i % 4)};30`,
  ).join('\n');

/** Presses by finger on a phone, by mouse at a desk. */
const press = (locator, device) => (device === 'phone' ? locator.tap() : locator.click());

for (const [device, size] of [
  ['desk', { width: 1280, height: 800 }],
  ['phone', { width: 390, height: 844 }],
])
  test.describe(device, { tag: device === 'phone' ? '@soak' : [] }, () => {
    test.use({ viewport: size, hasTouch: device === 'phone' });

    test('from a typed notebook to what is worth aiming at, a session, and how it goes', async ({ page }) => {
      await newHousehold(page, { level: 'steady' });
      await page.goto('/logbook/take-in');
      await page.getByLabel('File').setInputFiles({ name: 'notebook.csv', mimeType: 'text/csv', buffer: Buffer.from(notebook()) });
      await press(page.getByRole('button', { name: 'Check it' }), device);
      await expect(page.getByRole('heading', { name: '24 lines would be new' })).toBeVisible();
      await press(page.getByRole('button', { name: 'Add the new ones' }), device);
      await expect(said(page, '24 sets were added.')).toBeVisible();

      // Today says what, why and with what odds.
      await page.goto('/today');
      await expect(page.locator('.aim').first()).toContainText('Aim for');
      await expect(page.locator('.aim').first()).toContainText(/about \d days in 10/);
      await expect(page.locator('.aim').first()).toContainText('8 ');

      // A session is played, the last round far better than the first: the aim of the next one rises with what the day has shown.
      const answers = [];
      // They come on the line, or by themselves where a starved machine has not let it through in time.
      page.on('websocket', line => line.on('framereceived', ({ payload }) => answers.push(JSON.parse(payload).answer)));
      page.on('response', async response => {
        if (response.url().includes('/api/aims/') && response.ok()) answers.push(await response.json());
      });
      await holdClock(page);
      await page.goto('/practise/pull-back-laces-away');
      await expect(page.locator('.key-points span').first()).toBeVisible();
      if (device === 'phone') {
        await page.locator('[data-do=start]').tap();
      } else await start(page);
      await page.clock.runFor(6050);
      const aimIn = words => Number(words.match(/aim for (\d+)/)[1]);
      const before = await page.locator('#sheet').evaluate(sheet => JSON.parse(sheet.textContent).aims[0].feet.left.words);
      const touch = async count => {
        for (let i = 0; i < count; i++) {
          if (device === 'phone') await page.locator('.side.left').tap();
          else await page.keyboard.press('f');
          await page.clock.runFor(300);
        }
      };
      await touch(1);
      const tiles = await page.locator('[data-said] i').count();
      expect(tiles).toBeGreaterThan(3);
      const turned = await page.locator('[data-said] .turned').count();
      await touch(59);
      await page.clock.runFor(31_000 - 60 * 300);
      await expect.poll(() => answers.some(Array.isArray)).toBe(true);
      expect(aimIn(answers.findLast(Array.isArray).find(aim => aim.feet === 'left').words)).toBeGreaterThan(aimIn(before));
      await expect(page.locator('[data-stored]')).toHaveText('all saved');
      // Until the left foot's turn comes again, by the screen's own rounds.
      for (
        let i = 0;
        i < 80 && !(await page.locator('[data-stage]').evaluate(stage => stage.dataset.phase === 'work' && stage.dataset.feet === 'left'));
        i++
      )
        await page.clock.runFor(1000);
      await touch(1);
      // What was said before that round came true: its tile is turned.
      await expect(page.locator('[data-said] .turned:last-child')).toBeVisible();
      expect(await page.locator('[data-said] i').count()).toBe(Math.min(10, tiles + 1));
      expect(await page.locator('[data-said] .turned').count()).toBeGreaterThanOrEqual(turned);
      await page.clock.resume();

      // The result judges it, and says what was said before.
      await page.goto('/logbook');
      await page.goto('/today');
      await page.getByRole('link', { name: /set/ }).first().click();
      await expect(page.locator('.decided').first()).toContainText('in 10 were clean lately');
      await expect(page.locator('.against').first()).toContainText(/Aim was \d+ touches \(\d in 10\)/);

      // The drill's progress shows it.
      await page.goto('/drills/pull-back-laces-away/progress');
      await expect(page.locator('svg.course').first()).toBeVisible();
      await expect(page.locator('.facts').first()).toContainText('8 ');

      // Two spans are compared.
      await page.goto('/progress?weeks=4');
      await expect(page.locator('svg.week-bars')).toBeVisible();
      await expect(page.getByText('When Gambeta said').first()).toBeVisible();
      await press(page.getByText('Compare other days'), device);
      await page.getByLabel('From').fill(day(14));
      await page.getByLabel('to', { exact: true }).first().fill(day(0));
      await page.getByLabel('With', { exact: true }).fill(day(40));
      await page.getByLabel('to', { exact: true }).last().fill(day(15));
      await press(page.getByRole('button', { name: 'Compare' }), device);
      await expect(page).toHaveURL(/thenFrom=/);
      await expect(page.locator('section[aria-labelledby=better]')).toContainText('Pull back, laces away');
      expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);

      // The page for whoever stands beside prints on one page of paper.
      await press(page.getByRole('link', { name: 'Today' }), device);
      await expect(page).toHaveURL(/\/today$/);
      await page.goto('/beside/pull-back-laces-away');
      await expect(page.getByRole('heading', { name: 'For the helper' })).toBeVisible();
      await expect(page.locator('.beside-drill')).toContainText('Watch one thing');
      expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
      if (device === 'desk')
        for (const what of ['pull-back-laces-away', 'garden-thirty-five']) {
          await page.goto(`/beside/${what}`);
          const paper = (await page.pdf({ format: 'A4' })).toString('latin1');
          expect(paper.match(/\/Type\s*\/Page[^s]/g)).toHaveLength(1);
        }
    });
  });
