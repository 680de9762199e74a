// What the browser says, without a browser.
import assert from 'node:assert/strict';
import { readdirSync, readFileSync } from 'node:fs';
import { test } from 'node:test';
import { format, say } from '../../src/Gambeta.Web/wwwroot/js/shared/say.js';

const read = path => readFileSync(new URL(`../../${path}`, import.meta.url), 'utf8');

for (const { message, values, said } of JSON.parse(read('tests/shared/messages.json'))) {
  test(`“${message}” with ${JSON.stringify(values)}`, () => assert.equal(format(message, values), said));
}

test('every name that a module says is there with all its places, and every word that is there is said', () => {
  const words = JSON.parse(read('src/Gambeta.Words/en/browser.json')),
    js = 'src/Gambeta.Web/wwwroot/js';
  const sources = readdirSync(new URL(`../../${js}`, import.meta.url), { recursive: true })
    .filter(file => file.endsWith('.js'))
    .map(file => read(`${js}/${file}`))
    .join('\n');
  for (const [, key] of sources.matchAll(/\bsay\('([^']+)'/g)) assert.ok(key in words, key);
  // Some names are put together: "zone-3".
  const made = [...sources.matchAll(/`([a-z-]+-)\$\{/g)].map(([, start]) => start),
    written = new Set([...sources.matchAll(/'([a-z0-9-]+)'/g)].map(([, key]) => key));
  for (const key of Object.keys(words)) assert.ok(written.has(key) || made.some(start => key.startsWith(start)), `${key} is said`);
  assert.equal(say('nobody-knows-this'), 'nobody-knows-this');
});
