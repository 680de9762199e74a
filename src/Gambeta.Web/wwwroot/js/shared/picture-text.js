// Text in a picture shrinks with it. How many units of the picture one pixel is, its style may ask: what is read has twelve at least.
const pictures = document.querySelectorAll('svg:has(text)');

function measure(picture) {
  const { width } = picture.viewBox.baseVal,
    scale = picture.getScreenCTM()?.a;
  if (width && scale) picture.style.setProperty('--pixel', String(1 / scale));
}

const sizes = new ResizeObserver(seen => seen.forEach(({ target }) => measure(target)));
for (const picture of pictures) sizes.observe(picture);
