// Finds pitch and loudness of each window of sound. Nothing is kept of the sound itself.
import { PitchDetector } from 'pitchy';

const BLOCK = 512;
const QUIET = -100;
/** Hertz. */
const HIGHEST = 8000;

/** Turns blocks of samples into frames: milliseconds of the middle of the window, hertz, clarity, decibels. */
export class Ear {
  /** @param {number} rate samples a second @param {number} window samples that a pitch takes */
  constructor(rate, window) {
    this.rate = rate;
    this.window = window;
    this.samples = new Float32Array(window);
    this.heard = 0;
    this.detector = PitchDetector.forFloat32Array(window);
  }

  /** @param {Float32Array} block @param {number} at samples of the clock at its end @returns {number[]|null} a frame, once a window is full */
  take(block, at) {
    this.samples.copyWithin(0, block.length);
    this.samples.set(block, this.window - block.length);
    this.heard += block.length;
    if (this.heard < this.window) {
      return null;
    }
    const [found, clear] = this.detector.findPitch(this.samples, this.rate);
    // Noise has any pitch; nothing that is played sounds as high as this.
    const isPitch = Number.isFinite(found) && found > 0 && found < HIGHEST;
    const [hz, clarity] = isPitch ? [found, clear] : [0, 0];
    const from = (this.window - BLOCK) / 2;
    let power = 0;
    for (let k = from; k < from + BLOCK; k += 1) {
      power += this.samples[k] * this.samples[k];
    }
    const level = power > 0 ? Math.max(QUIET, 10 * Math.log10(power / BLOCK)) : QUIET;
    const round = (value, to) => Math.round(value * to) / to;
    return [round((1000 * (at - this.window / 2)) / this.rate, 10), round(hz, 100), Number.isFinite(clarity) ? Math.min(1, Math.max(0, round(clarity, 1000))) : 0, round(level, 10)];
  }
}

let ear;
const hear = (event) => {
  const frame = ear?.take(event.data.block, event.data.at);
  if (frame) {
    self.postMessage({ frame });
  }
};
if (typeof self !== 'undefined' && typeof self.postMessage === 'function') {
  self.onmessage = (event) => {
    if (event.data.open) {
      ear = new Ear(event.data.open.rate, event.data.open.window);
      if (event.data.port) {
        event.data.port.onmessage = hear;
      }
    } else if (event.data.whole) {
      // A file: all of it at once.
      const { samples, rate, window } = event.data.whole;
      const one = new Ear(rate, window);
      const frames = [];
      for (let at = BLOCK; at <= samples.length; at += BLOCK) {
        const frame = one.take(samples.subarray(at - BLOCK, at), at);
        if (frame && frame[0] >= 0) {
          frames.push(frame);
        }
      }
      self.postMessage({ frames });
    }
  };
}
