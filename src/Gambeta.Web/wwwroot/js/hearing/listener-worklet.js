// Runs on the audio thread: samples become frames here, and only frames leave it. The audio clock counts them.
import { FrameMaker, bands } from './frames.js';

const framesAPiece = 6;

registerProcessor(
  'gambeta-listener',
  class extends AudioWorkletProcessor {
    constructor() {
      super();
      this.piece = [];
      this.maker = new FrameMaker(sampleRate, frame => {
        this.piece.push(frame);
        if (this.piece.length === framesAPiece) this.hand();
      });
      this.hears = true;
      this.port.onmessage = ({ data }) => {
        if (data === 'stop') this.hears = false;
      };
    }

    hand() {
      const frames = new Uint8Array(this.piece.length * bands);
      this.piece.forEach((frame, i) => frames.set(frame, i * bands));
      this.port.postMessage({ frames }, [frames.buffer]);
      this.piece = [];
    }

    process([input]) {
      if (input.length === 1) this.maker.take(input[0]);
      else if (input.length > 1) this.maker.take(input[0].map((left, i) => (left + input[1][i]) / 2));
      return this.hears;
    }
  },
);
