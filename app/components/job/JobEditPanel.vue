<script setup lang="ts">
import { jobEditSchema, jobFactNames, type JobFacts } from '#shared/schemas/job'
import { factsOf } from '#shared/jobFacts'
import { fuelLimit } from '#shared/ledgerParts'
import type { JobView } from '#shared/views'

/** Changes a job's facts. When somebody else changed it meanwhile, both versions are shown and each difference is decided. */
const props = defineProps<{ job: JobView; complaintFirst?: boolean }>()
const isTwin = computed(() => props.job.circuit.spaces.filter(space => space.kind === 'tank').length > 1)
const hasVapourSystem = computed(() => props.job.parts.some(part => part.family === 'canister'))
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ done: [job: JobView] }>()

/** The facts being edited, with those that the editing began from: what differs between the two is what this person changed. */
const copy = (job: JobView) =>
  JSON.parse(JSON.stringify({ ...factsOf(job), revision: job.revision, base: factsOf(job) })) as JobFacts & {
    revision: number
    base: JobFacts
  }
const { draft, clear } = useDraft(`job:${props.job.id}`, () => copy(props.job))
const changedHere = (name: keyof JobFacts) => JSON.stringify(draft.value[name]) !== JSON.stringify(draft.value.base[name])
// A draft that nobody touched is begun anew from the job as it is; a touched one is kept, and merged on saving.
watch(
  open,
  now => {
    if (now && !jobFactNames.some(changedHere)) clear()
  },
  { immediate: true },
)
function mineOf() {
  const { id: _, base: __, ...mine } = draft.value
  return mine
}
const theirs = ref<JobView | null>(null)
const keep = ref<Partial<Record<keyof JobFacts, 'mine' | 'theirs'>>>({})
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const { short } = useQuantities()

const names: Record<keyof JobFacts, string> = {
  work: 'What the job is',
  craftName: 'Craft',
  craftKind: 'Kind of craft',
  tankName: 'Tank',
  material: 'Material',
  capacity: 'Capacity',
  fuel: 'Fuel',
  craftBuilt: 'Built in',
  craftRegistration: 'Registration or hull number',
  pressureLimit: 'Never above',
  limitSource: 'Where the limit comes from',
  acceptance: 'Acceptable leak',
  fuelAcceptance: 'Acceptable where fuel stands',
  limitsReason: 'Why these limits',
  complaint: 'Complaint',
}
const written = (name: keyof JobFacts, facts: JobFacts) => {
  const value = facts[name]
  if (name === 'capacity') return short('volume', facts.capacity)
  if (name === 'pressureLimit') return short('pressure', facts.pressureLimit)
  if (name === 'acceptance') return short('rate', facts.acceptance)
  if (name === 'fuelAcceptance') return facts.fuelAcceptance === null ? 'as the fuel asks' : short('rate', facts.fuelAcceptance)
  if (name === 'complaint') return [complaintLine(facts.complaint), facts.complaint.words].filter(Boolean).join(', ')
  return String(value)
}
const differences = computed(() =>
  theirs.value
    ? jobFactNames.filter(name => JSON.stringify(factsOf(theirs.value!)[name]) !== JSON.stringify(draft.value[name]))
    : [],
)

const submit = () =>
  save(async () => {
    try {
      const job = await callApi<JobView>(`jobs/${props.job.id}`, 'PATCH', mineOf())
      clear()
      emit('done', job)
    } catch (error) {
      if (!(error instanceof ApiError) || error.status !== 409 || !error.current) throw error
      theirs.value = error.current as JobView
      // What only they changed is theirs by default; what both changed is asked.
      keep.value = Object.fromEntries(jobFactNames.map(name => [name, changedHere(name) ? 'mine' : 'theirs']))
      throw error
    }
  }, form.value)

/** The facts that it brought are what the editing goes on from, unless something was typed already. */
function changedKind(view: JobView) {
  if (!jobFactNames.some(changedHere)) clear()
  emit('done', view)
}
async function merge() {
  const other = theirs.value!
  const facts = factsOf(other)
  for (const name of differences.value)
    if (keep.value[name] === 'theirs') Object.assign(draft.value, { [name]: JSON.parse(JSON.stringify(facts[name])) })
  draft.value.revision = other.revision
  draft.value.base = JSON.parse(JSON.stringify(facts)) as JobFacts
  theirs.value = null
  await submit()
}
</script>

<template>
  <USlideover
    v-model:open="open"
    title="Tank and complaint"
    :description="`${job.craft.name}, ${job.tankName}`"
    :ui="{ content: 'max-w-2xl' }"
  >
    <template #body
      ><NextFrame>
        <section v-if="theirs" aria-label="Two versions" class="space-y-4">
          <p role="alert" class="rounded-lg bg-(--unsure-soft) p-3.5 font-medium">
            Somebody else changed this job while you did. Choose what to keep; nothing of yours is lost until you save.
          </p>
          <fieldset v-for="name in differences" :key="name" class="border-t border-(--hair) pt-3">
            <legend class="font-semibold">{{ names[name] }}</legend>
            <div class="mt-1.5 grid gap-2 sm:grid-cols-2">
              <UButton
                v-for="side in ['mine', 'theirs'] as const"
                :key="side"
                type="button"
                color="neutral"
                :variant="keep[name] === side ? 'solid' : 'outline'"
                :aria-pressed="keep[name] === side"
                class="min-h-11 justify-start text-left whitespace-normal"
                @click="keep[name] = side"
              >
                {{ side === 'mine' ? 'Mine' : 'Theirs' }}:
                {{ written(name, side === 'mine' ? draft : factsOf(theirs)) || 'empty' }}
              </UButton>
            </div>
          </fieldset>
          <UButton size="xl" color="neutral" :loading="saving" @click="merge">Save what I chose</UButton>
        </section>
        <KindChange v-if="!theirs" :job="job" class="mb-3" @done="changedKind" />
        <SchemaForm
          v-if="!theirs"
          ref="form"
          :problem="problem"
          :schema="jobEditSchema"
          :state="draft"
          class="space-y-5"
          @submit="submit"
        >
          <template v-if="complaintFirst">
            <ComplaintFields v-model="draft.complaint" :twin="isTwin" :codes="hasVapourSystem" />
            <h2 class="pt-3">The craft and its tank</h2>
          </template>
          <JobFactsFields
            v-model="draft"
            :tank-kind="job.tankKind"
            :usual-fuel-limit="fuelLimit({ ...job, fuelAcceptance: null })"
          />
          <ComplaintFields v-if="!complaintFirst" v-model="draft.complaint" :twin="isTwin" :codes="hasVapourSystem" />
          <template #actions>
            <UButton type="submit" size="xl" color="neutral" :loading="saving">Save</UButton>
          </template>
        </SchemaForm></NextFrame
      >
    </template>
  </USlideover>
</template>
