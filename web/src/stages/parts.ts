import {
  computed,
  defineAsyncComponent,
  onBeforeUnmount,
  onMounted,
  reactive,
  ref,
  watch,
  type Component,
} from 'vue'
import { useLocalStorage } from '@vueuse/core'
import type { Stage } from '@halitus/core/contract'
import type { Instrument } from '@halitus/core/instruments'
import { factsOf, RECORDS, type EntryKind, type EntryRecord } from '@halitus/core/records'
import { studioNow } from '@/base/clock.ts'
import { useLesson } from '@/lesson/index.ts'
import { useListening } from '@/listening/index.ts'
import { prepareSound } from '@/workers/index.ts'

/** Each kind of record that is made at a stop has one part there, named after the kind; adding one is adding its file. */
const found = import.meta.glob<Component>(['./*/parts/*.vue', './*/views/*.vue'], { import: 'default' })
/** What can be looked at and tried at a stop without anything being noted: a file in its views each. */
const VIEWS = { fingers: [{ value: 'any-fingers', label: 'Any fingers' }] } as const satisfies Partial<
  Record<Stage, readonly { value: string; label: string }[]>
>
type ViewId = (typeof VIEWS)[keyof typeof VIEWS][number]['value']
type PartId = EntryKind | ViewId

/** How long after a stop was opened the other parts are fetched, ms: what is being looked at comes first. */
const PRELOAD_AFTER_MS = 1500
/** Between tries to fetch a part while the server is away, ms; then as many again, until it is there. */
const RETRY_MS = 2000
let preloaded = false
/** Fetches every part of every stop, once, so that each opens while the server is away. */
function preload() {
  if (preloaded) return
  preloaded = true
  setTimeout(() => {
    for (const load of Object.values(found)) load().catch(() => (preloaded = false))
    prepareSound().catch(() => undefined)
  }, PRELOAD_AFTER_MS)
}
/** The parts that have come: until then a part's keys mean nothing. */
const come = reactive(new Set<PartId>())
const partOf = (kind: PartId, load: () => Promise<Component>) =>
  defineAsyncComponent({
    async loader() {
      const part = await load()
      come.add(kind)
      return part
    },
    onError: (_, retry) => void setTimeout(retry, RETRY_MS),
  })

/** The parts and views of a stop by kind. */
function partsAt(stage: Stage): Partial<Record<PartId, Component>> {
  return Object.fromEntries(
    Object.entries(found).flatMap(([path, load]) => {
      const [, where, kind] = /^\.\/([\w-]+)\/(?:parts|views)\/([\w-]+)\.vue$/.exec(path) ?? []
      return where === stage && kind ? [[kind, partOf(kind as PartId, load)]] : []
    }),
  )
}

/** In the first year a limit isn't looked for: what does stands behind the ordinary parts (chosen by Halitus). */
const FIRST_YEAR_WEEKS = 52
const LIMITS: readonly EntryKind[] = ['tongue-tempo']
/** The parts that stand last at a stop, for as long as this learner has played. @example behindAtFirst([]).has('tongue-tempo') // true */
export const behindAtFirst = (entries: readonly EntryRecord[]): ReadonlySet<EntryKind> =>
  new Set(factsOf(entries).weeksPlaying < FIRST_YEAR_WEEKS ? LIMITS : [])

/**
 * What can be done at a stop, in the registry's order, and which of it is open: the one that was used last at this stop with
 * this learner, opened on this device or noted on another one. Listening ends when another part is opened or the stop is left.
 * @param usual the one to begin with while none is remembered
 * @param first the one to begin with whatever is remembered
 */
export function useParts(stage: Stage, usual?: EntryKind, first?: EntryKind) {
  const lesson = useLesson()
  const listening = useListening()
  const parts = partsAt(stage)
  const { inst } = lesson
  const fits = (kind: EntryKind) => {
    const { fits: does } = RECORDS[kind] as { fits?: (on: Instrument) => boolean }
    return !inst || !does || does(inst)
  }
  const later = behindAtFirst(lesson.entries)
  const records = (Object.keys(RECORDS) as EntryKind[])
    .filter((kind) => parts[kind] && fits(kind))
    .sort((a, b) => Number(later.has(a)) - Number(later.has(b)))
  const views: readonly { value: ViewId; label: string }[] =
    stage in VIEWS ? VIEWS[stage as keyof typeof VIEWS] : []
  const kinds: PartId[] = [...records, ...views.map((v) => v.value)]
  const opened = useLocalStorage<{ part: PartId | ''; at: string }>(
    `halitus.opened.${lesson.answer?.learner.id ?? ''}.${inst?.id ?? ''}.${stage}`,
    { part: '', at: '' },
  )
  const noted = lesson.entries
    .filter((e) => e.stage === stage && e.at > opened.value.at && kinds.includes(e.kind))
    .reduce<EntryRecord | undefined>((last, e) => (last && last.at > e.at ? last : e), undefined)
  const asked = () => kinds.find((k) => k === lesson.partWanted.part)
  const known = asked() ?? first ?? noted?.kind ?? (opened.value.part || usual)
  const kind = ref<PartId | undefined>(
    kinds.find((k) => k === known) ?? kinds.find((k) => k === usual) ?? kinds[0],
  )
  const part = computed(() => kind.value && parts[kind.value])
  const coming = computed(() => !!part.value && !come.has(kind.value!))
  const options: { value: PartId; label: string }[] = [
    ...records.map((value) => ({ value, label: RECORDS[value].title })),
    ...views,
  ]
  // What the plan led to is opened once; then the teacher goes where they like.
  if (asked()) lesson.partWanted.part = ''
  watch(
    () => lesson.partWanted.count,
    () => {
      const wanted = asked()
      if (!wanted) return
      kind.value = wanted
      lesson.partWanted.part = ''
    },
  )
  watch(kind, (now) => {
    opened.value = { part: now ?? '', at: now ? studioNow() : '' }
    void listening.cancel()
  })
  onMounted(preload)
  onBeforeUnmount(() => void listening.cancel())
  return { kind, part, coming, options }
}
