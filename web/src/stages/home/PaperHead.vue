<script setup lang="ts">
import { InputNumber, Textarea } from 'ant-design-vue'
import { dayName } from '@/base/words.ts'

/** The head of the card: whose week it is, how often, and what to listen for; both are written on the paper itself. */
defineProps<{ name: string; from: string }>()
const sessions = defineModel<number>('sessions', { required: true })
const listenFor = defineModel<string>('listenFor', { required: true })
</script>

<template>
  <div>
    <p class="title">
      <b>{{ name }}’s week</b>
      <span class="soft">from {{ dayName(from) }},</span>
      <InputNumber
        id="sessions"
        aria-label="Sessions"
        :value="sessions"
        :min="1"
        :max="7"
        :bordered="false"
        class="number"
        @change="(n) => typeof n === 'number' && (sessions = n)"
      />
      <span class="soft">sessions</span>
    </p>
    <p class="listening">
      <label for="listen">Listen for</label>
      <Textarea
        id="listen"
        v-model:value="listenFor"
        :maxlength="200"
        :bordered="false"
        auto-size
        class="written"
      />
    </p>
  </div>
</template>

<style scoped src="./written.css"></style>
<style scoped>
.title {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 10px;
  font-size: 18px;
}
.title > b {
  font-size: 30px;
  line-height: 1.1;
}
.listening {
  display: flex;
  align-items: baseline;
  gap: 10px;
  margin: 4px 0 8px;
  font-size: 18px;
}
.listening label {
  flex: none;
  color: var(--soft);
}
</style>
