// Samples into frames: sixteen bytes each ten milliseconds, how strong the sound is in each band. The same formula as FrameMaker in the
// core (docs/by-ear.md); a test holds the two against each other. Knows no browser.
export const bands = 16;
export const version = 2;
export const aSecond = 100;
const edges = [80, 170, 260, 350, 450, 570, 720, 900, 1130, 1420, 1790, 2250, 2830, 3560, 4480, 5640, 8000];
const highest = 31;
const step = 3;
const lowest = -99;

/** Takes samples between -1 and 1 and calls back with each frame, as a Uint8Array that is the receiver's. */
export class FrameMaker {
  constructor(rate, onFrame) {
    this.hop = rate / aSecond;
    this.window = Math.ceil(2 * this.hop);
    this.size = 2 ** Math.ceil(Math.log2(this.window));
    this.onFrame = onFrame;
    this.hann = Float64Array.from({ length: this.window }, (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (i + 0.5)) / this.window));
    this.kept = new Float32Array(this.window * 4);
    this.count = 0;
    this.taken = 0;
    this.made = 0;
    const bin = rate / this.size;
    const scale = 2 / (this.size * this.hann.reduce((sum, w) => sum + w * w, 0));
    this.shares = Array.from({ length: bands }, (_, band) => {
      const shares = [];
      for (let k = 1; k <= this.size / 2; k++) {
        const low = Math.max(edges[band], (k - 0.5) * bin);
        const high = Math.min(edges[band + 1], (k + 0.5) * bin);
        if (high > low) shares.push([k, ((high - low) / bin) * scale]);
      }
      return shares;
    });
    this.real = new Float64Array(this.size);
    this.imaginary = new Float64Array(this.size);
    this.turns = Float64Array.from({ length: this.size }, (_, k) =>
      k < this.size / 2 ? Math.cos((2 * Math.PI * k) / this.size) : -Math.sin((2 * Math.PI * (k - this.size / 2)) / this.size),
    );
  }

  take(samples) {
    if (this.count + samples.length > this.kept.length) {
      const longer = new Float32Array(this.count + samples.length + this.window * 4);
      longer.set(this.kept.subarray(0, this.count));
      this.kept = longer;
    }
    this.kept.set(samples, this.count);
    this.count += samples.length;
    let begins = this.begins();
    for (; begins + this.window <= this.count; begins = this.begins()) {
      this.frame(begins);
      this.made++;
    }
    // What no frame looks at any more.
    const used = Math.min(begins, this.count);
    if (used > 0) {
      this.kept.copyWithin(0, used, this.count);
      this.count -= used;
      this.taken += used;
    }
  }

  // Where the next frame begins, to the nearest sample since the beginning: no rate drifts.
  begins() {
    return Math.floor(this.made * this.hop + 0.5) - this.taken;
  }

  frame(begins) {
    this.imaginary.fill(0);
    this.real.fill(0);
    for (let i = 0; i < this.window; i++) {
      const sample = this.kept[begins + i];
      this.real[i] = Number.isFinite(sample) ? Math.max(-1, Math.min(1, sample)) * this.hann[i] : 0;
    }
    this.transform();
    const levels = new Uint8Array(bands);
    for (let band = 0; band < bands; band++) {
      let power = 0;
      for (const [k, share] of this.shares[band]) power += share * (this.real[k] ** 2 + this.imaginary[k] ** 2);
      levels[band] = level(power);
    }
    this.onFrame(levels);
  }

  // The fast Fourier transform of Cooley and Tukey (1965), in place.
  transform() {
    const { size, real, imaginary, turns } = this;
    for (let i = 1, j = 0; i < size; i++) {
      let bit = size >> 1;
      for (; j & bit; bit >>= 1) j ^= bit;
      j ^= bit;
      if (i < j) {
        [real[i], real[j]] = [real[j], real[i]];
        [imaginary[i], imaginary[j]] = [imaginary[j], imaginary[i]];
      }
    }
    for (let half = 1; half < size; half *= 2) {
      const skip = size / (2 * half);
      for (let from = 0; from < size; from += 2 * half) {
        for (let k = 0; k < half; k++) {
          const c = turns[k * skip];
          const s = turns[size / 2 + k * skip];
          const a = from + k;
          const b = a + half;
          const r = real[b] * c - imaginary[b] * s;
          const m = real[b] * s + imaginary[b] * c;
          real[b] = real[a] - r;
          imaginary[b] = imaginary[a] - m;
          real[a] += r;
          imaginary[a] += m;
        }
      }
    }
  }
}

function level(power) {
  return power <= 0 ? 0 : Math.max(0, Math.min(highest, Math.floor((10 * Math.log10(power) - lowest) / step + 0.5)));
}
