<script setup lang="ts">
import { judgeRelief } from '#core/leaktest/instrument/instrumentJudgements'
import { instrumentSchemas } from '#shared/record/kinds/instruments'
import type { JobView } from '#shared/views'

/** The cap's relief on a water column: at what it lets go, and at what vacuum it lets air in. */
const props = defineProps<{ job: JobView }>()
const emit = defineEmits<{ done: [view: JobView] }>()
const blank = () => ({ id: newId(), note: '', opensAt: null as number | null, opensUnder: null as number | null })
const state = ref(blank())
const form = useTemplateRef('form')
const { saving, problem, save } = useSave()
const { short } = useQuantities()
const verdict = computed(() => {
  const { opensAt, opensUnder } = state.value
  return opensAt === null && opensUnder === null
    ? null
    : instrumentVerdict({ kind: 'relief', opensAt, opensUnder }, props.job, short).text
})
const good = computed(() => judgeRelief(state.value.opensAt, state.value.opensUnder, props.job.pressureLimit).length === 0)
const keep = () =>
  save(async () => {
    emit('done', await callApi<JobView>(`jobs/${props.job.id}/entries/instrument-relief`, 'POST', state.value))
    state.value = blank()
  }, form.value)
</script>

<template>
  <SchemaForm
    ref="form"
    :schema="instrumentSchemas.relief"
    :state="state"
    :problem="problem"
    class="sheet grid gap-3 sm:grid-cols-2"
    @submit="keep"
  >
    <h2 class="sm:col-span-2">The cap’s relief, on a water column</h2>
    <UFormField
      label="Lets go at"
      name="opensAt"
      :help="`Empty: it held up to ${short('pressure', job.pressureLimit)}; never go above.`"
      ><QuantityInput v-model="state.opensAt" kind="pressure"
    /></UFormField>
    <UFormField label="Lets air in at a vacuum of" name="opensUnder" help="Empty: it let none in."
      ><QuantityInput v-model="state.opensUnder" kind="pressure"
    /></UFormField>
    <p v-if="verdict" role="status" class="font-semibold sm:col-span-2" :class="good ? 'sealed' : 'leaking'">
      <StateSign :look="good ? 'sealed' : 'leaking'" /> {{ upperFirst(verdict) }}.
    </p>
    <template #actions
      ><UButton type="submit" color="neutral" size="xl" :loading="saving" class="w-fit">Keep it</UButton></template
    >
  </SchemaForm>
</template>
