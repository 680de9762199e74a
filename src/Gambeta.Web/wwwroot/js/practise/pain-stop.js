// The stop for pain: asks where, says where that belongs, and lets nothing else happen meanwhile.
export class PainStop {
  /** @param element the dialogue @param hooks {opened, closed, said}: said is called with the part that hurts */
  constructor(element, hooks) {
    [this.element, this.hooks] = [element, hooks];
    [this.ask, this.told] = ['[data-pain-ask]', '[data-pain-said]'].map(part => element.querySelector(part));
    element.addEventListener('click', event => {
      const pressed = event.target.closest('[data-part]');
      if (!pressed) return;
      this.hooks.said(pressed.dataset.part);
      this.ask.hidden = true;
      this.told.hidden = false;
      this.told.querySelector('button').focus();
    });
  }

  get isOpen() { return !this.element.hidden; }

  open() {
    this.element.hidden = false;
    this.hooks.opened();
    this.element.querySelector('button').focus();
  }

  /** A wrong press leads back; once it was said that something hurts, nothing does. */
  close() {
    if (this.ask.hidden) return;
    this.element.hidden = true;
    this.hooks.closed();
  }
}
