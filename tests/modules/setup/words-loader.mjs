import { readFile } from 'node:fs/promises';

const words = new URL('../../../src/Gambeta.Words/en/browser.json', import.meta.url);

export function resolve(specifier, context, next) {
  return specifier === './words.js' ? { url: 'gambeta:words', shortCircuit: true } : next(specifier, context);
}

export async function load(url, context, next) {
  return url === 'gambeta:words'
    ? { format: 'module', source: `export default ${await readFile(words, 'utf8')};`, shortCircuit: true }
    : next(url, context);
}
