<script setup lang="ts">
import { Button, Modal } from 'ant-design-vue'
import { useRoute } from 'vue-router'
import { guidePageFor, guideShown } from '@/base/guide.ts'
import { KEYS } from '@/base/keys.ts'

const open = defineModel<boolean>('open', { required: true })
const route = useRoute()
function guide() {
  open.value = false
  guideShown.value = guidePageFor(String(route.name))
}
</script>

<template>
  <Modal v-model:open="open" title="Keys" :footer="null" :width="520">
    <p><Button @click="guide">Guide: what helps on this page</Button></p>
    <dl>
      <template v-for="k in KEYS" :key="k.keys">
        <dt>{{ k.keys }}</dt>
        <dd>{{ k.does }}</dd>
      </template>
    </dl>
  </Modal>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 90px 1fr;
  gap: 8px 16px;
  margin: 8px 0 0;
}
dt {
  font-weight: 650;
}
dd {
  margin: 0;
}
</style>
