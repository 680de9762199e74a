// Every measure of the core, as a page brings those of its sheet.
import { readFileSync } from 'node:fs';

const { keys } = JSON.parse(readFileSync(new URL('../../shared/stored.json', import.meta.url), 'utf8'));
const all = keys.MeasuredBy.split(', ');
for (const key of all) await import(`../../../src/Gambeta.Web/wwwroot/js/measures/${key.replaceAll(' ', '-')}.js`);

/** Their names as a run sheet gives them. */
export const named = all.map(key => key.replace(/ (.)/g, (_, letter) => letter.toUpperCase()));
