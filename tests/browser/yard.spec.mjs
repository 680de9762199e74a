import { expect, test } from './pages.mjs';
import { readFileSync } from 'node:fs';
import { holdClock, logged, newHousehold, openDemo, said, signUp, start } from './household.mjs';

const figure = (page, words) => page.locator('.plan-figures div', { hasText: words }).locator('dd');
const markerAt = async (page, i) => new URL(page.url()).searchParams.get('at').split(';')[i].split(' ').map(Number);

/** Writes down a patio of so many metres. */
async function patio(page, width, length) {
  await page.goto('/yard/space');
  await page.getByLabel('Name', { exact: true }).fill('Patio');
  await page.getByLabel('Left to right').fill(width);
  await page.getByLabel('Near to far').fill(length);
  await page.locator('[name=far]').selectOption('a wall or fence');
  await page.getByRole('button', { name: 'Save' }).click();
  await page.waitForURL('**/yard');
}

/** Runs once round: the clock is in hand, the run takes so many seconds. */
async function run(page, seconds) {
  await page.clock.runFor(6050);
  await expect(page.locator('[data-stage]')).toHaveAttribute('data-phase', 'work');
  await page.clock.runFor(seconds * 1000);
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-stored]')).toHaveText('all saved');
  await page.keyboard.press('Escape');
  await page.waitForURL('**/practise/result/*');
}

test('from a new household to a plan on paper, a record on it, another layout, and everything erased', async ({ page }) => {
  test.setTimeout(480_000);
  const name = await signUp(page, { age: 10 });

  // The pace: a leap is not taken, ten walked paces are.
  await page.goto('/household');
  await page.getByRole('link', { name: 'Odei' }).click();
  await expect(page.getByText('Only guessed from the age')).toBeVisible();
  await page.getByLabel('How far do you get with ten normal paces').fill('16');
  await page.getByRole('button', { name: 'Measured' }).click();
  await expect(said(page, 'Those would be jumps', 'alert')).toBeVisible();
  await page.getByLabel('How far do you get with ten normal paces').fill('6.0');
  await page.getByRole('button', { name: 'Measured' }).click();
  await expect(page.locator('.pace-now')).toContainText('0.60 m');

  // The space, one side of it in paces.
  await patio(page, '5', '14 paces');
  await expect(page.getByText('5.0 × 8.4 m')).toBeVisible();

  // The zigzag of the card is too large; smaller it fits.
  await page.goto('/yard/plan?drill=zigzag-and-home');
  await expect(page.getByRole('heading', { name: 'Too big for Patio' })).toBeVisible();
  await page.keyboard.press('m');
  await expect(figure(page, 'to spare')).toHaveText('fits');
  await expect(page.locator('.walk li').first()).toContainText('From the near left corner');

  // A marker is moved by the arrow keys, and keeps the focus.
  const before = await markerAt(page, 0),
    length = await figure(page, 'a run').textContent();
  await page.getByRole('button', { name: /^Marker 1:/ }).focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowDown');
  await expect.poll(async () => (await markerAt(page, 0))[0]).toBeCloseTo(before[0] - 0.2, 3);
  await expect.poll(async () => (await markerAt(page, 0))[1]).toBeCloseTo(before[1] - 0.1, 3);
  await expect(page.getByRole('button', { name: /^Marker 1:/ })).toBeFocused();
  await expect(figure(page, 'a run')).not.toHaveText(length);

  // Kept, it is a layout of its own; its plan is one page of A4.
  await page.getByLabel('Save it as').fill('Patio zigzag');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(said(page, 'its record starts with your first run')).toBeVisible();
  const first = new URL(page.url()).searchParams.get('layout');
  const pdf = (await page.pdf({ format: 'A4' })).toString('latin1');
  expect(pdf.match(/\/Type\s*\/Page[^s]/g)).toHaveLength(1);
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name: 'as a picture' }).click()]);
  expect(readFileSync(await download.path(), 'utf8')).toMatch(/^<svg xmlns="http:\/\/www.w3.org\/2000\/svg"/);

  // Practice on it: the check is asked, ticked, and the time is kept under this layout.
  await holdClock(page);
  await page.keyboard.press('s');
  await page.waitForURL('**/practise/zigzag-and-home?layout=*');
  await expect(page.getByText('On Patio zigzag, the way you set it up')).toBeVisible();
  await expect(page.locator('[data-check]').first()).toHaveText('The floor is dry, flat and clear.');
  await start(page);
  await run(page, 21.3);
  await expect(page.locator('.against').first()).toContainText('on “Patio zigzag”: 21.4: your first record');
  await expect(page.getByText('Checked before the start')).toContainText('floor clear');

  // Half a metre farther is another layout with another record; the old one stays. The check is not asked again that day.
  await page.goto(`/yard/plan?drill=zigzag-and-home&layout=${first}`);
  await expect(page.getByText('Record on this layout: 21.4 s')).toBeVisible();
  await page.getByRole('button', { name: /^Marker 1:/ }).focus();
  await page.keyboard.press('Shift+ArrowUp');
  await page.clock.runFor(400);
  await expect(page.getByText('Your 21.4 s was on another layout and stays there')).toBeVisible();
  await page.getByLabel('Save it as').fill('Patio zigzag, shorter');
  await page.getByRole('button', { name: 'Save' }).click();
  await page.getByRole('link', { name: 'Play it' }).click();
  await expect(page.getByText('You checked this today')).toBeVisible();
  await start(page);
  await run(page, 23);
  await expect(page.locator('.against').first()).toContainText('on “Patio zigzag, shorter”: 23.1: your first record');
  expect(await logged(page)).toEqual(expect.arrayContaining(['21.4 s', '23.1 s']));
  await page.goto('/records');
  await expect(page.locator('.record')).toHaveCount(2);

  // Everything is taken out as a file, then erased.
  await page.goto('/household/erase');
  await page.getByLabel('The household’s password').fill('long enough');
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Download' }).click()]);
  const taken = JSON.parse(readFileSync(await file.path(), 'utf8'));
  expect(taken.layouts.map(layout => layout.name).sort()).toEqual(['Patio zigzag', 'Patio zigzag, shorter']);
  expect(taken.sets).toHaveLength(2);
  await page.getByLabel('The household’s name').fill(name);
  await page.getByLabel('Its password').fill('long enough');
  await page.getByRole('button', { name: 'Delete for good' }).click();
  await expect(said(page, 'deleted for good')).toBeVisible();
  await page.getByLabel('Household').fill(name);
  await page.getByLabel('Password').fill('long enough');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(said(page, 'The name or the password is wrong', 'alert')).toBeVisible();
});

test('a marker is dragged, also by touch, and without network it goes back where it was', async ({ page, context }) => {
  await newHousehold(page);
  await patio(page, '6', '14');
  await page.goto('/yard/plan?drill=zigzag-and-home');
  const box = await page.locator('[data-marker="1"]').boundingBox();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 30, box.y + box.height / 2 - 20, { steps: 4 });
  await page.mouse.up();
  await page.waitForURL('**at=*');
  await expect(page.getByRole('textbox', { name: 'Marker 2, to the right' })).toBeVisible();
  const there = await page.getByRole('textbox', { name: 'Marker 2, to the right' }).inputValue();
  await context.setOffline(true);
  await page.locator('[data-marker="1"]').focus();
  await page.keyboard.press('ArrowLeft');
  await expect(page.getByText('The server can’t be reached')).toBeVisible();
  await context.setOffline(false);
  await page.reload();
  await expect(page.getByRole('textbox', { name: 'Marker 2, to the right' })).toHaveValue(there);
});

test('measures are changed in a form, what cannot be passed is said, and another shape is one choice', async ({ page }) => {
  await newHousehold(page);
  await patio(page, '6', '14');
  await page.goto('/yard/plan?drill=weave-both-feet');
  await page.getByLabel('Between two').fill('0.5');
  await page.getByRole('button', { name: 'Set it out like this' }).first().click();
  await expect(said(page, 'Markers 1 and 2 are 0.50 m apart', 'alert')).toBeVisible();
  await expect(page.getByLabel('Between two')).toHaveValue('0.5');
  await page.waitForLoadState();
  await page.getByLabel('Shape').selectOption('figure of eight');
  await page.waitForURL('**shape=figure-of-eight*');
  await expect(figure(page, 'markers')).toHaveText('2');
  await page.getByRole('link', { name: 'in Odei’s paces' }).click();
  await expect(page.getByLabel('Between the two, paces')).toHaveValue(/^\d+(\.\d+)?$/);
});

test('another player is one key away, and not today leads to drills for a room', async ({ page }) => {
  await openDemo(page);
  await expect(page.locator('.players .here')).toContainText('Irune');
  await page.keyboard.press('o');
  await expect(page.locator('.players .here')).toContainText('Beñat');
  await page.goto('/practise/zigzag-and-home');
  await page.keyboard.press('n');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('You can still play');
  await expect(page.locator('.shelf-card')).toHaveCount(6);
});
