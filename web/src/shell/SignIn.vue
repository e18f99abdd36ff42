<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { computed, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, useOutbox } from '@/api/index.ts'
import Views from '@/parts/Views.vue'

/** Signing in; the very first time, choosing the password with the code that the server shows. */
const route = useRoute()
const router = useRouter()
const outbox = useOutbox()
const setUp = ref<boolean>()
const role = ref<'teacher' | 'helper'>('teacher')
const password = ref('')
const code = ref('')
/** Whether the password was right and the app's code is asked for too. */
const second = ref(false)
const trouble = ref('')
const busy = ref(false)
const ROLES = [
  { value: 'teacher' as const, label: 'Teacher' },
  { value: 'helper' as const, label: 'Helper' },
]
const to = computed(() => {
  const asked = route.query.to
  return typeof asked === 'string' && asked.startsWith('/') && !asked.startsWith('//') ? asked : '/'
})
onMounted(async () => {
  try {
    const session = await api.session()
    if (session.role) {
      outbox.isFor(session.role)
      return void router.replace(to.value)
    }
    setUp.value = session.setUp
  } catch (error) {
    trouble.value = error instanceof Error ? error.message : 'The server doesn’t answer.'
    setUp.value = true
  }
})
async function enter() {
  busy.value = true
  trouble.value = ''
  try {
    if (setUp.value) await api.signIn(role.value, password.value, code.value)
    else await api.setUp(code.value, password.value)
    password.value = ''
    outbox.isFor(setUp.value ? role.value : 'teacher')
    await router.replace(to.value)
  } catch (error) {
    trouble.value = error instanceof Error ? error.message : 'That didn’t work.'
    if ((error as { code?: string }).code === 'second-needed') second.value = true
    if ((error as { field?: string }).field === 'code') code.value = ''
    if (setUp.value === false) setUp.value = (await api.session().catch(() => undefined))?.setUp ?? false
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main id="work" class="door">
    <form v-if="setUp !== undefined" class="form" @submit.prevent="enter">
      <h1>Halitus</h1>
      <template v-if="setUp">
        <Views v-model="role" :options="ROLES" label="Who signs in" />
      </template>
      <template v-else>
        <p>Nobody has chosen a password for this studio yet. The code stands where the server was started.</p>
        <label for="door-code">Code</label>
        <Input
          id="door-code"
          v-model:value="code"
          size="large"
          autocomplete="one-time-code"
          inputmode="numeric"
        />
      </template>
      <label for="door-password">{{ setUp ? 'Password' : 'New password, twelve characters or more' }}</label>
      <Input
        id="door-password"
        v-model:value="password"
        type="password"
        size="large"
        :autocomplete="setUp ? 'current-password' : 'new-password'"
      />
      <template v-if="second">
        <label for="door-second">Six digits of your app</label>
        <Input
          id="door-second"
          v-model:value="code"
          size="large"
          autocomplete="one-time-code"
          inputmode="numeric"
        />
      </template>
      <p v-if="trouble" class="caution" role="alert">{{ trouble }}</p>
      <Button type="primary" size="large" html-type="submit" :loading="busy">{{
        setUp ? 'Sign in' : 'Keep it and sign in'
      }}</Button>
      <p class="soft">
        What was noted while signed out is kept on this device and sent once its writer signs in.
      </p>
      <p v-if="outbox.ofOthers" class="soft" role="status">
        {{ outbox.ofOthers === 1 ? 'One change waits' : `${outbox.ofOthers} changes wait` }} here for somebody
        to sign in.
      </p>
    </form>
  </main>
</template>

<style scoped>
.door {
  display: grid;
  place-items: center;
  min-height: 100vh;
  padding: 24px 16px;
}
.form {
  display: grid;
  gap: 10px;
  width: min(380px, 100%);
}
h1 {
  font-size: 34px;
}
</style>
