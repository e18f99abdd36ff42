import { computed, ref, watch } from 'vue'
import { useLocalStorage } from '@vueuse/core'
import type { Crossing } from '@halitus/core/crossings'
import { chartedAs, tapped } from '@halitus/core/fingering'
import { fingerSystem, handsInWords, standardFingering, type TouchId } from '@halitus/core/instruments'
import { hzOfMidi, noteName, parseNote, prettyNote } from '@halitus/core/pitch'
import {
  aboutMove,
  aboutNote,
  choices,
  DRILLS,
  dueBy,
  nextAbout,
  RECALL_S,
  remembered,
  type Drill,
} from '@halitus/core/recall'
import { moveHeard, ofLearner, reviewsOf, reviewsOfMoves } from '@halitus/core/records'
import { firstOf, forSeconds, untilQuiet } from '@halitus/core/sound'
import { TICKS } from '@halitus/core/tongue'
import { dayName } from '@/base/words.ts'
import { useLesson, useTools } from '@/lesson/index.ts'
import { useListening, type Take } from '@/listening/index.ts'
import { LOUD_DB } from '../take.ts'
import { useKnown } from './known.ts'

/** How many changes the stand-in plays. */
const CHANGES = 8
type By = 'tapped' | 'microphone' | 'file' | 'simulated'
interface Result {
  right: boolean
  words: string
  due: string
}

/** Recall: what is asked when it is due, how it was answered, and when it comes again. */
export function useAsking() {
  const lesson = useLesson()
  const listening = useListening()
  const tools = useTools()
  const { deck } = useKnown()
  const inst = computed(() => lesson.inst)
  const system = computed(() => inst.value && fingerSystem(inst.value))
  const today = computed(() => lesson.answer?.lesson.startsAt ?? '')
  const drill = useLocalStorage<Drill>('halitus.recall', 'name-fingers')
  const what = computed(() => DRILLS.find((d) => d.id === drill.value) ?? DRILLS[0]!)

  const notes = computed(() => remembered(reviewsOf(ofLearner(lesson.ofKind(lesson.entries, 'recalled')))))
  const moves = computed(() => remembered(reviewsOfMoves(ofLearner(lesson.ofKind(lesson.entries, 'move')))))
  const wanted = computed(() => new Set(deck.value.map(aboutNote)))
  const dueNotes = computed(() => dueBy(notes.value, today.value).filter((r) => wanted.value.has(r.about)))
  const dueMoves = computed(() => dueBy(moves.value, today.value))

  /** The note that is asked for. */
  const about = ref<string>()
  const written = computed(() => about.value?.replace('note ', '') ?? deck.value[0] ?? 'B4')
  const right = computed(() => (inst.value ? standardFingering(inst.value, written.value).touches : []))
  const held = ref<TouchId[]>([])
  let askedAt = performance.now()
  const result = ref<Result>()
  function ask() {
    about.value = nextAbout(deck.value, notes.value, today.value, about.value)
    held.value = []
    result.value = undefined
    askedAt = performance.now()
  }
  ask()
  watch(drill, () => {
    listening.clear()
    ask()
  })
  const names = computed(() => choices(written.value, deck.value))
  const staff = computed(() => [{ written: written.value, ticks: 4 * TICKS, begins: 'tongue' as const }])

  async function answer(isRight: boolean, gave: string | null, by: By) {
    if (result.value || drill.value === 'move') return
    const seconds = Math.min(600, Math.round((performance.now() - askedAt) / 100) / 10)
    const name = prettyNote(written.value)
    const hands = system.value ? handsInWords(system.value, right.value) : ''
    const kept = await lesson.add(
      'fingers',
      'recalled',
      { drill: drill.value, written: written.value, right: isRight, seconds, gave },
      by,
    )
    if (!kept) return
    const own = notes.value.find((r) => r.about === about.value)
    result.value = {
      right: isRight,
      words: isRight
        ? `Right, in ${seconds.toFixed(1)} s${seconds > RECALL_S.hard ? ': it was there, but sought' : ''}.`
        : `${gave ? `That is ${prettyNote(gave)}. ` : ''}${name} is ${hands}.`,
      due:
        by === 'simulated'
          ? 'Simulated: nothing is scheduled by it.'
          : own
            ? `Again ${dayName(own.due.slice(0, 10))}.`
            : '',
    }
  }
  function check() {
    if (!system.value) return
    const found = chartedAs(system.value, held.value)
    const { midi } = parseNote(written.value)
    const isRight = found.some((f) => parseNote(f.written).midi === midi)
    const other = found[0]
    void answer(isRight, isRight || !other ? null : noteName(parseNote(other.written).midi), 'tapped')
  }
  const pick = (name: string) =>
    void answer(name === written.value, name === written.value ? null : name, 'tapped')
  const tap = (id: TouchId) => {
    if (system.value && !result.value) held.value = tapped(system.value, held.value, id)
  }
  /** What was tapped while it is asked; then the note that was asked, which nobody taps who plays it. */
  const drawnFingers = computed(() =>
    result.value && !(result.value.right && held.value.length) ? right.value : held.value,
  )
  const isTapped = computed(() => drill.value === 'name-fingers' || drill.value === 'staff-fingers')

  /** A move that is due, or the newest one. */
  const moveAbout = ref<string>()
  const movesToAsk = computed(() =>
    [...new Set([...dueMoves.value, ...moves.value].map((m) => m.about))].slice(0, 8),
  )
  const pair = computed(() => {
    const first = deck.value
    const name =
      moveAbout.value ??
      movesToAsk.value[0] ??
      (first.length > 1 ? aboutMove(first[0]!, first[1]!) : undefined)
    const [, from, to] = name?.split(' ') ?? []
    return from && to && inst.value
      ? {
          name: name!,
          from: { written: from, touches: standardFingering(inst.value, from).touches },
          to: { written: to, touches: standardFingering(inst.value, to).touches },
        }
      : undefined
  })
  const crossings = ref<Crossing[]>([])
  watch(pair, (now, before) => now?.name !== before?.name && (crossings.value = []))
  const moveOptions = computed(() =>
    [...new Set([...movesToAsk.value, ...(pair.value ? [pair.value.name] : [])])].map((value) => ({
      value,
      label: value.split(' ').slice(1).map(prettyNote).join(' – '),
    })),
  )

  const take = (): Take | undefined => {
    const on = inst.value
    if (!on) return undefined
    const ear = { transposition: on.transposition, a4Hz: lesson.a4Hz }
    if (drill.value === 'move') {
      const now = pair.value
      if (!now) return undefined
      const beatS = 60 / tools.bpm
      return {
        instrument: on.id,
        written: now.from.written,
        performance: {
          notes: () =>
            Array.from({ length: CHANGES + 1 }, (_, n) => ({
              written: n % 2 ? now.to.written : now.from.written,
              lengthS: beatS,
              begins: n ? ('slur' as const) : ('breath' as const),
            })),
          lengthS: Math.ceil(beatS * (CHANGES + 1)),
        },
        ear: { ...ear, move: { instrument: on.id, system: on.systems[0].id, from: now.from, to: now.to } },
        rule: () => firstOf(untilQuiet(LOUD_DB, 1.5), forSeconds(60)),
        async judge(m, provenance) {
          crossings.value = m.crossings ?? []
          if (!crossings.value.length) return 'No change between the two notes was heard.'
          const { from, to } = now
          const heard = moveHeard(from.written, to.written, crossings.value)
          await lesson.add('fingers', 'move', heard, provenance)
          return undefined
        },
      }
    }
    if (drill.value === 'fingers-name' || result.value) return undefined
    const asked = written.value
    return {
      instrument: on.id,
      written: asked,
      performance: { lengthS: 2 },
      ear: { ...ear, askedHz: hzOfMidi(parseNote(asked).midi + on.transposition, lesson.a4Hz) },
      rule: () => firstOf(untilQuiet(LOUD_DB, 0.8), forSeconds(15)),
      async judge(m, provenance) {
        const longest = m.tone
        if (!longest) return 'Nothing was heard. One note, for a second.'
        const isRight = parseNote(longest.written).midi === parseNote(asked).midi
        await answer(isRight, isRight ? null : longest.written, provenance as By)
        return undefined
      },
    }
  }

  return {
    listening,
    tools,
    inst,
    system,
    drill,
    what,
    moves,
    dueNotes,
    dueMoves,
    written,
    right,
    held,
    result,
    ask,
    names,
    staff,
    check,
    pick,
    tap,
    drawnFingers,
    isTapped,
    moveAbout,
    pair,
    crossings,
    moveOptions,
    take,
    deck,
  }
}
