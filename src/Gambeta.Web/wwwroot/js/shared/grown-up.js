// The household's word for grown-ups, asked for without network: see GrownUpWord in the core.

/** The word as it is kept; nothing where it is none. */
export function tidy(typed) {
  const word = typed.replace(/\s/g, '').toUpperCase();
  return /^[A-Z0-9]{4}$/.test(word) ? word : null;
}

/** FNV-1a over "household:word", as eight hexadecimal digits. */
export function seal(household, word) {
  let hash = 2166136261;
  for (const sign of `${household}:${word}`) hash = Math.imul(hash ^ sign.charCodeAt(0), 16777619);
  return (hash >>> 0).toString(16).padStart(8, '0');
}
