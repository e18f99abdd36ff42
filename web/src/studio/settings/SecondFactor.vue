<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { toString } from 'qrcode'
import { ref } from 'vue'
import { api } from '@/api/index.ts'
import { useNotices } from '@/base/notices.ts'

/** A second factor of the teacher's sign-in: six digits of an app on a phone. */
defineProps<{ on: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const notices = useNotices()
const current = ref('')
const code = ref('')
const picture = ref('')
const secret = ref('')

async function begin() {
  const made = await notices.attempt(() => api.beginSecond(current.value))
  if (!made) return
  current.value = ''
  secret.value = new URL(made.address).searchParams.get('secret') ?? ''
  const svg = await toString(made.address, { type: 'svg', margin: 2 })
  picture.value = `data:image/svg+xml,${encodeURIComponent(svg)}`
}
async function confirm() {
  if (!(await notices.attempt(() => api.confirmSecond(code.value)))) return
  code.value = picture.value = secret.value = ''
  notices.show('From now on the teacher signs in with the app’s six digits too.')
  emit('changed')
}
async function remove() {
  if (!(await notices.attempt(() => api.removeSecond(current.value)))) return
  current.value = ''
  notices.show('The password alone is enough again.')
  emit('changed')
}
</script>

<template>
  <div class="second">
    <h3>Second factor</h3>
    <template v-if="picture">
      <p>
        Let an app for one-time codes read this picture, or type its secret. Then type the six digits that it
        shows.
      </p>
      <img :src="picture" alt="The secret as a picture" width="220" height="220" />
      <code>{{ secret }}</code>
      <div class="line">
        <Input
          v-model:value="code"
          aria-label="Six digits of the app"
          inputmode="numeric"
          autocomplete="one-time-code"
          placeholder="six digits"
        />
        <Button type="primary" :disabled="!code" @click="confirm">Confirm</Button>
        <Button @click="picture = ''">Leave it</Button>
      </div>
    </template>
    <template v-else>
      <p class="soft">
        {{
          on
            ? 'The teacher signs in with the app’s six digits as well. A phone that is lost: as with a forgotten password, at the machine itself.'
            : 'A found-out password opens nothing then: the sign-in asks for six digits of an app on your phone too. It needs no network.'
        }}
      </p>
      <div class="line">
        <Input
          v-model:value="current"
          type="password"
          autocomplete="current-password"
          aria-label="The teacher’s password, for the second factor"
          placeholder="the teacher’s password"
        />
        <Button v-if="on" :disabled="!current" @click="remove">Do without it</Button>
        <Button v-else :disabled="!current" @click="begin">Set it up</Button>
      </div>
    </template>
  </div>
</template>

<style scoped>
.second {
  display: grid;
  gap: 10px;
  justify-items: start;
}
h3 {
  font-size: 17px;
  margin: 8px 0 0;
}
p {
  margin: 0;
}
code {
  overflow-wrap: anywhere;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.line input {
  width: 220px;
}
</style>
