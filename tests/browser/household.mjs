import { expect } from '@playwright/test';

let made = 0;

const password = 'long enough',
  tokenOf = form => form.match(/name="__RequestVerificationToken" type="hidden" value="([^"]+)"/)[1];
const newName = () => `Yard ${process.pid}-${Date.now()}-${++made}`;

/** Posts a form of a page with what the page gave for it, in the name of whoever sits at this one. */
export async function post(page, address, action, fields) {
  const answer = await page.request.post(action, {
    form: { ...fields, __RequestVerificationToken: tokenOf(await (await page.request.get(address)).text()) },
  });
  expect(answer.status(), action).toBe(200);
  return answer;
}

/** A household of its own, so that tests do not see each other's sets. Its form is not what is tested: `signUp` fills that in. */
export async function newHousehold(page, { preferred = 'right', level = 'first weeks', age = 9 } = {}) {
  const name = newName(),
    timeZone = await page.evaluate(() => Intl.DateTimeFormat().resolvedOptions().timeZone);
  const made = await post(page, '/household/new', '/household/new', {
    name,
    password,
    timeZone,
    nickname: 'Odei',
    birthYear: String(new Date().getFullYear() - age),
    preferred,
    level,
  });
  expect(made.url()).toContain('/household/words');
  return name;
}

/** The same as somebody does it who comes to the door. */
export async function signUp(page, { preferred = 'right', level = 'first weeks', age = 9 } = {}) {
  const name = newName();
  await page.goto('/household/new');
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByLabel('Password').fill(password);
  await page.getByLabel('Nickname').fill('Odei');
  await page.getByLabel('Birth year').fill(String(new Date().getFullYear() - age));
  await page.getByLabel(preferred, { exact: true }).check();
  await page.getByLabel(level, { exact: true }).check();
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page.locator('.words li')).toHaveCount(6);
  await page.getByRole('link', { name: 'I have written them down' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Odei, let’s start');
  return name;
}

/** Somebody else of the household, who is twelve and prefers the left foot. */
export async function addBo(page) {
  await post(page, '/household', '/household?handler=Add', {
    id: crypto.randomUUID(),
    nickname: 'Bo',
    birthYear: String(new Date().getFullYear() - 12),
    preferred: 'left',
    level: 'first weeks',
  });
}

/** Lets so many frames go by: what would move has moved by then, however slow the machine. */
export const frames = (page, count = 12) =>
  page.evaluate(
    left =>
      new Promise(resolve =>
        (function frame() {
          left-- ? requestAnimationFrame(frame) : resolve();
        })(),
      ),
    count,
  );

/**
 * What the page says in these words, as news or as a problem. A page holds several places for news, and the empty ones are hidden by
 * its style alone: "the one with role status" would be two for as long as the style is on its way.
 */
export const said = (page, words, role = 'status') => page.getByRole(role).filter({ hasText: words });

/** The address of a page's module, with the print of what is in it between its name and its end. */
export const moduleOf = name => new RegExp(`/of-[0-9a-f]+/js/pages/${name}\\.js`);

export async function signIn(page, name) {
  await page.getByLabel('Household').fill(name);
  await page.getByLabel('Password').fill('long enough');
  await page.getByRole('button', { name: 'Sign in' }).click();
}

export async function openDemo(page) {
  await page.goto('/');
  await page.getByRole('button', { name: 'Try the demo' }).click();
  await page.waitForURL('**/today');
}

/** Takes the page's clock in hand: from here on it moves only with runFor, however slow the machine. */
export async function holdClock(page) {
  await page.clock.install();
  await page.clock.pauseAt(Date.now() + 1000);
}

/** Starts by the space bar, which says as well that all that was to be checked is fine. */
export async function start(page) {
  // By then the module listens.
  await page.waitForLoadState('load');
  await page.keyboard.press('Space');
}

/** Plays inside taps in real time with a second screen of the same device beside it, and gives that: from here on either counts. */
export async function besideInsideTaps(page) {
  const second = await page.context().newPage();
  await second.goto('/beside');
  await page.goto('/practise/inside-taps');
  await start(page);
  await page.locator('[data-phase=work]').waitFor({ timeout: 30_000 });
  await second.locator('.half.left:enabled').waitFor({ timeout: 20_000 });
  return second;
}

/** Opens a drill with the clock in hand, starts it and lets the get-ready seconds pass. */
export async function begin(page, drill) {
  await holdClock(page);
  await page.goto(`/practise/${drill}`);
  await start(page);
  await page.clock.runFor(6050);
}

/**
 * Lets the page's time go by until something is the case. What the page waits for begins only once an answer came or a device wrote, and
 * those take their own time: one long leap of the clock may be over before the wait has begun.
 */
export const inTime = (page, what, timeout = 40_000) =>
  expect(async () => {
    await page.clock.runFor(6000);
    await what();
  }).toPass({ timeout });

/** Presses keys, letting a moment of the page's time pass before each. */
export async function tap(page, keys, every = 200) {
  for (const key of keys) {
    await page.clock.runFor(every);
    await page.keyboard.press(key);
  }
}

/** Every set that the database holds of the household, oldest first: from the file that a household can take out. */
export async function storedSets(page) {
  const { sets } = await (await post(page, '/household/erase', '/household/erase?handler=File', { password })).json();
  return sets.sort((a, b) => Date.parse(a.at) - Date.parse(b.at) || a.order - b.order);
}

/**
 * Plays the phase that is on, whatever it is, by keyboard: some taps where there is work, and to its end. Returns how many sets that made.
 */
export async function playPhase(page, tapIt = foot => page.keyboard.press(foot === 'left' ? 'f' : 'j')) {
  const stage = page.locator('[data-stage]');
  const [phase, measure, feet] = await stage.evaluate(e => [e.dataset.phase, e.dataset.measure, e.dataset.feet]);
  const label = await page.locator('[data-label]').textContent(),
    tries = ['bestStreak', 'ladderRung', 'runInTouches'].includes(measure);
  if (phase === 'setOut') await page.keyboard.press('Enter');
  else if (phase === 'work') {
    for (let i = 0; i < 4; i++) {
      await page.clock.runFor(700);
      await tapIt(feet === 'right' || (feet === 'both' && i % 2) ? 'right' : 'left');
    }
    if (tries) await page.keyboard.press('Enter');
    if (measure === 'courseTime' || measure === 'cleanReps') await page.keyboard.press('Enter');
    else await page.keyboard.press('ArrowRight');
  } else await page.keyboard.press('ArrowRight');
  await page.clock.runFor(300);
  return { phase, label, played: phase === 'work' };
}

/** Every set of the household as the logbook tells it, newest day first; that it is a record is left out. */
export async function logged(page, query = 'weeks=4') {
  await page.goto(`/logbook?${query}`);
  return page.locator('.log-sets a').evaluateAll(all => all.map(set => set.firstChild.textContent.trim()));
}
