// Copies the front-end files that the application ships from their npm packages into wwwroot/lib.
import { cpSync, mkdirSync, rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const root = new URL('..', import.meta.url);
const lib = new URL('src/Gambeta.Web/wwwroot/lib/', root);
const files = {
  'bootstrap.min.css': 'node_modules/bootstrap/dist/css/bootstrap.min.css',
  'bricolage.woff2': 'node_modules/@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wdth-normal.woff2',
  'bricolage-ext.woff2': 'node_modules/@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-ext-wdth-normal.woff2',
  'atkinson.woff2': 'node_modules/@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2',
  'atkinson-ext.woff2': 'node_modules/@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-wght-normal.woff2',
  'sortable.js': 'node_modules/sortablejs/modular/sortable.core.esm.js',
};
rmSync(lib, { recursive: true, force: true });
mkdirSync(lib, { recursive: true });
for (const [name, from] of Object.entries(files)) cpSync(fileURLToPath(new URL(from, root)), fileURLToPath(new URL(name, lib)));
