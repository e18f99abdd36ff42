/// <reference lib="webworker" />
declare const currentTime: number
declare const registerProcessor: (name: string, processor: unknown) => void
declare class AudioWorkletProcessor {
  readonly port: MessagePort
}

/** Blocks of this many samples leave the audio thread: 10 ms at 48 kHz. */
const BLOCK = 480

/** Collects what comes in and hands it on; nothing is computed on the audio thread. */
class Capture extends AudioWorkletProcessor {
  private out: MessagePort | undefined
  private block = new Float32Array(BLOCK)
  private filled = 0
  private begun = false

  constructor() {
    super()
    this.port.onmessage = ({ data }: MessageEvent<MessagePort>) => (this.out = data)
  }

  process(inputs: Float32Array[][]): boolean {
    const [first, second] = inputs[0] ?? []
    if (!this.out || !first) return true
    if (!this.begun) {
      this.begun = true
      this.port.postMessage(currentTime)
    }
    for (let i = 0; i < first.length; i++) {
      this.block[this.filled++] = second ? (first[i]! + second[i]!) / 2 : first[i]!
      if (this.filled === BLOCK) {
        this.out.postMessage(this.block, [this.block.buffer])
        this.block = new Float32Array(BLOCK)
        this.filled = 0
      }
    }
    return true
  }
}
registerProcessor('capture', Capture)
