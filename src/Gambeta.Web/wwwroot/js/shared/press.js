// What is pressed must still be there when it is let go: a press on a button that was exchanged meanwhile is lost without a word. So a part
// of the page is exchanged only while nothing is held down.
let held = Promise.resolve(),
  free = () => {};

function hold() {
  free();
  held = new Promise(done => {
    free = done;
  });
}

// The click comes right after the release, before this.
const letGo = () => setTimeout(free);

addEventListener('pointerdown', hold, true);
for (const end of ['pointerup', 'pointercancel', 'dragend']) addEventListener(end, letGo, true);
// A button takes the space bar when it comes up again.
addEventListener(
  'keydown',
  event => {
    if (event.key === ' ' && !event.repeat) hold();
  },
  true,
);
addEventListener(
  'keyup',
  event => {
    if (event.key === ' ') letGo();
  },
  true,
);
// Whatever is let go while the window is away is not told to it.
addEventListener(
  'blur',
  event => {
    if (event.target === window) letGo();
  },
  true,
);

/** Waits until nothing is held down. */
export async function released() {
  for (let now; now !== held;) await (now = held);
}
