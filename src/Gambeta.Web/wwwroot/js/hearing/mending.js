// What was heard of a set that has just ended, on its time: each sound in doubt is added or struck out by one key. The form and its rules
// are the server's, and those of the set's own page; without a network that page waits.
const patience = 8000;

export class Mending {
  #set = null;

  /** @param element where it stands @param changed called when it opens or closes */
  constructor(element, changed) {
    Object.assign(this, { element, changed });
    element?.addEventListener('submit', event => {
      event.preventDefault();
      this.#send(event.target, event.submitter);
    });
  }

  get isOpen() {
    return Boolean(this.element && !this.element.hidden);
  }

  /** Shows what was heard of a set, once that is known. */
  async show(set) {
    if (!this.element) return;
    this.#set = set;
    await this.#put(fetch(`/logbook/${set}?handler=Heard`, { signal: AbortSignal.timeout(patience) }), set);
  }

  close() {
    this.#set = null;
    if (!this.isOpen) return;
    this.element.hidden = true;
    this.element.replaceChildren();
    this.changed();
  }

  /** Presses the button of a key. Returns whether there was one. */
  press(key) {
    const button = this.isOpen && this.element.querySelector(`[data-mends="${key}"]`);
    if (!button) return false;
    button.click();
    return true;
  }

  #send(form, submitter) {
    if (this.element.getAttribute('aria-busy') === 'true') return;
    this.element.setAttribute('aria-busy', 'true');
    const address = new URL(form.action);
    address.searchParams.set('asPart', 'true');
    this.#put(fetch(address, { method: 'POST', body: new FormData(form, submitter), signal: AbortSignal.timeout(patience) }), this.#set);
  }

  async #put(asked, set) {
    try {
      const answer = await asked,
        part = answer.ok && new DOMParser().parseFromString(await answer.text(), 'text/html').querySelector('.heard');
      if (!part || this.#set !== set) return;
      this.element.replaceChildren(part);
      this.element.hidden = false;
      this.changed();
    } catch {
      // Nobody there: what was heard stays as it is, and the set's page mends it later.
    } finally {
      this.element.removeAttribute('aria-busy');
    }
  }
}
