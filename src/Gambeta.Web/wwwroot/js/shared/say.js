// What the browser says, in the language of the page: the server hands out its words (Gambeta.Words, browser.json) as a module. The same
// part of ICU MessageFormat is read here and in Gambeta.Words/Message.cs; tests/shared/messages.json holds both to it.
import words from './words.js';

const parsed = new Map();
const { lang } = globalThis.document?.documentElement ?? { lang: 'en' };
const plurals = new Intl.PluralRules(lang || 'en');

/** A message with its places filled; a name that nobody knows is said as it is. */
export function say(key, values = {}) {
  if (!(key in words)) return key;
  if (!parsed.has(key)) parsed.set(key, parse(words[key]));
  return write(parsed.get(key), values);
}

/** A message that comes from elsewhere. */
export const format = (message, values) => write(parse(message), values);

/** The language of the page, as dates and voices are asked for it. */
export const language = () => lang || 'en';

function write(parts, values) {
  return parts
    .map(part => {
      if (typeof part === 'string') return part;
      const { name, ways } = part,
        value = values[name];
      if (!ways) return value === undefined ? `{${name}}` : value;
      return write(
        ways[part.plural ? `=${value}` : value] ?? (part.plural ? ways[plurals.select(Number(value))] : null) ?? ways.other,
        values,
      );
    })
    .join('');
}

function parse(text) {
  let at = 0;
  const skip = () => {
    while (/\s/.test(text[at])) at++;
  };
  const word = () => {
    skip();
    const [found] = text.slice(at).match(/^[^\s,{}]*/);
    at += found.length;
    skip();
    return found;
  };
  function parts() {
    const found = [];
    for (let from = at; ; at++) {
      if (at < text.length && text[at] !== '{' && text[at] !== '}') continue;
      if (at > from) found.push(text.slice(from, at));
      if (at >= text.length || text[at] === '}') return found;
      at++;
      found.push(place());
      from = at + 1;
    }
  }
  function place() {
    const name = word();
    if (text[at] === '}') return { name };
    at++;
    const plural = word() === 'plural',
      ways = {};
    at++;
    for (let way = word(); way; way = word()) {
      at++;
      ways[way] = parts();
      at++;
    }
    return { name, plural, ways };
  }
  return parts();
}
