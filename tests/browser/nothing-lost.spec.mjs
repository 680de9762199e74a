import { expect, test } from '@playwright/test';
import { begin, logged, newHousehold, signIn, tap } from './household.mjs';

test('a reload in the middle of a drill loses no set and no count', async ({ page }) => {
  await newHousehold(page);
  await begin(page, 'pull-back-laces-away');
  await tap(page, 'ffff');
  await page.clock.runFor(20_000);
  await expect(page.locator('[data-stored]')).toHaveText('all stored');
  await page.clock.runFor(20_000);
  await tap(page, 'jjj');
  await page.reload();
  await expect(page.locator('[data-resume]')).toContainText('round 2 of 4');
  await page.keyboard.press('Space');
  await expect(page.locator('[data-count=right]')).toHaveText('3');
  await tap(page, 'jj');
  await page.clock.runFor(20_000);
  await expect(page.locator('[data-result]')).toHaveText('New best: 5 touches');
  await page.keyboard.press('Escape');
  await page.waitForURL('**/practise/result/*');
  expect(await logged(page)).toEqual(['4', '5']);
});

test('without network the drill goes on and its sets are sent when the network is back', async ({ page, context }) => {
  await newHousehold(page);
  await begin(page, 'pull-back-laces-away');
  await context.setOffline(true);
  await tap(page, 'ffffff');
  await page.clock.runFor(20_000);
  await expect(page.locator('[data-stored]')).toHaveText('1 set waits on this device');
  await page.clock.runFor(20_000);
  await tap(page, 'jjj');
  await page.clock.runFor(20_000);
  await expect(page.locator('[data-stored]')).toHaveText('2 sets wait on this device');
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-stored]')).toContainText('kept on this device');
  await context.setOffline(false);
  await page.clock.runFor(6000);
  await expect(page.locator('[data-stored]')).toHaveText('all stored');
  expect(await logged(page)).toEqual(['6', '3']);
});

test('a sign-in that expires in the middle keeps the set and sends it after signing in again', async ({ page, context }) => {
  const name = await newHousehold(page);
  await begin(page, 'pull-back-laces-away');
  await context.clearCookies();
  await tap(page, 'fffff');
  await page.clock.runFor(20_000);
  await expect(page.locator('[data-stored]')).toContainText('Signed out: your sets are kept here');
  // Another household on the same device neither sees nor sends it.
  await newHousehold(page);
  expect(await logged(page)).toEqual([]);
  await page.goto('/household');
  await page.getByRole('button', { name: 'Sign out' }).click();
  await signIn(page, name);
  await page.waitForURL('**/today');
  await expect(page.locator('[data-waiting]')).toBeHidden();
  await expect(async () => expect(await logged(page)).toEqual(['5'])).toPass();
});

test('a device that fell asleep does not practise on its own', async ({ page }) => {
  await newHousehold(page);
  await begin(page, 'pull-back-laces-away');
  await tap(page, 'fff');
  await page.clock.fastForward(10 * 60_000);
  await page.clock.runFor(500);
  await expect(page.locator('[data-label]')).toContainText('Paused: round 1 of 4');
  await expect(page.locator('[data-count=left]')).toHaveText('3');
  expect(await logged(page)).toEqual([]);
});
