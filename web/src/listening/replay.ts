import { ref } from 'vue'

/** Sounds a recording again; one at a time. */
let context: AudioContext | undefined
let playing: AudioBufferSourceNode | undefined
export const playingId = ref('')

/** Stops what sounds. */
export function hush() {
  playing?.stop()
  playing = undefined
  playingId.value = ''
}

/** Plays a WAVE recording; the same one asked for again stops it. @param id what is shown as playing */
export async function replay(id: string, wav: ArrayBuffer): Promise<void> {
  const again = playingId.value === id
  hush()
  if (again) return
  context ??= new AudioContext()
  await context.resume()
  const buffer = await context.decodeAudioData(wav)
  const source = new AudioBufferSourceNode(context, { buffer })
  source.connect(context.destination)
  source.onended = () => {
    if (playing === source) hush()
  }
  playing = source
  playingId.value = id
  source.start()
}

/** A breath between two recordings that are compared, ms. */
const BETWEEN_MS = 400
/** Plays recordings one after the other, each a copy of its bytes; anything else that is played meanwhile ends it. */
export async function replayAll(list: readonly { id: string; wav: ArrayBuffer }[]): Promise<void> {
  hush()
  for (const { id, wav } of list) {
    await replay(id, wav.slice(0))
    const mine = playing
    await new Promise((over) => mine?.addEventListener('ended', over))
    await new Promise((later) => setTimeout(later, BETWEEN_MS))
    // Another one was begun: the row isn't gone on with.
    if (playing) return
  }
}
