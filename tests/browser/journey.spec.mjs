import { expect, test } from './pages.mjs';
import { begin, holdClock, logged, newHousehold, said, signUp, start, tap } from './household.mjs';

test('the whole journey by keyboard, from a new household to a personal best', async ({ page }) => {
  await signUp(page);
  await holdClock(page);

  // Today offers one drill of its plan alone as well; 1 opens it. Any other is as near, and the space bar begins.
  const alone = await page.locator('[data-key="1"]').getAttribute('href');
  await page.keyboard.press('1');
  await page.waitForURL(`**${alone}`);
  await page.goto('/practise/pull-back-laces-away');
  await expect(page.getByText('Before the first touch')).toBeVisible();
  await start(page);
  await expect(page.locator('[data-label]')).toHaveText('Get ready');
  await page.clock.runFor(6050);
  await expect(page.locator('[data-label]')).toHaveText('Round 1 of 4');
  await expect(page.locator('[data-next]')).toHaveText('then rest 20 s, then right foot');

  // Either key counts for the foot that works; one is taken back.
  await tap(page, 'ffffjjfff');
  await expect(page.locator('[data-count=left]')).toHaveText('9');
  await page.keyboard.press('Backspace');
  await expect(page.locator('[data-count=left]')).toHaveText('8');

  // A pause stands still.
  await page.keyboard.press('Space');
  const shown = await page.locator('[data-figure]').textContent();
  await page.clock.runFor(30_000);
  await expect(page.locator('[data-figure]')).toHaveText(shown);
  await page.keyboard.press('f');
  await expect(page.locator('[data-count=left]')).toHaveText('8');
  await page.keyboard.press('Space');
  await page.clock.runFor(19_000);

  // The rest says what came of it, and that it is stored.
  await expect(page.locator('[data-label]')).toHaveText('Swap feet: right');
  await expect(page.locator('[data-result]')).toHaveText('New record: 8 touches');
  await expect(page.locator('[data-stored]')).toHaveText('all saved');

  // The second round nobody counts; it is typed in while resting.
  await page.clock.runFor(20_000 + 20_050);
  await expect(page.locator('[data-result]')).toHaveText('How many did you get?');
  await page.keyboard.press('t');
  await page.keyboard.type('minus');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-problem]')).toContainText('“minus” is not a count');
  await page.locator('[data-fields] input').fill('11');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-result]')).toHaveText('New record: 11 touches');

  // Third round: a better count. The fourth is skipped before anything was counted, so it was not played.
  await page.clock.runFor(20_000);
  await tap(page, 'f'.repeat(10));
  await page.clock.runFor(20_000);
  await page.clock.runFor(20_000);
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('[data-label]')).toHaveText('Done');
  await page.keyboard.press('Enter');
  await page.waitForURL('**/practise/result/*');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('29 touches and 3 new records');
  await expect(page.locator('.against').first()).toContainText('10: you beat your record by 2');

  // Logbook: mend the first count, and the chain of bests follows.
  expect(await logged(page)).toEqual(['8', '10', '11']);
  await page.locator('.log-sets a', { hasText: /^8\b/ }).focus();
  await page.keyboard.press('Enter');
  await page.getByLabel('Left touches').fill('-8');
  await page.keyboard.press('Enter');
  await expect(said(page, 'cannot be less than zero', 'alert')).toBeVisible();
  await expect(page.getByLabel('Left touches')).toHaveValue('-8');
  await page.getByLabel('Left touches').fill('12');
  await page.keyboard.press('Enter');
  await expect(said(page, 'The set is fixed')).toBeVisible();
  await page.goto('/records');
  await expect(page.locator('.record').first()).toContainText('12');
  await expect(page.locator('.record').first()).toContainText('the first one');

  // Remove it, see the next one stand again, bring it back with U.
  await page.goto('/logbook');
  await page.locator('.log-sets a', { hasText: /^12\b/ }).click();
  await page.getByRole('button', { name: 'Remove this set' }).click();
  await expect(said(page, 'The set is removed')).toBeVisible();
  await expect(page.locator('.log-sets a')).toHaveText([/^11\b/, /^10\b/]);
  await page.keyboard.press('u');
  await page.waitForURL(url => !url.search.includes('removed'));
  await expect(page.locator('.log-sets a')).toHaveText([/^12\b/, /^10\b/, /^11\b/]);
});

test('every way of measuring is played to its record', async ({ page }) => {
  await newHousehold(page);

  await begin(page, 'two-rolls-two-outside');
  await tap(page, 'ffxfff', 1000);
  await expect(page.locator('[data-under]')).toContainText('5 done');
  await tap(page, ['f', 'Enter'], 1000);
  await expect(page.locator('[data-result]')).toHaveText('New record: 6 clean reps');
  await expect(page.locator('[data-stored]')).toHaveText('all saved');

  await begin(page, 'juggling-streak');
  await tap(page, ['f', 'j', 'x', 'f', 'j', 'f', 'j', 'f', 'Enter', 'x', 'Backspace', 'f']);
  await expect(page.locator('[data-under]')).toHaveText('Try 3 of 8 · best so far 5');
  await tap(page, 'xxxxxx');
  await expect(page.locator('[data-label]')).toHaveText('Done');
  await expect(page.locator('[data-result]')).toHaveText('New record: 5 in a row');

  await begin(page, 'one-touch-wall-other-foot');
  await tap(page, 'jjjjxjjjjjjxj');
  await expect(page.locator('[data-under]')).toHaveText('run of 1 · best 6');
  await page.clock.runFor(60_000);
  await expect(page.locator('[data-result]')).toHaveText('New record: 6 in a row and 11 a minute');

  await begin(page, 'zigzag-and-home');
  await page.clock.runFor(18_300);
  await page.keyboard.press('x');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-result]')).toContainText('New record: 19.');

  await begin(page, 'inside-taps');
  await tap(page, 'fjfjfjf');
  await expect(page.locator('[data-under]')).toHaveText('7 in all');
  await page.clock.runFor(20_000);
  await expect(page.locator('[data-result]')).toHaveText('New record: 7 touches');
  // The next round has to beat what this one made.
  await page.clock.runFor(20_000);
  await tap(page, 'fjfjf');
  await expect(page.locator('[data-under]')).toHaveText('5 in all · best 7');
  await tap(page, 'fjf');
  await expect(page.locator('[data-under]')).toHaveText('8 in all · a new record');

  await begin(page, 'kill-dropped');
  await tap(page, 'fffxfxf', 1000);
  await expect(page.locator('[data-under]')).toHaveText('try 8 of 8 · missed 2');
  await tap(page, 'f', 1000);
  await expect(page.locator('[data-result]')).toHaveText('New record: 6 of 8');

  await begin(page, 'game-ladder');
  await tap(page, ['f', 'Enter', 'f', 'j', 'Enter', 'f', 'x', 'f', 'Enter']);
  await expect(page.locator('[data-under]')).toHaveText('2 in a row, then catch it · try 5 of 12');
  await tap(page, 'xxxxxxxx');
  await expect(page.locator('[data-result]')).toContainText('New record: step 2 and step 2 in 1.');

  // Into the corners only: the middle is a miss.
  await begin(page, 'strike-low-corners');
  await tap(page, ['1', '2', '3', '5', 'x', '3'], 1000);
  await expect(page.locator('[data-result]')).toHaveText('New record: 3 of 6');

  // Clean reps, each try as long as it lasts.
  await begin(page, 'game-chain-that-lasts');
  await tap(page, 'fffxffx', 1500);
  await expect(page.locator('[data-under]')).toContainText('best so far 3');
  await tap(page, 'xx', 1500);
  await expect(page.locator('[data-result]')).toHaveText('New record: 3 clean in a row');

  await page.goto('/records');
  await expect(page.locator('.record')).toHaveCount(11);
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test('the journey by touch: the halves of the glass count', async ({ page }) => {
    await signUp(page);
    await page.getByRole('link', { name: 'Drills', exact: true }).tap();
    await holdClock(page);
    await page.getByRole('link', { name: 'Inside taps' }).tap();
    await page.getByRole('link', { name: 'Start practice' }).tap();
    await page.waitForURL('**/practise/**');
    // By then the module listens: earlier, the start would come after the time that is let pass here.
    await page.waitForLoadState('load');
    await page.getByRole('button', { name: 'All fine: start' }).tap();
    await page.clock.runFor(6050);
    for (const x of [60, 330, 80, 300, 90]) {
      await page.touchscreen.tap(x, 560);
      await page.clock.runFor(150);
    }
    await expect(page.locator('[data-count=left]')).toHaveText('3');
    await expect(page.locator('[data-count=right]')).toHaveText('2');
    await page.getByRole('button', { name: 'undo one' }).tap();
    await expect(page.locator('[data-count=left]')).toHaveText('2');
    await page.getByRole('button', { name: 'pause' }).tap();
    await page.getByRole('button', { name: 'go on' }).tap();
    await page.clock.runFor(20_000);
    await expect(page.locator('[data-result]')).toHaveText('New record: 4 touches');
    await page.getByRole('button', { name: 'pause' }).tap();
    await page.getByRole('button', { name: 'stop here' }).tap();
    await page.waitForURL('**/practise/result/*');
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('4 touches and a new record');
    expect(await logged(page)).toEqual(['4']);
  });
});
