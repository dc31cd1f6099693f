/** Hands on what a microphone hears, as it is, some hundredths of a second at a time. Runs beside the page, in the audio's own thread. */
class Recorder extends AudioWorkletProcessor {
  constructor() {
    super();
    this.most = 4096;
    this.held = [];
    this.filled = 0;
  }
  process([input]) {
    if (input.length === 0) return true;
    if (this.held.length !== input.length) {
      this.held = input.map(() => new Float32Array(this.most));
      this.filled = 0;
    }
    input.forEach((channel, c) => this.held[c].set(channel, this.filled));
    this.filled += input[0].length;
    if (this.filled + input[0].length > this.most) {
      this.port.postMessage(this.held.map((h) => h.slice(0, this.filled)));
      this.filled = 0;
    }
    return true;
  }
}
registerProcessor('recorder', Recorder);
