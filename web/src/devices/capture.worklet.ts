/** Runs where the sound comes in: hands it on in blocks of about twenty milliseconds. */
interface Processor {
  readonly port: MessagePort
}
declare const AudioWorkletProcessor: new () => Processor
declare function registerProcessor(name: string, processor: new () => Processor): void

const BLOCK = 1024

class Capture extends AudioWorkletProcessor {
  private block = new Float32Array(BLOCK)
  private filled = 0

  process([input]: readonly (readonly Float32Array[])[]): boolean {
    for (const x of input?.[0] ?? []) {
      this.block[this.filled] = x
      this.filled += 1
      if (this.filled < BLOCK) continue
      this.port.postMessage(this.block, [this.block.buffer])
      this.block = new Float32Array(BLOCK)
      this.filled = 0
    }
    return true
  }
}

registerProcessor('capture', Capture)
