<script setup lang="ts">
import { CheckboxGroup, Input, InputNumber, Modal, Textarea } from 'ant-design-vue'
import { computed, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { check, ContractError, learnerInput, type LearnerInput } from '@halitus/core/contract'
import { allInstruments, instrument } from '@halitus/core/instruments'
import { ATTITUDE } from '@halitus/core/schools'
import { api, ApiError } from '@/api/index.ts'
import SchoolChoices from '@/parts/SchoolChoices.vue'
import { useStudio } from '../store.ts'

const open = defineModel<boolean>('open', { required: true })
const studio = useStudio()
const router = useRouter()
const empty = () => ({
  name: '',
  birthYear: undefined as number | undefined,
  instruments: [] as LearnerInput['instruments'],
  schools: {} as Record<string, string>,
  minutesPerSession: 15,
  sessionsPerWeek: 5,
  note: '',
})
const form = reactive(empty())
const problem = ref<{ field: string; message: string }>()
const NAMES: Record<string, string> = {
  birthYear: 'Year of birth',
  name: 'Name',
  instruments: 'Instruments',
  minutesPerSession: 'Minutes',
  sessionsPerWeek: 'Sessions',
}

async function add() {
  try {
    const learner = await studio.addLearner(check(learnerInput, { ...form }) as LearnerInput)
    Object.assign(form, empty())
    problem.value = undefined
    open.value = false
    await router.push({ name: 'learner', params: { id: learner.id } })
  } catch (error) {
    if (!(error instanceof ContractError || error instanceof ApiError)) throw error
    const field = error.field ?? ''
    // The contract speaks of fields by their technical name; the form by their label.
    problem.value = { field, message: error.message.replace(field, NAMES[field] ?? field) }
  }
}
const studioSchools = ref<Record<string, string>>({})
watch(open, async (now) => {
  if (now)
    studioSchools.value = await api.studio().then(
      (s) => s.schools,
      () => ({}),
    )
})
/** What the chosen instruments' teachers disagree on, each school once. */
const schools = computed(() => [
  ...new Map(
    form.instruments
      .flatMap((id) => instrument(id).schools)
      .filter((school) => school !== ATTITUDE)
      .map((school) => [school.id, school]),
  ).values(),
])
const instruments = allInstruments().map((i) => ({ value: i.id, label: i.name }))
</script>

<template>
  <Modal v-model:open="open" title="New learner" ok-text="Add" cancel-text="Leave" :width="640" @ok="add">
    <div class="form">
      <label for="l-name">Name</label>
      <Input
        id="l-name"
        v-model:value="form.name"
        :maxlength="80"
        :status="problem?.field === 'name' ? 'error' : ''"
      />
      <label for="l-year">Year of birth</label>
      <InputNumber
        id="l-year"
        v-model:value="form.birthYear"
        :controls="false"
        :status="problem?.field === 'birthYear' ? 'error' : ''"
      />
      <span id="l-instruments">Instruments</span>
      <CheckboxGroup
        v-model:value="form.instruments"
        :options="instruments"
        class="instruments"
        role="group"
        aria-labelledby="l-instruments"
      />
      <label for="l-minutes">Minutes a session</label>
      <InputNumber id="l-minutes" v-model:value="form.minutesPerSession" :min="5" :max="45" />
      <label for="l-sessions">Sessions a week</label>
      <InputNumber id="l-sessions" v-model:value="form.sessionsPerWeek" :min="1" :max="7" />
      <span>Schools</span>
      <div>
        <SchoolChoices v-model="form.schools" :schools="[ATTITUDE]" :fallback="studioSchools" />
        <details v-if="schools.length" class="schools">
          <summary>
            More, where teachers of {{ form.instruments.length > 1 ? 'these' : 'this' }} disagree
          </summary>
          <SchoolChoices v-model="form.schools" :schools="schools" :fallback="studioSchools" />
        </details>
      </div>
      <label for="l-note">Note</label>
      <Textarea id="l-note" v-model:value="form.note" :rows="2" :maxlength="1000" />
      <p v-if="problem" class="problem" role="alert">{{ problem.message }}</p>
      <p class="soft hint">Keep little about children, and follow your local rules on consent.</p>
    </div>
  </Modal>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: 130px minmax(0, 1fr);
  gap: 12px;
  align-items: center;
}
.instruments {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px;
}

.schools {
  margin-top: 8px;
  max-height: 300px;
  overflow: auto;
}
summary {
  cursor: pointer;
  margin-bottom: 8px;
}
.problem,
.hint {
  grid-column: 2;
}
.problem {
  color: var(--alarm);
}
</style>
