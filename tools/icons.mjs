// Draws the icons of a phone's home screen from the mark: node tools/icons.mjs
import { mkdirSync, readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { browserOptions } from '../tests/browser/browser-options.mjs';

const files = new URL('../src/Gambeta.Web/wwwroot/', import.meta.url).pathname,
  mark = readFileSync(`${files}mark.svg`, 'utf8');
mkdirSync(`${files}icons`, { recursive: true });
const browser = await chromium.launch(browserOptions);
// What a phone cuts to its own shape keeps the mark within the circle that is always seen.
for (const [name, size, around] of [
  ['icon-180', 180, 6],
  ['icon-192', 192, 6],
  ['icon-512', 512, 6],
  ['maskable-512', 512, 13],
]) {
  const page = await browser.newPage({ viewport: { width: size, height: size } }),
    whole = 30 + 2 * around;
  await page.setContent(
    '<style>body{margin:0;background:#9e3520}svg{display:block;width:100vw;height:100vh}</style>' +
      mark
        .replace(/viewBox="[^"]*"/, `viewBox="${-around} ${-around} ${whole} ${whole}"`)
        .replace('M-6-6H36V36H-6z', `M${-around}${-around}h${whole}v${whole}h${-whole}z`),
  );
  await page.screenshot({ path: `${files}icons/${name}.png` });
  await page.close();
}
await browser.close();
