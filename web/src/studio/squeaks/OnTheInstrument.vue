<script setup lang="ts">
import { computed } from 'vue'
import { inTenths } from '@halitus/core/evidence'
import { fingerSystem, standardFingering, type Instrument } from '@halitus/core/instruments'
import { knowledgeOf, placeOf, type Group } from '@halitus/core/squeaks'
import { Instrument as Drawing, lying, Streams, type Source } from '@/drawings/index.ts'
import type { Moment } from './search.ts'

/** Beliefs as streams that end on the instrument: where one ends is where to look. */
const props = defineProps<{ inst: Instrument; moments: readonly Moment[]; written: string | undefined }>()
/** A cause by itself is drawn from this belief on; before, it flows along with its area. */
const OWN = 0.1
/** What isn't named by itself flows along with what lies in the same place. */
const AREAS = ['air', 'reed', 'fingers', 'instrument'] as const
type Area = (typeof AREAS)[number]
const AREA: Record<Group, Area> = {
  mouth: 'air',
  air: 'air',
  tongue: 'air',
  body: 'air',
  reed: 'reed',
  vent: 'fingers',
  fingers: 'fingers',
  instrument: 'instrument',
}
const TONE: Record<Group, string> = {
  mouth: 'air',
  air: 'air',
  tongue: 'air',
  body: 'vent',
  reed: 'reed',
  vent: 'vent',
  fingers: 'fingers',
  instrument: 'instrument',
}
const SHORT: Record<Group, string> = {
  mouth: 'mouth',
  air: 'air',
  tongue: 'tongue',
  body: 'body',
  reed: 'reed',
  vent: 'register',
  fingers: 'finger',
  instrument: 'instrument',
}
const AREA_WORDS: Record<Area, { all: string; rest: string; short: string }> = {
  air: { all: 'Mouth, air, tongue', rest: 'Mouth, air, tongue otherwise', short: 'mouth, air' },
  reed: { all: 'The reed', rest: 'The reed otherwise', short: 'reed' },
  fingers: { all: 'Fingers', rest: 'Fingers otherwise', short: 'fingers' },
  instrument: { all: 'The instrument', rest: 'The instrument otherwise', short: 'instrument' },
}
/** Where the rest of an area ends: its plainest cause's place. */
const PLACE_OF_REST: Record<Area, string> = {
  air: 'too-fast',
  reed: 'reed-place',
  fingers: 'hand-position',
  instrument: 'pad-leaks',
}

const groupOf = computed(() => new Map(knowledgeOf(props.inst).causes.map((c) => [c.id, c.group])))
const last = computed(() => props.moments.at(-1)!.verdict.causes)
const named = computed(() => last.value.filter((c) => c.id !== 'other' && c.belief >= OWN))
const held = computed(() => (props.written ? standardFingering(props.inst, props.written).touches : []))
const laid = (width: number) => lying(fingerSystem(props.inst), new Set(held.value), width)
const ground = computed(() => laid(1140).height)
/** Streams that end in the same place would hide each other, px. */
const APART = 16

function sources(width: number): Source[] {
  const drawing = laid(width)
  const endOf = (cause: string) =>
    Math.min(width - 10, Math.max(10, drawing.x(placeOf(props.inst, cause).atMm)))
  const own = named.value.map(({ id, words }): Source => {
    const group = groupOf.value.get(id) ?? 'instrument'
    return {
      id,
      words,
      short: SHORT[group],
      tone: TONE[group],
      endX: endOf(id),
      shares: props.moments.map((m) => m.verdict.causes.find((c) => c.id === id)?.belief ?? 0),
    }
  })
  const isNamed = new Set(own.map((s) => s.id))
  const areasNamed = new Set(own.map((s) => AREA[groupOf.value.get(s.id) ?? 'instrument']))
  const others = AREAS.map((area): Source => {
    const shares = props.moments.map((m) =>
      m.verdict.causes
        .filter((c) => !isNamed.has(c.id) && c.id !== 'other')
        .filter((c) => AREA[groupOf.value.get(c.id) ?? 'instrument'] === area)
        .reduce((sum, c) => sum + c.belief, 0),
    )
    return {
      id: `rest-${area}`,
      words: AREA_WORDS[area][areasNamed.has(area) ? 'rest' : 'all'],
      short: AREA_WORDS[area].short,
      tone: area === 'fingers' ? 'other-fingers' : area,
      endX: endOf(PLACE_OF_REST[area]),
      shares,
    }
  }).filter((s) => s.shares.some((x) => x > 0.005))
  const all = [...own, ...others].sort((a, b) => a.endX - b.endX)
  for (let i = 1; i < all.length; i++)
    if (all[i]!.endX - all[i - 1]!.endX < APART) all[i]!.endX = all[i - 1]!.endX + APART
  const shares = props.moments.map((_, k) => 1 - all.reduce((sum, s) => sum + s.shares[k]!, 0))
  return [
    ...all,
    { id: 'rest', words: 'Something else', short: 'else', tone: 'rest', endX: width - 8, shares },
  ]
}
const levels = computed(() => props.moments.map(({ label, how }) => ({ label, how })))
/** The likeliest two are ringed on the instrument. */
const look = (width: number) =>
  named.value
    .slice(0, 2)
    .map(({ id }, k) => ({ x: laid(width).x(placeOf(props.inst, id).atMm), main: k === 0 }))
</script>

<template>
  <Streams :sources="sources" :levels="levels" :belief-of="inTenths" :ground="ground">
    <template #default="{ width }">
      <Drawing :inst="inst" :width="width" :held="held" :look="look(width)" />
    </template>
  </Streams>
</template>
