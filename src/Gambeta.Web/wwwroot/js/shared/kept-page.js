// A page and all that it is made of, as it can be kept on the device. A page that is kept says when, and asks for its checks anew: it may
// be opened on another day.
const imports = /^import [^'\n]*'(\.[\w./-]+\.js)'/gm;

/**
 * What a page is made of, by address: {response, bytes} of each, but for what is `known` already. Nothing where the page is not there, or
 * is another one by now. The page itself comes last: whoever puts them down in this order never has a page without what it is made of.
 */
export async function pageAndParts(address, known = new Map()) {
  const page = await fetch(address, { headers: { 'Kept-Ahead': '1' }, cache: 'no-store' });
  if (!page.ok || page.redirected) return null;
  const text = await page.text(),
    parts = new Map(),
    url = new URL(address, location.href).href;
  const marked = text.replace('<body ', `<body data-kept-at="${new Date().toISOString()}" `);
  const shown = new DOMParser().parseFromString(text, 'text/html');
  const open = [
    ...shown.querySelectorAll('link[rel=stylesheet], link[rel=modulepreload], link[rel=preload], link[rel=icon], script[src]'),
  ].map(part => new URL(part.getAttribute('href') ?? part.getAttribute('src'), location.href).href);
  while (open.length > 0) {
    const next = open.pop();
    if (next === url || parts.has(next) || known.has(next) || new URL(next).origin !== location.origin) continue;
    const part = await fetch(next);
    if (!part.ok) return null;
    const body = await part.clone().arrayBuffer();
    parts.set(next, { response: part, bytes: body.byteLength });
    if (new URL(next).pathname.endsWith('.js'))
      for (const [, path] of new TextDecoder().decode(body).matchAll(imports)) open.push(new URL(path, next).href);
  }
  return parts.set(url, { response: new Response(marked, { headers: page.headers }), bytes: marked.length });
}
