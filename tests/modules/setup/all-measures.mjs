// Every measure of the core, as a page brings those of its sheet.
import { readFileSync } from 'node:fs';
import { bring } from '../../../src/Gambeta.Web/wwwroot/js/measures/known.js';

const { keys } = JSON.parse(readFileSync(new URL('../../shared/stored.json', import.meta.url), 'utf8'));
export const named = keys.MeasuredBy.split(', ').map(key => key.replace(/ (.)/g, (_, letter) => letter.toUpperCase()));
await bring(named);
