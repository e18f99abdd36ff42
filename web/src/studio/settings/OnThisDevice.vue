<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { SKINS, useAppearance } from '@/base/appearance.ts'

/** What holds on this device alone: which hand the tools lie at, light or dark, and what mouths are drawn with. */
const appearance = useAppearance()
</script>

<template>
  <section>
    <h2>On this device</h2>
    <p class="buttons" role="group" aria-label="Where the tools lie">
      <Button :aria-pressed="!appearance.railLeft" @click="appearance.railLeft = false"
        >Tools at the right</Button
      >
      <Button :aria-pressed="appearance.railLeft" @click="appearance.railLeft = true"
        >Tools at the left</Button
      >
      <Button :aria-pressed="appearance.dark" @click="appearance.dark = !appearance.dark">{{
        appearance.dark ? 'Light' : 'Dark'
      }}</Button>
    </p>
    <p class="buttons" role="group" aria-label="Skin of drawn mouths">
      <span>Mouths are drawn</span>
      <Button
        v-for="s in SKINS"
        :key="s"
        :aria-pressed="appearance.skin === s"
        :data-skin="s"
        @click="appearance.skin = s"
        ><i class="swatch" aria-hidden="true"></i>{{ s }}</Button
      >
    </p>
    <p class="soft">At the left for who is left-handed, or holds the instrument at the right.</p>
  </section>
</template>

<style scoped>
.buttons {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}
.swatch {
  display: inline-block;
  width: 16px;
  height: 16px;
  margin-right: 8px;
  border-radius: 50%;
  background: var(--skin);
  vertical-align: -2px;
}
</style>
