import { createStore, del, entries as allOf, set, type UseStore } from 'idb-keyval'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { newId } from '@/base/ids.ts'
import { rememberWho, whoIsHere } from '@/base/who.ts'
import { ApiError, deliver } from './client.ts'

/** A change on its way to the server, kept in the browser until the server has it. */
export interface Message {
  /** Sorts by when it was put; unique. */
  key: string
  method: 'POST' | 'PUT' | 'DELETE'
  address: string
  body?: unknown
  /** Whose page shows it: a lesson or a card. */
  about: string
  /** What of it is shown while it waits, as that page keeps it. */
  shown: unknown
  /** What it says, for whoever looks through what wasn't taken. */
  words: string
  /** A later message of the same kind takes the place of one that still waits. */
  replaces?: string
  /** Who was signed in: it goes in their name alone. */
  by?: string
  /** Why the server didn't take it: it is kept until somebody sends it again or throws it away. */
  refused?: string
}

/** Answers after which the same message may be taken later; 0 is none, or one that isn't the studio's. */
const LATER = [0, 401, 408, 429, 502, 503, 504, 507]
const RETRY_MS = 4000

type Listener = (message: Message, outcome: { answer: unknown } | { refused: ApiError }) => void

let store: UseStore | undefined
const kept = () => (store ??= createStore('halitus', 'outbox'))
/** What a page watches can't be stored as it is. */
const plain = (message: Message) => JSON.parse(JSON.stringify(message)) as Message
/** Without a store of the browser's own, messages live as long as the page. */
const hasStore = () => typeof indexedDB !== 'undefined'

/**
 * What was tapped, measured or typed goes out through here, in order: kept first, then sent, sent again until the server
 * answers, also after a reload. Every message carries ids of its own, so sending one twice does no harm.
 */
export const useOutbox = defineStore('outbox', () => {
  const all = ref<Message[]>([])
  const who = ref(whoIsHere())
  const isMine = (m: Message) => !m.by || m.by === who.value
  const waiting = computed(() => all.value.filter((m) => !m.refused && isMine(m)))
  /** True once the server didn't answer; a message that is merely under way isn't “waiting” yet. */
  const away = ref(false)
  const listeners = new Set<Listener>()
  let count = 0
  let running: Promise<void> | undefined
  let timer: ReturnType<typeof setTimeout> | undefined

  const read = hasStore()
    ? allOf<string, Message>(kept()).then(
        (kept) => {
          const found = kept.map(([, m]) => m).sort((a, b) => (a.key < b.key ? -1 : 1))
          all.value = [...found, ...all.value]
        },
        () => undefined,
      )
    : Promise.resolve()

  /** Those that the browser had no room for: they live as long as the page. */
  const unkept = ref(new Set<string>())

  async function drop(message: Message) {
    unkept.value.delete(message.key)
    all.value = all.value.filter((m) => m.key !== message.key)
    if (hasStore()) await del(message.key, kept()).catch(() => undefined)
  }
  /** Another state of a message takes its place. */
  async function write(message: Message) {
    all.value = all.value.map((m) => (m.key === message.key ? message : m))
    if (hasStore()) await set(message.key, plain(message), kept()).catch(() => undefined)
  }
  const tell = (message: Message, outcome: Parameters<Listener>[1]) => {
    for (const listen of listeners)
      try {
        listen(message, outcome)
      } catch (error) {
        // A page's own fault must not make the message be sent again and again.
        console.error(error)
      }
  }

  async function run() {
    await read
    for (let message = waiting.value[0]; message; message = waiting.value[0]) {
      let outcome: Parameters<Listener>[1]
      try {
        outcome = { answer: await deliver(message.method, message.address, message.body) }
        away.value = false
      } catch (error) {
        const refused = error instanceof ApiError ? error : new ApiError(0, 'unknown', String(error))
        if (LATER.includes(refused.status)) {
          away.value = true
          clearTimeout(timer)
          timer = setTimeout(() => void flush(), RETRY_MS)
          return
        }
        // What is to be gone and isn't there any more is gone.
        const gone = message.method === 'DELETE' && refused.status === 404
        outcome = gone ? { answer: undefined } : { refused }
      }
      // Told first: between the two nobody sees a page with neither the message nor its answer.
      tell(message, outcome)
      // Its page offers both where somebody wrote meanwhile; all else is kept until it was looked at.
      if ('refused' in outcome && outcome.refused.code !== 'changed-meanwhile')
        await write({ ...message, refused: outcome.refused.message })
      else await drop(message)
    }
  }
  /** Sends what waits, in order, until the server doesn't answer. */
  function flush(): Promise<void> {
    // What is put just as a run ends belongs to the next one.
    if (running) return running.then(() => (waiting.value.length && !away.value ? flush() : undefined))
    running = run().finally(() => (running = undefined))
    return running
  }

  /** Keeps a change and sends it as soon as those before it are sent. Resolves when it is kept, not when it is sent. */
  async function put(change: Omit<Message, 'key'>): Promise<Message> {
    const message: Message = {
      ...change,
      ...(who.value && { by: who.value }),
      key: `${String(Date.now()).padStart(15, '0')}-${String(++count).padStart(6, '0')}-${newId().slice(0, 8)}`,
    }
    await read
    const older = waiting.value.filter((m) => message.replaces && m.replaces === message.replaces)
    all.value = [...all.value, message]
    if (hasStore()) await set(message.key, plain(message), kept()).catch(() => unkept.value.add(message.key))
    // The first may be under way at this moment: it is left to itself.
    for (const m of older) if (m !== waiting.value[0]) await drop(m)
    void flush()
    return message
  }
  /** Those that a page still has to show. */
  const about = (id: string) => waiting.value.filter((m) => m.about === id)
  /** Sends something that wasn't taken once more, or what was made of it. */
  async function again(message: Message, body: unknown = message.body) {
    const { refused: _, ...rest } = message
    await write({ ...rest, body })
    return flush()
  }
  /** Somebody signed in, or (null) out: what others noted waits for them. */
  function isFor(role: string | null) {
    rememberWho(role)
    who.value = role
    if (role) void flush()
  }
  /** Tells of every message that was answered or refused. @returns to stop */
  function listen(listener: Listener) {
    listeners.add(listener)
    return () => listeners.delete(listener)
  }

  if (typeof window !== 'undefined') {
    window.addEventListener('online', () => void flush())
    window.addEventListener('focus', () => void flush())
  }
  void flush()
  return {
    waiting,
    /** What the server didn't take. */
    refused: computed(() => all.value.filter((m) => m.refused && isMine(m))),
    /** So many wait for somebody else to sign in. */
    ofOthers: computed(() => all.value.filter((m) => !isMine(m)).length),
    /** So many would be lost if the page were closed now. */
    unkept: computed(() => unkept.value.size),
    late: computed(() => (away.value ? waiting.value.length : 0)),
    ready: read,
    put,
    flush,
    about,
    listen,
    again,
    throwAway: drop,
    isFor,
  }
})
