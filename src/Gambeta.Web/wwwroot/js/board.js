// The board of a challenge: what it is played on, drawn as tiles that fill. Each has its own arrangement; all follow from the counts.
import { heightsOf, rungOf, stationsOf } from './counting.js';

const heights = ['knee', 'hip', 'chest', 'head', 'above'];
const zones = ['low left', 'low middle', 'low right', 'high left', 'high middle', 'high right'];

const tries = (sum, best) => [...sum.tries.map(({ touches, dropped }) => ({ big: touches, small: dropped ? 'dropped' : 'caught', on: true, top: touches === best && best > 0 })), { big: sum.current || '·', small: 'now', now: true }].slice(-8);

const boards = {
  bestStreak: ({ sum }) => ({ kind: 'tries', tiles: tries(sum, Math.max(0, ...sum.tries.map(t => t.touches))) }),
  runInTouches: ({ sum }) => ({
    kind: 'tries', tiles: tries(sum, Math.max(0, ...sum.tries.filter(t => !t.dropped).map(t => t.touches)))
      .map(tile => ({ ...tile, small: tile.small === 'dropped' ? 'lost' : tile.small === 'caught' ? 'there' : tile.small })),
  }),
  ladderRung: ({ sum }) => {
    const { next, highest } = rungOf(sum.tries), top = Math.max(5, highest + 1, next);
    return { kind: 'rungs', tiles: Array.from({ length: top }, (_, i) => i + 1).map(rung => ({ big: rung, small: rung === next ? `${sum.current} of ${rung}` : rung === highest ? 'best' : '', on: rung < next, now: rung === next, top: rung === highest })) };
  },
  courseTime: ({ runs }) => ({ kind: 'runs', tiles: runs.map(({ seconds, fair, best }) => ({ big: seconds, small: fair ? 's' : 'not counted', on: fair, top: best })) }),
  stationsTime: ({ sum, drill }) => {
    const { done, tries: open } = stationsOf(sum);
    return { kind: 'stations', tiles: Array.from({ length: drill.stations }, (_, i) => ({ big: i + 1, small: i < done.length ? `${done[i]} ${done[i] === 1 ? 'try' : 'tries'}` : i === done.length ? `try ${open + 1}` : '', on: i < done.length, now: i === done.length })) };
  },
  targetPoints: ({ sum, drill }) => ({
    kind: 'targets',
    tiles: drill.targetPoints.map((points, i) => ({ big: i + 1, small: `${points} ${points === 1 ? 'point' : 'points'}`, zone: i + 1, high: points === 3, on: sum.hits.some(h => h.hit && Math.max(1, h.zone) === i + 1), count: sum.hits.filter(h => h.hit && Math.max(1, h.zone) === i + 1).length })),
  }),
  trapHeights: ({ sum }) => {
    const { tries: played, next } = heightsOf(sum.hits.map(h => h.hit));
    return { kind: 'heights', tiles: heights.map((name, i) => {
      const there = played.filter(t => t.from === i + 1);
      return { big: name, small: there.length ? `${there.filter(t => t.killed).length} of ${there.length}` : '', on: there.some(t => t.killed), now: next === i + 1 };
    }) };
  },
  strikesByZone: ({ sum }) => ({
    kind: 'goal', tiles: zones.map((name, i) => ({ big: i + 1, small: name, zone: i + 1, count: sum.hits.filter(h => h.zone === i + 1).length, on: sum.hits.some(h => h.zone === i + 1) })),
  }),
};

/** True when a drill is played on a board. */
export const hasBoard = measuredBy => measuredBy in boards;

/** Points that the hits of a set make, for drills with targets. */
export const pointsOf = (sum, drill) => sum.hits.reduce((all, { hit, zone }) => all + (hit ? drill.targetPoints[Math.max(1, zone) - 1] ?? 0 : 0), 0);

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
  show(drill, sum, runs) {
    const board = boards[drill.measuredBy]?.({ sum, drill, runs });
    this.element.hidden = !board || board.tiles.length === 0;
    if (this.element.hidden) return;
    if (this.element.dataset.kind !== board.kind || this.element.children.length !== board.tiles.length) this.#lay(board);
    board.tiles.forEach((tile, i) => {
      const element = this.element.children[i];
      element.className = ['cell', tile.on && 'is-on', tile.now && 'is-now', tile.top && 'is-top', tile.high && 'is-high'].filter(Boolean).join(' ');
      write(element.children[0], tile.big);
      write(element.children[1], tile.count ? `${tile.small} · ${tile.count}` : tile.small);
    });
  }

  #lay({ kind, tiles }) {
    this.element.dataset.kind = kind;
    this.element.replaceChildren(...tiles.map(({ zone }) => {
      const tile = document.createElement(zone ? 'button' : 'div');
      if (zone) {
        tile.type = 'button';
        tile.dataset.zone = zone;
      }
      tile.append(document.createElement('b'), document.createElement('span'));
      return tile;
    }));
  }
}

function write(element, words) {
  if (element.textContent !== String(words)) element.textContent = words;
}
