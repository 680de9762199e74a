// Puts the front-end files that the application ships into wwwroot/lib, from their npm packages.
import { cpSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { wordlist } from '@scure/bip39/wordlists/english.js';
import { dictionary } from '@zxcvbn-ts/language-common';
import { compile } from 'sass';

const root = new URL('..', import.meta.url);
const lib = new URL('src/Gambeta.Web/wwwroot/lib/', root);
const files = {
  'bricolage.woff2': 'node_modules/@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-wdth-normal.woff2',
  'bricolage-ext.woff2': 'node_modules/@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-latin-ext-wdth-normal.woff2',
  'atkinson.woff2': 'node_modules/@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2',
  'atkinson-ext.woff2':
    'node_modules/@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-wght-normal.woff2',
  'idb.js': 'node_modules/idb/build/index.js',
  'sortable.js': 'node_modules/sortablejs/modular/sortable.core.esm.js',
};
rmSync(lib, { recursive: true, force: true });
mkdirSync(lib, { recursive: true });
// Lists that the server reads: passwords that are tried first everywhere, and words to make recovery words of.
const lists = new URL('src/Gambeta.Web/lists/', root);
rmSync(lists, { recursive: true, force: true });
mkdirSync(lists, { recursive: true });
// Children read them too, so what frightens or shames stays out, and what is somebody's name.
const unfit = new Set(
  `abandon abuse accuse addict alcohol assault attack betray blame bleak blood bomb bullet cannon casino chaos chronic cigar coffee
crime cruel danger demise despair disease divorce dumb enemy evil execute fat fatal fury gossip grief guilt gun hazard horror hurt
ill illegal illness infant inmate insane jealous junk kiss knife liar lonely misery naive nasty nuclear olympic panic pistol
poison poverty prison rebel rifle riot rude sad sadness satoshi sick siege silly smoke suffer suspect tattoo tobacco tragic trap
trash ugly unfair unhappy virus warfare weapon weird whip wine worry wreck`.split(/\s+/),
);
for (const [name, words] of [
  ['common-passwords.txt', dictionary['passwords-common']],
  ['words.txt', wordlist.filter(word => !unfit.has(word))],
])
  writeFileSync(new URL(name, lists), words.join('\n') + '\n');
for (const [name, from] of Object.entries(files)) cpSync(fileURLToPath(new URL(from, root)), fileURLToPath(new URL(name, lib)));
// Of Bootstrap the parts that pages use. Its own way of naming parts is one that a later compiler will drop, so it says nothing of that.
const { css } = compile(fileURLToPath(new URL('src/Gambeta.Web/Styles/bootstrap.scss', root)), {
  loadPaths: [fileURLToPath(new URL('node_modules', root))],
  style: 'compressed',
  quietDeps: true,
  silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'],
});
writeFileSync(new URL('bootstrap.css', lib), css);
