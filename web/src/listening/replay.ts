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
