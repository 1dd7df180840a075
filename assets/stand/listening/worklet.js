// Collects samples and hands them on in blocks; it must never wait for anything.
const BLOCK = 512;

class Collector extends AudioWorkletProcessor {
  constructor() {
    super();
    this.block = new Float32Array(BLOCK);
    this.filled = 0;
    this.port.onmessage = (event) => {
      this.to = event.data.port; // straight to the worker
    };
  }

  process(inputs) {
    const samples = inputs[0]?.[0];
    if (samples && this.to) {
      for (let k = 0; k < samples.length; k += 1) {
        this.block[this.filled] = samples[k];
        this.filled += 1;
        if (this.filled === BLOCK) {
          const at = currentFrame + k + 1;
          this.to.postMessage({ block: this.block, at }, [this.block.buffer]);
          this.block = new Float32Array(BLOCK);
          this.filled = 0;
        }
      }
    }
    return true;
  }
}

registerProcessor('collector', Collector);
