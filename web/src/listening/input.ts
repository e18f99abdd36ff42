import { proxy, transfer } from 'comlink'
import type { Phrase } from '@halitus/core/player'
import type { LiveFrame } from '@halitus/core/sound'
import { captureUrl, soundWorker, type Ear, type Told } from '@/workers/index.ts'

/** Why nothing can be heard, as a sentence with a way out. */
export class NoSound extends Error {
  override name = 'NoSound'
}

export interface Hearing {
  /** Time on the audio clock of the stream's first sample, s; undefined until it is known. */
  beganS(): number | undefined
  nowS(): number
  /** How much of the stream was lost on its way so far, s; undefined for a stand-in, or while nobody can say. */
  lostS(): number | undefined
  stop(): Promise<void>
}

/** How much sound waits in the buffer, s. */
const LATENCY_S = 0.05
/** What is heard without waiting comes at this rate, in blocks of 10 ms as the microphone's, so many at a time. */
const AT_ONCE = { rate: 48_000, block: 480, together: 25 } as const

let context: AudioContext | undefined

/** The ear made ready, not yet running: the first time this takes as long as the machine needs to load it. */
async function readied(): Promise<AudioContext> {
  soundWorker()
  if (!context) {
    // A larger buffer rides out what else the machine does; what is heard is shown a twentieth of a second later.
    const fresh = new AudioContext({ latencyHint: LATENCY_S })
    await fresh.audioWorklet.addModule(captureUrl)
    context ??= fresh
  }
  return context
}
async function audioContext(): Promise<AudioContext> {
  const ctx = await readied()
  await ctx.resume()
  return ctx
}

async function listen(
  ctx: AudioContext,
  node: AudioNode,
  ear: Ear,
  onFrames: (f: LiveFrame[]) => void,
  release: () => void,
  live: boolean,
): Promise<Hearing> {
  const capture = new AudioWorkletNode(ctx, 'capture', { numberOfOutputs: 1 })
  const channel = new MessageChannel()
  let began: number | undefined
  const lags: number[] = []
  capture.port.onmessage = ({ data }: MessageEvent<Told>) => {
    if ('beganS' in data) began = data.beganS
    else lags.push(data.lagS)
  }
  await soundWorker().begin(
    transfer(channel.port2, [channel.port2]),
    ctx.sampleRate,
    ear,
    proxy(onFrames),
    live,
  )
  capture.port.postMessage(channel.port1, [channel.port1])
  node.connect(capture)
  // A worklet runs only while it leads somewhere; it writes nothing into its output.
  capture.connect(ctx.destination)
  return {
    beganS: () => began,
    nowS: () => ctx.currentTime,
    lostS: () => (live && lags.length > 1 ? Math.max(0, lags.at(-1)! - lags[0]!) : undefined),
    async stop() {
      node.disconnect()
      capture.disconnect()
      release()
      // Blocks on their way to the worker come before the next message to it.
      await new Promise((resolve) => setTimeout(resolve, 30))
    },
  }
}

/**
 * Opens the microphone. @throws NoSound when there is none or it is not allowed
 * @param onGone told when the device goes away in mid-take
 */
export async function listenToMicrophone(
  ear: Ear,
  onFrames: (f: LiveFrame[]) => void,
  onGone: () => void,
): Promise<Hearing> {
  if (!navigator.mediaDevices?.getUserMedia)
    throw new NoSound('This browser gives no microphone here: it needs https or this same machine.')
  // What is loaded before the microphone opens isn't missing from the beginning of the take.
  const ctx = await readied()
  let stream: MediaStream
  try {
    stream = await navigator.mediaDevices.getUserMedia({
      audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false, channelCount: 1 },
    })
  } catch (error) {
    const name = error instanceof DOMException ? error.name : ''
    throw new NoSound(
      name === 'NotAllowedError'
        ? 'The microphone is not allowed. Allow it in the browser.'
        : name === 'NotReadableError'
          ? 'The microphone is taken by another program. Close that one.'
          : 'No microphone was found. Connect one.',
    )
  }
  for (const track of stream.getAudioTracks()) track.addEventListener('ended', onGone, { once: true })
  await ctx.resume()
  return listen(
    ctx,
    ctx.createMediaStreamSource(stream),
    ear,
    onFrames,
    () => stream.getTracks().forEach((t) => t.stop()),
    true,
  )
}

/** The simulated player's sound into the same ear as fast as it is heard: nobody waits, and no clock runs along. */
async function hearAtOnce(
  phrase: Phrase,
  ear: Ear,
  onFrames: (f: LiveFrame[]) => void,
  onEnded: () => void,
): Promise<Hearing> {
  const worker = soundWorker()
  const samples = await worker.play(phrase, AT_ONCE.rate)
  const { port1, port2 } = new MessageChannel()
  await worker.begin(transfer(port2, [port2]), AT_ONCE.rate, ear, proxy(onFrames), false)
  const caughtUp = () =>
    new Promise((resolve) => {
      port1.onmessage = resolve
      port1.postMessage('heard?')
    })
  let wanted = true
  const play = async () => {
    for (let at = 0, sent = 1; wanted && at < samples.length; at += AT_ONCE.block, sent++) {
      port1.postMessage(samples.slice(at, at + AT_ONCE.block))
      // What was sent is heard before more comes, so that a take that is over ends there.
      if (sent % AT_ONCE.together === 0) await caughtUp()
    }
    await caughtUp()
    if (wanted) onEnded()
  }
  void play()
  return {
    beganS: () => undefined,
    nowS: () => 0,
    lostS: () => undefined,
    async stop() {
      wanted = false
      await caughtUp()
      port1.close()
    },
  }
}

/** How the simulated player is heard: through the loudspeaker, in its own time without one, or without waiting. */
export type Playing = 'aloud' | 'silent' | 'at once'

/** Lets the simulated player play into the same ear. */
export async function listenToPlayer(
  phrase: Phrase,
  playing: Playing,
  ear: Ear,
  onFrames: (f: LiveFrame[]) => void,
  onEnded: () => void,
): Promise<Hearing> {
  if (playing === 'at once') return hearAtOnce(phrase, ear, onFrames, onEnded)
  const ctx = await audioContext()
  const samples = await soundWorker().play(phrase, ctx.sampleRate)
  const buffer = ctx.createBuffer(1, samples.length, ctx.sampleRate)
  buffer.getChannelData(0).set(samples)
  const source = new AudioBufferSourceNode(ctx, { buffer })
  const hearing = await listen(ctx, source, ear, onFrames, () => source.stop(), false)
  if (playing === 'aloud') source.connect(ctx.destination)
  source.onended = onEnded
  source.start()
  return hearing
}
