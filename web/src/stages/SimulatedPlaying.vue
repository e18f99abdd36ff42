<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { useListening } from '@/listening/index.ts'
import Quantity from '@/parts/Quantity.vue'

/** How long the simulated player plays, and whether it is heard meanwhile. */
const listening = useListening()
const PLAYING = [
  { id: 'aloud', name: 'Aloud' },
  { id: 'silent', name: 'Silent' },
  { id: 'at once', name: 'Without waiting' },
] as const
</script>

<template>
  <label for="player-length">simulated for</label>
  <Quantity id="player-length" v-model="listening.playerLengthS" :min="1" :max="60" unit="s" />
  <Button
    v-for="way in PLAYING"
    :key="way.id"
    size="small"
    :aria-pressed="listening.playing === way.id"
    @click="listening.playing = way.id"
    >{{ way.name }}</Button
  >
</template>
