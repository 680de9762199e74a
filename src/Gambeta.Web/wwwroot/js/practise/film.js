// One round filmed by this device and looked at on it. The film is in the memory of this page and nowhere else: it never goes to the
// server, it is gone with the page, and keeping it on the device is a press of its own. The camera is on for that round alone.
const longest = 120_000;
const wanted = {
  video: { facingMode: 'environment', width: { ideal: 640 }, height: { ideal: 480 }, frameRate: { ideal: 30 } },
  audio: false,
};

export class Film {
  #stream = null;
  #recorder = null;
  #marks = [];
  /** What was filmed: {url, marks, drill}; nothing yet. */
  last = null;
  /** 'off', 'waits' for the next round, 'films', or why it cannot: 'refused', 'gone'. */
  state = 'off';

  /** @param changed called whenever it is in another state, and when there is a film */
  constructor(changed) {
    this.changed = changed;
  }

  /** Turns the camera on, for the next round. */
  async wait() {
    this.drop();
    try {
      this.#stream = await navigator.mediaDevices.getUserMedia(wanted);
      // Unplugged, or taken by something else.
      for (const track of this.#stream.getTracks())
        track.addEventListener('ended', () => {
          if (this.#stream) this.#off('gone');
        });
      this.#turn('waits');
    } catch {
      this.#turn('refused');
    }
  }

  /** A round begins. */
  begin(drill) {
    if (this.state !== 'waits') return;
    const pieces = [],
      recorder = new MediaRecorder(this.#stream, { videoBitsPerSecond: 1_500_000 }),
      marks = (this.#marks = []);
    recorder.addEventListener('dataavailable', ({ data }) => {
      if (data.size > 0) pieces.push(data);
    });
    recorder.addEventListener('stop', () => {
      if (recorder.isDropped || pieces.length === 0) return;
      this.last = { url: URL.createObjectURL(new Blob(pieces, { type: recorder.mimeType })), marks: [...marks], drill };
      this.changed();
    });
    recorder.start(1000);
    this.#recorder = recorder;
    setTimeout(() => {
      if (this.#recorder === recorder) this.end();
    }, longest);
    this.#turn('films');
  }

  /** What was counted of the round so far. */
  count(events) {
    if (this.state !== 'films') return;
    this.#marks.length = 0;
    for (const { what, at } of events)
      if (what === 'back') this.#marks.pop();
      else this.#marks.push(at);
  }

  /** The round is over: the camera goes off at once. */
  end() {
    if (this.state !== 'films') return;
    this.#recorder.stop();
    this.#off('off');
  }

  /** Drops the film, and turns the camera off. */
  drop() {
    if (this.#recorder?.state === 'recording') {
      this.#recorder.isDropped = true;
      this.#recorder.stop();
    }
    if (this.last) URL.revokeObjectURL(this.last.url);
    this.last = null;
    this.#off('off');
  }

  #off(state) {
    const stream = this.#stream;
    [this.#stream, this.#recorder] = [null, null];
    for (const track of stream?.getTracks() ?? []) track.stop();
    this.#turn(state);
  }

  #turn(state) {
    this.state = state;
    this.changed();
  }
}
