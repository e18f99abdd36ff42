<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { onMounted, ref } from 'vue'
import { api, useOutbox } from '@/api/index.ts'
import { forgetDrafts } from '@/base/drafts.ts'
import { useNotices } from '@/base/notices.ts'
import SecondFactor from './SecondFactor.vue'

/** Passwords of teacher and helper, where other machines reach the studio. */
const notices = useNotices()
const outbox = useOutbox()
const session = ref<Awaited<ReturnType<typeof api.session>>>()
const accounts = ref<Awaited<ReturnType<typeof api.accounts>>>()
const current = ref('')
const next = ref('')
const helper = ref('')
async function load() {
  session.value = await notices.attempt(api.session)
  if (session.value?.role === 'teacher') accounts.value = await notices.attempt(api.accounts)
}
onMounted(load)
async function change() {
  if (!(await notices.attempt(() => api.setAccount('teacher', next.value, current.value)))) return
  current.value = next.value = ''
  notices.show('The password is changed; every other sign-in has ended.')
  await load()
}
async function setHelper(password: string | null) {
  if (!(await notices.attempt(() => api.setAccount('helper', password, current.value)))) return
  current.value = helper.value = ''
  notices.show(password === null ? 'The helper can’t sign in any more.' : 'The helper can sign in now.')
  await load()
}
/** What isn't sent yet is said before it is left behind. */
const unsent = ref(0)
async function leave(allTheSame = false) {
  await outbox.flush()
  unsent.value = allTheSame ? 0 : outbox.waiting.length
  if (unsent.value || !(await notices.attempt(api.signOut))) return
  forgetDrafts()
  outbox.isFor(null)
  // Opened anew: nothing of the studio stays in this page's memory.
  location.assign('/sign-in')
}
</script>

<template>
  <section v-if="session">
    <h2>Who may come in</h2>
    <p v-if="!session.guarded" class="soft">
      This studio is reached from this machine alone, so nobody has to sign in. Started with HOST=0.0.0.0 it
      is reached from others, and everybody does.
    </p>
    <template v-else>
      <div v-if="!unsent"><Button @click="leave()">Sign out</Button></div>
      <div v-else class="buttons" role="alert">
        <p>
          {{ unsent === 1 ? 'One change isn’t' : `${unsent} changes aren’t` }} sent yet. Left here, they wait
          on this device, readable, until you sign in again.
        </p>
        <Button danger @click="leave(true)">Sign out all the same</Button>
        <Button @click="unsent = 0">Stay</Button>
      </div>
      <template v-if="accounts">
        <div class="form">
          <label for="w-old">The teacher’s password, for any change here</label>
          <Input id="w-old" v-model:value="current" type="password" autocomplete="current-password" />
          <label for="w-new">A new one</label>
          <Input id="w-new" v-model:value="next" type="password" autocomplete="new-password" />
        </div>
        <div><Button :disabled="!current || !next" @click="change">Change it</Button></div>
        <div class="form">
          <label for="w-helper">{{
            accounts.helper ? 'Another password for the helper' : 'A helper’s password'
          }}</label>
          <Input id="w-helper" v-model:value="helper" type="password" autocomplete="new-password" />
        </div>
        <div class="buttons">
          <Button :disabled="!helper || !current" @click="setHelper(helper)">Let a helper in</Button>
          <Button v-if="accounts.helper" :disabled="!current" @click="setHelper(null)">Take it away</Button>
        </div>
        <p class="soft">
          A helper gives lessons and notes what happens; exporting, importing, deleting and this section are
          the teacher’s alone.
        </p>
        <SecondFactor :on="accounts.second" @changed="load" />
      </template>
    </template>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 10px;
}
.form {
  display: grid;
  grid-template-columns: 210px minmax(0, 320px);
  gap: 8px 14px;
  align-items: center;
}
.buttons {
  display: flex;
  gap: 8px;
}
@media (max-width: 700px) {
  .form {
    grid-template-columns: 1fr;
  }
}
</style>
