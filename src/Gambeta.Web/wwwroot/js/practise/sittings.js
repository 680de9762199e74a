// Who plays, one or two, and what is theirs of a practice: each has a sitting of their own, and two of them are one outing.
import { newId } from '../shared/ids.js';

export class Sittings {
  /** @param page what the page carries @param before what was kept before a reload, if anything */
  constructor(page, before) {
    Object.assign(this, { page, sheet: page.sheet });
    /** Who plays: {player, name, preferred} of each. */
    this.players = page.players ?? [page];
    /** The sitting of each, once it is begun. */
    this.ids = before?.sessions ?? (before?.session ? [before.session] : []);
    /** The drills of which something was played, by their places. */
    this.played = new Set(before?.played ?? (before?.lastSet ? [before.lastSet.item] : []));
  }

  get areTwo() {
    return this.players.length > 1;
  }

  /** Everybody who plays, as 0 or 1. */
  get all() {
    return this.players.map((_, who) => who);
  }

  begin() {
    this.ids = this.players.map(() => newId());
  }

  /** Whose a drill of the run sheet is. */
  whose(item) {
    return this.sheet.drills[item].who ?? 0;
  }

  /** The place of a drill in what its own player plays. */
  place(item) {
    return this.sheet.drills[item].item ?? item;
  }

  hasPlayed(who) {
    return [...this.played].some(item => this.whose(item) === who);
  }

  /** The sitting whose result is shown: the first in which something was played. */
  get shown() {
    return this.ids[this.all.find(who => this.hasPlayed(who))];
  }

  /** Whose it is, and where it belongs, for what is posted. */
  told(who) {
    const { page, sheet, ids } = this;
    return {
      session: ids[who],
      outing: this.areTwo ? ids[0] : undefined,
      player: this.players[who].player,
      space: page.space,
      sheetName: page.session,
      sheet: { ...sheet, drills: sheet.drills.filter((_, item) => this.whose(item) === who) },
    };
  }
}
