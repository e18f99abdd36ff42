<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { ref } from 'vue'
import { useSheets } from './sheets.ts'

/** What a sheet is called, and whose it is: the studio’s own note on rights. */
const sheets = useSheets()
const title = ref(sheets.tune?.title ?? '')
const rights = ref(sheets.tune?.rights ?? '')
</script>

<template>
  <form class="name" @submit.prevent="sheets.rename({ title, rights })">
    <label for="tune-title">title</label><Input id="tune-title" v-model:value="title" :maxlength="200" />
    <label for="tune-rights">rights</label
    ><Input
      id="tune-rights"
      v-model:value="rights"
      :maxlength="500"
      placeholder="whose it is, what may be copied"
    />
    <Button html-type="submit">Keep</Button>
  </form>
</template>

<style scoped>
.name {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px;
}
.name :deep(input) {
  width: 200px;
}
</style>
