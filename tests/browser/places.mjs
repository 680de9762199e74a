// The addresses of every page, in the demo: what the checker of accessibility looks at, and what has to have room for other languages.
// tests/modules/places.test.mjs finds a page that is missing here.
import { readdirSync, readFileSync } from 'node:fs';

export const mainViews = [
  '/today',
  '/drills',
  '/drills/zigzag-and-home',
  '/drills/own/edit?copy=v-cut',
  '/logbook',
  '/progress',
  '/plan',
  '/weeks',
  '/weeks/rhythm',
  '/beside/patio-turns-sixteen',
  '/records',
  '/household',
  '/household/erase',
  '/yard',
  '/yard/plan?drill=wall-check-and-lay-off',
  '/sheets',
  '/sheets/edit?copy=garden-thirty-five',
  '/practise/sheet/patio-turns-sixteen',
  '/practise/together/patio-turns-sixteen?with=01900000-0000-7000-8000-0000000de302',
  '/problem/404',
];
export const allPages = [
  ...mainViews,
  '/drills/pull-back-laces-away',
  '/drills/juggling-streak',
  '/drills?view=ladders',
  '/drills?place=indoors&gear=none',
  '/drills/pictures',
  '/drills/own',
  '/household/heading',
  '/household/grown-up',
  '/drills?opponent=behind',
  '/drills/own?first=v-cut',
  '/logbook/take-in',
  '/logbook/listen',
  '/progress?weeks=52',
  '/progress?from=2026-05-01&to=2026-06-01',
  '/plan/together?way=turns',
  '/weeks/print?span=week',
  '/weeks/print?span=month',
  '/beside',
  '/without-network',
  '/household/hand-over',
  '/household/take-in',
  '/beside/juggling-streak',
  '/drills/pull-back-laces-away/progress',
  '/household/settings',
  '/household/password',
  '/household/sign-ins',
  '/household/words',
  '/household/waiting',
  '/household/players/01900000-0000-7000-8000-0000000de302',
  '/yard/space',
  '/yard/things',
  '/yard/plan',
  '/yard/plan?drill=game-wall-target',
  '/yard/plan?space=none&at=0+2;0.3+2&run=1+left',
  '/practise/instead',
  '/practise/toe-taps',
  '/drills/map',
  '/floor',
  '/household/player',
  '/phone',
  '/sheets/print/wall-fourteen',
];

/** What nobody signed in sees, and what is found by a link with somebody's id in it: looked at one by one. */
export const others = ['/', '/household/new', '/recover', '/come', '/logbook/ID', '/practise/result/ID'];

const pages = new URL('../../src/Gambeta.Web/Pages/', import.meta.url);

/** The route of every page, as its first line says, or its place in the folder; those with fewer parts that may be anything first. */
export const routes = readdirSync(pages, { recursive: true })
  .filter(name => name.endsWith('.cshtml'))
  .map(name => [name, /^@page(?: "([^"]*)")?/.exec(readFileSync(new URL(name, pages), 'utf8'))])
  .filter(([, first]) => first)
  .map(
    ([name, [, own]]) =>
      own ??
      '/' +
        name
          .replace('.cshtml', '')
          .toLowerCase()
          .replace(/(^|\/)index$/, ''),
  )
  .map(route => (route === '/' ? route : route.replace(/\/$/, '')))
  .sort((one, other) => one.split('{').length - other.split('{').length || (one < other ? -1 : 1));

/** The route that an address leads to. */
export const routeOf = place =>
  routes.find(route =>
    new RegExp(`^${route.replace(/\/\{[^}]*\?\}/g, '(/[^/]+)?').replace(/\{[^}]*\}/g, '[^/]+')}$`).test(place.split('?')[0]),
  );
