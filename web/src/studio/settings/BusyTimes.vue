<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { computed, useTemplateRef } from 'vue'
import type { AwayRecord } from '@halitus/core/contract'
import { dayOf } from '@halitus/core/time'
import { api } from '@/api/index.ts'
import { useNotices } from '@/base/notices.ts'
import { dayName } from '@/base/words.ts'

/** What another calendar says is taken: a lesson that falls into it is marked in the week; nothing is moved by itself. */
const props = defineProps<{ busy: readonly AwayRecord[] }>()
const emit = defineEmits<{ read: [away: AwayRecord[]] }>()
const notices = useNotices()
const file = useTemplateRef('file')
/** When the last of them is over. */
const until = computed(() =>
  dayOf(props.busy.reduce((last, a) => (a.to > last ? a.to : last), props.busy[0]?.to ?? '')),
)
async function read() {
  const [chosen] = file.value?.files ?? []
  if (!chosen) return
  const answer = await notices.attempt(async () => api.readBusy(await chosen.arrayBuffer()))
  if (file.value) file.value.value = ''
  if (!answer) return
  emit('read', answer.away)
  const n = answer.away.filter((a) => a.source === 'calendar').length
  notices.show(n ? `${n} busy ${n === 1 ? 'time' : 'times'} read.` : 'That calendar is free for half a year.')
}
async function forget() {
  const answer = await notices.attempt(() => api.forgetBusy())
  if (answer) emit('read', answer.away)
}
</script>

<template>
  <h3>Busy times</h3>
  <p v-if="busy.length">
    <b>{{ busy.length }}</b> until {{ dayName(until) }}, from a calendar.
    <Button size="small" @click="forget">Forget them</Button>
  </p>
  <p class="soft">
    A calendar file (.ics) of another program. A lesson that falls into a busy time is marked in the week; you
    decide what gives way. A newer file takes the place of the last one.
  </p>
  <Button @click="file?.click()">Read a calendar file</Button>
  <input
    ref="file"
    type="file"
    accept=".ics,text/calendar"
    class="visually-hidden"
    tabindex="-1"
    aria-label="A calendar file"
    @change="read"
  />
</template>

<style scoped>
h3 {
  margin-top: 20px;
}
</style>
