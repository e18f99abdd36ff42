<script setup lang="ts">
import { Button, Input } from 'ant-design-vue'
import { onMounted, reactive, ref } from 'vue'
import type { StudioFile, StudioInput } from '@halitus/core/contract'
import { allSchools } from '@halitus/core/instruments'
import { NAMINGS, type Naming } from '@halitus/core/pitch'
import { api } from '@/api/index.ts'
import { rememberNames } from '@/base/note-names.ts'
import { giveFile } from '@/base/files.ts'
import { useSaving } from '@/base/meanwhile.ts'
import Choice from '@/parts/Choice.vue'
import Meanwhile from '@/parts/Meanwhile.vue'
import SchoolChoices from '@/parts/SchoolChoices.vue'
import { useListening } from '@/listening/index.ts'
import { useNotices } from '@/base/notices.ts'
import Quantity from '@/parts/Quantity.vue'
import BackupList from './BackupList.vue'
import { KEPT } from './kept.ts'
import Holidays from './Holidays.vue'
import OnThisDevice from './OnThisDevice.vue'
import WhoComesIn from './WhoComesIn.vue'

const notices = useNotices()
const listening = useListening()
const form = reactive({
  name: '',
  place: '',
  a4Hz: 440,
  schools: {} as Record<string, string>,
  noteNames: 'english' as Naming,
})
type Fields = typeof form
const kept = ({ version = 1, ...fields }: StudioInput) => ({ fields: fields as Fields, version })
const saving = useSaving<Fields>(
  form,
  async () => kept(await api.studio()),
  (fields, version) => api.writeStudio({ ...fields, version }),
)
const meanwhile = saving.changed({
  name: 'Name',
  place: 'Place',
  a4Hz: 'A4, Hz',
  schools: 'Schools',
  noteNames: 'Names of notes',
})
const schools = allSchools()
const namings = NAMINGS.map((n) => ({ value: n.id, label: n.words }))
const loaded = ref(false)
const importing = ref(false)
/** Heavy works that come before the import. */
const line = ref(0)
const fileInput = ref<HTMLInputElement>()

function show(studio: StudioInput) {
  saving.begin(kept(studio))
  rememberNames(form.noteNames)
}
async function reload() {
  const studio = await notices.attempt(api.studio)
  if (studio) show(studio)
  loaded.value = true
}
onMounted(reload)
/** @param decided what both changed stays as it stands here */
async function save(decided = false) {
  if (!(await notices.attempt(() => (decided ? saving.keepMine() : saving.save())))) return
  await reload()
  notices.show('Saved.')
}
async function download() {
  const file = await notices.attempt(api.exportStudio)
  if (!file) return
  giveFile(`halitus-${file.exportedAt.slice(0, 10)}.json`, file)
}
async function upload(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  importing.value = true
  line.value = 0
  await notices.attempt(async () => {
    let content: unknown
    try {
      content = JSON.parse(await file.text())
    } catch {
      throw new Error(`${file.name} is not a studio file: it holds no JSON.`)
    }
    // What is replaced is fetched first, so that the import can be undone.
    const before: StudioFile = await api.exportStudio()
    const { imported } = await api.importStudio(content, (before) => (line.value = before))
    notices.show(`${imported.learners} learners and ${imported.lessons} lessons are in.`, {
      undo: () => notices.attempt(() => api.importStudio(before)),
    })
    show(await api.studio())
  })
  importing.value = false
}
</script>

<template>
  <main id="work" class="settings">
    <h1>Settings</h1>
    <section>
      <h2>Studio</h2>
      <!-- What is typed before the studio has come would be written over by it. -->
      <p v-if="!loaded" class="soft" role="status">Fetching the studio …</p>
      <div v-if="loaded" class="form">
        <label for="s-name">Name</label>
        <Input id="s-name" v-model:value="form.name" :maxlength="120" />
        <label for="s-place">Place</label>
        <Input id="s-place" v-model:value="form.place" :maxlength="200" />
        <label for="s-a4">A4, Hz</label>
        <Quantity id="s-a4" v-model="form.a4Hz" :min="392" :max="494" :step="0.1" unit="Hz" />
        <label for="s-names">Names of notes</label>
        <Choice id="s-names" v-model="form.noteNames" :options="namings" />
      </div>
      <details v-if="loaded" class="schools">
        <summary>
          Schools: where teachers disagree, what this studio teaches unless a learner’s page says otherwise
        </summary>
        <SchoolChoices v-model="form.schools" :schools="schools" />
      </details>
      <Meanwhile :changed="meanwhile" @mine="save(true)" @theirs="saving.takeTheirs()" />
      <Button v-if="loaded" type="primary" :disabled="!!meanwhile.length" @click="save()">Save</Button>
      <p class="soft">A4 = 440 Hz is ISO 16. All cents follow what stands here.</p>
    </section>
    <Holidays />
    <OnThisDevice />
    <section>
      <h2>The whole studio as one file</h2>
      <div class="buttons">
        <Button @click="download">Export</Button>
        <Button :loading="importing" @click="fileInput?.click()">Import</Button>
        <span v-if="importing && line" class="soft" role="status"
          >waits for {{ line === 1 ? 'one other' : `${line} others` }}</span
        >
      </div>
      <input
        ref="fileInput"
        type="file"
        accept=".json,application/json"
        class="visually-hidden"
        tabindex="-1"
        aria-label="Studio file"
        @change="upload"
      />
      <p class="soft">
        Importing replaces everything, entirely or not at all, and can be undone right after.
      </p>
    </section>
    <WhoComesIn />
    <BackupList @restored="reload" />
    <section>
      <h2>From sound to screen</h2>
      <p v-if="listening.lagMs !== undefined">
        <b class="big" data-testid="lag">{{ Math.round(listening.lagMs) }}</b> ms beyond the analysis window,
        median of the last measurement.
      </p>
      <p v-else class="soft">
        Measured while listening; nothing has been listened to since this page was opened.
      </p>
    </section>
    <section>
      <h2>What is kept, and how long</h2>
      <p>
        Numbers and notes, on this machine. Sound only where a take was kept, with consent; nothing is sent
        anywhere. Keep little about children and follow your local rules.
      </p>
      <dl class="keeping">
        <template v-for="k in KEPT" :key="k.what">
          <dt>{{ k.what }}</dt>
          <dd>{{ k.until }}</dd>
        </template>
      </dl>
    </section>
    <p class="soft">
      <a href="/notices.txt" target="_blank" rel="noopener">Whose work Halitus is made with</a>
    </p>
  </main>
</template>

<style scoped>
.settings {
  flex: 1;
  overflow: auto;
  padding: 28px 40px;
  display: grid;
  gap: 28px;
  align-content: start;
  max-width: 760px;
}
@media (max-width: 700px) {
  .settings {
    padding: 20px;
    grid-template-columns: minmax(0, 1fr);
  }
}
h1 {
  font-size: 34px;
}
section {
  display: grid;
  gap: 10px;
  justify-items: start;
}
.form {
  display: grid;
  grid-template-columns: 100px minmax(0, 360px);
  gap: 10px;
  align-items: center;
}
.buttons {
  display: flex;
  gap: 10px;
}
.keeping {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 6px 18px;
  margin: 0;
}
.keeping dt {
  font-weight: 600;
}
.keeping dd {
  margin: 0;
}
.schools {
  margin: 12px 0;
}
@media (max-width: 700px) {
  .keeping {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
  }
  .keeping dd {
    margin-bottom: 8px;
  }
}
summary {
  cursor: pointer;
  margin-bottom: 8px;
}
</style>
