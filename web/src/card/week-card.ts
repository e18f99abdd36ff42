import { computed, onBeforeUnmount, ref, toValue, watch, type MaybeRefOrGetter } from 'vue'
import type { CardAnswer, Trouble } from '@halitus/core/contract'
import { instrument, underSystem } from '@halitus/core/instruments'
import { cardReads, practised, practisedWords } from '@halitus/core/home'
import { api, ApiError, changes, useOutbox } from '@/api/index.ts'
import { studioNow } from '@/base/clock.ts'
import { whenBehind } from '@/base/elsewhere.ts'
import { newId } from '@/base/ids.ts'
import { rememberNames } from '@/base/note-names.ts'
import { useNotices } from '@/base/notices.ts'
import { TROUBLE_NAMES } from './trouble-names.ts'

/** What a message changes on the card while it is on its way. */
type Told = CardAnswer['numbers'][number]
type Change =
  | { row: string; session: number; ticked: boolean }
  | { report: { id: string; kind: Trouble; text: string } }
  | { number: Told }
  | { signed: string }

/** The week’s card as its learner has it: read, ticked, reported on; what is on its way counts already. */
export function useWeekCard(id: MaybeRefOrGetter<string>) {
  const notices = useNotices()
  const outbox = useOutbox()
  const card = ref<CardAnswer>()
  const failed = ref('')
  /** Counts how often another card than the one that was shown has come: practice begins anew then. */
  const renewed = ref(0)

  /** The card as the server has it, with what is on its way. */
  const shown = computed(() => {
    let now = card.value
    for (const message of now ? outbox.about(toValue(id)) : []) {
      const change = message.shown as Change
      if (!now) break
      if ('report' in change) {
        const { report: sent } = change
        if (!now.reports.some((r) => r.id === sent.id))
          now = { ...now, reports: [...now.reports, { ...sent, at: studioNow(), seenAt: null }] }
      } else if ('number' in change) {
        const { number: sent } = change
        now = { ...now, numbers: [...now.numbers.filter((n) => n.id !== sent.id), sent] }
      } else if ('signed' in change) {
        now = { ...now, signed: { by: change.signed, at: studioNow() } }
      } else {
        const { row, session } = change
        const others = now.ticks.filter((t) => t.rowId !== row || t.session !== session)
        const tick = { rowId: row, session, at: studioNow() }
        now = { ...now, ticks: change.ticked ? [...others, tick] : others }
      }
    }
    return now
  })

  function show(answer: CardAnswer) {
    rememberNames(answer.noteNames)
    card.value = answer
  }
  async function load() {
    // What was tapped before the page was opened again counts before anything is shown.
    const asked = api.card(toValue(id))
    asked.catch(() => undefined)
    await outbox.ready
    // The one that was seen last on this phone is there at once, and all there is with no network.
    const seen = card.value ? undefined : keptForAway(toValue(id))
    if (seen) show(seen)
    try {
      const answer = await asked
      if (seen && isAnother(seen, answer)) renewed.value++
      show(answer)
      failed.value = ''
      keepForAway(toValue(id), answer)
    } catch (error) {
      // A link that was taken back opens nothing any more, here neither.
      if (error instanceof ApiError && error.status) {
        forgetForAway(toValue(id))
        if (seen) card.value = undefined
      }
      if (!card.value) failed.value = error instanceof Error ? error.message : 'The card can’t be shown.'
    }
  }
  watch(() => toValue(id), load, { immediate: true })
  whenBehind(load)
  onBeforeUnmount(
    outbox.listen((message, outcome) => {
      if (message.about !== toValue(id)) return
      if ('refused' in outcome) notices.show(outcome.refused.message, { tone: 'alarm' })
      else {
        card.value = outcome.answer as CardAnswer
        keepForAway(toValue(id), card.value)
      }
    }),
  )

  const inst = computed(() =>
    card.value ? underSystem(instrument(card.value.instrument), card.value.system) : undefined,
  )
  const reads = computed(() => (card.value ? cardReads(card.value) : undefined))
  const ticked = computed(() => new Set(shown.value?.ticks.map((t) => `${t.rowId} ${t.session}`)))
  const isTicked = (row: string, session: number) => ticked.value.has(`${row} ${session}`)
  /** The number is large, the words behind it aren't. */
  const done = computed(() => {
    const [count = '', ...rest] = shown.value ? practisedWords(practised(shown.value)).split(' ') : []
    return { count, rest: rest.join(' ') }
  })

  const sessionsDone = computed(() => (shown.value ? practised(shown.value).sessionsDone : 0))

  /** Ticks and reports answer at once; they are sent when the server is there. */
  const toggle = (row: string, session: number) =>
    outbox.put({
      ...changes.tick(toValue(id), card.value!.from, row, session, !isTicked(row, session)),
      about: toValue(id),
      shown: { row, session, ticked: !isTicked(row, session) } satisfies Change,
      words: `Tick ${session}: ${card.value?.rows.find((r) => r.id === row)?.title ?? row}`,
      replaces: `tick ${toValue(id)} ${row} ${session}`,
    })
  /** A number of a session: heard by this phone, or tapped in. It goes when there is a network, in order, once. */
  function tell(row: string, session: number, value: number, unit: Told['unit'], measured: boolean) {
    const number = { id: newId(), value, unit, measured }
    return outbox.put({
      ...changes.number(toValue(id), card.value!.from, row, session, number),
      about: toValue(id),
      shown: { number: { ...number, row, session, at: studioNow() } } satisfies Change,
      words: `${card.value?.rows.find((r) => r.id === row)?.title ?? row}: ${value} ${unit}`,
    })
  }
  /** An adult has seen it. */
  const sign = (by: string) =>
    outbox.put({
      ...changes.sign(toValue(id), card.value!.from, by),
      about: toValue(id),
      shown: { signed: by } satisfies Change,
      words: `Seen by ${by}`,
    })
  async function report(kind: Trouble, text: string) {
    const sent = { id: newId(), kind, text }
    await outbox.put({
      ...changes.report(toValue(id), card.value!.from, sent),
      about: toValue(id),
      shown: { report: sent } satisfies Change,
      words: `For your teacher: ${sent.text || TROUBLE_NAMES[kind]}`,
    })
    notices.show(
      outbox.late ? 'Kept; your teacher will see it when the server is there.' : 'Your teacher will see it.',
    )
  }
  return {
    card: shown,
    failed,
    renewed,
    inst,
    reads,
    isTicked,
    done,
    sessionsDone,
    toggle,
    tell,
    sign,
    report,
  }
}

/** A learner's card as it was seen last on this phone: a practice begins without a network as well. */
const AWAY = 'halitus.away.'
function keepForAway(id: string, card: CardAnswer) {
  // Only a learner's own link: the teacher's browser keeps nobody's card.
  if (!id.startsWith('~')) return
  try {
    localStorage.setItem(AWAY + id, JSON.stringify(card))
  } catch {
    // Full or forbidden: the card is there while there is a network.
  }
}
function keptForAway(id: string): CardAnswer | undefined {
  try {
    const kept = localStorage.getItem(AWAY + id)
    return kept ? (JSON.parse(kept) as CardAnswer) : undefined
  } catch {
    return undefined
  }
}
function forgetForAway(id: string) {
  try {
    localStorage.removeItem(AWAY + id)
  } catch {
    // Nothing was kept then.
  }
}
/** Whether what is practised differs: another week, or something was done on another phone. */
const isAnother = (a: CardAnswer, b: CardAnswer) =>
  a.from !== b.from || a.version !== b.version || a.ticks.length !== b.ticks.length

export type WeekCardInHand = ReturnType<typeof useWeekCard>
