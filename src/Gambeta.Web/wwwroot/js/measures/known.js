// The ways of measuring that a page needs, by the names that the run sheet gives them. A module is called as its measure is.

/** @type {Record<string, any>} */
export const measures = {};

/** Where a measure's module lies beside this one. */
export const fileOf = name => `./${name.replace(/[A-Z]/g, letter => `-${letter.toLowerCase()}`)}.js`;

/** Brings what these names mean; what is here already stays. */
export const bring = names =>
  Promise.all(
    names.map(async name => {
      measures[name] ??= (await import(fileOf(name))).default;
    }),
  );
