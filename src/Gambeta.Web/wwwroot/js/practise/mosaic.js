// The mosaic: one small tile laid each second, each rep or each try, lifted again in a rest.
const space = 'http://www.w3.org/2000/svg';
const side = 64,
  grout = 3;

export class Mosaic {
  constructor(svg) {
    this.svg = svg;
  }

  /** Lays out so many square tiles in the colour of the feet, in whole rows where the number allows it. */
  lay(count, feet) {
    this.svg.dataset.feet = feet;
    const columns = columnsFor(count);
    this.svg.setAttribute('viewBox', `0 0 ${columns * side - grout} ${Math.ceil(count / columns) * side - grout}`);
    this.tiles = Array.from({ length: count }, (_, i) => {
      const [x, y, w] = [(i % columns) * side, Math.floor(i / columns) * side, side - grout];
      const tile = document.createElementNS(space, 'g');
      tile.append(
        shape('rect', { x, y, width: w, height: w, class: 'ground' }),
        shape('path', { d: `M${x} ${y}h${w / 2}a${w / 2} ${w / 2} 0 0 1 ${-w / 2} ${w / 2}z`, class: 'quarter' }),
      );
      return tile;
    });
    this.svg.replaceChildren(...this.tiles);
    this.shown = -1;
  }

  /** Shows the first so many tiles as laid. */
  show(laid) {
    const now = Math.max(0, Math.min(laid, this.tiles.length));
    if (now === this.shown) return;
    this.shown = now;
    this.tiles.forEach((tile, i) => tile.classList.toggle('laid', i < now));
  }
}

// The columns that divide the number and come nearest to a frame half as wide again as it is high.
function columnsFor(count) {
  const off = columns => Math.abs(Math.log((columns * columns) / count / 1.5));
  const whole = Array.from({ length: count }, (_, i) => i + 1)
    .filter(c => count % c === 0)
    .sort((a, b) => off(a) - off(b))[0];
  return off(whole) < 1 ? whole : Math.ceil(Math.sqrt(count * 1.5));
}

function shape(name, attributes) {
  const element = document.createElementNS(space, name);
  for (const [key, value] of Object.entries(attributes)) element.setAttribute(key, value);
  return element;
}
