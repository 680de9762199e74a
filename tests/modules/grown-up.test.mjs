// The word of the grown-ups, as the core keeps it and as a page asks for it without network.
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import { seal, tidy } from '../../src/Gambeta.Web/wwwroot/js/shared/grown-up.js';

for (const { typed, word, household, seal: sealed } of JSON.parse(readFileSync(new URL('../shared/grown-up.json', import.meta.url)))) {
  test(`"${typed}" is ${word ?? 'no word'}`, () => {
    assert.equal(tidy(typed), word);
    if (word) assert.equal(seal(household, word), sealed);
  });
}
