// The stop for pain: asks where, and where two play whom, says where that belongs, and lets nothing else happen meanwhile.
export class PainStop {
  /** @param element the dialogue @param said called with the part that hurts and, where two play, whom */
  constructor(element, said) {
    this.element = element;
    [this.ask, this.told] = ['[data-pain-ask]', '[data-pain-said]'].map(part => element.querySelector(part));
    element.addEventListener('click', event => {
      const pressed = event.target.closest('[data-part]'),
        who = element.querySelector('[name=whom]:checked');
      if (pressed) said(pressed.dataset.part, ...(who ? [Number(who.value)] : []));
    });
  }

  /** @param who whose turn it is, where two play */
  open(who) {
    const whom = this.element.querySelector(`[name=whom][value="${who}"]`);
    if (whom) whom.checked = true;
    this.element.hidden = false;
    this.element.querySelector('button').focus();
  }

  /** Says where that belongs, and what comes now. */
  tell() {
    this.ask.hidden = true;
    this.told.hidden = false;
    this.told.querySelector('button').focus();
  }

  close() {
    this.element.hidden = true;
  }
}
