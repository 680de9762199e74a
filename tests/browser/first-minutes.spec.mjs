// The first minutes of a child alone: how many presses it takes from the door to the first touch that counts, by fingers and by keys.
import { AxeBuilder } from '@axe-core/playwright';
import { holdClock, newHousehold, storedSets } from './household.mjs';
import { expect, test } from './pages.mjs';

/** Presses, and how many there were; what is typed into a field is no press. */
class Presses {
  made = 0;

  /** @param isTouch whether with a finger */
  constructor(isTouch) {
    this.isTouch = isTouch;
  }

  async on(locator) {
    this.made++;
    await (this.isTouch ? locator.tap() : locator.click());
  }
}

/** From Today to the first touch, with the page's clock in hand. */
async function fromToday(page, presses) {
  await holdClock(page);
  await presses.on(page.getByRole('link', { name: 'Start practice' }));
  await page.waitForURL('**/practise/**');
  await page.waitForLoadState('load');
  await presses.on(page.getByRole('button', { name: 'All fine: start' }));
  await expect(page.locator('[data-play]')).toBeVisible();
  await page.clock.runFor(6100);
  await expect(page.locator('[data-stage]')).toHaveAttribute('data-phase', 'work');
}

/** A touch on the half of the screen that counts now. */
async function touch(page, isTouch) {
  const foot = (await page.locator('[data-stage]').getAttribute('data-feet')) === 'right' ? 'right' : 'left';
  if (isTouch) await page.locator(`.side.${foot}`).tap();
  else await page.keyboard.press(foot === 'right' ? 'j' : 'f');
  await expect(page.locator(`[data-count=${foot}], [data-figure]`).filter({ hasText: '1' }).first()).toBeVisible();
}

for (const [device, options] of Object.entries({
  phone: { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true },
  desk: { viewport: { width: 1280, height: 800 } },
}))
  test.describe(device, () => {
    test.use(options);
    const isTouch = device === 'phone';

    test('from the door to the first touch in six presses, for a household that is new', async ({ page }) => {
      const presses = new Presses(isTouch);
      await page.goto('/');
      await presses.on(page.getByRole('link', { name: 'Make a household' }));
      await page.getByLabel('Name', { exact: true }).fill(`First ${process.pid}-${device}-${Date.now()}`);
      await page.getByLabel('Password').fill('long enough');
      await page.getByLabel('Nickname').fill('Odei');
      await page.getByLabel('Birth year').fill(String(new Date().getFullYear() - 9));
      await presses.on(page.getByLabel('right', { exact: true }));
      await presses.on(page.getByRole('button', { name: 'Make it' }));
      // A child alone has nobody to keep the words for it: they are asked for until there are some.
      await presses.on(page.getByRole('button', { name: 'Play first, write them down later' }));
      await expect(page.getByRole('link', { name: 'write down the six words' })).toBeVisible();
      // What a first day needs is above everything else, and nothing empty takes room.
      await expect(page.getByRole('heading', { level: 2 }).first()).toHaveText('How it works');
      await expect(page.getByRole('heading', { name: 'Your last five weeks' })).toHaveCount(0);
      await fromToday(page, presses);
      await touch(page, isTouch);
      expect(presses.made).toBeLessThanOrEqual(6);
    });

    test('from Today to the first touch in two presses, and the start is in view without scrolling', async ({ page }) => {
      const presses = new Presses(isTouch);
      await newHousehold(page);
      await page.goto('/today');
      await expect(page.getByRole('link', { name: 'Start practice' })).toBeInViewport({ ratio: 1 });
      // In view, and under nothing.
      expect(
        await page.getByRole('link', { name: 'Start practice' }).evaluate(link => {
          const { left, bottom } = link.getBoundingClientRect();
          return link.contains(document.elementFromPoint(left + 8, bottom - 3));
        }),
      ).toBe(true);
      await fromToday(page, presses);
      await touch(page, isTouch);
      expect(presses.made).toBe(2);
    });
  });

for (const key of ['Enter', 'Space'])
  test(`whatever is gone to with Tab is pressed by ${key}: a start, a pause, a skip`, async ({ page }) => {
    await newHousehold(page);
    await holdClock(page);
    await page.goto('/practise/inside-taps');
    const stage = page.locator('[data-stage]'),
      press = async name => {
        await page.getByRole('button', { name }).focus();
        await page.keyboard.press(key);
      };
    await press(/^All fine: start/);
    await expect(page.locator('[data-play]')).toBeVisible();
    await page.clock.runFor(6100);
    await expect(stage).toHaveAttribute('data-phase', 'work');
    await press(/^pause/);
    await expect(page.locator('[data-pause-word]')).toHaveText('go on');
    await press(/^go on/);
    await expect(page.locator('[data-pause-word]')).toHaveText('pause');
    await page.clock.runFor(31_000);
    await expect(stage).toHaveAttribute('data-phase', 'rest');
    await press(/^skip/);
    await expect(stage).not.toHaveAttribute('data-phase', 'rest');
    // And a key that is pressed nowhere does what its letter says.
    await page.clock.runFor(7000);
    await page.keyboard.press('f');
    await expect(page.locator('[data-count=left]')).toHaveText('1');
  });

test.describe('a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test('shows five places and keeps the others one press away; no label is cut, no letter of a key is named', async ({ page }) => {
    await newHousehold(page);
    await page.goto('/today');
    await page.waitForLoadState('load');
    const rail = page.locator('.rail > :visible');
    await expect(rail).toHaveCount(5);
    const cut = () =>
      rail.evaluateAll(
        all => all.filter(one => one.scrollWidth > one.clientWidth + 1 || parseFloat(getComputedStyle(one).fontSize) < 11).length,
      );
    expect(await cut()).toBe(0);
    await page.getByRole('button', { name: 'More' }).tap();
    await expect(rail).toHaveCount(9);
    expect(await cut()).toBe(0);
    await page.getByRole('link', { name: 'Logbook' }).tap();
    await page.waitForURL('**/logbook');
    // No key where there is no keyboard; with the first press of one they are named.
    for (const place of ['/today', '/practise/inside-taps', '/plan']) {
      await page.goto(place);
      await page.waitForLoadState('load');
      expect(await page.locator('kbd:visible').count(), place).toBe(0);
    }
    await page.keyboard.press('Shift');
    await expect(page.locator('kbd').first()).toBeVisible();
  });

  test('takes a count from large keys: one number for both feet, or one each', async ({ page }) => {
    await newHousehold(page);
    await holdClock(page);
    const keys = page.locator('[data-pad]');
    const type = async digits => {
      for (const digit of digits) await keys.getByRole('button', { name: digit, exact: true }).tap();
    };
    await page.goto('/practise/inside-taps');
    await page.waitForLoadState('load');
    await page.getByRole('button', { name: 'All fine: start' }).tap();
    await page.clock.runFor(6050 + 30_500);
    await expect(page.locator('[data-result]')).toHaveText('How many did you get?');
    // The checker waits by the page's clock, which stands still unless it is moved.
    let isLooking = true;
    const looked = new AxeBuilder({ page })
      .setLegacyMode(true)
      .analyze()
      .finally(() => (isLooking = false));
    while (isLooking) await page.clock.runFor(5);
    const { violations } = await looked;
    expect(violations.filter(({ impact }) => ['serious', 'critical'].includes(impact)).map(({ id }) => id)).toEqual([]);
    await type('245');
    await keys.getByRole('button', { name: 'Take the last digit back' }).tap();
    await expect(page.getByLabel('touches, both feet')).toHaveValue('24');
    // The phone's own keyboard stays away: it would cover the clock of the rest.
    await expect(page.getByLabel('touches, both feet')).toHaveAttribute('inputmode', 'none');
    await page.getByRole('button', { name: 'save it' }).tap();
    await expect(page.locator('[data-stored]')).toHaveText('all saved');
    await expect(keys).toBeHidden();
    expect((await storedSets(page)).at(-1)).toMatchObject({ counted: 'typed', left: 12, right: 12 });
    // Each foot on its own, where somebody knows.
    await page.clock.runFor(90_000);
    await keys.getByRole('button', { name: 'left / right' }).tap();
    await type('9');
    await page.getByLabel('right touches').tap();
    await type('11');
    await page.getByRole('button', { name: 'save it' }).tap();
    await expect(page.locator('[data-stored]')).toHaveText('all saved');
    expect((await storedSets(page)).at(-1)).toMatchObject({ counted: 'typed', left: 9, right: 11 });
  });

  test('keeps what is seldom needed before the start behind one press, and remembers that somebody wants it', async ({ page }) => {
    await newHousehold(page);
    await page.goto('/practise/inside-taps');
    await page.waitForLoadState('load');
    const seldom = page.locator('.seldom:visible');
    await expect(page.getByRole('button', { name: 'All fine: start' })).toBeInViewport({ ratio: 1 });
    await expect(seldom).toHaveCount(0);
    await page.getByRole('button', { name: 'more' }).tap();
    await expect(page.getByRole('button', { name: 'bright screen' })).toBeVisible();
    await page.reload();
    await expect(page.getByRole('button', { name: 'bright screen' })).toBeVisible();
  });
});
