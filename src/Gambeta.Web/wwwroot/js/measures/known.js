// The ways of measuring that a page brought, by the names that the run sheet gives them. A page brings those of its sheet as scripts of its
// own, before the script that plays (StageModel.Scripts): once the page is loaded, nothing is still on its way.

/** @type {Record<string, any>} */
export const measures = {};

const nameOf = address =>
  new URL(address).pathname
    .split('/')
    .pop()
    .replace('.js', '')
    .replace(/-(.)/g, (_, letter) => letter.toUpperCase());

/** Makes a measure known under the name of its file, which is the one that it has in the core. */
export const known = (address, measure) => (measures[nameOf(address)] = measure);
