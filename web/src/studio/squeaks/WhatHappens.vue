<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { computed } from 'vue'
import type { Instrument } from '@halitus/core/instruments'
import { complaintsIn, notesIn, noticedIn } from '@halitus/core/squeaks'
import { useDraft } from '@/base/drafts.ts'
import { useListening } from '@/listening/index.ts'
import type { Search } from './search.ts'

/** The first question: what happens. Typed, tapped or heard. */
const props = defineProps<{ search: Search; inst: Instrument; inLesson: boolean }>()
defineEmits<{ listen: [] }>()
const listening = useListening()
const typed = useDraft<string>('squeak.words', '')
/** What the words mean, the likeliest first. */
const read = computed(() => complaintsIn(typed.value))
const meant = computed(() => new Set(read.value.map((c) => c.id)))
const complaints = computed(() =>
  meant.value.size
    ? props.search.known.value.complaints.filter((c) => meant.value.has(c.id))
    : props.search.known.value.complaints,
)
/** Words that were typed tell more than the complaint. */
function begin(id: string) {
  props.search.begin(id)
  const here = new Set(props.search.known.value.observations.map((o) => o.id))
  for (const o of noticedIn(typed.value)) if (here.has(o.id)) props.search.say(o.id, 'yes')
  const notes = notesIn(props.inst, typed.value).slice(0, 2)
  if (notes.length === 2 && WENT.includes(id)) {
    // “D5 drops to low D”: the first was meant, the second was heard.
    const [meantNote, heard] = notes as [string, string]
    props.search.change({ notes: [meantNote], ...props.search.itSounded(heard) })
  } else if (notes.length) props.search.change({ notes })
  typed.value = ''
}
/** Complaints that say from where to where it went. */
const WENT = ['jumps-up', 'drops-down', 'wrong-note']
const notUnderstood = computed(() => typed.value.trim().length > 2 && !read.value.length)
</script>

<template>
  <div>
    <h2 class="ask">What happens?</h2>
    <p class="line">
      <Input
        v-model:value="typed"
        class="typed"
        placeholder="In words: squeaks on low notes"
        aria-label="What happens, in words"
        @press-enter="read[0] && begin(read[0].id)"
      />
      <Button :type="listening.state === 'listening' ? 'primary' : 'default'" @click="$emit('listen')">{{
        listening.state === 'listening' ? 'Stop' : 'Listen'
      }}</Button>
      <span v-if="listening.problem" role="alert" class="caution">{{ listening.problem }}</span>
    </p>
    <p v-if="notUnderstood" role="status" class="soft">
      “{{ typed.trim() }}” isn’t understood here. Other words for it, or one of these:
    </p>
    <p v-if="search.heard.value && inLesson" class="line">
      Heard just now: <b>{{ search.heard.value.words }}</b>
      <Button type="primary" @click="search.takeHeard">Begin with that</Button>
    </p>
    <div class="taps" role="group" aria-label="What happens">
      <Button
        v-for="c in complaints"
        :key="c.id"
        size="large"
        :type="c.id === read[0]?.id ? 'primary' : 'default'"
        @click="begin(c.id)"
        >{{ c.words }}</Button
      >
    </div>
  </div>
</template>

<style scoped>
.line,
.taps {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
}
.ask {
  font-size: 26px;
  color: var(--ink);
  margin: 14px 0 6px;
}
.typed {
  max-width: 420px;
}
.taps {
  margin: 14px 0;
}
</style>
