import { expect, test } from './pages.mjs';
import { begin, holdClock, inTime, logged, newHousehold, playPhase, start, storedSets, tap } from './household.mjs';

const phase = page => page.locator('[data-stage]').getAttribute('data-phase');

/** Opens a sheet with the clock in hand and starts it. */
async function openSheet(page, sheet) {
  await holdClock(page);
  await page.goto(`/practise/sheet/${sheet}`);
  await start(page);
}

/** Plays to the end, or until a phase. Returns the labels of the sets played. */
async function playOn(page, until = () => false, tapIt) {
  const played = [];
  while ((await phase(page)) !== 'done' && !(await until())) {
    const done = await playPhase(page, tapIt);
    if (done.played) played.push(done.label);
  }
  return played;
}

test('a whole ready sheet by keyboard, from the warm-up to the last words', async ({ page }) => {
  await newHousehold(page, { age: 12 });
  await page.goto('/today');
  await page.keyboard.press('s');
  await page.waitForURL('**/practise/sheet/*');
  await openSheet(page, 'patio-turns-sixteen');
  // Answers come between two drills: shaky, the first fault, and what mends it stands there at once.
  const played = await playOn(page, async () => (await phase(page)) === 'between');
  await page.keyboard.press('3');
  await expect(page.locator('[data-ask]')).toContainText('What went wrong?');
  await page.keyboard.press('1');
  await expect(page.locator('[data-ask] .fix')).toContainText('Try this:');
  // Ten seconds more, then what was played is played again: that is one set more.
  const before = Number(await page.locator('[data-figure]').textContent());
  await page.keyboard.press('+');
  await expect(page.locator('[data-figure]')).toHaveText(String(before + 10));
  await page.keyboard.press('a');
  played.push(...(await playOn(page, async () => (await phase(page)) === 'setOut')));
  await expect(page.locator('[data-yard] svg')).toBeVisible();
  played.push(...(await playOn(page)));
  await expect(page.locator('[data-ask]')).toContainText('Was the ball under control?');
  await page.keyboard.press('1');
  await expect(page.locator('[data-ask]')).toContainText('How hard was it?');
  await page.keyboard.press('6');
  await expect(page.locator('[data-stored]')).toHaveText('all saved');
  await page.keyboard.press('Enter');
  await page.waitForURL('**/practise/result/*');
  await expect(page.getByLabel('6 quite hard')).toBeChecked();
  await expect(page.locator('.advice')).toContainText(/Next time, on \w+day: /);
  await page.getByLabel('Note').fill('Sun low, good yard.');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();

  const sets = await storedSets(page);
  expect(sets.length).toBe(played.length);
  expect(sets.map(set => set.order)).toEqual(played.map((_, i) => i + 1));
  expect(new Set(sets.map(set => set.session)).size).toBe(1);
  expect(sets.every(set => set.taps.startsWith('l') || set.taps.startsWith('r'))).toBe(true);
});

test('the beat keeps its tempo and climbs, and the tally is for whoever counts', async ({ page }) => {
  await newHousehold(page);
  await begin(page, 'inside-taps');
  await page.keyboard.press('b');
  await expect(page.locator('[data-beat-word]')).toHaveText(/beat \d+ a minute/);
  await page.keyboard.press('b');
  await expect(page.locator('[data-beat-word]')).toHaveText(/beat \d+ to \d+/);
  await page.keyboard.press('b');
  await expect(page.locator('[data-beat-word]')).toHaveText('beat off');
  await page.keyboard.press('c');
  await tap(page, 'fjf');
  const size = await page.locator('[data-count=left]').evaluate(e => parseFloat(getComputedStyle(e).fontSize) / innerHeight);
  expect(size).toBeGreaterThan(0.4);
  await expect(page.locator('[data-count=left]')).toHaveText('2');
  // Asked how it stands, it says so once; not every second.
  await expect(page.locator('[data-spoken]')).toHaveText('');
  await page.keyboard.press('u');
  await page.clock.runFor(100);
  await expect(page.locator('[data-spoken]')).toHaveText(/^Round 1 of \d+\. \d+\. Left 2, right 1$/);
  const said = await page.locator('[data-spoken]').textContent();
  await page.clock.runFor(3000);
  await expect(page.locator('[data-spoken]')).toHaveText(said);
});

test('without network in the middle the sheet runs to its end, and all of it is sent when the network is back', async ({
  page,
  context,
}) => {
  await newHousehold(page);
  await openSheet(page, 'kitchen-eight');
  const first = await playOn(page, async () => (await phase(page)) === 'between');
  await expect(page.locator('[data-stored]')).toHaveText('all saved');
  await context.setOffline(true);
  const rest = await playOn(page);
  await expect(page.locator('[data-stored]')).toContainText(`${rest.length} sets wait on this device`);
  await page.keyboard.press('2');
  await context.setOffline(false);
  await inTime(page, () => expect(page.locator('[data-stored]')).toHaveText('all saved', { timeout: 500 }));
  expect((await storedSets(page)).length).toBe(first.length + rest.length);
});

test('a reload in a round comes back to the same drill, round and counts', async ({ page }) => {
  await newHousehold(page);
  await openSheet(page, 'kitchen-eight');
  const first = await playOn(page, async () => (await phase(page)) === 'between');
  await page.keyboard.press('ArrowRight');
  await page.clock.runFor(6100);
  await tap(page, 'fff');
  const [label, name] = [await page.locator('[data-label]').textContent(), await page.locator('h1').textContent()];
  await page.reload();
  await expect(page.locator('[data-resume]')).toContainText(`${name}, ${label.toLowerCase()}`);
  await page.keyboard.press('Space');
  await expect(page.locator('h1')).toHaveText(name);
  await expect(page.locator('[data-count=left]')).toHaveText('3');
  const rest = await playOn(page);
  await expect(page.locator('[data-stored]')).toHaveText('all saved');
  const sets = await storedSets(page);
  expect(sets.length).toBe(first.length + rest.length);
  // The three taps before the reload and the four after it are one set.
  expect(sets[first.length].taps.split(' ').length).toBe(7);
});

test('the same session in two tabs cannot count double', async ({ page, context }) => {
  await newHousehold(page);
  await page.goto('/practise/pull-back-laces-away');
  await start(page);
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('f');
  await page.keyboard.press('f');
  const other = await context.newPage();
  await other.goto('/practise/pull-back-laces-away');
  await other.waitForLoadState('load');
  await other.keyboard.press('Space');
  await expect(other.locator('[data-resume]')).toContainText('another tab');
  await other.keyboard.press('Space');
  await expect(page.locator('[data-label]')).toHaveText('You are playing in another tab');
  await expect(other.locator('[data-resume]')).toContainText('round 1');
  await other.waitForLoadState('load');
  await other.keyboard.press('Space');
  await expect(other.locator('[data-count=left]')).toHaveText('2');
  await other.keyboard.press('f');
  await page.keyboard.press('f');
  await page.keyboard.press('ArrowRight');
  await other.keyboard.press('ArrowRight');
  await expect(other.locator('[data-stored]')).toHaveText('all saved');
  const sets = await storedSets(page);
  expect(sets.map(set => set.left)).toEqual([3]);
});

test('Esc in a round pauses it and says what it keeps; pressed again, what was counted is a set', async ({ page }) => {
  await newHousehold(page);
  await begin(page, 'pull-back-laces-away');
  await tap(page, 'fff');
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-label]')).toContainText('Paused: round 1');
  await expect(page.locator('[data-under]')).toHaveText('What you counted is kept. Stop here, or go on.');
  await page.clock.runFor(300);
  await page.keyboard.press('Space');
  await tap(page, 'f');
  await expect(page.locator('[data-count=left]')).toHaveText('4');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'stop here' }).click();
  await page.waitForURL('**/practise/result/*');
  expect((await storedSets(page)).map(set => set.left)).toEqual([4]);
});

test('pain stops everything, and the next start asks', async ({ page }) => {
  await newHousehold(page);
  await begin(page, 'inside-taps');
  await tap(page, 'fjf');
  await page.keyboard.press('p');
  await expect(page.getByRole('dialog')).toContainText('Where does it hurt?');
  // Nothing counts meanwhile, and a wrong press leads back.
  await page.keyboard.press('f');
  await page.keyboard.press('Escape');
  await expect(page.locator('[data-count=left]')).toHaveText('2');
  await page.keyboard.press('Space');
  await page.clock.runFor(20_000);
  await page.keyboard.press('p');
  await page.getByRole('button', { name: 'Heel' }).click();
  await expect(page.getByRole('dialog')).toContainText('See a doctor or physio before you play again');
  await page.keyboard.press('Enter');
  await page.waitForURL('**/practise/result/*');
  await page.goto('/practise/toe-taps');
  await expect(page.locator('.hurt')).toHaveText('Your heel hurt, today.');
  await page.keyboard.press('Space');
  await expect(page.locator('[data-play]')).toBeHidden();
  await page.getByLabel('The household’s password').fill('long enough');
  await page.getByRole('button', { name: 'Yes, go on' }).click();
  await page.waitForLoadState('load');
  await expect(page.locator('[data-start-word]')).toBeVisible();
  expect((await storedSets(page)).length).toBe(1);
});

test('each challenge once, on its own board', async ({ page }) => {
  await newHousehold(page, { age: 12, level: 'steady' });
  const cell = i => page.locator('.board > *').nth(i);

  await begin(page, 'game-bottle-stations');
  await tap(page, 'fxxj', 1000);
  await expect(cell(1)).toContainText('3 tries');
  await tap(page, ['Backspace', 'x', 'f', 'j', 'f'], 1000);
  await expect(page.locator('[data-result]')).toContainText('New record: 9.');

  await begin(page, 'game-wall-target');
  await tap(page, ['1', '3', 'x', '2'], 1000);
  await expect(page.locator('[data-figure]')).toHaveText('6');
  await cell(2).click();
  await expect(page.locator('[data-under]')).toContainText('points · try 6 of 10');
  await tap(page, 'xxxxx', 1000);
  await expect(page.locator('[data-result]')).toHaveText('New record: 9 points in 10 tries');

  await begin(page, 'game-touch-race');
  await tap(page, ['f', 'j', 'f', 'Enter', 'f', 'j', 'f', 'j', 'x']);
  await expect(page.locator('[data-under]')).toContainText('best so far 3');
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('[data-result]')).toHaveText('New record: 3 touches on the way');

  await begin(page, 'game-trap-square');
  await tap(page, 'fff', 1000);
  await expect(page.locator('[data-under]')).toContainText('from the hip · try 4 of 8');
  await tap(page, 'fxxxx', 1000);
  await expect(page.locator('[data-result]')).toHaveText('New record: trapped from the hip');

  await begin(page, 'strike-both-feet');
  await tap(page, ['f', '1', '6', 'x', '5'], 1000);
  await expect(page.locator('[data-under]')).toContainText('try 5 of 10 · missed 1');
  await expect(page.locator('[data-count=left]')).toHaveText('1');
  await page.keyboard.press('ArrowRight');
  await expect(page.locator('[data-result]')).toHaveText('New record: 3 of 4');

  await begin(page, 'out-turn-home');
  await page.clock.runFor(9000);
  await page.keyboard.press('v');
  await expect(page.locator('[data-under]')).toContainText('does not count');
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-result]')).toHaveText('A run that does not count');
  await page.clock.runFor(120_000);
  await expect(page.locator('.board > *').first()).toContainText('not counted');

  const sets = await storedSets(page);
  expect(sets.map(({ measured, result }) => [measured, result])).toEqual([
    ['stations time', { stations: 4, tries: [1, 4, 1, 1] }],
    ['target points', { points: [1, 3, 0, 2, 3, 0, 0, 0, 0, 0] }],
    ['run in touches', { tries: [3, 4], ends: 'sd' }],
    ['trap heights', { inside: [1, 1, 1, 1, 0, 0, 0, 0] }],
    ['strikes by zone', { feet: 'lrlr', zones: [1, 6, 0, 5] }],
    ['course time', { clips: 0, penalty: 1, void: true }],
  ]);
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

  test('a whole ready sheet by touch', async ({ page }) => {
    await newHousehold(page);
    await holdClock(page);
    await page.goto('/practise/sheet/kitchen-eight');
    await page.waitForLoadState('load');
    await page.getByRole('button', { name: 'All fine: start' }).tap();
    await page.getByRole('button', { name: 'more', exact: true }).tap();
    let played = 0;
    while ((await phase(page)) !== 'done') {
      const [now, measure, feet] = await page.locator('[data-stage]').evaluate(e => [e.dataset.phase, e.dataset.measure, e.dataset.feet]);
      if (now === 'work') {
        for (let i = 0; i < 4; i++) {
          await page.clock.runFor(600);
          await page.touchscreen.tap(i % 2 ? 330 : 60, 300);
        }
        played++;
        if (measure === 'ladderRung') await page.getByRole('button', { name: 'caught it' }).tap();
        expect(feet).toBeTruthy();
      }
      if (now === 'between') await page.getByRole('button', { name: 'mostly clean' }).tap();
      await page.getByRole('button', { name: /^skip/ }).tap();
      await page.clock.runFor(300);
    }
    await expect(page.locator('[data-stored]')).toHaveText('all saved');
    const sets = await storedSets(page);
    expect(sets.length).toBe(played);
    expect(sets.every(set => set.taps.split(' ').length >= 4)).toBe(true);
    expect((await logged(page)).length).toBe(played);
  });
});
