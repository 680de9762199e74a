// The browser's words without a server: js/shared/words.js is what the server makes of browser.json, and here it is made of the same file.
import { register } from 'node:module';

register('./words-loader.mjs', import.meta.url);
