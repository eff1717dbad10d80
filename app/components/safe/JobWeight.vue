<script setup lang="ts">
import type { Weighing } from '#core/fuel/weighing'
import { cameOutSince, unweighed, weighedNow, weighingNow } from '#shared/safety'
import type { JobView } from '#shared/views'

/** A job's tank weighed up: what was measured is kept with the job, and what comes out is taken off what is in it. */
const props = defineProps<{ job: JobView; now: number }>()
const emit = defineEmits<{
  /** m3 in it now, and what lies below its pickup; null while something typed cannot be */ reckoned: [
    fuel: { level: number; unusable: number } | null,
  ]
  done: [job: JobView]
  strike: [subject: { id: string; name: string }]
}>()
const session = useSession()
const { short } = useQuantities()
const { saving, problem, save } = useSave()
const { draft, clear } = useDraft<{ typed: Partial<Weighing> }>(`weighing:${props.job.id}`, () => ({ typed: {} }))
const kept = computed(() => weighingNow(props.job))
const last = computed(() => props.job.weighings.findLast(each => !each.struck))
/** What was emptied and left comes back from the browser as null: it stands as it was. */
const typed = computed(
  () => Object.fromEntries(Object.entries(draft.value.typed).filter(([, value]) => value !== null)) as Partial<Weighing>,
)
const measured = computed<Weighing>({
  get: () => ({ ...kept.value, ...typed.value }),
  set: value => {
    draft.value = {
      ...draft.value,
      typed: Object.fromEntries(
        Object.entries(value).filter(([key, each]) => !Object.is(each, kept.value[key as keyof Weighing])),
      ),
    }
  },
})
const tank = computed(() => unweighed(props.job))
const weighed = computed(() => weighedNow(props.job, measured.value))
const isNew = computed(() => Object.keys(typed.value).length > 0)
const cameOut = computed(() => cameOutSince(props.job))
const keep = () =>
  save(async () => {
    const job = await callApi<JobView>(`jobs/${props.job.id}/entries/weighing`, 'POST', { ...typed.value, id: draft.value.id })
    clear()
    emit('done', job)
  })
watchEffect(() => emit('reckoned', weighed.value))
</script>

<template>
  <div class="space-y-3">
    <WeightSheet v-model="measured" :tank="tank" />
    <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
      <template v-if="isNew && session.mayWork">
        <UButton color="neutral" class="min-h-11" :disabled="!weighed" :loading="saving" @click="keep"
          >Keep with the job</UButton
        >
        <UButton color="neutral" variant="ghost" class="min-h-11" @click="clear()">Forget what I typed</UButton>
      </template>
      <p v-if="last" class="soft text-sm">
        Measured {{ clockText(last.at, now) }}, {{ last.by
        }}<template v-if="cameOut > 0">; {{ short('volume', cameOut) }} came out since</template>.
        <StrikeLink v-if="session.mayWork" @click="emit('strike', { id: last.id, name: 'what was measured' })" />
      </p>
    </div>
    <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
  </div>
</template>
