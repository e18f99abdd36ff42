<script setup lang="ts">
import { Button } from 'ant-design-vue'
import { toString } from 'qrcode'
import { onMounted, ref } from 'vue'
import { api } from '@/api/index.ts'
import { useNotices } from '@/base/notices.ts'
import { dayName } from '@/base/words.ts'

/** The learner's own address of the card: made, shown once, taken back. */
const props = defineProps<{ learner: string }>()
const notices = useNotices()
const links = ref<Awaited<ReturnType<typeof api.links>>['links']>([])
const made = ref<{ id: string; url: string; picture: string }>()
/** The address by which a phone reaches this studio; null where none does, undefined until it is known. */
const phones = ref<string | null>()
async function load() {
  const answer = await notices.attempt(() => api.links(props.learner))
  links.value = (answer?.links ?? []).filter((l) => !l.revokedAt)
  if (answer) phones.value = answer.phones
}
onMounted(load)

async function make() {
  if (!phones.value) return
  const link = await notices.attempt(() => api.addLink(props.learner))
  if (!link) return
  const url = `${phones.value}${link.path}`
  const svg = await toString(url, { type: 'svg', margin: 1 })
  made.value = { id: link.id, url, picture: `data:image/svg+xml,${encodeURIComponent(svg)}` }
  await load()
}
async function revoke(id: string) {
  if (!(await notices.attempt(() => api.revokeLink(id)))) return
  if (made.value?.id === id) made.value = undefined
  notices.show('Taken back: whoever has that link sees nothing any more.')
  await load()
}
const copy = () => notices.attempt(() => navigator.clipboard.writeText(made.value!.url))
</script>

<template>
  <section>
    <h2>On the learner’s phone</h2>
    <p class="soft">A link of their own opens the newest card, to read and to tick, and nothing else.</p>
    <div v-if="made" class="made">
      <img class="picture" :src="made.picture" alt="The link as a picture for a phone’s camera" />
      <div>
        <p>Scan it now: it isn’t shown again.</p>
        <p class="url">{{ made.url }}</p>
        <Button size="small" @click="copy">Copy</Button>
      </div>
    </div>
    <p v-if="phones === null" class="caution">
      No phone reaches this studio yet: it listens on this machine only. Start it with
      <code>HOST=0.0.0.0 HTTPS=1 npm start</code>, sign in once, and make the link then. The network has to be
      one that you trust.
    </p>
    <p v-else>
      <Button :disabled="phones === undefined" @click="make">{{
        links.length ? 'Another link' : 'Make a link'
      }}</Button>
    </p>
    <ul>
      <li v-for="l in links" :key="l.id">
        Made on {{ dayName(l.createdAt) }}
        <Button size="small" @click="revoke(l.id)">Take the link back</Button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.made {
  display: flex;
  gap: 18px;
  align-items: center;
  flex-wrap: wrap;
}
.picture {
  width: 190px;
  background: #fff;
}
.url {
  overflow-wrap: anywhere;
  max-width: 460px;
}
ul {
  list-style: none;
  padding: 0;
}
li {
  padding: 3px 0;
}
</style>
