// How loud each moment is, for whoever counts clicks: it runs where the sound is.
declare const sampleRate: number;
declare const registerProcessor: (name: string, of: unknown) => void;
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}

const moment = 0.004; // seconds
const batch = 25; // moments told at once

class Loudness extends AudioWorkletProcessor {
  private last = 0;
  private peak = 0;
  private n = 0;
  private loud: number[] = [];

  process([input]: Float32Array[][]): boolean {
    for (const x of input?.[0] ?? []) {
      this.peak = Math.max(this.peak, Math.abs(x - this.last)); // what is slower than a click is out of the difference
      this.last = x;
      if (++this.n < sampleRate * moment) continue;
      // half decibels above a hundred below full scale
      this.loud.push(Math.min(200, Math.max(0, Math.round(2 * (20 * Math.log10(this.peak + 1e-9) + 100)))));
      this.peak = this.n = 0;
    }
    if (this.loud.length >= batch) {
      this.port.postMessage(this.loud);
      this.loud = [];
    }
    return true;
  }
}

registerProcessor('loudness', Loudness);
