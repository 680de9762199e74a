// The plural forms that tests of the core are held to are those of the browser's own engine.
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import test from 'node:test';

test('the cases of plurals are what Intl.PluralRules says', () => {
  const cases = JSON.parse(readFileSync(new URL('../shared/plurals.json', import.meta.url), 'utf8'));
  for (const [tag, numbers] of Object.entries(cases))
    for (const [number, category] of Object.entries(numbers)) {
      const minimumFractionDigits = (number.split('.')[1] ?? '').length;
      assert.equal(new Intl.PluralRules(tag, { minimumFractionDigits }).select(Number(number)), category, `${tag} ${number}`);
    }
});
