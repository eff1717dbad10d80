<script setup lang="ts">
import { ZERO_TOLERANCE, sensorIsTrue } from '#core/leaktest/instrument/instrumentJudgements'
import { instrumentSchemas } from '#shared/record/kinds/instruments'
import type { JobView } from '#shared/views'

/** The tank pressure sensor with the cap off: it must give its zero, or every code that rests on it is suspect. */
const props = defineProps<{ job: JobView }>()
const emit = defineEmits<{ done: [view: JobView] }>()
/** V, what many such sensors give at no pressure; the manual wins. */
const USUAL_ZERO = 1.5
const blank = () => ({ id: newId(), note: '', volts: null as number | null, zero: null as number | null })
const state = ref(blank())
const form = useTemplateRef('form')
const { saving, problem, save } = useSave()
const { short } = useQuantities()
const verdict = computed(() => {
  const { volts, zero } = state.value
  return volts === null || zero === null || !Number.isFinite(volts) || !Number.isFinite(zero) ? null : sensorIsTrue(volts, zero)
})
const readStandIn = () =>
  save(async () => {
    state.value.zero ??= USUAL_ZERO
    state.value.volts = (await callApi<{ volts: number }>(`jobs/${props.job.id}/volts?zero=${state.value.zero}`)).volts
  }, form.value)
const keep = () =>
  save(async () => {
    emit('done', await callApi<JobView>(`jobs/${props.job.id}/entries/instrument-sensor`, 'POST', state.value))
    state.value = blank()
  }, form.value)
</script>

<template>
  <SchemaForm
    ref="form"
    :schema="instrumentSchemas.sensor"
    :state="state"
    :problem="problem"
    class="sheet grid gap-3 sm:grid-cols-2"
    @submit="keep"
  >
    <h2 class="sm:col-span-2">Tank pressure sensor, cap off</h2>
    <UFormField label="It gives" name="volts"><QuantityInput v-model="state.volts" kind="volts" /></UFormField>
    <UFormField label="Zero by the manual" name="zero"><QuantityInput v-model="state.zero" kind="volts" /></UFormField>
    <p v-if="verdict !== null" role="status" class="font-semibold sm:col-span-2" :class="verdict ? 'sealed' : 'leaking'">
      <StateSign :look="verdict ? 'sealed' : 'leaking'" />
      {{
        verdict
          ? `Its zero, within ${short('volts', ZERO_TOLERANCE)}.`
          : 'Not its zero: every leak code is suspect until the sensor is right.'
      }}
    </p>
    <UButton
      v-if="job.hasStandIn"
      type="button"
      color="neutral"
      variant="subtle"
      class="min-h-11 w-fit"
      icon="i-lucide-plug-zap"
      @click="readStandIn"
      >Read the simulated sensor</UButton
    >
    <template #actions
      ><UButton type="submit" color="neutral" size="xl" :loading="saving" class="w-fit">Keep it</UButton></template
    >
  </SchemaForm>
</template>
