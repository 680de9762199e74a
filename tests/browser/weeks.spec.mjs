import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import ICAL from 'ical.js';
import { expect, test } from './pages.mjs';
import { newHousehold, signUp } from './household.mjs';
import { gone, portAt, root, serve } from './server.mjs';

const run = promisify(execFile);
const press = (locator, device) => (device === 'phone' ? locator.tap() : locator.click());
const weekdays = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];

for (const [device, size] of [
  ['desk', { width: 1280, height: 800 }],
  ['phone', { width: 390, height: 844 }],
])
  test.describe(device, () => {
    test.use({ viewport: size, hasTouch: device === 'phone' });

    test(
      'a rhythm and a goal are set, a day is missed, the week is printed and the calendar read by somebody else',
      { tag: '@soak' },
      async ({ page, baseURL, context }) => {
        test.setTimeout(300_000);
        const name = await newHousehold(page, { age: 11 });
        // Weeks that begin today, so that what is missed lies in this one whenever this runs.
        await page.goto('/household/settings');
        await page.getByLabel('The week starts on').selectOption({ label: weekdays[new Date().getUTCDay()] });
        await page.getByLabel(/midnight/).fill('UTC');
        await page.getByRole('button', { name: /Keep it/ }).click();
        await page.waitForURL(url => url.pathname === '/household');

        await page.goto('/today');
        if (device === 'desk') await page.keyboard.press('w');
        else await page.getByRole('link', { name: 'Your weeks' }).tap();
        await expect(page.getByRole('heading', { name: 'Your weeks' })).toBeVisible();
        await expect(page.locator('.wall td')).toHaveCount(28);
        if (device === 'desk') await page.keyboard.press('r');
        else await page.getByRole('link', { name: /Days, goals, calendar/ }).tap();
        await page.getByLabel('Minutes a day').fill('12');
        if (device === 'desk') await page.keyboard.press('Enter');
        else await page.getByRole('button', { name: /Save/ }).tap();
        await expect(page.locator('.head')).toContainText('Every other day, 12 minutes');

        // A goal about a drill that is played now: then more can be said than before.
        await page.goto('/weeks/rhythm');
        await page.getByLabel('Drill, for a number').selectOption('toe-taps');
        await page.getByLabel('Number, or days').fill('400');
        await press(page.getByRole('button', { name: /Set the goal/ }), device);
        await expect(page.locator('.goal h2')).toContainText(': 400');
        await expect(page.locator('.goal')).toContainText('We can’t say yet');
        const { stdout } = await run(
          `${root}tools/player`,
          [
            '--address',
            baseURL,
            '--household',
            name,
            '--password',
            'long enough',
            '--sheet',
            'kitchen-eight',
            '--days-back',
            '0',
            '--skill',
            '0.5',
            '--slips',
            '0.1',
            '--seed',
            '5',
          ],
          { timeout: 100_000 },
        );
        expect(stdout).toContain('sets');
        await page.goto('/weeks');
        await expect(page.locator('.wall td.now')).toContainText('done');
        expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);

        // On paper: one page each.
        for (const span of ['week', 'month']) {
          await page.goto(`/weeks/print?span=${span}`);
          const pdf = (await page.pdf({ format: 'A4', landscape: span === 'month', printBackground: true })).toString('latin1');
          expect(pdf.match(/\/Type\s*\/Page[^s]/g), span).toHaveLength(1);
        }

        // The calendar, as another program reads it: the days that are laid out, whole and nobody's name.
        await page.goto('/weeks/rhythm');
        await press(page.getByRole('button', { name: 'Turn it on' }), device);
        const address = await page.getByLabel('Address').inputValue();
        const laid = (await (await page.request.get('/api/weeks')).json()).days.filter(day => day.kind === 'practice').map(day => day.day);
        const text = await (await fetch(address)).text();
        const events = new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map(one => new ICAL.Event(one));
        expect(events.map(event => event.startDate.toString())).toEqual(laid);
        expect(events.every(event => event.startDate.isDate && event.duration.toSeconds() === 86_400)).toBe(true);
        expect(text).not.toContain('Odei');

        // Four days later nobody has practised since: the day that was missed is said once, today has its session, and no day got longer.
        const port = portAt(device === 'desk' ? 6 : 7),
          server = await serve(port, ['--Clock:DaysAhead', '4']);
        try {
          const later = await context.newPage();
          await later.goto(`http://127.0.0.1:${port}/weeks`);
          await expect(later.locator('.wall td.left-out')).toHaveCount(1);
          await expect(later.locator('.weeks-notes')).toContainText('You do not have to make up for it');
          await expect(later.locator('.wall td.now')).toHaveClass(/practice/);
          const minutes = await later.locator('.wall td.practice .small').allTextContents();
          expect(minutes.every(said => Number(said.match(/(\d+) min/)[1]) <= 12)).toBe(true);
          await later.goto(`http://127.0.0.1:${port}/today`);
          await expect(later.locator('[data-key=S]')).toContainText('Start practice');
          // Ill: one press, and today is a rest; well again: another.
          await later.goto(`http://127.0.0.1:${port}/weeks`);
          await press(later.getByRole('button', { name: 'Ill' }), device);
          await expect(later.locator('.wall td.now')).toContainText('away');
          await press(later.getByRole('button', { name: 'I’m back' }), device);
          await expect(later.locator('.wall td.now')).toHaveClass(/practice/);
        } finally {
          await gone(server);
        }
      },
    );

    test('Today is one thing: the session of the day with its reasons, begun by one press', async ({ page }) => {
      await signUp(page);
      const planned = await page.locator('.today-strip b').allTextContents();
      expect(planned.length).toBeGreaterThan(3);
      await expect(page.locator('.today-strip li').first()).toContainText('min');
      if (device === 'desk') await page.keyboard.press('s');
      else await page.getByRole('link', { name: /Start practice/ }).tap();
      await page.waitForURL('**/practise/sheet/*');
      await expect(page.locator('.drill-chain li')).toHaveText(planned);
    });
  });
