// A second language is a folder of files. Here every message of the first stands in brackets: whatever the practice screen says outside of
// them was said past the language. Which words the pages of the server say is looked at in SecondLanguageTests.
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { playPhase } from './household.mjs';
import { expect, test } from './pages.mjs';
import { gone, portAt, root, serve } from './server.mjs';

const folder = `${root}artifacts/second-language-${process.pid}`;

function writeLanguage() {
  const english = `${root}src/Gambeta.Words/en/`;
  mkdirSync(folder, { recursive: true });
  for (const file of readdirSync(english)) {
    const words = JSON.parse(readFileSync(english + file));
    const own =
      file === 'language.json'
        ? { ...words, tag: 'eu' }
        : Object.fromEntries(Object.entries(words).map(([key, message]) => [key, `⟦${message}⟧`]));
    writeFileSync(`${folder}/${file}`, JSON.stringify(own));
  }
}

/** What is read on the screen outside of brackets, names and texts of the card left out. */
const past = (page, card) =>
  page.evaluate(known => {
    const said = [...document.querySelectorAll('body *')]
      .filter(element => !element.closest('script, style, noscript, template, [hidden], code') && element.checkVisibility())
      .flatMap(element => [
        ...[...element.childNodes].filter(node => node.nodeType === Node.TEXT_NODE).map(node => node.textContent),
        element.getAttribute('aria-label') ?? '',
        element.getAttribute('placeholder') ?? '',
      ]);
    return said
      .map(text => {
        let rest = text;
        for (let before = ''; before !== rest;) [before, rest] = [rest, rest.replace(/⟦[^⟦⟧]*⟧/g, ' ')];
        for (const name of known) rest = rest.replaceAll(name, ' ');
        return rest;
      })
      .filter(rest => /\p{L}{2,}/u.test(rest));
  }, card);

test(
  'the practice screen says nothing past the language, from the check to the end, whatever is measured',
  { tag: '@soak' },
  async ({ browser }) => {
    writeLanguage();
    const port = portAt(5),
      server = await serve(port, ['--Language', folder]);
    const context = await browser.newContext({ baseURL: `http://127.0.0.1:${port}` }),
      page = await context.newPage();
    try {
      await newHouseholdIn(page);
      for (const drill of [
        'toe-taps',
        'juggling-streak',
        'game-ladder-thighs',
        'zigzag-and-home',
        'juggling-for-time',
        'game-wall-target',
        'game-trap-square',
        'game-bottle-stations',
        'strike-after-turn',
        'game-chain-that-lasts',
      ]) {
        await page.clock.install();
        await page.clock.pauseAt(Date.now() + 1000);
        await page.goto(`/practise/${drill}`);
        await expect(page.locator('html')).toHaveAttribute('lang', 'eu');
        const { name } = JSON.parse(await page.locator('#sheet').textContent());
        // The card's own texts, as its file has them, are data.
        const card = await (await page.request.get(`/drills/${drill}.yaml`)).text();
        const known = ['Odei', 'Gambeta', name, ...[...card.matchAll(/"((?:[^"\\]|\\.)*)"/g)].map(([, text]) => text)]
          .filter(text => text.length > 2)
          .sort((a, b) => b.length - a.length);
        const look = async () => expect(await past(page, known), drill).toEqual([]);
        await look();
        await page.waitForLoadState('load');
        await page.keyboard.press('Space');
        await page.keyboard.press('k');
        await look();
        for (let i = 0; i < 6 && (await page.locator('[data-stage]').getAttribute('data-phase')) !== 'done'; i++) {
          await playPhase(page);
          await look();
        }
        await page.keyboard.press('p');
        await look();
        await page.keyboard.press('Escape');
        await page.keyboard.press('Space');
        await look();
      }
    } finally {
      await context.close();
      await gone(server);
      rmSync(folder, { recursive: true, force: true });
    }
  },
);

/** The form by its names: the labels speak the other language here. */
async function newHouseholdIn(page) {
  await page.goto('/household/new');
  const form = {
    name: `Yard ${process.pid}-second`,
    password: 'long enough',
    nickname: 'Odei',
    birthYear: String(new Date().getFullYear() - 9),
  };
  for (const [name, value] of Object.entries(form)) await page.locator(`[name=${name}]`).fill(value);
  await page.locator('[name=preferred][value=right]').check();
  await page.locator('button.go').click();
  await expect(page.locator('.words li')).toHaveCount(6);
}
