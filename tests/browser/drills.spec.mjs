import { writeFile } from 'node:fs/promises';
import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from './pages.mjs';
import { begin, frames, newHousehold, tap } from './household.mjs';

const names = page => page.locator('.shelf-card h2');

test.describe('by keyboard at a desk', () => {
  test.use({ viewport: { width: 1280, height: 800 } });

  test('indoors, no gear, inside and sole, under five minutes: nine keys, and the address holds it', async ({ page }) => {
    await newHousehold(page);
    await page.goto('/drills');
    const keys = ['p', '1', 'g', '1', 's', '1', '3', 'm', '2'];
    expect(keys.length).toBeLessThan(10);
    for (const key of keys) await page.keyboard.press(key);
    await expect(page).toHaveURL(/surface=inside,sole&place=indoors&gear=none&minutes=5/);
    await expect(page.locator('[data-shelf-sum]')).toHaveText(/^\d+ drills you can play now, \d+ more need something you don’t have$/);
    const found = await names(page).allTextContents();
    expect(found).toContain('V-cut, foot to foot');
    await expect(page.locator('.lacks').first()).toContainText('Missing: marker');
    await page.reload();
    expect(await names(page).allTextContents()).toEqual(found);
    // The number beside a choice is what it leaves.
    const chain = page.locator('[data-group="F"] a', { hasText: 'Games' });
    const promised = Number(await chain.locator('b').textContent());
    await page.keyboard.press('f');
    await page.keyboard.press('9');
    await expect(names(page)).toHaveCount(promised);
    await page.keyboard.press('c');
    await expect(page.locator('.pick[aria-current]')).toHaveCount(0);
  });

  test('words find a drill while they are typed', async ({ page }) => {
    await newHousehold(page);
    await page.goto('/drills');
    await page.keyboard.press('/');
    await page.keyboard.type('figure');
    await expect(names(page)).toHaveText(['Figure of eight']);
    await expect(page.locator('[data-shelf-words]')).toBeFocused();
  });

  test('what is typed while the shelf is exchanged keeps its order and the caret, however late the answer', async ({ page }) => {
    await newHousehold(page);
    await page.goto('/drills');
    // Each answer comes when it is let through: in the middle of a word.
    const held = [];
    await page.route(/\/drills\?.*words=/, route => held.push(route));
    await page.keyboard.press('/');
    await page.keyboard.type('fig');
    await expect.poll(() => held.length).toBe(1);
    await page.keyboard.type('ue');
    await page.keyboard.press('ArrowLeft');
    await held.shift().continue();
    await expect(page.locator('[data-shelf-sum]')).toBeVisible();
    await expect.poll(() => held.length).toBe(1);
    await page.keyboard.type('r');
    await expect(page.locator('[data-shelf-words]')).toHaveValue('figure');
    await page.unroute(/\/drills\?.*words=/);
    await expect(names(page)).toHaveText(['Figure of eight']);
    await expect(page.locator('[data-shelf-words]')).toBeFocused();
  });

  test('a map plays, pauses, mirrors and changes its tempo', async ({ page }) => {
    await page.emulateMedia({ reducedMotion: 'no-preference' });
    await newHousehold(page);
    await page.goto('/drills/pull-back-laces-away');
    const ball = page.locator('[data-ball]'),
      first = page.locator('[data-n="1"]');
    await expect(ball).toHaveAttribute('visibility', 'hidden');
    await page.keyboard.press('p');
    await expect(ball).toHaveAttribute('visibility', 'visible');
    const at = () => ball.evaluate(e => `${e.getAttribute('cx')} ${e.getAttribute('cy')}`);
    const before = await at();
    await expect.poll(at).not.toBe(before);
    await expect(page.locator('.steps-list .now')).toHaveCount(1);
    await page.keyboard.press('p');
    const paused = await at();
    await frames(page);
    expect(await at()).toBe(paused);

    await expect(first).toContainText('1 left sole');
    await page.keyboard.press('m');
    await expect(first).toContainText('1 right sole');
    await page.getByRole('link', { name: 'fast 100' }).click();
    await expect(page.locator('[data-map-picture]')).toHaveAttribute('data-tempo', '100');
    await expect(first).toContainText('1 right sole');
    await page.keyboard.press('m');
    await expect(first).toContainText('1 left sole');
  });

  test('in the air the height follows the tempo', async ({ page }) => {
    await newHousehold(page);
    await page.goto('/drills/juggling-streak');
    await page.locator('[data-map-range]').fill('90');
    await expect(page.locator('[data-map-out]')).toHaveText('90 a minute');
    await expect(page.locator('.map .mark', { hasText: '54 cm' })).toBeVisible();
  });

  test('with reduced motion the map stands still and goes on a touch a press', async ({ page }) => {
    await page.emulateMedia({ reducedMotion: 'reduce' });
    await newHousehold(page);
    await page.goto('/drills/inside-taps');
    await page.keyboard.press('p');
    await expect(page.locator('[data-n="1"]')).toHaveClass(/now/);
    const at = () => page.locator('[data-ball]').evaluate(e => e.getAttribute('cx'));
    const first = await at();
    await frames(page);
    expect(await at()).toBe(first);
    await page.keyboard.press('p');
    await expect(page.locator('[data-n="2"]')).toHaveClass(/now/);
    expect(await at()).not.toBe(first);
  });

  test('an own drill: the map comes with the pattern, a mistake is shown where it is, then it is kept', async ({ page }) => {
    await newHousehold(page);
    await page.goto('/drills/own');
    await page.keyboard.press('w');
    await page.getByLabel('Name').fill('Rug slide');
    await page.getByLabel('What is it for? One line').fill('For the rug by the door.');
    await page.getByLabel('Pattern').fill('R sole back, insid away');
    await expect(page.locator('.map-problem mark')).toHaveText('insid');
    await expect(page.locator('.map-problem')).toContainText('“insid” is not a part of the foot');
    await page.getByLabel('Cue').first().fill('Soft sole');
    await page.getByLabel('What goes wrong').fill('It sticks');
    await page.getByLabel('Why').fill('Too slow.');
    await page.getByLabel('What helps').fill('A little more push.');
    await page.getByRole('button', { name: 'Save this drill' }).click();
    await expect(page.locator('.field-problem')).toContainText('“insid” is not a part of the foot');
    await expect(page.getByLabel('Name')).toHaveValue('Rug slide');
    await page.locator('[data-own-pattern]').fill('R sole back, inside away');
    await expect(page.locator('[data-own-map] .map.ground')).toBeVisible();
    await page.getByRole('button', { name: 'Save this drill' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Rug slide');
    await page.waitForLoadState();
    await page.keyboard.press('s');
    await expect(page.getByRole('heading', { name: 'Before the first touch' })).toBeVisible();
  });

  test('two drills are joined, practised and found again, and one is a favourite', async ({ page }) => {
    await newHousehold(page);
    await page.goto('/drills/v-cut');
    await page.getByRole('link', { name: 'Join it with another' }).click();
    await expect(page.getByLabel('First', { exact: true })).toHaveValue('V-cut, foot to foot');
    await page.getByLabel('Then', { exact: true }).fill('L-turn on the spot');
    await page.getByRole('button', { name: 'Join them' }).click();
    await expect(page.getByLabel('Pattern')).toHaveValue('R sole back, inside inward, L sole back, inside behind, R laces away ~');
    await expect(page.locator('[data-own-map] .map.ground')).toBeVisible();
    await page.getByLabel('Name').fill('Cut and corner');
    await page.getByRole('button', { name: 'Save this drill' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Cut and corner');
    await page.getByRole('button', { name: 'Favourite' }).click();
    await expect(page.getByRole('button', { name: 'Favourite' })).toHaveAttribute('aria-pressed', 'true');
    await page.goto('/drills');
    await expect(names(page).first()).toHaveText('Cut and corner');

    const drill = await names(page).first().getByRole('link').getAttribute('href');
    await begin(page, drill.split('/').pop());
    await tap(page, ['f', 'f', 'f', 'Enter'], 1500);
    await expect(page.locator('[data-result]')).toHaveText('New record: 3 clean reps');
    await expect(page.locator('[data-stored]')).toHaveText('all saved');
    await page.goto('/logbook');
    await expect(page.locator('main')).toContainText('Cut and corner');
  });

  test('words of the field and the place of the opponent find their cards', async ({ page }) => {
    await newHousehold(page);
    await page.goto('/drills');
    await page.keyboard.press('/');
    await page.locator('[data-shelf-words]').fill('keepy');
    await expect(page).toHaveURL(/words=keepy/);
    await expect(names(page)).toContainText(['Juggling streak']);
    await page.locator('[data-shelf-words]').fill('jugling');
    await expect(page.getByText('Understood as “juggling”.')).toBeVisible();
    await page.goto('/drills');
    for (const key of ['d', '2', '4']) await page.keyboard.press(key);
    await expect(page).toHaveURL(/opponent=at-the-side&moves=two/);
    await expect(names(page)).toHaveCount(4);
  });

  test('a broken file is refused with its line, a good one is taken in', async ({ page }, info) => {
    await newHousehold(page);
    const good = await (await page.request.get('/drills/toe-taps.yaml')).text();
    const [goodFile, brokenFile] = [info.outputPath('good.yaml'), info.outputPath('broken.yaml')];
    await writeFile(goodFile, good);
    await writeFile(brokenFile, good.replace('tempo: "70 110 180"', 'tempo: "70 60 180"'));
    await page.goto('/drills/own');
    await page.getByLabel('File').setInputFiles(brokenFile);
    await page.getByRole('button', { name: 'Add' }).click();
    await expect(page.locator('.problems')).toContainText(/broken\.yaml, line \d+: “70 60 180” is not a tempo/);
    await expect(page.getByRole('heading', { name: 'None yet' })).toBeVisible();
    await page.getByLabel('File').setInputFiles(goodFile);
    await page.getByRole('button', { name: 'Add' }).click();
    await expect(page.getByRole('link', { name: 'Toe taps on top' })).toBeVisible();
    await page.getByRole('button', { name: 'Take Toe taps on top off the shelf' }).click();
    await page.getByRole('button', { name: 'Put it back' }).click();
    await expect(page.getByRole('link', { name: 'Toe taps on top' })).toBeVisible();
  });

  test('heading comes onto the shelf once a grown-up has read and ticked, with its caution before the start', async ({ page }) => {
    await newHousehold(page, { age: 13 });
    await page.goto('/drills?surface=head');
    await expect(names(page)).toHaveCount(0);
    await page.getByRole('link', { name: 'Household' }).last().click();
    await page.getByRole('button', { name: 'Turn heading on' }).click();
    await expect(page.locator('.problems')).toContainText('Tick that you have read it');
    await page.getByLabel('I have read this').check();
    await page.getByLabel('password').fill('long enough');
    await page.getByRole('button', { name: 'Turn heading on' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Heading is on');
    await page.goto('/drills?surface=head');
    await expect(names(page)).toHaveCount(3);
    await names(page).first().getByRole('link').click();
    await expect(page.locator('.caution')).toContainText('rules of your own association and club');
    await page.waitForLoadState();
    await page.keyboard.press('s');
    await expect(page.locator('[data-before]')).toContainText('rules of your own association and club');
  });

  test('a card prints on one page of A4', async ({ page }) => {
    await newHousehold(page);
    for (const card of ['pull-back-laces-away', 'zigzag-and-home', 'round-marker-four-taps', 'wall-thigh-volley']) {
      await page.goto(`/drills/${card}`);
      const pdf = (await page.pdf({ format: 'A4' })).toString('latin1');
      expect(pdf.match(/\/Type\s*\/Page[^s]/g), card).toHaveLength(1);
    }
  });
});

test('on a phone families and gear are there at once, the other choices one press away, and the shelf reads down', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await newHousehold(page);
  await page.goto('/drills');
  await expect(page.locator('[data-group="P"]')).toBeHidden();
  await expect(page.locator('[data-group="F"]')).toBeVisible();
  await expect(page.locator('[data-group="G"]')).toBeVisible();
  await page.getByText('More choices', { exact: true }).click();
  await page.locator('[data-group="P"] a', { hasText: 'goal' }).click();
  await expect(names(page).first()).toHaveText('Placed with the inside');
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter(v => ['serious', 'critical'].includes(v.impact)).map(v => v.id)).toEqual([]);
});
