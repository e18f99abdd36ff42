import { computed, ref, watch, type Ref } from 'vue'
import type { Stage } from '@halitus/core/contract'
import { standardFingering, type Instrument } from '@halitus/core/instruments'
import { hzOfMidi, parseNote, prettyNote } from '@halitus/core/pitch'
import { backgroundOf } from '@halitus/core/practice'
import { factsOf, notesKnown } from '@halitus/core/records'
import {
  diagnose,
  differencesOn,
  factsFrom,
  fingerNamed,
  FINGERS,
  heardIn,
  knowledgeOf,
  PAIN,
  type Accident,
  type Background,
  type Diagnosed,
} from '@halitus/core/squeaks'
import { studioNow } from '@/base/clock.ts'
import { api } from '@/api/index.ts'
import { useDraft } from '@/base/drafts.ts'
import { useLesson } from '@/lesson/index.ts'
import { useListening } from '@/listening/index.ts'

/** One thing that was said: a sign that is there or isn't, or a check with how it went. */
export interface Said {
  id: string
  how: 'yes' | 'no' | 'better' | 'same' | 'worse'
}
interface Told {
  complaint: string
  notes: string[]
  /** In the order in which it was said. */
  said: Said[]
  cannot: string[]
  /** Touches that differ from the picture of the note that was meant. */
  differs?: string[]
  heard?: Accident['heard']
  heardWords?: string
  simulated?: boolean
  /** It was kept: whoever comes back begins anew. */
  done?: boolean
  /** When the search began, ms. */
  since: number
}
const NOTHING: Told = { complaint: '', notes: [], said: [], cannot: [], since: 0 }

/** Beliefs after each thing that was said. */
export interface Moment {
  label: string
  how: string
  verdict: Diagnosed
}

const HOW: Record<Said['how'], string> = {
  yes: 'so',
  no: 'not so',
  better: 'better',
  same: 'the same',
  worse: 'worse',
}

/** How a search ended, and the entry that it became. */
export interface Kept {
  id: string
  words: string
  drill: string
  stop: Stage | undefined
  moments: Moment[]
}

/**
 * The search for a cause: what was said, what is known, and what to believe after each of it.
 * @param from the stop that it was opened from
 */
export function useSearch(
  inst: Ref<Instrument>,
  weeks: Ref<number>,
  inLesson: Ref<boolean>,
  from: Ref<Stage | undefined>,
) {
  const lesson = useLesson()
  const listening = useListening()
  const here = computed(() => (inLesson.value ? (lesson.answer?.lesson.id ?? '') : ''))
  const told = useDraft<Told>(() => `squeak-search.${here.value || inst.value.family}`, NOTHING)
  const change = (more: Partial<Told>) =>
    (told.value = { ...told.value, ...more, since: told.value.since || Date.now() })

  watch(
    here,
    () => {
      if (told.value.done) told.value = NOTHING
    },
    { immediate: true },
  )
  const fetched = ref<Background & { weeksPlaying: number }>()
  watch(
    here,
    async (id) => {
      fetched.value = undefined
      if (!id) return
      // Without the server what the page knows has to do.
      const found = await api.squeakBackground(id).catch(() => undefined)
      if (here.value === id) fetched.value = found
    },
    { immediate: true },
  )
  const background = computed((): Background => {
    const lateNow = (listening.result?.crossings ?? []).flatMap((c) => c.between?.late ?? [])
    const answer = lesson.answer
    if (!answer || !inLesson.value) return {}
    const local = backgroundOf({
      inst: inst.value,
      entries: lesson.entries,
      lessonId: answer.lesson.id,
      today: studioNow(),
    })
    // What was noted a moment ago is here sooner than at the server.
    return {
      ...fetched.value,
      ...local,
      studio: fetched.value?.studio ?? [],
      open: fetched.value?.open ?? [],
      lateNow,
    }
  })
  const playing = computed(() =>
    inLesson.value
      ? Math.max(factsOf(lesson.entries).weeksPlaying, fetched.value?.weeksPlaying ?? 0)
      : weeks.value,
  )
  const facts = computed(() => factsFrom(inst.value, background.value))
  const past = computed(() => [...(background.value.own ?? []), ...(background.value.studio ?? [])])

  /** The notes that were just worked on. */
  const worked = computed(() => {
    if (!inLesson.value) return []
    const left = lesson.workedOn
    if (left?.notes.length && left.stop === from.value) return [...left.notes]
    const last = lesson.own.findLast((e) => notesKnown([e], inst.value).length > 0)
    return last ? notesKnown([last], inst.value).slice(0, 2) : []
  })
  /** What the ear heard last at a stop. */
  const heard = computed(
    () => listening.result && heardIn(listening.result.report, inst.value.transposition, lesson.a4Hz),
  )
  function takeHeard() {
    const now = heard.value
    if (!now) return
    change({
      complaint: now.complaint,
      notes: told.value.notes.length ? told.value.notes : worked.value,
      heard: now.heard,
      heardWords: now.words,
      simulated: listening.source === 'player',
    })
  }

  const written = computed(() => told.value.notes.at(-1))
  /** Another note's picture differs in other ways: only what this one's has is asked with. */
  const differences = computed(() => (written.value ? differencesOn(inst.value, written.value) : []))
  const differing = computed(() => differences.value.filter((d) => told.value.differs?.includes(d.touch)))
  const asking = (said: readonly Said[]): Diagnosed =>
    diagnose(inst.value, {
      weeksPlaying: playing.value,
      complaint: told.value.complaint,
      a4Hz: lesson.a4Hz,
      ...(written.value && { written: written.value }),
      ...(told.value.notes.length > 1 && { from: told.value.notes.at(-2)! }),
      ...(told.value.heard && { heard: told.value.heard }),
      observations: said
        .filter((s) => s.how !== 'no')
        .map((s) => (s.how === 'yes' ? s.id : `${s.id}:${s.how}`)),
      absent: said.filter((s) => s.how === 'no').map((s) => s.id),
      unavailable: told.value.cannot,
      differs: differing.value.map((d) => d.touch),
      facts: facts.value,
      past: past.value,
    })
  /** It sounded a written note, by tap instead of by ear. */
  const itSounded = (note: string): Pick<Told, 'heard' | 'heardWords'> => ({
    heard: { hz: hzOfMidi(parseNote(note).midi + inst.value.transposition, lesson.a4Hz) },
    heardWords: prettyNote(note),
  })
  const known = computed(() => knowledgeOf(inst.value))
  const complaint = computed(() => known.value.complaints.find((c) => c.id === told.value.complaint))
  const labelOf = (id: string) => {
    if (id === PAIN) return 'It hurts'
    const cause = id.startsWith('try-') && known.value.causes.find((c) => c.id === id.slice(4))
    if (cause) return cause.remedy.replace(/\.$/, '')
    return (
      known.value.observations.find((o) => o.id === id)?.words ??
      known.value.checks.find((c) => c.id === id)?.ask ??
      id
    ).replace(/\.$/, '')
  }
  /** What another family has no word for isn't asked of it. */
  const fitting = computed(() => {
    const ids = new Set([
      ...known.value.observations.map((o) => o.id),
      ...known.value.checks.map((c) => c.id),
      ...known.value.causes.map((c) => `try-${c.id}`),
      PAIN,
    ])
    return told.value.said.filter((s) => ids.has(s.id))
  })
  /** What the search ended with; while it is shown nothing moves. */
  const kept = ref<Kept>()
  const moments = computed((): Moment[] => {
    if (kept.value) return kept.value.moments
    if (!complaint.value) return []
    return [
      { label: complaint.value.words, how: told.value.heardWords ? 'heard' : '', verdict: asking([]) },
      ...fitting.value.map((s, i) => ({
        label: labelOf(s.id),
        how: HOW[s.how],
        verdict: asking(fitting.value.slice(0, i + 1)),
      })),
    ]
  })
  const verdict = computed(() => moments.value.at(-1)?.verdict)
  const stateOf = (id: string) => told.value.said.find((s) => s.id === id)?.how

  const say = (id: string, how: Said['how']) =>
    change({ said: [...told.value.said.filter((s) => s.id !== id), { id, how }] })
  const unsay = (id: string) => change({ said: told.value.said.filter((s) => s.id !== id) })
  /** One tap: it is so; another: it isn’t; a third: nobody knows. */
  function tap(id: string) {
    const how = stateOf(id)
    if (how === 'yes') say(id, 'no')
    else if (how === 'no') unsay(id)
    else say(id, 'yes')
  }
  const cannot = (id: string) => change({ cannot: [...told.value.cannot, id] })
  const can = (id: string) => change({ cannot: told.value.cannot.filter((x) => x !== id) })
  function answer(outcome: string) {
    const [id, how] = outcome.split(':') as [string, Said['how']]
    say(id, how)
  }
  const begin = (id: string) =>
    change({ complaint: id, notes: told.value.notes.length ? told.value.notes : worked.value })
  const again = () => (told.value = NOTHING)

  /** Fingers that are down on the note, the likeliest to leak first. */
  const fingers = computed(() => {
    const belief = (finger: string) =>
      (verdict.value?.causes ?? [])
        .filter((c) => c.id === `leak-${finger}` || c.id === `soft-${finger}`)
        .reduce((sum, c) => sum + c.belief, 0)
    const down = written.value
      ? new Set(
          standardFingering(inst.value, written.value).touches.flatMap(
            (t) => fingerNamed(inst.value, t) ?? [],
          ),
        )
      : undefined
    return FINGERS.filter((f) => !down?.size || down.has(f.id)).sort((a, b) => belief(b.id) - belief(a.id))
  })
  /** One finger settled it, or none did. */
  const froze = (finger: string | undefined) =>
    change({
      said: [
        ...told.value.said.filter((s) => s.id !== 'freeze' && s.id !== `press-${finger}`),
        { id: 'freeze', how: finger ? 'better' : 'same' },
        ...(finger ? [{ id: `press-${finger}`, how: 'better' as const }] : []),
      ],
    })
  const seconds = () => Math.min(7200, Math.max(1, Math.round((Date.now() - told.value.since) / 1000)))

  return {
    kept,
    told,
    change,
    playing,
    facts,
    worked,
    heard,
    takeHeard,
    itSounded,
    differences,
    differing,
    known,
    complaint,
    moments,
    verdict,
    stateOf,
    labelOf,
    say,
    unsay,
    tap,
    cannot,
    can,
    answer,
    begin,
    again,
    fingers,
    froze,
    seconds,
  }
}
export type Search = ReturnType<typeof useSearch>
