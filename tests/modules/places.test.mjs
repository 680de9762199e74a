// Every page has an address in the list that the tests of the browser go through.
import assert from 'node:assert/strict';
import { test } from 'node:test';
import { allPages, others, routeOf, routes } from '../browser/places.mjs';

test('every page is looked at, and every address is of a page', () => {
  const listed = [...allPages, ...others];
  assert.ok(routes.length > 40);
  assert.deepEqual(
    listed.filter(place => !routeOf(place)),
    [],
  );
  const seen = new Set(listed.map(routeOf));
  assert.deepEqual(
    routes.filter(route => !seen.has(route)),
    [],
  );
});
