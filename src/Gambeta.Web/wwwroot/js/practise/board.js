// The board of a challenge: what it is played on, drawn as tiles that fill. Which tiles there are its way of measuring says.
export class Board {
  /** @param element where it stands @param pressed called with the number of a target or zone that was pressed */
  constructor(element, pressed) {
    this.element = element;
    element.addEventListener('click', event => {
      const tile = event.target.closest('[data-zone]');
      if (tile) {
        pressed(Number(tile.dataset.zone));
        tile.blur();
      }
    });
  }

  /** Shows how it stands. Tiles are kept and only changed: a count has to be on the glass within a frame. */
  show(measure, drill, sum, runs) {
    const board = measure.board?.({ sum, drill, runs });
    this.element.hidden = !board || board.tiles.length === 0;
    if (this.element.hidden) return;
    if (this.element.dataset.kind !== board.kind || this.element.children.length !== board.tiles.length) this.#lay(board);
    board.tiles.forEach((tile, i) => {
      const element = this.element.children[i];
      element.className = [
        'cell',
        tile.on && 'is-on',
        tile.now && 'is-now',
        tile.top && 'is-top',
        tile.high && 'is-high',
        tile.off && 'is-off',
      ]
        .filter(Boolean)
        .join(' ');
      write(element.children[0], tile.big);
      write(element.children[1], tile.count ? `${tile.small} · ${tile.count}` : tile.small);
    });
  }

  #lay({ kind, tiles }) {
    this.element.dataset.kind = kind;
    this.element.replaceChildren(
      ...tiles.map(({ zone }) => {
        const tile = document.createElement(zone ? 'button' : 'div');
        if (zone) {
          tile.type = 'button';
          tile.dataset.zone = zone;
        }
        tile.append(document.createElement('b'), document.createElement('span'));
        return tile;
      }),
    );
  }
}

function write(element, words) {
  if (element.textContent !== String(words)) element.textContent = words;
}
