<script setup lang="ts">
import { Drawer } from 'ant-design-vue'
import { Marked } from 'marked'
import { computed, ref, watch } from 'vue'
import { useEventListener } from '@vueuse/core'
import { GUIDE_PAGES, guideShown, type GuidePage } from '@/base/guide.ts'

/** The guide beside the work that it is about: the same pages that lie in the documentation, without their pictures. */
const files = import.meta.glob<string>('../../../docs/guide/*.md', {
  query: '?raw',
  import: 'default',
})
const pageOf = (path: string) => /([\w-]+)\.md$/.exec(path)![1] as GuidePage
const texts = ref<Partial<Record<GuidePage, string>>>({})
void Promise.all(
  Object.entries(files).map(async ([path, load]) => {
    // While the server is away a page is missing, and the others are there.
    const text = await load().catch(() => undefined)
    if (text) texts.value[pageOf(path)] = text
  }),
)

const marked = new Marked({ renderer: { image: () => '', html: () => '' } })
/** What stands before the first blank line is the title; the way back to all pages is the list at the side. */
const titleOf = (text: string) => /^# (.+)$/m.exec(text)?.[1] ?? ''
const bodyOf = (text: string) => text.replace(/^# .+$/m, '').replace(/^\[All pages\].*$/m, '')
const list = computed(() =>
  GUIDE_PAGES.flatMap((page) => (texts.value[page] ? [{ page, title: titleOf(texts.value[page]!) }] : [])),
)
const text = computed(() => (guideShown.value ? (texts.value[guideShown.value] ?? '') : ''))
const html = computed(() => marked.parse(bodyOf(text.value), { async: false }))
const open = computed({
  get: () => guideShown.value !== undefined,
  set: (is) => {
    if (!is) guideShown.value = undefined
  },
})
// Wherever the focus is, Escape puts it away.
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape') open.value = false
})
const body = ref<HTMLElement>()
watch(guideShown, () => body.value?.scrollTo?.({ top: 0 }))
/** A link to another page opens it here; to anything else it isn’t one that this program has. */
function follow(event: MouseEvent) {
  const href = (event.target as HTMLElement | null)?.closest('a')?.getAttribute('href')
  if (!href) return
  event.preventDefault()
  const page = /([\w-]+)\.md(#.*)?$/.exec(href)?.[1] as GuidePage | undefined
  if (page && texts.value[page]) guideShown.value = page
}
</script>

<template>
  <Drawer
    v-model:open="open"
    placement="left"
    width="min(760px, 94vw)"
    :title="titleOf(text) || 'Guide'"
    :mask-style="{ background: 'rgb(34 27 31 / 24%)' }"
  >
    <div class="guide">
      <nav aria-label="Guide">
        <button
          v-for="p in list"
          :key="p.page"
          type="button"
          class="plain page"
          :aria-current="p.page === guideShown ? 'page' : undefined"
          @click="guideShown = p.page"
        >
          {{ p.title }}
        </button>
      </nav>
      <!-- The pages are the product's own files, built into it. -->
      <!-- eslint-disable-next-line vue/no-v-html -->
      <article ref="body" class="text" :aria-label="titleOf(text)" @click="follow" v-html="html"></article>
    </div>
  </Drawer>
</template>

<style scoped>
.guide {
  display: grid;
  grid-template-columns: 190px minmax(0, 1fr);
  gap: 28px;
}
nav {
  display: grid;
  gap: 2px;
  align-content: start;
}
.page {
  padding: 6px 0;
  text-align: left;
  color: var(--soft);
}
.page[aria-current] {
  color: var(--ink);
  font-weight: 680;
}
.text {
  font-size: 17px;
  line-height: 1.45;
}
.text :deep(p:empty) {
  display: none;
}
.text :deep(p),
.text :deep(li) {
  margin: 0 0 12px;
}
.text :deep(em) {
  font-style: italic;
}
.text :deep(code) {
  font: inherit;
  font-weight: 650;
  background: var(--desk);
  border-radius: 6px;
  padding: 0 5px;
}
.text :deep(pre) {
  overflow-x: auto;
}
.text :deep(table) {
  border-collapse: collapse;
}
@media (max-width: 700px) {
  .guide {
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
  }
  nav {
    display: flex;
    flex-wrap: wrap;
    gap: 0 16px;
  }
}
</style>
