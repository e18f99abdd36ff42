<script setup lang="ts">
import { CheckboxGroup, Input, InputNumber, Modal, Textarea } from 'ant-design-vue'
import { computed, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import {
  check,
  ContractError,
  type Consent,
  learnerInput,
  learnerPatch,
  type LearnerInput,
  type LearnerPatch,
  type LearnerRecord,
  type Regular,
} from '@halitus/core/contract'
import { allInstruments, instrument } from '@halitus/core/instruments'
import { manyMinutes } from '@halitus/core/practice'
import { ATTITUDE } from '@halitus/core/schools'
import { daysBetween } from '@halitus/core/time'
import { api, ApiError } from '@/api/index.ts'
import { studioNow } from '@/base/clock.ts'
import { focusOnOpen } from '@/base/focus.ts'
import { useSaving } from '@/base/meanwhile.ts'
import Quantity from '@/parts/Quantity.vue'
import Meanwhile from '@/parts/Meanwhile.vue'
import SchoolChoices from '@/parts/SchoolChoices.vue'
import { useStudio } from '../store.ts'
import ConsentNoted from './ConsentNoted.vue'
import RegularLesson from './RegularLesson.vue'

/** A new learner, or one that is there already and is changed. */
const props = defineProps<{ learner?: LearnerRecord | undefined }>()
const open = defineModel<boolean>('open', { required: true })
focusOnOpen(open, 'l-name')
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
  regular: null as Regular | null,
  consent: null as Consent | null,
})
const form = reactive(empty())
type Fields = ReturnType<typeof empty>
const kept = ({ id: _, archived: __, createdAt: ___, version, ...fields }: LearnerRecord) => ({
  fields: fields as Fields,
  version,
})
const saving = useSaving<Fields>(
  form,
  async () => kept((await api.learner(props.learner!.id)).learner),
  (fields, version) =>
    studio.changeLearner(props.learner!.id, check(learnerPatch, { ...fields, version }) as LearnerPatch),
)
const meanwhile = saving.changed({
  name: 'Name',
  birthYear: 'Year of birth',
  instruments: 'Instruments',
  schools: 'Schools',
  minutesPerSession: 'Minutes a session',
  sessionsPerWeek: 'Sessions a week',
  note: 'Note',
  regular: 'The regular lesson',
  consent: 'Consent',
})
const problem = ref<{ field: string; message: string }>()
const NAMES: Record<string, string> = {
  birthYear: 'Year of birth',
  name: 'Name',
  instruments: 'Instruments',
  minutesPerSession: 'Minutes',
  sessionsPerWeek: 'Sessions',
}

/** A caution, not a bound. */
const many = computed(() =>
  manyMinutes({
    years: Number(studioNow().slice(0, 4)) - (form.birthYear ?? 0),
    weeks: props.learner ? Math.floor(daysBetween(props.learner.createdAt, studioNow()) / 7) : 0,
    minutes: form.minutesPerSession,
  }),
)
/** @param decided what both changed stays as it stands here */
async function save(decided = false) {
  try {
    if (props.learner) {
      const saved = await (decided ? saving.keepMine() : saving.save())
      problem.value = undefined
      if (saved) open.value = false
      return
    }
    const learner = await studio.addLearner(check(learnerInput, { ...form }) as LearnerInput)
    Object.assign(form, empty())
    problem.value = undefined
    open.value = false
    await router.push({ name: 'learner', params: { id: learner.id } })
  } catch (error) {
    if (!(error instanceof ContractError || error instanceof ApiError)) throw error
    const field = error.field ?? ''
    problem.value = { field, message: plainly(field, error.message) }
  }
}
/** The contract speaks of fields by their technical name; the form by their label, and plainly of what was left out. */
function plainly(field: string, message: string): string {
  if (field === 'name' && !form.name.trim()) return 'Write a name.'
  if (field === 'birthYear' && form.birthYear === undefined) return 'Write the year of birth.'
  if (field === 'instruments' && !form.instruments.length) return 'Choose an instrument.'
  if (field.startsWith('consent')) return 'Say on which day that was agreed.'
  if (field.startsWith('regular.time')) return 'Say at what time the lessons begin.'
  return message.replace(field, NAMES[field] ?? field)
}
const studioSchools = ref<Record<string, string>>({})
watch(open, async (now) => {
  if (now && props.learner) {
    problem.value = undefined
    saving.begin(kept(props.learner))
  }
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
  <Modal
    v-model:open="open"
    :title="learner ? learner.name : 'New learner'"
    :ok-text="learner ? 'Save' : 'Add'"
    cancel-text="Leave"
    :width="640"
    :ok-button-props="{ disabled: !!meanwhile.length }"
    @ok="save()"
  >
    <form class="form" @submit.prevent="save()">
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
      <Quantity id="l-minutes" v-model="form.minutesPerSession" :min="5" :max="45" />
      <p v-if="many" class="caution many">{{ many }}</p>
      <label for="l-sessions">Sessions a week</label>
      <Quantity id="l-sessions" v-model="form.sessionsPerWeek" :min="1" :max="7" />
      <label for="l-regular">Comes</label>
      <RegularLesson v-model="form.regular" :instruments="form.instruments" />
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
      <label for="l-consent">Consent</label>
      <ConsentNoted v-model="form.consent" />
      <p v-if="problem" class="problem" role="alert">{{ problem.message }}</p>
      <Meanwhile class="hint" :changed="meanwhile" @mine="save(true)" @theirs="saving.takeTheirs()" />
      <p class="soft hint">
        That lessons are noted here. Keep little about children, and follow your local rules on consent.
      </p>
      <input type="submit" class="visually-hidden" tabindex="-1" aria-hidden="true" />
    </form>
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
  color: var(--lacquer);
}
@media (max-width: 600px) {
  .form {
    grid-template-columns: minmax(0, 1fr);
    gap: 6px;
  }
  .problem,
  .hint {
    grid-column: 1;
  }
}
.many {
  grid-column: 2;
}
</style>
