// A count of both feet in one number, shared as the pattern has it.
import assert from 'node:assert/strict';
import test from 'node:test';
import { shared } from '../../src/Gambeta.Web/wwwroot/js/practise/typed.js';
import './setup/all-measures.mjs';

test('a number of both feet is shared by the pattern, and no touch is made or lost', () => {
  assert.deepEqual(shared(24, { left: 1, right: 1 }), { left: 12, right: 12 });
  // Three rolls of the left foot to each push of the right one.
  assert.deepEqual(shared(20, { left: 3, right: 1 }), { left: 15, right: 5 });
  // Where the pattern does not say.
  assert.deepEqual(shared(7, { left: 0, right: 0 }), { left: 4, right: 3 });
  for (let left = 0; left <= 5; left++)
    for (let right = 0; right <= 5; right++)
      for (let all = 0; all <= 300; all++) {
        const { left: l, right: r } = shared(all, { left, right });
        assert.equal(l + r, all);
        assert.ok(l >= 0 && r >= 0 && Number.isInteger(l));
        if (left === 0 && right > 0) assert.equal(l, 0);
        if (right === 0 && left > 0) assert.equal(r, 0);
      }
});
