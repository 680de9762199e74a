// A made-up language that is as unlike English as one can be: from right to left, six forms of the plural, every word by half longer.
// On each page, from the narrowest phone to the desk, nothing is cut, covered, past the edge, or English. Its folder is what the
// application itself writes for a translator.
import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { post } from './household.mjs';
import { coveredNow } from './covered.mjs';
import { expect, test } from './pages.mjs';
import { allPages } from './places.mjs';
import { gone, portAt, root, serve } from './server.mjs';

const folder = `${root}artifacts/other-writing-${process.pid}`;
const letters = Object.fromEntries([...'abcdefghijklmnopqrstuvwxyz'].map((letter, i) => [letter, 'ابتثجحخدذرزسشصضطظعغفقكلمنه'[i]]));
/** A word in the other writing, half as long again. */
const other = word => {
  const turned = [...word.toLowerCase()].map(letter => letters[letter] ?? letter).join('');
  return turned + turned.slice(0, Math.ceil(turned.length / 2));
};
const spoken = text => text.replace(/(<\/?[\w-]+>)|([a-zA-Z]{2,})/g, (_, tag, word) => tag ?? other(word));

/** A message with its own texts changed, and every plural in six forms. */
function message(text) {
  if (/MMM/.test(text)) return text;
  let at = 0;
  function parts() {
    let said = '',
      own = '';
    for (; at < text.length && text[at] !== '}'; at++) {
      if (text[at] !== '{') own += text[at];
      else {
        said += spoken(own);
        own = '';
        at++;
        said += place();
      }
    }
    return said + spoken(own);
  }
  function place() {
    const head = /^\s*[\w-]+\s*(?:,\s*(plural|select)\s*,\s*)?/.exec(text.slice(at));
    at += head[0].length;
    if (!head[1]) return `{${head[0].trim()}}`;
    const ways = {};
    while (text[at] !== '}') {
      const [way] = /^\s*[^\s{]+\s*/.exec(text.slice(at));
      at += way.length + 1;
      ways[way.trim()] = parts();
      at++;
      while (/\s/.test(text[at])) at++;
    }
    if (head[1] === 'plural') for (const form of ['zero', 'one', 'two', 'few', 'many']) ways[form] ??= ways.other;
    return `{${head[0]}${Object.entries(ways)
      .map(([way, said]) => `${way} {${said}}`)
      .join(' ')}}`;
  }
  return parts();
}

function writeLanguage() {
  execFileSync('dotnet', ['Gambeta.Web.dll', 'texts', folder], { cwd: `${root}artifacts/app` });
  for (const file of readdirSync(folder).filter(name => name.endsWith('.json'))) {
    const words = JSON.parse(readFileSync(`${folder}/${file}`));
    const own =
      file === 'language.json' ? { tag: 'ar-EG' } : Object.fromEntries(Object.entries(words).map(([key, text]) => [key, message(text)]));
    writeFileSync(`${folder}/${file}`, JSON.stringify(own));
  }
  for (const file of readdirSync(`${folder}/cards`)) {
    const path = `${folder}/cards/${file}`;
    // Names of keys and ids stay; what stands in quotes is said.
    const said = readFileSync(path, 'utf8')
      .split('\n')
      .map(line =>
        /^(- | {2})(id|key): /.test(line)
          ? line
          : line.replace(/"(?:[^"\\]|\\.)*"/g, text => `"${spoken(JSON.parse(text)).replaceAll('"', '')}"`),
      )
      .join('\n');
    writeFileSync(path, said);
  }
}

/** What of a page is past its edge, cut, covered, too small to read, or English. */
const wrong = (page, names = []) =>
  page.evaluate(data => {
    const found = new Set(),
      name = element =>
        `${element.tagName.toLowerCase()}.${element.getAttribute('class') ?? ''} “${element.textContent.trim().slice(0, 24)}”`;
    const { scrollWidth, clientWidth } = document.documentElement;
    if (scrollWidth > clientWidth) found.add(`the page is ${scrollWidth} wide`);
    const isInside = element =>
      element.closest('script, style, noscript, template, code, [hidden], .visually-hidden, [aria-hidden=true], textarea');
    for (const element of document.querySelectorAll('body *')) {
      if (isInside(element) || !element.checkVisibility()) continue;
      const own = [...element.childNodes].filter(node => node.nodeType === Node.TEXT_NODE && node.textContent.trim());
      if (!own.length) continue;
      const text = own.map(node => node.textContent).join(' ');
      // Names, units, keys and what was typed are no words of a language.
      const latin = data
        .reduce((rest, one) => rest.replaceAll(one, ' '), text)
        .replace(/Gambeta|cm\b|kg\b|\bft\b|\bQR\b|\.\/start recover|[\w.-]+\.(?:csv|yaml|ics|json|zip)/g, ' ')
        .match(/[A-Za-z]{2,}/);
      if (latin && !element.closest('[translate=no], kbd, .data, option[value]')) found.add(`“${latin[0]}” in ${name(element)}`);
      const svg = element.closest('svg');
      let size = parseFloat(getComputedStyle(element).fontSize);
      if (svg && element.getScreenCTM) size *= Math.hypot(element.getScreenCTM().a, element.getScreenCTM().b);
      if (size < (svg ? 11.5 : 12.9)) found.add(`${size.toFixed(1)} px: ${name(element)}`);
      if (svg) continue;
      const { overflowX, textOverflow } = getComputedStyle(element);
      if (['hidden', 'clip'].includes(overflowX) && element.scrollWidth > element.clientWidth + 1) found.add(`cut: ${name(element)}`);
      if (textOverflow === 'ellipsis' && element.scrollWidth > element.clientWidth + 1) found.add(`cut: ${name(element)}`);
      // A word that is longer than its box lies over what is beside it.
      const range = document.createRange();
      range.selectNodeContents(element);
      const ink = range.getBoundingClientRect(),
        box = element.closest('button, a, td, th, li, label, p, h1, h2, h3, dd, dt, div, section')?.getBoundingClientRect();
      const scrolls = element.closest('.scroll, [tabindex="0"], pre');
      if (box && !scrolls && ink.width > box.width + 2) found.add(`wider than its place: ${name(element)}`);
    }
    // What is pressed is not under something else.
    for (const press of document.querySelectorAll('main a, main button')) {
      if (isInside(press) || !press.checkVisibility()) continue;
      press.scrollIntoView({ block: 'center' });
      const { left, top, width, height } = press.getClientRects()[0] ?? {};
      if (!width || left < 0 || left + width > innerWidth) continue;
      const there = document.elementFromPoint(left + width / 2, top + height / 2);
      if (there && !press.contains(there) && !there.contains(press)) found.add(`${name(press)} is under ${name(there)}`);
    }
    return [...found];
  }, names);

const widths = [320, 390, 768, 1280];

test.describe('other writing', () => {
  let server,
    base = '';
  test.beforeAll(async () => {
    writeLanguage();
    const port = portAt(6);
    base = `http://127.0.0.1:${port}`;
    server = await serve(port, ['--Language', folder]);
  });
  test.afterAll(async () => {
    await gone(server);
    rmSync(folder, { recursive: true, force: true });
  });

  // What is printed is of one width, and what leads elsewhere is looked at where it leads.
  const places = allPages.filter(place => !/print|\/problem|\/household\/waiting|\/drills\/map|\/floor/.test(place)),
    third = Math.ceil(places.length / 3);
  for (const [part, some] of [0, 1, 2].map(n => [n + 1, places.slice(n * third, (n + 1) * third)]))
    test(`every page has room for a language of long words, from right to left: ${part}`, async ({ browser }) => {
      const context = await browser.newContext({ baseURL: base, reducedMotion: 'reduce' }),
        page = await context.newPage(),
        all = [],
        names = [];
      const look = async place => {
        for (const width of widths) {
          await page.setViewportSize({ width, height: 800 });
          for (const one of await wrong(page, names)) all.push(`${place} at ${width}: ${one}`);
        }
      };
      await page.goto('/');
      await expect(page.locator('html')).toHaveAttribute('dir', 'rtl');
      await look('/');
      await page.locator('form[action*="Demo"] button, button[formaction*="Demo"]').click();
      await page.waitForURL('**/today');
      const file = JSON.stringify(await (await post(page, '/household/erase', '/household/erase?handler=File', {})).json());
      names.push(...[...file.matchAll(/"(?:name|nickname|note|device|sheet|household)":"([^"]+)"/g)].map(([, name]) => name));
      names.sort((one, other) => other.length - one.length);
      for (const place of some) {
        await page.goto(place);
        await look(place);
      }
      await context.close();
      expect(all).toEqual([]);
    });

  for (const [what, viewport, hasTouch] of [
    ['the smallest phone', { width: 320, height: 640 }, true],
    ['a phone', { width: 390, height: 844 }, true],
    ['a tablet', { width: 768, height: 1024 }, true],
    ['a desk', { width: 1280, height: 800 }, false],
  ])
    test(`a practice is played in it, and nothing covers anything: ${what}`, async ({ browser }) => {
      const context = await browser.newContext({ baseURL: base, reducedMotion: 'reduce', viewport, hasTouch, isMobile: hasTouch }),
        page = await context.newPage(),
        all = [];
      const press = button => (hasTouch ? page.locator(button).tap() : page.locator(button).click());
      const look = async when => {
        await page.clock.runFor(100);
        for (const one of await coveredNow(page)) all.push(`${when}: ${one}`);
        for (const one of await wrong(page, ['Irune'])) all.push(`${when}: ${one}`);
      };
      await page.goto('/');
      await page.locator('form[action*="Demo"] button, button[formaction*="Demo"]').click();
      await page.waitForURL('**/today');
      await page.clock.install();
      await page.goto('/practise/inside-taps');
      await page.waitForLoadState('load');
      await press('[data-do=start]');
      await page.clock.runFor(2000);
      await look('ready');
      await page.clock.runFor(4100);
      await press('.side.left');
      await look('work');
      const count = await page.locator('[data-count=left]').evaluate(figure => parseFloat(getComputedStyle(figure).fontSize));
      expect(count).toBeGreaterThanOrEqual(48);
      await press('[data-do=pause]');
      await look('held');
      await press('[data-do=pause]');
      await page.clock.runFor(31_000);
      await look('rest');
      for (let i = 0; i < 12 && (await page.locator('[data-do=skip]').isVisible()); i++) {
        await press('[data-do=skip]');
        await page.clock.runFor(300);
      }
      await look('done');
      await context.close();
      expect(all).toEqual([]);
    });
});
