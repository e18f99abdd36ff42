/// <reference lib="webworker" />
declare const currentTime: number
declare const sampleRate: number
declare const registerProcessor: (name: string, processor: unknown) => void
declare class AudioWorkletProcessor {
  readonly port: MessagePort
}

/** Blocks of this many samples leave the audio thread: 10 ms at 48 kHz. */
const BLOCK = 480

/** How late sound comes is told by the least of so many seconds: single blocks come in bursts. */
const WINDOW_S = 0.5

/** What is told of the stream: when it began on the audio clock, then how far it lags behind the wall clock, s. */
export type Told = { beganS: number } | { lagS: number }

/** Collects what comes in and hands it on; nothing is computed on the audio thread. */
class Capture extends AudioWorkletProcessor {
  private out: MessagePort | undefined
  private block = new Float32Array(BLOCK)
  private filled = 0
  private begun = false
  private beganMs = 0
  private taken = 0
  private windowFrom = 0
  private lagS = Infinity

  constructor() {
    super()
    this.port.onmessage = ({ data }: MessageEvent<MessagePort>) => (this.out = data)
  }

  private tell(told: Told) {
    this.port.postMessage(told)
  }
  /** Sound that is lost on its way makes the stream fall behind the clock, and it never catches up. */
  private look(more: number) {
    this.taken += more
    this.lagS = Math.min(this.lagS, (Date.now() - this.beganMs) / 1000 - this.taken / sampleRate)
    if (this.taken - this.windowFrom < WINDOW_S * sampleRate) return
    this.tell({ lagS: this.lagS })
    this.windowFrom = this.taken
    this.lagS = Infinity
  }

  process(inputs: Float32Array[][]): boolean {
    const [first, second] = inputs[0] ?? []
    if (!this.out || !first) return true
    if (!this.begun) {
      this.begun = true
      this.beganMs = Date.now()
      this.tell({ beganS: currentTime })
    }
    this.look(first.length)
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
