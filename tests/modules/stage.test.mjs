// What a practice page hands over, as the server writes it: played to its end, and no name is read that it does not have.
import assert from 'node:assert/strict';
import { readFileSync } from 'node:fs';
import { test } from 'node:test';
import { practise } from './setup/practise.mjs';

const stage = JSON.parse(readFileSync(new URL('../shared/stage.json', import.meta.url), 'utf8'));
const names = new Set(stage.names);
// What every list and every object has, and what the machinery of the tests asks of one.
const own = new Set([...Object.getOwnPropertyNames(Array.prototype), ...Object.getOwnPropertyNames(Object.prototype), 'toJSON', 'then']);

/** The same, but that a name which the document does not have cannot be read. */
function strict(value, at = '') {
  if (value === null || typeof value !== 'object') return value;
  const isList = Array.isArray(value),
    isByKey = /^(bests|hears)\[\]$/.test(at) || stage.names.some(name => name.startsWith(`${at}.*`));
  return new Proxy(value, {
    get(target, name) {
      if (typeof name === 'symbol' || own.has(name)) return Reflect.get(target, name);
      const inner = isList ? `${at}[]` : isByKey ? `${at}.*` : at ? `${at}.${name}` : name;
      // A phase of the other player lies in a phase.
      const known = inner.replace(/phases\[\]\.second(?=[.[])/, 'phases[]');
      if (!isList && !isByKey) assert.ok(names.has(known), `"${known}" is read and is no name of the document`);
      return strict(Reflect.get(target, name), known);
    },
  });
}

for (const what of ['drill', 'sheet', 'two'])
  test(`a page is played to its end as the server writes it: ${what}`, () => {
    const page = strict(stage[what]);
    const { practice, wait, posted, kinds } = practise({ page });
    practice.act('start');
    for (let i = 0; i < 400 && practice.state !== 'done'; i++) {
      if (practice.state === 'held') practice.act('pause');
      if (practice.run.phase.kind === 'work') practice.act('tap', 'left');
      wait(4);
      // Home, where a run ends by a press; else on to the next.
      practice.act('end');
      practice.act('skip');
    }
    assert.equal(practice.state, 'done');
    const sets = posted.filter(item => item.kind === 'set'),
      works = stage[what].sheet.phases.filter(phase => phase.kind === 'work');
    assert.ok(kinds().includes('sitting') && sets.length >= works.length / 2, `${sets.length} sets of ${works.length}`);
    assert.deepEqual(new Set(sets.map(item => item.body.drill)), new Set(stage[what].sheet.drills.map(drill => drill.drill)));
  });

test('a name that the document does not have is seen', () => {
  assert.throws(() => strict(stage.drill).sheet.phases[0].colour, /"sheet.phases\[\].colour"/);
  assert.equal(strict(stage.two).players[1].name, 'Peru');
});
