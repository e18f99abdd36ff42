<script setup lang="ts">
import type { Gauge } from '@halitus/core/instruments'
import { dragsOf, GaugePicture, sizeMm, valueOf } from '@/drawings/index.ts'

/** A placement to scale, moved by dragging its part. */
const props = defineProps<{ gauge: Gauge }>()
const values = defineModel<Record<string, number>>({ required: true })

function set(id: string, to: number) {
  const m = props.gauge.measures.find((x) => x.id === id)!
  const stepped = Math.round(Math.max(m.min, Math.min(m.max, to)) / m.step) * m.step
  values.value = { ...values.value, [id]: Math.round(stepped * 10) / 10 }
}
function grab(event: PointerEvent) {
  const el = event.currentTarget as SVGSVGElement
  el.setPointerCapture(event.pointerId)
  const perPx = sizeMm(props.gauge)[0] / el.getBoundingClientRect().width
  const from = { x: event.clientX, y: event.clientY }
  const began = { gauge: props.gauge, values: { ...values.value } }
  const { x, y } = dragsOf(props.gauge)
  const move = (e: PointerEvent) => {
    if (x) set(x[0], valueOf(began, x[0]) + (e.clientX - from.x) * perPx * x[1])
    if (y) set(y[0], valueOf(began, y[0]) + (e.clientY - from.y) * perPx * y[1])
  }
  const done = () => {
    el.removeEventListener('pointermove', move)
    el.removeEventListener('pointerup', done)
  }
  el.addEventListener('pointermove', move)
  el.addEventListener('pointerup', done)
}
</script>

<template>
  <GaugePicture :gauge="gauge" :values="values" class="moved" @pointerdown.prevent="grab" />
</template>

<style scoped>
.moved {
  cursor: grab;
  touch-action: none;
}
</style>
